import {
  ceilingPlace,
  formatLength,
  makeWant,
  chance,
  type Bundle,
  type Evaluation,
  type Finding,
  type Want,
  type WantId,
  msg,
  sentences,
} from '@elwand/core';
import { Button, Segmented } from 'antd';
import { lazy, Suspense, useMemo } from 'react';
import { freshId } from '../parts/ids.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { roomShown, selected as selectedAction, wallFiltered } from '../state/view.ts';
import { Strip, type Spot } from '../strip/Strip.tsx';
import { layoutStrip } from '../strip/layout.ts';
import { useDragPreview } from './use-drag-preview.ts';
import { useWidth } from './use-width.ts';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';

const moved = (bundle: Bundle, id: WantId, change: (w: Want) => Want): Bundle => ({
  ...bundle,
  job: { ...bundle.job, wants: bundle.job.wants.map((w) => (w.id === id ? change(w) : w)) },
});
const toSpot =
  (spot: Spot) =>
  (w: Want): Want => ({
    ...w,
    at: { on: 'wall', wallId: spot.wallId, xMm: spot.xMm, heightMm: spot.heightMm },
  });

function nextLabel(wants: readonly Want[]): string {
  for (let n = 1; ; n++) if (!wants.some((w) => w.label === `new ${n}`)) return `new ${n}`;
}

const StripList = lazy(() => import('./StripList.tsx').then((m) => ({ default: m.StripList })));

export interface StripPanelProps {
  readonly trueShape: boolean;
  readonly asList: boolean;
  readonly phone: boolean;
  readonly dimensions: boolean;
  readonly coverage: boolean;
  readonly odds: boolean;
  /** Shows what is dragged to the checks while it moves. */
  readonly onPreview: (evaluation: Evaluation | null) => void;
  readonly findings: readonly Finding[];
}

/** The strip with its room and wall choice, and what a person does on it. */
export function StripPanel({
  trueShape,
  asList,
  phone,
  dimensions,
  coverage,
  odds,
  onPreview,
  findings,
}: StripPanelProps) {
  const say = useSay();
  const { bundle, evaluation, proofs, edits, room, placing, setPlacing } = useWork();
  const dispatch = useAppDispatch();
  const { selected, wallFilter, focusedFinding } = useAppSelector((s) => s.view);
  const [box, width] = useWidth<HTMLDivElement>(860);
  const { preview, drag: dragTo, end } = useDragPreview(evaluation, proofs, onPreview);
  const shown = preview ?? evaluation;
  const lit = useMemo(
    () => findings.find((f) => f.key === focusedFinding)?.subjects ?? [],
    [findings, focusedFinding],
  );
  if (!room) return null;
  const wanted = bundle.job.wants.find((w) => w.id === selected) ?? bundle.job.wants[0];
  const wantedWall =
    wanted?.at.on === 'wall'
      ? room.walls.find((w) => wanted.at.on === 'wall' && w.id === wanted.at.wallId)?.id
      : undefined;
  // A phone shows one wall at a time: first the one that the work is on.
  const onlyWall = wallFilter ?? (phone ? (wantedWall ?? room.walls[0]?.id ?? null) : null);
  const layout = layoutStrip(room, { width, onlyWall, trueShape, wallPx: 200 });

  const drag = (id: WantId, spot: Spot) => dragTo(moved(bundle, id, toSpot(spot)));
  const drop = (id: WantId, spot: Spot) => {
    end();
    edits.job(moved(bundle, id, toSpot(spot)).job);
  };
  const nudge = (id: WantId, dx: number, dy: number) =>
    edits.job(
      moved(bundle, id, (w) => {
        if (w.at.on !== 'wall') return w;
        const wall = evaluation.plan.lines.get(w.at.wallId)?.wall;
        return {
          ...w,
          at: {
            ...w.at,
            xMm: Math.min(Math.max(w.at.xMm + dx, 0), wall?.lengthMm ?? 0),
            heightMm: Math.min(Math.max(w.at.heightMm + dy, 0), room.ceilingMm),
          },
        };
      }).job,
      `nudge-${id}`,
    );
  const nextBay = (id: WantId, direction: 1 | -1) =>
    edits.job(
      moved(bundle, id, (w) => {
        if (w.at.on !== 'wall') return w;
        const x = w.at.xMm;
        const middles = (evaluation.frames.get(w.at.wallId)?.bays ?? []).map(
          (b) => (b.leftMm + b.rightMm) / 2,
        );
        const to = direction > 0 ? middles.find((m) => m > x + 1) : middles.filter((m) => m < x - 1).at(-1);
        return to === undefined ? w : { ...w, at: { ...w.at, xMm: to } };
      }).job,
      `bay-${id}`,
    );
  const put = (at: Want['at']) => {
    if (!placing) return;
    const id = freshId('want');
    edits.job({
      ...bundle.job,
      wants: [...bundle.job.wants, makeWant(id, nextLabel(bundle.job.wants), at, { kind: placing })],
    });
    dispatch(selectedAction(id));
    setPlacing(null);
  };
  const placeOnCeiling = () =>
    put({ on: 'ceiling', roomId: room.id, ...ceilingPlace(room, placing === 'fan').at });
  const place = (spot: Spot) => {
    if (!placing) return;
    const near = bundle.house.points.find(
      (p) => p.kind === placing && evaluation.plan.roomOf(p.at)?.id === room.id && p.at.on === 'wall',
    );
    // People copy the height of the neighbors: a click near it means it.
    const heightMm =
      near?.at.on === 'wall' && Math.abs(near.at.heightMm - spot.heightMm) < 250
        ? near.at.heightMm
        : spot.heightMm;
    put({ on: 'wall', ...spot, heightMm });
  };
  const dragged =
    preview && selected !== null ? preview.bundle.job.wants.find((w) => w.id === selected) : undefined;
  const placement = dragged && preview?.placements.get(dragged.id);
  const offer = dragged && preview?.offers.get(dragged.id);
  const L = (mm: number) => formatLength(mm, bundle.house.units, 'inches');

  return (
    <section className="strip-panel" aria-label={say(msg('screen.workspace.the-room-unrolled'))}>
      <div className="strip-bar">
        {bundle.house.rooms.length > 1 && (
          <Segmented
            size="small"
            value={room.id}
            options={bundle.house.rooms.map((r) => ({ value: r.id, label: r.name }))}
            onChange={(id) => dispatch(roomShown(id))}
          />
        )}
        <span className="muted strip-caption hide-phone">
          {say(
            sentences([
              bundle.house.rooms.length > 1
                ? msg('screen.workspace.unrolled-seen-from-inside')
                : msg('screen.workspace.room-unrolled-seen-from-inside', { room: room.name }),
              Math.abs(layout.ratio - 1) > 0.02
                ? msg('screen.workspace.heights-drawn-to-1', { ratio: layout.ratio.toFixed(2) })
                : msg('screen.workspace.true-shape'),
            ]),
          )}
        </span>
        <span className="grow" />
        <Segmented
          size="small"
          value={onlyWall ?? 'all'}
          options={[
            ...(phone ? [] : [{ value: 'all', label: say(msg('screen.workspace.all-walls')) }]),
            ...room.walls.map((w) => ({ value: w.id, label: w.name.replace(/ wall$/i, '') })),
          ]}
          onChange={(v) => dispatch(wallFiltered(v === 'all' ? null : v))}
        />
      </div>
      {placing && (
        <p className="banner" role="status">
          {say(msg(`screen.want.click-where.${placing}`))}{' '}
          {(placing === 'luminaire' || placing === 'fan') && (
            <Button size="small" onClick={placeOnCeiling}>
              {say(msg('screen.workspace.middle-of-the-ceiling'))}
            </Button>
          )}
          <Button size="small" type="link" onClick={() => setPlacing(null)}>
            {say(msg('screen.workspace.cancel'))}
          </Button>
        </p>
      )}
      <div ref={box} className="strip-box">
        {asList ? (
          <Suspense fallback={null}>
            <StripList evaluation={shown} roomId={room.id} />
          </Suspense>
        ) : (
          <Strip
            evaluation={shown}
            room={room}
            width={Math.max(width, 300)}
            onlyWall={onlyWall}
            trueShape={trueShape}
            dimensions={dimensions}
            coverage={coverage}
            odds={odds}
            selected={selected}
            lit={lit}
            onSelect={(id) => dispatch(selectedAction(id))}
            onDrag={drag}
            onDrop={drop}
            onNudge={nudge}
            onNextBay={nextBay}
            {...(placing ? { onPlace: place } : {})}
          />
        )}
      </div>
      <p className="quiet strip-live" aria-live="polite">
        {dragged?.at.on === 'wall' && placement
          ? say(
              sentences([
                msg('screen.workspace.dragged', {
                  label: dragged.label,
                  x: L(dragged.at.xMm),
                  height: L(dragged.at.heightMm),
                }),
                placement.bay
                  ? msg('screen.workspace.bay-clear-at', {
                      bay: placement.bay.index + 1,
                      odds: chance(placement.odds),
                    })
                  : msg('screen.workspace.on-wood-or-in-an'),
                offer ? msg('screen.workspace.nearest-good-place', { x: L(offer.xMm) }) : '',
              ]),
            )
          : coverage
            ? say(msg('screen.workspace.bars-at-the-floor-and'))
            : ''}
        {odds ? ` ${say(msg('screen.workspace.under-each-bay-how-likely'))}` : ''}
      </p>
    </section>
  );
}
