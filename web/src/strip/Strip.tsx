import {
  formatLength,
  newPointId,
  chance,
  type Evaluation,
  type Room,
  type WantId,
  type WallId,
  msg,
  type Text,
} from '@elwand/core';
import { useLayoutEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { bandText, dimensionsOf, drawRoom, type Drawn } from './drawn.ts';
import { BayOdds } from './BayOdds.tsx';
import { Coverage } from './Coverage.tsx';
import { spread } from './labels.ts';
import { layoutStrip, positionAt, type StripLayout, type Xy } from './layout.ts';
import { SYMBOL_PX } from './sizes.ts';
import { PointSymbol } from './symbols.tsx';
import { ExistingCables, Rule, WallShape } from './WallShape.tsx';
import type { DrawnWay } from './way.ts';
import './strip.css';
import { useSay } from '../app/say.ts';

export interface Spot {
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
}

export interface StripProps {
  readonly evaluation: Evaluation;
  readonly room: Room;
  readonly width: number;
  readonly wallPx?: number;
  readonly onlyWall?: string | null;
  readonly trueShape?: boolean;
  /** Measures of holes and new boxes from their wall's left corner, dropped to the measuring strip. */
  readonly dimensions?: boolean;
  /** The chance of every bay that its middle is clear of wood. */
  readonly odds?: boolean;
  /** Floor and counter lines within and out of reach of an outlet, now and with the new ones. */
  readonly coverage?: boolean;
  readonly selected?: string | null;
  /** Subjects of the finding that is looked at: they light up. */
  readonly lit?: readonly string[];
  readonly onSelect?: (id: string | null) => void;
  /** A wanted point is being moved; the drop comes once. */
  readonly onDrag?: (wantId: WantId, spot: Spot) => void;
  readonly onDrop?: (wantId: WantId, spot: Spot) => void;
  readonly onNudge?: (wantId: WantId, dxMm: number, dyMm: number) => void;
  readonly onNextBay?: (wantId: WantId, direction: 1 | -1) => void;
  /** Set while a new point is to be placed by a click. */
  readonly onPlace?: (spot: Spot) => void;
}

/** A wanted point under the pointer: it follows at once, what is computed of it comes behind. */
interface Moving {
  readonly id: WantId;
  readonly mark: SVGGElement;
  readonly dx: number;
  readonly dy: number;
  last: Spot | null;
}

const STEP_MM = 25.4 / 16;
const snap = (mm: number): number => Math.round(mm / STEP_MM) * STEP_MM;

function follow({ mark, last }: Moving, layout: StripLayout): void {
  const box = last && layout.walls.find((w) => w.wallId === last.wallId);
  if (box) mark.setAttribute('transform', `translate(${box.x(last.xMm)} ${layout.y(last.heightMm)})`);
}

/** What a screen reader hears of a wanted point. */
function speak(evaluation: Evaluation, d: Drawn): Text {
  const { house } = evaluation.bundle;
  if (!d.want || d.want.at.on !== 'wall')
    return msg('screen.strip.point', { label: d.label, kind: msg(`names.point.${d.kind}`) });
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  const placement = evaluation.placements.get(d.want.id);
  const wall = evaluation.plan.lines.get(d.want.at.wallId)?.wall.name ?? '';
  const place = { label: d.label, wall, x: L(d.want.at.xMm), height: L(d.want.at.heightMm) };
  return placement?.bay
    ? msg('screen.strip.point-in-bay', {
        ...place,
        bay: placement.bay.index + 1,
        odds: chance(placement.odds),
      })
    : msg('screen.strip.point-on-wood', place);
}

function Way({ way }: { readonly way: DrawnWay }) {
  const d = way.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');
  return (
    <g>
      <path d={d} className="way-halo" />
      <path d={d} className="way" />
      {way.holes.map((h) => (
        <circle key={h.key} cx={h.x} cy={h.y} r="4" fill="var(--sheet)" stroke="var(--new)" strokeWidth="2" />
      ))}
      {way.breaks.map((b) => (
        <g key={b.x}>
          <path d={`M${b.x - 4} ${b.y}h8`} stroke="var(--sheet)" strokeWidth="5" />
          <path
            d={`M${b.x - 5} ${b.y + 5}l4-10M${b.x + 1} ${b.y + 5}l4-10`}
            stroke="var(--new)"
            strokeWidth="1.8"
          />
        </g>
      ))}
      {way.leaves && <path d={`M${way.leaves.x - 5} ${way.leaves.y - 5}l10 5-10 5z`} fill="var(--new)" />}
    </g>
  );
}

const DIMENSION_ROWS = 2;
const ROW_PX = 15;

/** Every hole and new box dropped to its measure from the left corner of its wall, as a tape reads it. */
function Dimensions({
  evaluation,
  layout,
  room,
}: {
  readonly evaluation: Evaluation;
  readonly layout: StripLayout;
  readonly room: Room;
}) {
  const all = dimensionsOf(evaluation, layout, room);
  const top = layout.below.bottom;
  return spread(all, DIMENSION_ROWS).map((s) => {
    const y = top + s.row * ROW_PX;
    const from = all.find((d) => d.key === s.key)?.y ?? top;
    return (
      <g key={s.key}>
        <path
          d={`M${s.x} ${from}V${layout.below.top + 8}L${s.left + s.width / 2} ${y + 2}`}
          className="strip-drop"
        />
        <text x={s.left + 2} y={y + 13} className="strip-label strip-label-dimension">
          {s.text}
        </text>
      </g>
    );
  });
}

/** The room unrolled: its walls side by side on one measuring strip, what is above over them, what is below under them. */
export function Strip(props: StripProps) {
  const say = useSay();
  const {
    evaluation,
    room,
    width,
    wallPx = 200,
    onlyWall = null,
    trueShape = false,
    dimensions = false,
    coverage = false,
    odds = false,
    selected = null,
    lit = [],
    onSelect,
    onDrag,
    onDrop,
    onNudge,
    onNextBay,
    onPlace,
  } = props;
  const { house } = evaluation.bundle;
  const svg = useRef<SVGSVGElement>(null);
  const moving = useRef<Moving | null>(null);
  const layout = useMemo(
    () => layoutStrip(room, { width, onlyWall, trueShape, wallPx, dimensions, odds }),
    [room, width, onlyWall, trueShape, wallPx, dimensions, odds],
  );
  const { points, lines, labels } = drawRoom(evaluation, room, layout);
  const text = bandText(room);

  // What was worked out for a place a moment ago must not pull the point back from under the pointer.
  useLayoutEffect(() => {
    if (moving.current) follow(moving.current, layout);
  });

  const at = (e: PointerEvent): Xy => {
    const r = svg.current?.getBoundingClientRect();
    return r
      ? {
          x: ((e.clientX - r.left) * layout.width) / r.width,
          y: ((e.clientY - r.top) * layout.height) / r.height,
        }
      : { x: 0, y: 0 };
  };
  const spotUnder = (xy: Xy): Spot | undefined => {
    const spot = positionAt(layout, xy);
    return spot && { ...spot, xMm: snap(spot.xMm), heightMm: snap(spot.heightMm) };
  };
  const down = (e: PointerEvent<SVGGElement>, d: Drawn) => {
    onSelect?.(d.id);
    if (!d.want || !onDrag) return;
    const from = at(e);
    moving.current = {
      id: d.want.id,
      mark: e.currentTarget,
      dx: d.xy.x - from.x,
      dy: d.xy.y - from.y,
      last: null,
    };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: PointerEvent) => {
    const m = moving.current;
    if (!m) return;
    const p = at(e);
    const spot = spotUnder({ x: p.x + m.dx, y: p.y + m.dy });
    if (!spot) return;
    m.last = spot;
    follow(m, layout);
    onDrag?.(m.id, spot);
  };
  const up = () => {
    const m = moving.current;
    moving.current = null;
    if (m?.last) onDrop?.(m.id, m.last);
  };
  const key = (e: KeyboardEvent, d: Drawn) => {
    if (e.key === 'Enter' || e.key === ' ') {
      onSelect?.(d.id);
      e.preventDefault();
    }
    if (!d.want) return;
    const step = e.shiftKey ? 25.4 : STEP_MM;
    const by = (
      { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] } as Record<
        string,
        [number, number]
      >
    )[e.key];
    if (by) onNudge?.(d.want.id, by[0], by[1]);
    else if (e.key === 'PageUp') onNextBay?.(d.want.id, -1);
    else if (e.key === 'PageDown') onNextBay?.(d.want.id, 1);
    else return;
    e.preventDefault();
  };

  return (
    <svg
      ref={svg}
      className={`strip${onPlace ? ' strip-placing' : ''}`}
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      width={layout.width}
      height={layout.height}
      role="group"
      aria-label={say(msg('screen.strip.unrolled-seen-from-inside-left', { room: room.name }))}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onClick={(e) => {
        if (!onPlace) return;
        const spot = spotUnder(at(e as unknown as PointerEvent));
        if (spot) onPlace(spot);
      }}
    >
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--sheet)" />
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--muted)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect
        x={layout.walls[0]?.left ?? 0}
        y={layout.attic.top}
        width={(layout.walls.at(-1)?.right ?? 0) - (layout.walls[0]?.left ?? 0)}
        height={layout.attic.bottom - layout.attic.top}
        fill="var(--attic)"
      />
      <text x={(layout.walls[0]?.left ?? 0) + 6} y={layout.attic.top + 13} className="strip-note">
        {say(text.above)}
      </text>
      <rect
        x={layout.walls[0]?.left ?? 0}
        y={layout.below.top}
        width={(layout.walls.at(-1)?.right ?? 0) - (layout.walls[0]?.left ?? 0)}
        height={layout.below.bottom - layout.below.top}
        fill="var(--below)"
      />
      <text x={(layout.walls[0]?.left ?? 0) + 6} y={layout.below.top + 17} className="strip-note">
        {say(text.below)}
      </text>
      {layout.walls.map((box) => {
        const frame = evaluation.frames.get(box.wallId);
        return frame && <WallShape key={box.wallId} frame={frame} box={box} layout={layout} quiet={false} />;
      })}
      {layout.walls.map((box) => {
        const frame = evaluation.frames.get(box.wallId);
        return (
          frame && (
            <BayOdds
              key={box.wallId}
              frame={frame}
              box={box}
              layout={layout}
              wish={evaluation.bundle.job.preferences.bayWish}
            />
          )
        );
      })}
      <ExistingCables house={house} layout={layout} roomId={room.id} />
      {coverage && <Coverage evaluation={evaluation} layout={layout} room={room} />}
      <Rule layout={layout} system={house.units} />
      {dimensions && <Dimensions evaluation={evaluation} layout={layout} room={room} />}
      {lines.map((w) => (
        <Way key={w.key} way={w} />
      ))}
      {points.map((d) => (
        <g
          key={d.id}
          transform={`translate(${d.xy.x} ${d.xy.y})`}
          tabIndex={0}
          role="button"
          aria-pressed={selected === d.id}
          aria-label={say(speak(evaluation, d))}
          data-point={d.label}
          className={`strip-point${d.fresh ? ' strip-new' : ''}${selected === d.id ? ' strip-selected' : ''}${lit.includes(d.id) || (d.want && lit.includes(newPointId(d.want))) ? ' strip-lit' : ''}`}
          onPointerDown={(e) => down(e, d)}
          onKeyDown={(e) => key(e, d)}
          onClick={(e) => e.stopPropagation()}
        >
          <rect x={-14} y={-16} width="28" height="32" fill="transparent" />
          {(selected === d.id || lit.includes(d.id)) && (
            <rect
              x={-SYMBOL_PX[d.kind].w - 4}
              y={-SYMBOL_PX[d.kind].h - 4}
              width={2 * SYMBOL_PX[d.kind].w + 8}
              height={2 * SYMBOL_PX[d.kind].h + 8}
              rx="4"
              className="strip-ring"
            />
          )}
          <PointSymbol kind={d.kind} fresh={d.fresh} />
        </g>
      ))}
      {labels.map((l) => (
        <text
          key={l.id}
          x={l.left + 2}
          y={l.top + 12}
          className={`strip-label strip-label-${l.kind}`}
          data-label={l.id}
        >
          {l.text}
        </text>
      ))}
    </svg>
  );
}
