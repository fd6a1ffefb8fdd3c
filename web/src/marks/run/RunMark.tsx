import { duration, formatLength, newPointId, type Hole, type Move, type PlannedLeg } from '@elwand/core';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';

function HoleLine({ hole }: { readonly hole: Hole }) {
  const { bundle, evaluation } = useWork();
  const L = (mm: number) => formatLength(mm, bundle.house.units, 'inches');
  const wall = evaluation.plan.lines.get(hole.wallId)?.wall.name.toLowerCase() ?? 'wall';
  return (
    <tr>
      <td>{hole.through}</td>
      <td className="measure">
        {L(hole.xMm)} from the left corner, {wall}
      </td>
      <td className="measure">
        {hole.through === 'top plates' || hole.through === 'bottom plate'
          ? 'in the plate'
          : `${L(hole.heightMm)} up`}
      </td>
      <td className="measure">{L(hole.diameterMm)}</td>
      <td>
        {L(hole.edgeMm)} to each face{hole.plateNeeded ? ': steel plate' : ''}
        {hole.fireSeal ? '; seal it' : ''}
      </td>
    </tr>
  );
}

function MoveLine({ move, n }: { readonly move: Move; readonly n: number }) {
  const { bundle } = useWork();
  const L = (mm: number) => formatLength(mm, bundle.house.units);
  return (
    <li>
      <span className="move-n measure">{n}</span>
      <div>
        <b>{move.says}</b>
        <p className="muted">{move.why}</p>
        {move.supportsMm.length > 0 && (
          <p className="quiet measure">Staples at {move.supportsMm.map(L).join(', ')}</p>
        )}
      </div>
      <span className="measure muted">{duration(move.minutes)}</span>
    </li>
  );
}

function Leg({ leg, n }: { readonly leg: PlannedLeg; readonly n: number }) {
  const { bundle } = useWork();
  const name = (id: string) =>
    bundle.house.points.find((p) => p.id === id)?.label ??
    bundle.job.wants.find((w) => newPointId(w) === id)?.label ??
    '?';
  const holes = leg.route.moves.flatMap((m) => m.holes);
  return (
    <section className="leg" aria-label={`Leg ${n}`}>
      <h3>
        {name(leg.from)} to {name(leg.to)}:{' '}
        <span className="measure">{formatLength(leg.route.cableMm, bundle.house.units)}</span>{' '}
        <span className="muted">of cable, with 12 in left at each end</span>
      </h3>
      <ol className="moves">
        {leg.route.moves.map((m, i) => (
          <MoveLine key={i} move={m} n={i + 1} />
        ))}
      </ol>
      {holes.length > 0 && (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table">
            <thead>
              <tr>
                <th>Hole through</th>
                <th>Mark it</th>
                <th>Height</th>
                <th>Bit</th>
                <th>Wood left</th>
              </tr>
            </thead>
            <tbody>
              {holes.map((h, i) => (
                <HoleLine key={i} hole={h} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {leg.route.moves.length === 0 && (
        <p className="muted">Both boxes share the bay: straight from one to the other.</p>
      )}
    </section>
  );
}

/** Mark 5: how the cable gets there, move by move, with where to mark and drill. */
export function RunMark() {
  const { evaluation } = useWork();
  const { chosen } = evaluation;
  if (!chosen) return <NoPlan />;
  const tools = [...new Set(chosen.option.legs.flatMap((l) => l.route.tools))];
  return (
    <div className="section stack">
      <div className="row">
        <h2>The way of the cable</h2>
        <span className="muted">
          {chosen.option.way}, {chosen.option.holes} hole{chosen.option.holes === 1 ? '' : 's'}
        </span>
      </div>
      {chosen.option.legs.map((leg, i) => (
        <Leg key={leg.to} leg={leg} n={i + 1} />
      ))}
      <p className="muted">
        Tools for the way: {tools.join(', ') || 'none beyond the usual'}. Before each hole: look for pipes and
        cables, drill shallow first.
      </p>
    </div>
  );
}
