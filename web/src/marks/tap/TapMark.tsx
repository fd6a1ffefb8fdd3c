import {
  duration,
  formatArea,
  formatLength,
  sourceLine,
  type Evaluation,
  type OptionView,
} from '@elwand/core';
import { StateMark, OptionTag } from '../../parts/Mark.tsx';
import { useWork } from '../../workspace/work.ts';
import { DropPath } from './DropPath.tsx';
import { LoadChart } from './LoadChart.tsx';
import { LoadDay } from './LoadDay.tsx';
import { TripCharts } from './TripCharts.tsx';
import '../marks.css';

function Bar({ share }: { readonly share: number }) {
  return (
    <span className="bar" aria-hidden="true">
      <span style={{ width: `${Math.max(2, Math.round(share * 100))}%` }} />
    </span>
  );
}

function visits(o: OptionView): string {
  const evenings = `${o.visits.evenings} evening${o.visits.evenings === 1 ? '' : 's'}`;
  return o.visits.days > 1 ? `${evenings}, over ${o.visits.days + o.visits.evenings - 1} days` : evenings;
}

function OptionRow({
  option,
  n,
  chosen,
  most,
  units,
  dark,
  onChoose,
}: {
  readonly option: OptionView;
  readonly n: number;
  readonly chosen: boolean;
  readonly most: OptionView;
  readonly units: Evaluation['bundle']['house']['units'];
  readonly dark: string;
  readonly onChoose: () => void;
}) {
  const open = [
    option.toSettle > 0 ? `${option.toSettle} to settle` : '',
    option.toAsk > 0 ? `${option.toAsk} to ask` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <tr className={chosen ? 'option option-chosen' : 'option'}>
      <td>
        <button type="button" className="option-name" aria-pressed={chosen} onClick={onChoose}>
          <OptionTag n={n} />
          <span>
            <span>
              <b>{option.taps.map((t) => t.label).join(' and ')}</b>, {option.way}
            </span>
            <span className="muted option-why">{[...option.schemes, option.why].join('; ')}</span>
            <span className="quiet">
              {option.state === 'stop' ? option.stops.join('; ') : open === '' ? 'nothing open' : open}. Goes
              dark: {dark}
            </span>
          </span>
          <StateMark state={option.state} />
        </button>
      </td>
      <td className="measure">
        {formatLength(option.cableMm, units)}
        <Bar share={option.cableMm / most.cableMm} />
      </td>
      <td className="measure">
        {option.holes}
        <Bar share={most.holes > 0 ? option.holes / most.holes : 0} />
      </td>
      <td className="measure">
        {option.openedMm2 > 0
          ? `${formatArea(option.openedMm2, units)} in ${option.openings} place${option.openings === 1 ? '' : 's'}`
          : 'none'}
      </td>
      <td className="measure">{duration(option.outageMinutes)}</td>
      <td className="measure">
        {duration(option.minutes)}
        <Bar share={option.minutes / most.minutes} />
      </td>
      <td>{visits(option)}</td>
      <td className="measure">
        {option.risk < most.risk * 0.5 ? 'low' : option.risk < most.risk * 0.85 ? 'middling' : 'highest here'}
        <Bar share={most.risk > 0 ? option.risk / most.risk : 0} />
      </td>
    </tr>
  );
}

const largest = (options: readonly OptionView[]): OptionView | undefined => {
  const first = options[0];
  return (
    first && {
      ...first,
      cableMm: Math.max(...options.map((o) => o.cableMm)),
      holes: Math.max(...options.map((o) => o.holes)),
      minutes: Math.max(...options.map((o) => o.minutes)),
      risk: Math.max(...options.map((o) => o.risk)),
    }
  );
};

function Others({ evaluation }: { readonly evaluation: Evaluation }) {
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
              ? no.join('; ')
              : !reached
                ? 'no way from there was found'
                : `would work: ${
                    candidate.reasons
                      .filter((r) => r.kind !== 'good')
                      .map((r) => r.says)
                      .join('; ') || 'but the ways shown are lighter'
                  }`;
          return (
            <li key={`${group}-${candidate.pointId}`}>
              <b>{candidate.label}</b>{' '}
              <span className={no.length > 0 ? undefined : 'muted'}>
                {why}
                {no.length > 0 && <span className="quiet others-source">{from.join('; ')}</span>}
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
  const { bundle, evaluation, edits } = useWork();
  const { house, job } = bundle;
  const most = largest(evaluation.options);
  const labels = new Map(house.points.map((p) => [p.id, p.label] as const));
  return (
    <div className="section stack">
      <div className="row">
        <h2>Where to tap</h2>
        <span className="muted">
          {evaluation.options.length === 0
            ? 'no way found'
            : `${evaluation.options.length} way${evaluation.options.length === 1 ? '' : 's'} to feed ${job.wants.length === 1 ? 'it' : `${job.wants.length} points`}, lightest work first`}
        </span>
      </div>
      {most && (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table options">
            <thead>
              <tr>
                <th>Tap and way</th>
                <th>Cable</th>
                <th>Holes</th>
                <th>Wall opened</th>
                <th>Power off</th>
                <th>Work</th>
                <th>Done in</th>
                <th>May go wrong</th>
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
                  onChoose={() => edits.job({ ...job, option: o.key })}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
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
