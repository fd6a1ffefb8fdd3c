import {
  wayText,
  roughTime,
  formatArea,
  formatCable,
  roughMoney,
  sourceLine,
  type Evaluation,
  type OptionView,
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
              <b>
                {option.taps
                  .map((t) => t.label)
                  .map(say)
                  .join(' and ')}
              </b>
              , {say(wayText(option.way))}
            </span>
            <span className="muted option-why">{[...option.schemes, option.why].map(say).join('; ')}</span>
            <span className="quiet">
              {openWords(option, say)}. Loses power: {dark}
            </span>
          </span>
          <StateMark state={option.state} />
        </button>
        <button
          type="button"
          className="linklike option-pin"
          aria-pressed={pinned}
          title="A pinned option stays in the list whatever else is found"
          onClick={onPin}
        >
          {pinned ? 'Pinned' : 'Pin'}
        </button>
      </td>
      <td className="measure" data-name="Cable">
        {formatCable(option.cableMm, units)}
        <Bar share={option.cableMm / most.cableMm} />
      </td>
      <td className="measure" data-name="Holes">
        {option.holes}
        <Bar share={most.holes > 0 ? option.holes / most.holes : 0} />
      </td>
      <td className="measure" data-name="Wall opened">
        {option.openedMm2 > 0 ? formatArea(option.openedMm2, units) : 'none'}
        {option.openings > 0 && (
          <span className="quiet option-under">
            in {option.openings} place{option.openings === 1 ? '' : 's'}
          </span>
        )}
      </td>
      <td className="measure" data-name="Power off">
        {roughTime(option.outageMinutes)}
      </td>
      <td className="measure" data-name="Work">
        {roughTime(option.minutes)}
        <Bar share={option.minutes / most.minutes} />
        <span className="quiet option-under">{visitWords(option)}</span>
      </td>
      <td className="measure" data-name="Parts">
        {roughMoney(option.priceCents)}
        <Bar share={most.priceCents > 0 ? option.priceCents / most.priceCents : 0} />
      </td>
      <td className="measure" data-name="Risk">
        {option.risk < most.risk * 0.5 ? 'low' : option.risk < most.risk * 0.85 ? 'middling' : 'highest here'}
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
    <section className="stack" aria-label="Boxes that are not shown as options">
      <h3>The other boxes, and why not</h3>
      <ul className="others">
        {rest.map(({ candidate, reached, group }) => {
          const against = candidate.reasons.filter((r) => r.kind === 'no');
          const no = against.map((r) => r.says);
          const from = [...new Set(against.map((r) => sourceLine(r.source)))];
          const why =
            no.length > 0
              ? no.map(say).join('; ')
              : !reached
                ? 'no way from there was found'
                : `would work: ${
                    candidate.reasons
                      .filter((r) => r.kind !== 'good')
                      .map((r) => r.says)
                      .map(say)
                      .join('; ') || 'but the ways shown are lighter'
                  }`;
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
        <h2>Where to tap</h2>
        <span className="muted">
          {evaluation.options.length === 0
            ? 'no route found'
            : `${evaluation.options.length} option${evaluation.options.length === 1 ? '' : 's'} to feed ${job.wants.length === 1 ? 'it' : `${job.wants.length} points`}, easiest first`}
        </span>
      </div>
      {most && (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table options">
            <thead>
              <tr>
                <th>Tap and route</th>
                <th>Cable</th>
                <th>Holes</th>
                <th>Wall opened</th>
                <th>Power off</th>
                <th>Work</th>
                <th>Parts</th>
                <th>Risk</th>
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
                  dark={o.dark.map((id) => labels.get(id) ?? '').join(', ') || 'nothing known'}
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
          Kept, but not found any more as things are now: {p.label}.{' '}
          <button
            type="button"
            className="linklike"
            onClick={() => edits.job({ ...job, pinned: pinned.filter((x) => x.key !== p.key) })}
          >
            Let it go
          </button>
        </p>
      ))}
      {evaluation.options.length > 1 && (
        <div>
          <Button size="small" aria-expanded={comparing} onClick={() => setComparing(!comparing)}>
            {comparing ? 'Close the comparison' : 'Compare two of them'}
          </Button>
        </div>
      )}
      {comparing && <Compare evaluation={evaluation} />}
      {job.wants.length === 0 && <p className="empty">Nothing is wanted yet: place a point in mark 1.</p>}
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
