import {
  duration,
  formatCable,
  formatLength,
  isRaceway,
  racewayLeg,
  newPointId,
  onWall,
  OPERATIONS,
  chance,
  msg,
  settingOf,
  TRANSFER_WISH,
  transfersOf,
  toolText,
  transferText,
  type Hole,
  type HoleTransfer,
  type Move,
  type OperationKind,
  type PlannedLeg,
  type WallId,
} from '@elwand/core';
import { Button, Dropdown } from 'antd';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

const TransferView = lazy(() => import('./TransferView.tsx').then((m) => ({ default: m.TransferView })));
const Sheets = lazy(() => import('./Sheets.tsx').then((m) => ({ default: m.Sheets })));

function HoleLine({ hole, transfer }: { readonly hole: Hole; readonly transfer: HoleTransfer | undefined }) {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const L = (mm: number) => formatLength(mm, bundle.house.units, 'inches');
  const wall = evaluation.plan.lines.get(hole.wallId)?.wall.name.toLowerCase() ?? 'wall';
  return (
    <tr>
      <td>{say(msg(`names.member.${hole.through}`))}</td>
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
      <td>{transfer?.best ? <Transfer transfer={transfer} /> : 'seen from the room'}</td>
    </tr>
  );
}

/** How to find the place of a hole from above or below: the best reference, its odds, and the others. */
function Transfer({ transfer }: { readonly transfer: HoleTransfer }) {
  const say = useSay();
  const { best, all, side } = transfer;
  const [open, setOpen] = useState(false);
  if (!best) return null;
  const sure = best.odds.both >= TRANSFER_WISH;
  const rest = all.filter((t) => t !== best).slice(0, 3);
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        From {side}: {say(transferText(best))}{' '}
        <b className={sure ? undefined : 'settle-text'}>Lands at {chance(best.odds.both)}</b>
      </summary>
      <p className="quiet">
        Along the wall {chance(best.odds.along)}, across it {chance(best.odds.across)}; pipes and cables are
        not counted.
      </p>
      {open && (
        <Suspense fallback={null}>
          <TransferView transfer={transfer} />
        </Suspense>
      )}
      <ul className="quiet">
        {rest.map((t) => (
          <li key={`${t.kind}${t.referenceMm}`}>
            {say(transferText(t))}: {chance(t.odds.both)}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** "Not this way": the kind of work is left out here or everywhere, and the rest is searched anew. */
function Instead({ move }: { readonly move: Move }) {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { job } = bundle;
  const place = onWall(move.from) ? move.from : onWall(move.to) ? move.to : undefined;
  const wall = place && evaluation.plan.lines.get(place.wallId)?.wall;
  const avoid = (wallId: WallId | null) =>
    edits.job({ ...job, avoid: [...(job.avoid ?? []), { op: move.op, wallId }], option: null });
  const name = OPERATIONS[move.op].name;
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: [
          ...(wall
            ? [
                {
                  key: 'here',
                  label: `Do not ${say(name)} at the ${wall.name.toLowerCase()}`,
                  onClick: () => avoid(wall.id),
                },
              ]
            : []),
          { key: 'all', label: `Do not ${say(name)} anywhere`, onClick: () => avoid(null) },
        ],
      }}
    >
      <Button
        size="small"
        type="text"
        className="no-print"
        aria-label={`Another way than: ${say(move.says)}`}
      >
        Another way
      </Button>
    </Dropdown>
  );
}

function MoveLine({ move, n }: { readonly move: Move; readonly n: number }) {
  const say = useSay();
  const { bundle } = useWork();
  const L = (mm: number) => formatLength(mm, bundle.house.units);
  return (
    <li>
      <span className="move-n measure">{n}</span>
      <div>
        <b>{say(move.says)}</b>
        <p className="muted">{say(move.why)}</p>
        {move.joists.length > 0 && (
          <p className="quiet measure">
            {move.joists.length} joists bored{' '}
            {formatLength(move.joists[0]?.diameterMm ?? 0, bundle.house.units, 'inches')}, at least{' '}
            {formatLength(move.joists[0]?.keepMm ?? 0, bundle.house.units, 'inches')} from their edges
          </p>
        )}
        {move.plates > 0 && <p className="quiet measure">{move.plates} steel plates, one a stud</p>}
        {move.supportsMm.length > 0 && (
          <p className="quiet measure">Fastened at {move.supportsMm.map(L).join(', ')}</p>
        )}
      </div>
      <span className="move-side">
        <span className="measure muted">{duration(move.minutes)}</span>
        {move.op !== 'fish' && move.op !== 'same-bay' && <Instead move={move} />}
      </span>
    </li>
  );
}

/** How the raceway of a leg is cut, bent and put together, and when its wires are pulled. */
function Raceway({ leg }: { readonly leg: PlannedLeg }) {
  const { bundle } = useWork();
  const run = isRaceway(leg.method) ? racewayLeg(leg.route, leg.method) : undefined;
  if (!run) return null;
  const L = (mm: number) => formatLength(mm, bundle.house.units);
  const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;
  return (
    <p className="quiet">
      {leg.method}: <span className="measure">{L(run.cutMm)}</span> cut along its middle, of{' '}
      {many(run.sticks, 'length')} of 10 ft; {many(run.bends, 'right angle')}
      {run.offsets > 0 ? ` and ${many(run.offsets, 'offset')} to the boxes` : ''}, {run.degrees}° in all. In
      the order they go on: connector, {run.offsets > 0 ? 'offset, ' : ''}straps as the run goes
      {run.couplings > 0 ? `, ${many(run.couplings, 'coupling')}` : ''}, connector; hubs that are not used
      stay plugged. Each wire <span className="measure">{L(run.wireMm)}</span>: pull first, cut at the boxes
      afterwards.
    </p>
  );
}

function Leg({
  leg,
  n,
  transfers,
}: {
  readonly leg: PlannedLeg;
  readonly n: number;
  readonly transfers: readonly HoleTransfer[];
}) {
  const { bundle } = useWork();
  const name = (id: string) =>
    bundle.house.points.find((p) => p.id === id)?.label ??
    bundle.house.panels.find((p) => p.id === id)?.label ??
    bundle.job.wants.find((w) => newPointId(w) === id)?.label ??
    '?';
  const holes = leg.route.moves.flatMap((m, k) => m.holes.map((hole) => ({ hole, k })));
  return (
    <section className="leg" aria-label={`Leg ${n}`}>
      <h3>
        {name(leg.from)} to {name(leg.to)}:{' '}
        <span className="measure">{formatCable(leg.route.cableMm, bundle.house.units)}</span>{' '}
        <span className="muted">
          of cable{leg.conductors > 2 ? ` with ${leg.conductors} conductors and a ground` : ''}, with 12 in
          left at each end
        </span>
      </h3>
      <ol className="moves">
        {leg.route.moves.map((m, i) => (
          <MoveLine key={i} move={m} n={i + 1} />
        ))}
      </ol>
      <Raceway leg={leg} />
      {holes.length > 0 && (
        <div style={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={`Holes of leg ${n}`}>
          <table className="plain-table">
            <thead>
              <tr>
                <th>Hole through</th>
                <th>Mark it</th>
                <th>Height</th>
                <th>Bit</th>
                <th>Wood left</th>
                <th>Found from the other side</th>
              </tr>
            </thead>
            <tbody>
              {holes.map(({ hole, k }, i) => (
                <HoleLine key={i} hole={hole} transfer={transfers.find((t) => t.move === k)} />
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

/** Work that was ruled out, each to be allowed again. */
function Avoided() {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { job } = bundle;
  const list = job.avoid ?? [];
  if (list.length === 0) return null;
  return (
    <p className="row">
      <span className="muted">Ruled out:</span>
      {list.map((a, i) => {
        const wall = a.wallId && evaluation.plan.lines.get(a.wallId)?.wall.name.toLowerCase();
        const says = `${say(OPERATIONS[a.op as OperationKind]?.name ?? a.op)}${wall ? `, ${wall}` : ''}`;
        return (
          <Button
            key={i}
            size="small"
            aria-label={`Allow again: ${says}`}
            onClick={() => edits.job({ ...job, avoid: list.filter((_, k) => k !== i), option: null })}
          >
            {says} ✕
          </Button>
        );
      })}
    </p>
  );
}

/** Mark 5: how the cable gets there, move by move, with where to mark and drill, and the drawings to take along. */
export function RunMark() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const { chosen } = evaluation;
  const transfers = useMemo(
    () => (chosen ? transfersOf(settingOf(bundle), chosen.option) : []),
    [bundle, chosen],
  );
  if (!chosen)
    return (
      <>
        <Avoided />
        <NoPlan />
      </>
    );
  const tools = [...new Set(chosen.option.legs.flatMap((l) => l.route.tools))];
  return (
    <div className="section stack">
      <div className="row">
        <h2>Cable route</h2>
        <span className="muted">
          {chosen.option.way}, {chosen.option.holes} hole{chosen.option.holes === 1 ? '' : 's'}
        </span>
      </div>
      <Avoided />
      {chosen.option.legs.length > 0 && (
        <Suspense fallback={<p className="muted">Drawing …</p>}>
          <Sheets />
        </Suspense>
      )}
      {chosen.option.legs.map((leg, i) => (
        <Leg key={leg.to} leg={leg} n={i + 1} transfers={transfers.filter((t) => t.leg === i)} />
      ))}
      <p className="muted">
        Tools for the way: {tools.map((t) => say(toolText(t))).join(', ') || 'none beyond the usual'}. Before
        each hole: look for pipes and cables, drill shallow first.
      </p>
    </div>
  );
}
