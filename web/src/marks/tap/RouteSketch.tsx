import type { Bundle, OptionView, Room } from '@elwand/core';
import { waysOf } from '../../strip/drawn.ts';
import { drawnAt, layoutStrip } from '../../strip/layout.ts';

/** The strip as it is laid out before it is made small. */
const WIDTH = 520;
const WALL_PX = 110;

/** The way of one option over the walls of the room, small: the same lines as on the strip, from the same moves. */
export function RouteSketch({
  bundle,
  option,
  room,
}: {
  readonly bundle: Bundle;
  readonly option: OptionView;
  readonly room: Room;
}) {
  const layout = layoutStrip(room, { width: WIDTH, onlyWall: null, trueShape: false, wallPx: WALL_PX });
  const ways = waysOf(bundle, option.legs, layout, room);
  const floor = layout.y(0);
  const ceiling = layout.y(layout.ceilingMm);
  const spots = (list: readonly { readonly at: Parameters<typeof drawnAt>[1] }[]) =>
    list.flatMap((p) => drawnAt(layout, p.at, room.id) ?? []);
  const taps = new Set<string>(option.legs.map((l) => l.from));
  return (
    <svg className="route-sketch" viewBox={`0 0 ${WIDTH} ${layout.below.bottom}`} aria-hidden="true">
      <rect
        x={layout.walls[0]?.left ?? 0}
        y={layout.attic.top}
        width={(layout.walls.at(-1)?.right ?? WIDTH) - (layout.walls[0]?.left ?? 0)}
        height={ceiling - layout.attic.top}
        className="sketch-attic"
      />
      {layout.walls.map((w) => (
        <g key={w.wallId}>
          <rect
            x={w.left}
            y={ceiling}
            width={w.right - w.left}
            height={floor - ceiling}
            className="sketch-wall"
          />
          {(room.walls.find((x) => x.id === w.wallId)?.openings ?? []).map((o) => (
            <rect
              key={o.id}
              x={w.x(o.leftMm)}
              y={layout.y(o.topMm)}
              width={w.x(o.rightMm) - w.x(o.leftMm)}
              height={layout.y(o.bottomMm) - layout.y(o.topMm)}
              className={o.kind === 'window' ? 'sketch-window' : 'sketch-door'}
            />
          ))}
        </g>
      ))}
      {ways.map((w) => (
        <polyline
          key={w.key}
          points={w.points.map((p) => `${p.x},${p.y}`).join(' ')}
          className="sketch-run"
        />
      ))}
      {spots(bundle.house.points.filter((p) => taps.has(p.id))).map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r="8" className="sketch-tap" />
      ))}
      {spots(bundle.job.wants).map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r="7" className="sketch-new" />
      ))}
    </svg>
  );
}
