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
  row,
  routeKindText,
  q,
  END_SLACK_MM,
  STICK_MM,
} from '@elwand/core';
import { Button, Dropdown } from 'antd';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';
import { Said, slot } from '../../app/Said.tsx';

const MoveView = lazy(() => import('./MoveView.tsx').then((m) => ({ default: m.MoveView })));
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
      <td className="measure">{say(msg('screen.run.from-the-left-corner', { x: L(hole.xMm), wall }))}</td>
      <td className="measure">
        {hole.through === 'top plates' || hole.through === 'bottom plate'
          ? say(msg('screen.run.in-the-plate'))
          : say(msg('screen.run.up', { height: L(hole.heightMm) }))}
      </td>
      <td className="measure">{L(hole.diameterMm)}</td>
      <td>
        {say(
          row([
            msg('screen.run.to-each-face', { edge: L(hole.edgeMm) }),
            hole.plateNeeded ? msg('screen.run.nail-plate') : '',
            hole.fireSeal ? msg('screen.run.seal-it') : '',
          ]),
        )}
      </td>
      <td>{transfer?.best ? <Transfer transfer={transfer} /> : say(msg('screen.run.seen-from-the-room'))}</td>
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
        {say(msg('screen.run.from', { side, where: transferText(best) }))}{' '}
        <b className={sure ? undefined : 'settle-text'}>
          {say(msg('screen.run.lands-at', { odds: chance(best.odds.both) }))}
        </b>
      </summary>
      <p className="quiet">
        {say(
          msg('screen.run.along-the-wall-across-it', {
            along: chance(best.odds.along),
            across: chance(best.odds.across),
          }),
        )}
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
                  label: say(msg('screen.run.do-not-at-the', { name, wall: wall.name.toLowerCase() })),
                  onClick: () => avoid(wall.id),
                },
              ]
            : []),
          { key: 'all', label: say(msg('screen.run.do-not-anywhere', { name })), onClick: () => avoid(null) },
        ],
      }}
    >
      <Button
        size="small"
        type="text"
        className="no-print"
        aria-label={say(msg('screen.run.another-way-than', { move: move.says }))}
      >
        {say(msg('screen.run.another-way'))}
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
        {move.holes.length + move.joists.length > 0 && (
          <Suspense fallback={null}>
            <MoveView move={move} />
          </Suspense>
        )}
        {move.joists.length > 0 && (
          <p className="quiet measure">
            {say(
              msg('screen.run.joists-bored-at-least-from', {
                count: move.joists.length,
                diameter: formatLength(move.joists[0]?.diameterMm ?? 0, bundle.house.units, 'inches'),
                keep: formatLength(move.joists[0]?.keepMm ?? 0, bundle.house.units, 'inches'),
              }),
            )}
          </p>
        )}
        {move.plates > 0 && (
          <p className="quiet measure">
            {say(msg('screen.run.steel-plates-one-a-stud', { plates: move.plates }))}
          </p>
        )}
        {move.supportsMm.length > 0 && (
          <p className="quiet measure">
            {say(msg('screen.run.fastened-at', { supports: move.supportsMm.map(L).join(', ') }))}
          </p>
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
  return (
    <p className="quiet">
      <Said
        text={msg('screen.run.raceway', {
          method: leg.method,
          cut: slot('cut'),
          lengths: run.sticks,
          stick: q.distance(STICK_MM),
          bends: run.bends,
          offsets: run.offsets,
          degrees: run.degrees,
          couplings: run.couplings,
          wire: slot('wire'),
        })}
        slots={{
          cut: <span className="measure">{L(run.cutMm)}</span>,
          wire: <span className="measure">{L(run.wireMm)}</span>,
        }}
      />
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
  const say = useSay();
  const { bundle } = useWork();
  const name = (id: string) =>
    bundle.house.points.find((p) => p.id === id)?.label ??
    bundle.house.panels.find((p) => p.id === id)?.label ??
    bundle.job.wants.find((w) => newPointId(w) === id)?.label ??
    '?';
  const end = { end: q.length(END_SLACK_MM) };
  const holes = leg.route.moves.flatMap((m, k) => m.holes.map((hole) => ({ hole, k })));
  return (
    <section className="leg" aria-label={say(msg('screen.run.leg', { n }))}>
      <h3>
        <Said
          text={msg('screen.run.leg-from-to', {
            from: name(leg.from),
            to: name(leg.to),
            length: slot('length'),
          })}
          slots={{
            length: <span className="measure">{formatCable(leg.route.cableMm, bundle.house.units)}</span>,
          }}
        />{' '}
        <span className="muted">
          {say(
            leg.conductors > 2
              ? msg('screen.run.of-cable-with-conductors', { ...end, conductors: leg.conductors })
              : msg('screen.run.of-cable', end),
          )}
        </span>
      </h3>
      <ol className="moves">
        {leg.route.moves.map((m, i) => (
          <MoveLine key={i} move={m} n={i + 1} />
        ))}
      </ol>
      <Raceway leg={leg} />
      {holes.length > 0 && (
        <div
          style={{ overflowX: 'auto' }}
          tabIndex={0}
          role="region"
          aria-label={say(msg('screen.run.holes-of-leg', { n }))}
        >
          <table className="plain-table">
            <thead>
              <tr>
                <th>{say(msg('screen.run.hole-through'))}</th>
                <th>{say(msg('screen.run.mark-it'))}</th>
                <th>{say(msg('screen.run.height'))}</th>
                <th>{say(msg('screen.run.bit'))}</th>
                <th>{say(msg('screen.run.wood-left'))}</th>
                <th>{say(msg('screen.run.found-from-the-other-side'))}</th>
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
        <p className="muted">{say(msg('screen.run.both-boxes-share-the-bay'))}</p>
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
      <span className="muted">{say(msg('screen.run.ruled-out'))}</span>
      {list.map((a, i) => {
        const wall = a.wallId && evaluation.plan.lines.get(a.wallId)?.wall.name.toLowerCase();
        const says = say(row([OPERATIONS[a.op as OperationKind]?.name ?? a.op, wall || '']));
        return (
          <Button
            key={i}
            size="small"
            aria-label={say(msg('screen.run.allow-again', { says }))}
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
        <h2>{say(msg('screen.run.cable-route'))}</h2>
        <span className="muted">
          {say(
            msg('screen.run.holes', { way: routeKindText(chosen.option.way), holes: chosen.option.holes }),
          )}
        </span>
      </div>
      <Avoided />
      {chosen.option.legs.length > 0 && (
        <Suspense fallback={<p className="muted">{say(msg('screen.run.drawing'))}</p>}>
          <Sheets />
        </Suspense>
      )}
      {chosen.option.legs.map((leg, i) => (
        <Leg key={leg.to} leg={leg} n={i + 1} transfers={transfers.filter((t) => t.leg === i)} />
      ))}
      <p className="muted">
        {say(
          msg('screen.run.tools-for-the-way-before', {
            tools:
              tools.map((t) => say(toolText(t))).join(', ') || say(msg('screen.run.none-beyond-the-usual')),
          }),
        )}
      </p>
    </div>
  );
}
