import {
  leadsIn,
  leadsToPull,
  msg,
  partOf,
  planStrip,
  q,
  row,
  stripNeeds,
  stripSteps,
  type House,
  type StripLight,
  type StripPlan,
} from '@elwand/core';
import { useSay } from '../../../app/say.ts';

/** Below this light at the far end somebody sees it. */
const SEEN = 0.9;

function Drivers({ plan }: { readonly plan: StripPlan }) {
  const say = useSay();
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>{say(msg('screen.strips.driver-n'))}</th>
          <th className="num">{say(msg('screen.strips.rating'))}</th>
          <th className="num">{say(msg('screen.strips.load'))}</th>
          <th>{say(msg('screen.strips.lights'))}</th>
          <th>{say(msg('screen.strips.least'))}</th>
        </tr>
      </thead>
      <tbody>
        {plan.outputs.map((o, i) => {
          const worst = o.chains.reduce<StripPlan['outputs'][number]['chains'][number]['fed'] | undefined>(
            (w, c) => (w === undefined || !c.fed || (w && c.fed.leastLight < w.leastLight) ? c.fed : w),
            undefined,
          );
          return (
            <tr key={i}>
              <td>{i + 1}</td>
              <td className="num">{say(msg('screen.strips.watts', { watts: o.driverWatts }))}</td>
              <td className="num">
                {say(msg('screen.strips.watts', { watts: Math.round(o.watts * 10) / 10 }))}
              </td>
              <td>
                {say(
                  row(
                    [...new Set(o.chains.flatMap((c) => c.pieces.map((p) => p.nth)))].map((nth) =>
                      msg('lighting.piece.whole', { nth }),
                    ),
                  ),
                )}
              </td>
              <td>
                {worst
                  ? say(
                      msg('screen.strips.at-volts', {
                        light: q.share(worst.leastLight),
                        volts: q.volts(Math.round(worst.leastVolts * 10) / 10),
                      }),
                    )
                  : say(msg('screen.strips.too-dim'))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Leads({ plan }: { readonly plan: StripPlan }) {
  const say = useSay();
  const leads = leadsToPull(plan);
  if (leads.length === 0) return null;
  return (
    <section aria-label={say(msg('screen.strips.leads'))}>
      <h4>{say(msg('screen.strips.leads'))}</h4>
      <table className="plain-table">
        <thead>
          <tr>
            <th>{say(msg('screen.strips.driver-n'))}</th>
            <th>{say(msg('screen.strips.goes-to'))}</th>
            <th>{say(msg('screen.strips.wire'))}</th>
            <th className="num">{say(msg('screen.strips.length'))}</th>
            <th className="num">{say(msg('screen.strips.amps'))}</th>
          </tr>
        </thead>
        <tbody>
          {leads.map((l, i) => (
            <tr key={i}>
              <td>{l.driver}</td>
              <td>{say(l.to)}</td>
              <td>{say(msg('screen.strips.wire-of', { gauge: l.gauge }))}</td>
              <td className="num">{say(q.cable(l.lengthMm))}</td>
              <td className="num">{say(q.amps(l.amps))}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What comes of a strip: drivers, leads, light at the far end, the work in its order, its parts. */
export function StripResult({ strip, house }: { readonly strip: StripLight; readonly house: House }) {
  const say = useSay();
  const plan = planStrip(house, strip);
  if (plan.outputs.length === 0) return null;
  return (
    <div className="stack" role="status">
      <p>
        <b>
          {say(
            msg('screen.strips.sum', {
              length: q.run(plan.litMm),
              watts: Math.round(plan.watts),
              drivers: plan.outputs.length,
              leads: leadsIn(plan).length,
            }),
          )}
        </b>{' '}
        {plan.fromOneEnd < SEEN && say(msg('screen.strips.one-end', { light: q.share(plan.fromOneEnd) }))}{' '}
        <span className="muted">
          {plan.darkMm > 3 && say(msg('screen.strips.dark', { length: q.length(plan.darkMm) }))}
        </span>
      </p>
      <div className="strips-wide">
        <Drivers plan={plan} />
      </div>
      <div className="strips-wide">
        <Leads plan={plan} />
      </div>
      <details>
        <summary>{say(msg('screen.strips.parts'))}</summary>
        <ul>
          {stripNeeds(plan, house).map((n) => (
            <li key={n.key}>
              {say(
                msg('screen.strips.part-count', {
                  count: Math.ceil(n.count / (partOf(n.key)?.holds ?? 1)),
                  part: partOf(n.key)?.name ?? n.key,
                }),
              )}
            </li>
          ))}
        </ul>
        <p className="quiet">{say(msg('screen.strips.parts-note'))}</p>
      </details>
      <details>
        <summary>{say(msg('screen.strips.order'))}</summary>
        <ol>
          {stripSteps(plan, house).map((s) => (
            <li key={s.key}>
              <b>{say(s.title)}</b> <span>{say(s.detail)}</span>
            </li>
          ))}
        </ol>
      </details>
    </div>
  );
}
