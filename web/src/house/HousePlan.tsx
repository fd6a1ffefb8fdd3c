import {
  formatLength,
  levelOf,
  outlineOf,
  wallLines,
  type House,
  type Room,
  type RoomId,
  msg,
  allOf,
} from '@elwand/core';
import { Segments } from '../parts/Segments.tsx';
import { useRoomDrag } from './use-room-drag.ts';
import type { SetHouse } from '../state/edit.ts';
import './house-plan.css';
import { useSay } from '../app/say.ts';

/** Height that the plan may take, px. */
const MOST_PX = 260;
const MARGIN_MM = 700;

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
function sizeLines(o: ReturnType<typeof outlineOf>, units: House['units'], scale: number): string[] {
  const [w, d] = [formatLength(o.right - o.left, units), formatLength(o.bottom - o.top, units)];
  const fits = (text: string) => text.length * LETTER_PX < (o.right - o.left) * scale;
  const whole = `${w} × ${d}`;
  if (fits(whole)) return [whole];
  return fits(`× ${d}`) && fits(w) ? [w, `× ${d}`] : [];
}

/** One room of the plan: its outline with doors and windows, its name, its size where it fits. */
function RoomShape({
  room,
  units,
  scale,
  current,
  handlers,
}: {
  readonly room: Room;
  readonly units: House['units'];
  readonly scale: number;
  readonly current: boolean;
  readonly handlers: ReturnType<ReturnType<typeof useRoomDrag>['ofRoom']>;
}) {
  const say = useSay();
  const o = outlineOf(room);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={current}
      aria-label={say(msg('screen.rooms.arrow-keys-move-it', { name: room.name }))}
      className={current ? 'plan-room plan-current' : 'plan-room'}
      {...handlers}
    >
      <path d={shapeOf(room)} vectorEffect="non-scaling-stroke" />
      {room.walls.length > 0 &&
        wallLines(room).flatMap((l) =>
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
      <text x={(o.left + o.right) / 2} y={(o.top + o.bottom) / 2} fontSize={13 / scale} textAnchor="middle">
        {room.name}
      </text>
      {sizeLines(o, units, scale).map((line, i) => (
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
  const room = house.rooms.find((r) => r.id === current);
  const levels = [...new Set(house.rooms.map(levelOf))].sort();
  const level = levelOf(room ?? { level: 0 });
  const rooms = house.rooms.filter((r) => levelOf(r) === level);
  const frame = rooms.length > 0 ? frameOf(rooms) : null;
  const scale = frame ? Math.min(MOST_PX / frame.height, width / frame.width) : 1;
  const { svg, shared, shown, whole, ofRoom } = useRoomDrag({ rooms, scale, onSelect, onHouse });
  if (!frame) return null;
  return (
    <section className="stack" aria-label={say(msg('screen.rooms.floor-plan'))}>
      <div className="row">
        <h3 className="grow">{say(msg('screen.rooms.floor-plan'))}</h3>
        {levels.length > 1 && (
          <Segments
            label={say(msg('screen.rooms.which-floor'))}
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
        {...whole}
      >
        {rooms.map((r) => (
          <RoomShape
            key={r.id}
            room={shown(r)}
            units={house.units}
            scale={scale}
            current={r.id === current}
            handlers={ofRoom(r)}
          />
        ))}
      </svg>
      <p className="quiet" aria-live="polite">
        {shared
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
