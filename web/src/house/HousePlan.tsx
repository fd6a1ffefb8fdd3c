import {
  formatLength,
  levelOf,
  outlineOf,
  snapRoom,
  wallLines,
  type House,
  type Room,
  type RoomId,
  msg,
  allOf,
} from '@elwand/core';
import { Segmented } from 'antd';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { withRoom, type SetHouse } from '../state/edit.ts';
import './house-plan.css';
import { useSay } from '../app/say.ts';

/** Height that the plan may take, px, and how near a room must come to be drawn to its neighbor. */
const MOST_PX = 260;
const NEAR_PX = 14;
const MARGIN_MM = 700;
const INCH_MM = 25.4;

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

function frameOf(rooms: readonly Room[]): Frame {
  const all = rooms.map(outlineOf);
  const left = Math.min(...all.map((o) => o.left)) - MARGIN_MM;
  const top = Math.min(...all.map((o) => o.top)) - MARGIN_MM;
  return {
    left,
    top,
    width: Math.max(...all.map((o) => o.right)) + MARGIN_MM - left,
    height: Math.max(...all.map((o) => o.bottom)) + MARGIN_MM - top,
  };
}

const shapeOf = (room: Room): string =>
  `${wallLines(room)
    .map((l, i) => `${i === 0 ? 'M' : 'L'}${l.from.xMm} ${l.from.yMm}`)
    .join('')}Z`;

/** A letter of the measures on screen, px. */
const LETTER_PX = 7;

/** The size of a room as it fits into it: on one line, on two, or not at all. */
function sizeLines(o: ReturnType<typeof outlineOf>, house: House, scale: number): string[] {
  const [w, d] = [formatLength(o.right - o.left, house.units), formatLength(o.bottom - o.top, house.units)];
  const fits = (text: string) => text.length * LETTER_PX < (o.right - o.left) * scale;
  const whole = `${w} × ${d}`;
  if (fits(whole)) return [whole];
  return fits(`× ${d}`) && fits(w) ? [w, `× ${d}`] : [];
}

export interface HousePlanProps {
  readonly house: House;
  readonly current: RoomId;
  readonly width: number;
  readonly onSelect: (id: RoomId) => void;
  readonly onHouse: SetHouse;
}

/** The rooms of one story from above: chosen by a click, dragged until they share a wall with their neighbor. */
export function HousePlan({ house, current, width, onSelect, onHouse }: HousePlanProps) {
  const say = useSay();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{
    room: Room;
    from: { x: number; y: number };
    place: Room['place'];
  } | null>(null);
  const room = house.rooms.find((r) => r.id === current);
  const levels = [...new Set(house.rooms.map(levelOf))].sort();
  const level = levelOf(room ?? { level: 0 });
  const rooms = house.rooms.filter((r) => levelOf(r) === level);
  if (rooms.length === 0) return null;
  const frame = frameOf(rooms);
  const scale = Math.min(MOST_PX / frame.height, width / frame.width);
  const snapped = drag && snapRoom(rooms, drag.room, drag.place, NEAR_PX / scale);
  const at = (e: PointerEvent) => {
    const r = svg.current?.getBoundingClientRect();
    return r ? { x: (e.clientX - r.left) / scale, y: (e.clientY - r.top) / scale } : { x: 0, y: 0 };
  };
  const move = (e: PointerEvent) => {
    if (!drag) return;
    const to = at(e);
    setDrag({
      ...drag,
      place: {
        xMm: drag.room.place.xMm + to.x - drag.from.x,
        yMm: drag.room.place.yMm + to.y - drag.from.y,
      },
    });
  };
  const put = (id: RoomId, place: Room['place']) => onHouse((h) => withRoom(h, id, (r) => ({ ...r, place })));
  const drop = () => {
    if (
      drag &&
      snapped &&
      (snapped.place.xMm !== drag.room.place.xMm || snapped.place.yMm !== drag.room.place.yMm)
    )
      put(drag.room.id, snapped.place);
    setDrag(null);
  };
  const key = (e: KeyboardEvent, r: Room) => {
    const step = e.shiftKey ? 12 * INCH_MM : INCH_MM;
    const by = (
      { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] } as Record<
        string,
        [number, number]
      >
    )[e.key];
    if (by) put(r.id, { xMm: r.place.xMm + by[0], yMm: r.place.yMm + by[1] });
    else if (e.key === 'Enter' || e.key === ' ') onSelect(r.id);
    else return;
    e.preventDefault();
  };
  const shared = snapped?.shared ?? [];
  return (
    <section className="stack" aria-label={say(msg('screen.rooms.floor-plan'))}>
      <div className="row">
        <h3 className="grow">{say(msg('screen.rooms.floor-plan'))}</h3>
        {levels.length > 1 && (
          <Segmented
            size="small"
            value={level}
            options={levels.map((l) => ({ value: l, label: say(msg('screen.rooms.floor-n', { n: l + 1 })) }))}
            onChange={(l) => {
              const first = house.rooms.find((r) => levelOf(r) === l);
              if (first) onSelect(first.id);
            }}
          />
        )}
      </div>
      <svg
        ref={svg}
        className="house-plan"
        width={frame.width * scale}
        height={frame.height * scale}
        viewBox={`${frame.left} ${frame.top} ${frame.width} ${frame.height}`}
        role="group"
        aria-label={say(msg('screen.rooms.plan-of-rooms', { count: rooms.length }))}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={() => setDrag(null)}
      >
        {rooms.map((r) => {
          const shown = drag?.room.id === r.id && snapped ? { ...r, place: snapped.place } : r;
          const o = outlineOf(shown);
          return (
            <g
              key={r.id}
              role="button"
              tabIndex={0}
              aria-pressed={r.id === current}
              aria-label={say(msg('screen.rooms.arrow-keys-move-it', { name: r.name }))}
              className={r.id === current ? 'plan-room plan-current' : 'plan-room'}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                onSelect(r.id);
                setDrag({ room: r, from: at(e), place: r.place });
              }}
              onKeyDown={(e) => key(e, r)}
            >
              <path d={shapeOf(shown)} vectorEffect="non-scaling-stroke" />
              {shown.walls.length > 0 &&
                wallLines(shown).flatMap((l) =>
                  l.wall.openings.map((x) => (
                    <line
                      key={x.id}
                      className="plan-opening"
                      vectorEffect="non-scaling-stroke"
                      x1={l.from.xMm + l.along.xMm * x.leftMm}
                      y1={l.from.yMm + l.along.yMm * x.leftMm}
                      x2={l.from.xMm + l.along.xMm * x.rightMm}
                      y2={l.from.yMm + l.along.yMm * x.rightMm}
                    />
                  )),
                )}
              <text
                x={(o.left + o.right) / 2}
                y={(o.top + o.bottom) / 2}
                fontSize={13 / scale}
                textAnchor="middle"
              >
                {r.name}
              </text>
              {sizeLines(o, house, scale).map((line, i) => (
                <text
                  key={line}
                  x={(o.left + o.right) / 2}
                  y={(o.top + o.bottom) / 2 + (16 + 14 * i) / scale}
                  fontSize={11 / scale}
                  textAnchor="middle"
                  className="plan-size"
                >
                  {line}
                </text>
              ))}
            </g>
          );
        })}
      </svg>
      <p className="quiet" aria-live="polite">
        {drag
          ? shared.length > 0
            ? say(
                msg('screen.rooms.shares', {
                  walls: allOf(
                    shared.map((l) =>
                      msg('screen.rooms.the-of', { wall: l.wall.name.toLowerCase(), room: l.room.name }),
                    ),
                  ),
                }),
              )
            : say(msg('screen.rooms.stands-for-itself'))
          : say(msg('screen.rooms.drag-a-room-until-it'))}
      </p>
    </section>
  );
}
