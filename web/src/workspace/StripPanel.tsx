import { formatLength, chance, type Evaluation, type Finding, type Room, msg, sentences } from '@elwand/core';
import { Segments } from '../parts/Segments.tsx';
import { lazy, Suspense, useMemo, useState } from 'react';
import { RoomPicker } from '../parts/RoomPicker.tsx';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { STRIP_PX } from '../state/device-view.ts';
import { roomShown, selected as selectedAction, stripDrawn, wallFiltered } from '../state/view.ts';
import type { StripActions } from '../strip/gesture.ts';
import { Strip } from '../strip/Strip.tsx';
import { layoutStrip } from '../strip/layout.ts';
import { StripHandle } from './StripHandle.tsx';
import { useDragPreview } from './use-drag-preview.ts';
import { useWidth } from './use-width.ts';
import { GHOST, usePlacing, type Placing } from './use-placing.ts';
import { inNextBay, nudged, toSpot, withWant } from './want-moves.ts';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';
import { withSentences } from '../app/with-sentences.ts';

const PlacingBanner = lazy(() => import('./PlacingBanner.tsx').then((m) => ({ default: m.PlacingBanner })));
const ThingMenu = lazy(() =>
  withSentences(import('../marks/want/ThingMenu.tsx')).then((m) => ({ default: m.ThingMenu })),
);
const StripTouch = lazy(() => import('../strip/StripTouch.tsx').then((m) => ({ default: m.StripTouch })));
const StripList = lazy(() => import('./StripList.tsx').then((m) => ({ default: m.StripList })));

const TOUCHED = navigator.maxTouchPoints > 0;

export interface StripPanelProps {
  readonly trueShape: boolean;
  readonly asList: boolean;
  readonly phone: boolean;
  readonly dimensions: boolean;
  readonly coverage: boolean;
  readonly odds: boolean;
  /** What is there can be asked what should become of it. */
  readonly menu: boolean;
  /** Shows what is dragged to the checks while it moves. */
  readonly onPreview: (evaluation: Evaluation | null) => void;
  readonly findings: readonly Finding[];
}

/** What a hand does on the strip, as changes of the job; places a new point while one is to be placed. */
function useStripEdits(
  room: Room | null,
  preview: ReturnType<typeof useDragPreview>,
  placing: Placing,
): StripActions {
  const { bundle, evaluation, edits, placing: kind } = useWork();
  const dispatch = useAppDispatch();
  return {
    onSelect: (id) => dispatch(selectedAction(id)),
    onDrag: (id, spot) => preview.drag(withWant(bundle, id, toSpot(spot))),
    onDrop: (id, spot) => {
      preview.end();
      edits.job(withWant(bundle, id, toSpot(spot)).job);
    },
    onCancel: preview.end,
    onNudge: (id, dx, dy) =>
      room && edits.job(withWant(bundle, id, nudged(evaluation, room, dx, dy)).job, `nudge-${id}`),
    onNextBay: (id, direction) =>
      edits.job(withWant(bundle, id, inNextBay(evaluation, direction)).job, `bay-${id}`),
    ...(kind ? { onPlace: placing.place, onPoint: placing.point } : {}),
  };
}

/** Which room and which wall is shown, and how it is drawn. */
function StripBar({
  rooms,
  room,
  ratio,
  phone,
  onlyWall,
}: {
  readonly rooms: readonly Room[];
  readonly room: Room;
  readonly ratio: number;
  readonly phone: boolean;
  readonly onlyWall: string | null;
}) {
  const say = useSay();
  const dispatch = useAppDispatch();
  return (
    <div className="strip-bar">
      <RoomPicker rooms={rooms} value={room.id} phone={phone} onChange={(id) => dispatch(roomShown(id))} />
      <span className="muted strip-caption hide-phone">
        {say(
          sentences([
            rooms.length > 1
              ? msg('screen.workspace.unrolled-seen-from-inside')
              : msg('screen.workspace.room-unrolled-seen-from-inside', { room: room.name }),
            Math.abs(ratio - 1) > 0.02
              ? msg('screen.workspace.heights-drawn-to-1', { ratio: ratio.toFixed(2) })
              : msg('screen.workspace.true-shape'),
          ]),
        )}
      </span>
      <span className="grow" />
      <Segments<string>
        label={say(msg('screen.strip.wall'))}
        value={onlyWall ?? 'all'}
        options={[
          ...(phone ? [] : [{ value: 'all', label: say(msg('screen.workspace.all-walls')) }]),
          ...room.walls.map((w) => ({ value: w.id, label: w.name.replace(/ wall$/i, '') })),
        ]}
        onChange={(v) => dispatch(wallFiltered(v === 'all' ? null : v))}
      />
    </div>
  );
}

/** Where the point that is being moved is, in words; else what the bars under the walls are. */
function Dragged({
  preview,
  selected,
  otherwise,
}: {
  readonly preview: Evaluation | null;
  readonly selected: string | null;
  readonly otherwise: boolean;
}) {
  const say = useSay();
  const dragged = preview?.bundle.job.wants.find((w) => w.id === selected);
  const placement = dragged && preview?.placements.get(dragged.id);
  const offer = dragged && preview?.offers.get(dragged.id);
  if (!preview || dragged?.at.on !== 'wall' || !placement)
    return otherwise ? say(msg('screen.workspace.bars-at-the-floor-and')) : '';
  const L = (mm: number) => formatLength(mm, preview.bundle.house.units, 'inches');
  const length = preview.plan.lines.get(dragged.at.wallId)?.wall.lengthMm ?? 0;
  return say(
    sentences([
      msg('screen.workspace.dragged', {
        label: dragged.label,
        x: L(dragged.at.xMm),
        rest: L(Math.max(0, length - dragged.at.xMm)),
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
  );
}

/** The wall that comes next in a room, around and around; from all of them the first or the last. */
export function wallAfter({ walls }: Room, from: string | null, by: number): string | undefined {
  const i = walls.findIndex((w) => w.id === from);
  return walls[i < 0 && by < 0 ? walls.length - 1 : (i + by + walls.length) % walls.length]?.id;
}

/** The strip with its room and wall choice, and what a person does on it. */
export function StripPanel({
  trueShape,
  asList,
  phone,
  dimensions,
  coverage,
  odds,
  menu,
  onPreview,
  findings,
}: StripPanelProps) {
  const say = useSay();
  const { bundle, evaluation, proofs, room, placing: isPlacing } = useWork();
  const dispatch = useAppDispatch();
  const { selected: chosen, wallFilter, focusedFinding, stripPx } = useAppSelector((s) => s.view);
  const [box, width] = useWidth<HTMLDivElement>(860);
  const moving = useDragPreview(evaluation, proofs, onPreview);
  const placing = usePlacing(room, moving);
  const actions = useStripEdits(room, moving, placing);
  const [zoom, setZoom] = useState(1);
  const [asked, setAsked] = useState<string | null>(null);
  const thing = bundle.house.points.find((p) => p.id === asked);
  const select = (id: string | null) => {
    actions.onSelect?.(id);
    if (menu && !isPlacing) setAsked(id);
  };
  const shown = moving.preview ?? evaluation;
  const selected = placing.ghost ? GHOST : chosen;
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
  const layout = layoutStrip(room, { width, onlyWall, trueShape, wallPx: stripPx || STRIP_PX.usual });

  return (
    <section className="strip-panel" aria-label={say(msg('screen.workspace.the-room-unrolled'))}>
      <StripBar
        rooms={bundle.house.rooms}
        room={room}
        ratio={layout.ratio}
        phone={phone}
        onlyWall={onlyWall}
      />
      {isPlacing && (
        <Suspense fallback={<div className="banner placing" />}>
          <PlacingBanner kind={isPlacing} room={room} placing={placing} phone={phone} />
        </Suspense>
      )}
      <div ref={box} className="strip-box" data-zoomed={zoom > 1 || undefined}>
        {stripPx === 0 && !asList ? null : asList ? (
          <Suspense fallback={null}>
            <StripList evaluation={shown} roomId={room.id} />
          </Suspense>
        ) : (
          <Strip
            evaluation={shown}
            room={room}
            wallPx={stripPx}
            width={Math.max(width, 300) * zoom}
            onlyWall={onlyWall}
            trueShape={trueShape}
            dimensions={dimensions}
            coverage={coverage}
            odds={odds}
            selected={selected}
            lit={lit}
            {...actions}
            onSelect={select}
          />
        )}
      </div>
      {!asList && <StripHandle px={stripPx} onChange={(px) => dispatch(stripDrawn(px))} />}
      {TOUCHED && !asList && (
        <Suspense fallback={null}>
          <StripTouch
            host={box}
            zoom={zoom}
            onZoom={setZoom}
            onWall={(by) => {
              const next = onlyWall !== null && wallAfter(room, onlyWall, by);
              if (next) dispatch(wallFiltered(next));
            }}
          />
        </Suspense>
      )}
      {menu && thing && !asList && (
        <Suspense fallback={null}>
          <ThingMenu
            key={thing.id}
            point={thing}
            onPreview={(there) => (there ? moving.drag(there) : moving.end())}
            onClose={() => setAsked(null)}
          />
        </Suspense>
      )}
      <p className="quiet strip-live" aria-live="polite">
        <Dragged preview={moving.preview} selected={selected} otherwise={coverage} />
        {odds ? ` ${say(msg('screen.workspace.under-each-bay-how-likely'))}` : ''}
      </p>
    </section>
  );
}
