import {
  routeKindText,
  roughTime,
  formatArea,
  formatCable,
  roughMoney,
  sourceLine,
  type Evaluation,
  type OptionView,
  msg,
  allOf,
} from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { StateMark, OptionTag } from '../../parts/Mark.tsx';
import { useWork } from '../../workspace/work.ts';
import { Compare } from './Compare.tsx';
import { DropPath } from './DropPath.tsx';
import { LoadChart } from './LoadChart.tsx';
import { LoadDay } from './LoadDay.tsx';
import { openWords, optionName, visitWords } from './option-words.ts';
import { TripCharts } from './TripCharts.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

function Bar({ share }: { readonly share: number }) {
  return (
    <span className="bar" aria-hidden="true">
      <span style={{ width: `${Math.max(2, Math.round(share * 100))}%` }} />
    </span>
  );
}

function OptionRow({
  option,
  n,
  chosen,
  most,
  units,
  dark,
  pinned,
  onPin,
  onChoose,
}: {
  readonly option: OptionView;
  readonly n: number;
  readonly chosen: boolean;
  readonly most: OptionView;
  readonly units: Evaluation['bundle']['house']['units'];
  readonly dark: string;
  readonly pinned: boolean;
  readonly onPin: () => void;
  readonly onChoose: () => void;
}) {
  const say = useSay();
  return (
    <tr className={chosen ? 'option option-chosen' : 'option'}>
      <td>
        <button type="button" className="option-name" aria-pressed={chosen} onClick={onChoose}>
          <OptionTag n={n} />
          <span>
            <span>
              <b>{say(allOf(option.taps.map((t) => t.label)))}</b>, {say(routeKindText(option.way))}
            </span>
            <span className="muted option-why">{[...option.schemes, option.why].map(say).join('; ')}</span>
            <span className="quiet">
              {say(msg('screen.tap.loses-power', { openWords: openWords(option, say), dark }))}
            </span>
          </span>
          <StateMark state={option.state} />
        </button>
        <button
          type="button"
          className="linklike option-pin"
          aria-pressed={pinned}
          title={say(msg('screen.tap.a-pinned-option-stays-in'))}
          onClick={onPin}
        >
          {pinned ? say(msg('screen.tap.pinned')) : say(msg('screen.tap.pin'))}
        </button>
      </td>
      <td className="measure" data-name={say(msg('screen.tap.cable'))}>
        {formatCable(option.cableMm, units)}
        <Bar share={option.cableMm / most.cableMm} />
      </td>
      <td className="measure" data-name={say(msg('screen.tap.holes'))}>
        {option.holes}
        <Bar share={most.holes > 0 ? option.holes / most.holes : 0} />
      </td>
      <td className="measure" data-name={say(msg('screen.tap.wall-opened'))}>
        {option.openedMm2 > 0 ? formatArea(option.openedMm2, units) : '0'}
        {option.openings > 0 && (
          <span className="quiet option-under">
            {say(msg('screen.tap.in-places', { openings: option.openings }))}
          </span>
        )}
      </td>
      <td className="measure" data-name={say(msg('screen.tap.power-off'))}>
        {roughTime(option.outageMinutes)}
      </td>
      <td className="measure" data-name={say(msg('screen.tap.work'))}>
        {roughTime(option.minutes)}
        <Bar share={option.minutes / most.minutes} />
        <span className="quiet option-under">{say(visitWords(option))}</span>
      </td>
      <td className="measure" data-name={say(msg('screen.tap.parts'))}>
        {roughMoney(option.priceCents)}
        <Bar share={most.priceCents > 0 ? option.priceCents / most.priceCents : 0} />
      </td>
      <td className="measure" data-name={say(msg('screen.tap.risk'))}>
        {option.risk < most.risk * 0.5
          ? say(msg('screen.tap.risk-low'))
          : option.risk < most.risk * 0.85
            ? say(msg('screen.tap.risk-medium'))
            : say(msg('screen.tap.risk-high'))}
        <Bar share={most.risk > 0 ? option.risk / most.risk : 0} />
      </td>
    </tr>
  );
}

/** As many as the document holds. */
const MOST_PINNED = 8;

const largest = (options: readonly OptionView[]): OptionView | undefined => {
  const first = options[0];
  return (
    first && {
      ...first,
      cableMm: Math.max(...options.map((o) => o.cableMm)),
      holes: Math.max(...options.map((o) => o.holes)),
      minutes: Math.max(...options.map((o) => o.minutes)),
      risk: Math.max(...options.map((o) => o.risk)),
      priceCents: Math.max(...options.map((o) => o.priceCents)),
    }
  );
};

function Others({ evaluation }: { readonly evaluation: Evaluation }) {
  const say = useSay();
  const rest = evaluation.planning.candidates.filter((c) => !c.shown);
  if (rest.length === 0) return null;
  return (
    <section className="stack" aria-label={say(msg('screen.tap.boxes-that-are-not-shown'))}>
      <h3>{say(msg('screen.tap.the-other-boxes-and-why'))}</h3>
      <ul className="others">
        {rest.map(({ candidate, reached, group }) => {
          const against = candidate.reasons.filter((r) => r.kind === 'no');
          const no = against.map((r) => r.says);
          const from = [...new Set(against.map((r) => sourceLine(r.source)))];
          const why =
            no.length > 0
              ? no.map(say).join('; ')
              : !reached
                ? say(msg('screen.tap.no-way-from-there-was'))
                : say(
                    msg('screen.tap.would-work', {
                      reasons:
                        candidate.reasons
                          .filter((r) => r.kind !== 'good')
                          .map((r) => r.says)
                          .map(say)
                          .join('; ') || say(msg('screen.tap.but-the-ways-shown-are')),
                    }),
                  );
          return (
            <li key={`${group}-${candidate.pointId}`}>
              <b>{say(candidate.label)}</b>{' '}
              <span className={no.length > 0 ? undefined : 'muted'}>
                {why}
                {no.length > 0 && <span className="quiet others-source">{from.map(say).join('; ')}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Mark 4: where to take it from. Options side by side, the others with their reason, the load over the day. */
export function TapMark() {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { house, job } = bundle;
  const [comparing, setComparing] = useState(false);
  const most = largest(evaluation.options);
  const pinned = job.pinned ?? [];
  const lost = pinned.filter((p) => !evaluation.options.some((o) => o.key === p.key));
  const pin = (o: OptionView) =>
    edits.job({
      ...job,
      pinned: pinned.some((p) => p.key === o.key)
        ? pinned.filter((p) => p.key !== o.key)
        : [...pinned, { key: o.key, label: optionName(o, say).slice(0, 120) }].slice(-MOST_PINNED),
    });
  const labels = new Map(house.points.map((p) => [p.id, p.label] as const));
  return (
    <div className="section stack">
      <div className="row">
        <h2>{say(msg('screen.tap.where-to-tap'))}</h2>
        <span className="muted">
          {evaluation.options.length === 0
            ? say(msg('screen.tap.no-route-found'))
            : say(
                msg('screen.tap.options-to-feed-easiest-first', {
                  count: evaluation.options.length,
                  wants: job.wants.length,
                }),
              )}
        </span>
      </div>
      {most && (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table options">
            <thead>
              <tr>
                <th>{say(msg('screen.tap.tap-and-route'))}</th>
                <th>{say(msg('screen.tap.cable'))}</th>
                <th>{say(msg('screen.tap.holes'))}</th>
                <th>{say(msg('screen.tap.wall-opened'))}</th>
                <th>{say(msg('screen.tap.power-off'))}</th>
                <th>{say(msg('screen.tap.work'))}</th>
                <th>{say(msg('screen.tap.parts'))}</th>
                <th>{say(msg('screen.tap.risk'))}</th>
              </tr>
            </thead>
            <tbody>
              {evaluation.options.map((o, i) => (
                <OptionRow
                  key={o.key}
                  option={o}
                  n={i + 1}
                  chosen={o.key === evaluation.chosen?.option.key}
                  most={most}
                  units={house.units}
                  dark={
                    o.dark.map((id) => labels.get(id) ?? '').join(', ') ||
                    say(msg('screen.tap.nothing-known'))
                  }
                  pinned={pinned.some((p) => p.key === o.key)}
                  onPin={() => pin(o)}
                  onChoose={() => edits.job({ ...job, option: o.key })}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {lost.map((p) => (
        <p key={p.key} className="muted">
          {say(msg('screen.tap.kept-but-not-found-any', { label: p.label }))}{' '}
          <button
            type="button"
            className="linklike"
            onClick={() => edits.job({ ...job, pinned: pinned.filter((x) => x.key !== p.key) })}
          >
            {say(msg('screen.tap.let-it-go'))}
          </button>
        </p>
      ))}
      {evaluation.options.length > 1 && (
        <div>
          <Button size="small" aria-expanded={comparing} onClick={() => setComparing(!comparing)}>
            {comparing
              ? say(msg('screen.tap.close-the-comparison'))
              : say(msg('screen.tap.compare-two-of-them'))}
          </Button>
        </div>
      )}
      {comparing && <Compare evaluation={evaluation} />}
      {job.wants.length === 0 && (
        <p className="empty">{say(msg('screen.tap.nothing-is-wanted-yet-place'))}</p>
      )}
      <Others evaluation={evaluation} />
      {evaluation.chosen && (
        <>
          <LoadChart evaluation={evaluation} chosen={evaluation.chosen} />
          <LoadDay evaluation={evaluation} chosen={evaluation.chosen} />
          <DropPath evaluation={evaluation} chosen={evaluation.chosen} />
          <TripCharts evaluation={evaluation} chosen={evaluation.chosen} />
        </>
      )}
    </div>
  );
}
