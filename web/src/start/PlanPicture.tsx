import { msg, type HouseCard, type RoomOnCard } from '@elwand/core';
import { useSay } from '../app/say.ts';

const WIDTH = 250;
const HEIGHT = 220;
const MARGIN = 12;
/** Letters of the names of rooms, px. */
const LETTER = 7;

/** A name keeps this clear of a box, px. */
const CLEAR = 40;

interface Spot {
  readonly xMm: number;
  readonly yMm: number;
}

const pathOf = (spots: readonly Spot[], put: (s: Spot) => readonly [number, number]): string =>
  spots.map((s, i) => `${i === 0 ? 'M' : 'L'}${put(s).join(' ')}`).join('');

const frameOf = (corners: readonly (readonly [number, number])[]) => {
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
};

/** A door as it swings into the room, a window as two lines, another opening as a gap. */
function Gap({
  opening,
  put,
}: {
  readonly opening: RoomOnCard['openings'][number];
  readonly put: (s: Spot) => readonly [number, number];
}) {
  const [a, b] = [put(opening.from), put(opening.to)];
  const line = `M${a.join(' ')}L${b.join(' ')}`;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  // Into the room: to the right of a wall that is followed clockwise from above.
  const leaf = [a[0] - dy, a[1] + dx] as const;
  const r = Math.hypot(dx, dy);
  return (
    <>
      <path d={line} className="card-gap" />
      {opening.kind === 'window' && <path d={line} className="card-window" />}
      {opening.kind === 'door' && (
        <path d={`M${a.join(' ')}L${leaf.join(' ')}A${r} ${r} 0 0 0 ${b.join(' ')}`} className="card-door" />
      )}
    </>
  );
}

/** The measured rooms of a house from above at true scale, its boxes, and new cable; a room that nobody has measured is dashed. */
export function PlanPicture({ card, house }: { readonly card: HouseCard; readonly house: string }) {
  const say = useSay();
  const corners = card.rooms.flatMap((r) => r.corners);
  if (corners.length === 0) return null;
  const { left, top, right, bottom } = frameOf(corners.map((c) => [c.xMm, c.yMm]));
  const [wide, high] = [right - left, bottom - top];
  const k = Math.min((WIDTH - 2 * MARGIN) / wide, (HEIGHT - 2 * MARGIN) / high);
  const put = (s: Spot) =>
    [
      Math.round(((s.xMm - left) * k + MARGIN) * 10) / 10,
      Math.round(((s.yMm - top) * k + MARGIN) * 10) / 10,
    ] as const;
  const height = high * k + 2 * MARGIN;
  return (
    <svg
      className="card-plan"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={say(msg('screen.start.floor-plan-of', { house }))}
    >
      {card.rooms.map((r, i) => (
        <path
          key={i}
          d={`${pathOf(r.corners, put)}Z`}
          className={r.known ? 'card-room' : 'card-room card-unknown'}
        />
      ))}
      {card.rooms.map((r) => r.openings.map((o, i) => <Gap key={`${r.name}${i}`} opening={o} put={put} />))}
      {card.jobs.flatMap((j) =>
        j.runs.map((run, i) => (
          <g key={`${j.id}${i}`}>
            <path d={pathOf(run, put)} className="card-halo" />
            <path d={pathOf(run, put)} className="card-run" />
          </g>
        )),
      )}
      {card.points.map((p, i) => {
        const [x, y] = put(p);
        return <circle key={i} cx={x} cy={y} r="3" className="card-point" />;
      })}
      {card.jobs.flatMap((j) =>
        j.wanted.map((w, i) => {
          const [x, y] = put(w);
          return <circle key={`${j.id}w${i}`} cx={x} cy={y} r="4" className="card-new" />;
        }),
      )}
      {card.rooms.map((r, i) => {
        const box = frameOf(r.corners.map(put));
        const most = Math.floor((box.right - box.left - 8) / LETTER);
        const name = r.name.length > most ? `${r.name.slice(0, Math.max(1, most - 1))}…` : r.name;
        const x = (box.left + box.right) / 2;
        const middle = (box.top + box.bottom) / 2;
        // Clear of a light in the middle of the ceiling.
        const taken = card.points.map(put).some(([px, py]) => Math.hypot(px - x, py - middle) < CLEAR);
        const y = taken ? middle + (box.bottom - box.top) / 4 : middle;
        return most < 3 ? null : (
          <text key={i} x={x} y={y + 4} className="card-name">
            {r.known ? name : `${name} ?`}
          </text>
        );
      })}
    </svg>
  );
}
