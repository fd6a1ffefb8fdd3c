import {
  levelOf,
  msg,
  outlineOf,
  wallLines,
  type BreakerId,
  type Evaluation,
  type Point,
  type Room,
} from '@elwand/core';
import { Segments } from '../../parts/Segments.tsx';
import { useState, type KeyboardEvent, type MouseEvent } from 'react';
import { useSay } from '../../app/say.ts';
import { placeLabels, type Box, type Label } from '../../strip/labels.ts';
import { useWidth } from '../../workspace/use-width.ts';
import { stopText, type Stop } from './circuit-map.ts';
import './circuit-plan.css';

/** Height that the plan may take, and the room around it for labels, px. */
const MOST_PX = 360;
const MARGIN_PX = 44;
/** A box of this circuit, and one of another, px. */
const STOP_PX = 10;
const OTHER_PX = 4;

interface Xy {
  readonly x: number;
  readonly y: number;
}

/** An arc from one box to the next, short of both: it says what feeds what and nothing of the way. */
function arc(a: Xy, b: Xy): { readonly d: string; readonly middle: Xy; readonly angle: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const far = Math.hypot(dx, dy) || 1;
  const bend = Math.min(46, Math.max(14, far * 0.2));
  const c = { x: (a.x + b.x) / 2 - (dy / far) * bend, y: (a.y + b.y) / 2 + (dx / far) * bend };
  const short = (from: Xy, towards: Xy): Xy => {
    const away = Math.hypot(towards.x - from.x, towards.y - from.y) || 1;
    const by = Math.min(STOP_PX + 2, away / 2);
    return {
      x: from.x + ((towards.x - from.x) / away) * by,
      y: from.y + ((towards.y - from.y) / away) * by,
    };
  };
  const [from, to] = [short(a, c), short(b, c)];
  const at = (v: number) => Math.round(v * 10) / 10;
  return {
    d: `M${at(from.x)} ${at(from.y)}Q${at(c.x)} ${at(c.y)} ${at(to.x)} ${at(to.y)}`,
    middle: { x: (from.x + 2 * c.x + to.x) / 4, y: (from.y + 2 * c.y + to.y) / 4 },
    angle: (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI,
  };
}

function RoomShape({
  room,
  put,
}: {
  readonly room: Room;
  readonly put: (s: { xMm: number; yMm: number }) => Xy;
}) {
  const lines = wallLines(room);
  const d = lines.map((l, i) => `${i === 0 ? 'M' : 'L'}${put(l.from).x} ${put(l.from).y}`).join('');
  const o = outlineOf(room);
  const middle = put({ xMm: (o.left + o.right) / 2, yMm: o.top + (o.bottom - o.top) * 0.62 });
  return (
    <g>
      <path d={`${d}Z`} className="circuit-room" />
      {lines.flatMap((l) =>
        l.wall.openings.map((x) => {
          const end = (mm: number) =>
            put({ xMm: l.from.xMm + l.along.xMm * mm, yMm: l.from.yMm + l.along.yMm * mm });
          const [a, b] = [end(x.leftMm), end(x.rightMm)];
          return <path key={x.id} d={`M${a.x} ${a.y}L${b.x} ${b.y}`} className="circuit-gap" />;
        }),
      )}
      <text x={middle.x} y={middle.y} className="circuit-room-name">
        {room.name}
      </text>
    </g>
  );
}

interface PlanProps {
  readonly evaluation: Evaluation;
  readonly breaker: BreakerId;
  readonly stops: readonly Stop[];
  readonly selected: string | null;
  readonly marked: readonly string[];
  readonly onSelect: (id: string) => void;
  readonly onMark: (id: string) => void;
}

/** Where each box of the house lies on the sheet; what is measured nowhere has no place. */
function useSheet({ plan, bundle: { house } }: Evaluation, level: number, width: number) {
  const rooms = house.rooms.filter((r) => levelOf(r) === level);
  const all = rooms.map(outlineOf);
  const [left, top] = [Math.min(...all.map((o) => o.left)), Math.min(...all.map((o) => o.top))];
  const wide = Math.max(1, Math.max(...all.map((o) => o.right)) - left);
  const high = Math.max(1, Math.max(...all.map((o) => o.bottom)) - top);
  const k = Math.min((width - 2 * MARGIN_PX) / wide, (MOST_PX - 2 * MARGIN_PX) / high);
  const put = (s: { readonly xMm: number; readonly yMm: number }): Xy => ({
    x: Math.round(((s.xMm - left) * k + MARGIN_PX) * 10) / 10,
    y: Math.round(((s.yMm - top) * k + MARGIN_PX) * 10) / 10,
  });
  const own = new Set(rooms.map((r) => r.id));
  return {
    rooms,
    put,
    sheet: { width: wide * k + 2 * MARGIN_PX, height: high * k + 2 * MARGIN_PX },
    spotOf: (point: Pick<Point, 'at'>): Xy | undefined => {
      const room = plan.roomOf(point.at);
      const spot = room && own.has(room.id) ? plan.spotOf(point.at) : undefined;
      return spot && put(spot);
    },
  };
}

/** A circuit on the floor plan, its boxes in their true places and numbered as power reaches them. */
export function CircuitPlan({ evaluation, breaker, stops, selected, marked, onSelect, onMark }: PlanProps) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const levels = [...new Set(house.rooms.map(levelOf))].sort((a, b) => a - b);
  const first = stops.map((s) => evaluation.plan.roomOf(s.point.at)).find((r) => r !== undefined);
  const [shown, setShown] = useState<number | null>(null);
  const level = shown ?? (first ? levelOf(first) : (levels[0] ?? 0));
  const [box, width] = useWidth<HTMLDivElement>(420);
  const { rooms, put, sheet, spotOf } = useSheet(evaluation, level, Math.max(300, width));
  if (rooms.length === 0) return null;
  const panel = house.panels.find((p) => p.breakers.some((b) => b.id === breaker));
  const panelAt: Xy = (panel?.at && spotOf({ at: panel.at })) ?? { x: 20, y: sheet.height - 20 };
  const placed = new Map(
    stops.flatMap((s) => {
      const at = spotOf(s.point);
      return at ? [[s.point.id, at] as const] : [];
    }),
  );
  const own = new Set(stops.map((s) => s.point.id));
  const others = house.points.flatMap((point) => {
    const at = own.has(point.id) ? undefined : spotOf(point);
    return at ? [{ point, at }] : [];
  });
  const label = (point: Point, at: Xy, clear: number, kind: Label['kind']): Label => ({
    id: point.id,
    text: point.label,
    ...at,
    clear,
    kind,
  });
  const around = (at: Xy, r: number): Box => ({ left: at.x - r, top: at.y - r, width: 2 * r, height: 2 * r });
  const labels = placeLabels(
    [
      ...stops.flatMap((s) => {
        const at = placed.get(s.point.id);
        return at ? [label(s.point, at, STOP_PX, s.fresh ? 'new' : 'existing')] : [];
      }),
      ...others.map(({ point, at }) => label(point, at, OTHER_PX, 'existing')),
    ],
    [
      ...[...placed.values()].map((at) => around(at, STOP_PX)),
      ...others.map(({ at }) => around(at, OTHER_PX)),
    ],
    sheet,
  );
  const hands = (id: string) => ({
    onClick: (e: MouseEvent) => (e.shiftKey || e.ctrlKey || e.metaKey ? onMark(id) : onSelect(id)),
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== ' ') return;
      e.preventDefault();
      if (e.shiftKey) onMark(id);
      else onSelect(id);
    },
  });
  return (
    <div ref={box} className="circuit-plan-box">
      {levels.length > 1 && (
        <Segments
          label={say(msg('screen.rooms.which-floor'))}
          value={level}
          options={levels.map((l) => ({ value: l, label: say(msg('screen.rooms.floor-n', { n: l + 1 })) }))}
          onChange={setShown}
        />
      )}
      <svg
        className="circuit-plan"
        viewBox={`0 0 ${sheet.width} ${sheet.height}`}
        width={sheet.width}
        height={sheet.height}
        role="group"
        aria-label={say(msg('screen.feed.circuit-on-the-floor-plan'))}
      >
        {rooms.map((r) => (
          <RoomShape key={r.id} room={r} put={put} />
        ))}
        {stops.map((s) => {
          const to = placed.get(s.point.id);
          const from = s.from === null ? panelAt : placed.get(s.from);
          if (!to || !from) return null;
          const { d, middle, angle } = arc(from, to);
          const look = s.fresh ? 'circuit-new' : s.assumed ? 'circuit-assumed' : 'circuit-seen';
          return (
            <g key={s.point.id} className={look}>
              <path d={d} className="circuit-halo" />
              <path d={d} className="circuit-arc" />
              <path
                d="M-4-4L4 0L-4 4"
                transform={`translate(${middle.x} ${middle.y}) rotate(${angle})`}
                className="circuit-head"
              />
            </g>
          );
        })}
        <g className="circuit-panel">
          <rect x={panelAt.x - 5} y={panelAt.y - 9} width="10" height="18" />
          <text x={panelAt.x + 9} y={panelAt.y + 4}>
            {panel?.label ?? ''}
          </text>
        </g>
        {others.map(({ point, at }) => (
          <g
            key={point.id}
            className={`circuit-other${marked.includes(point.id) ? ' circuit-marked' : ''}${selected === point.id ? ' circuit-selected' : ''}`}
            role="button"
            tabIndex={0}
            aria-label={point.label}
            {...hands(point.id)}
          >
            <circle cx={at.x} cy={at.y} r="12" className="circuit-touch" />
            <circle cx={at.x} cy={at.y} r={OTHER_PX} />
          </g>
        ))}
        {stops.map((s) => {
          const at = placed.get(s.point.id);
          return (
            at && (
              <g
                key={s.point.id}
                className={`circuit-stop${s.fresh ? ' circuit-fresh' : ''}${marked.includes(s.point.id) ? ' circuit-marked' : ''}${selected === s.point.id ? ' circuit-selected' : ''}`}
                role="button"
                tabIndex={0}
                aria-label={say(stopText(s, stops))}
                {...hands(s.point.id)}
              >
                <circle cx={at.x} cy={at.y} r={STOP_PX} />
                <text x={at.x} y={at.y + 4.5}>
                  {s.order ?? '+'}
                </text>
              </g>
            )
          );
        })}
        {labels.map((l) => (
          <text
            key={l.id}
            x={l.left + 1}
            y={l.top + 12}
            className={`circuit-label${l.kind === 'new' ? ' circuit-label-new' : own.has(l.id as Point['id']) ? '' : ' circuit-label-other'}`}
          >
            {l.text}
          </text>
        ))}
      </svg>
    </div>
  );
}
