import { formatLength, type House, type UnitSystem, type WallFrame, msg } from '@elwand/core';
import { cableLines } from './cables.ts';
import type { StripLayout, WallBox } from './layout.ts';
import { useSay } from '../app/say.ts';

/** One wall seen from inside: members, openings, obstacles, furniture. What a reading touched is solid, what is reckoned is dashed. */
export function WallShape({
  frame,
  box,
  layout,
  quiet,
}: {
  readonly frame: WallFrame;
  readonly box: WallBox;
  readonly layout: StripLayout;
  readonly quiet: boolean;
}) {
  const say = useSay();
  const top = layout.y(layout.ceilingMm);
  const floor = layout.y(0);
  const { wall } = frame;
  const name = fits(box, wall.name) ? wall.name : '';
  return (
    <g>
      <rect
        x={box.left}
        y={top}
        width={box.right - box.left}
        height={floor - top}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
      {frame.members.map((m, i) => (
        <rect
          key={i}
          x={box.x(Math.max(0, m.leftMm))}
          y={Math.max(top, layout.y(m.topMm)) + 1}
          width={Math.max(1.5, box.x(m.rightMm) - box.x(m.leftMm))}
          height={Math.min(floor, layout.y(m.bottomMm)) - Math.max(top, layout.y(m.topMm)) - 2}
          fill={m.hit ? 'var(--wood)' : 'none'}
          stroke={m.hit ? 'var(--boxwood-edge)' : 'var(--rule-strong)'}
          strokeWidth="0.7"
          strokeDasharray={m.hit || (m.kind !== 'stud' && m.kind !== 'cripple') ? undefined : '3 2'}
          opacity={quiet ? 0.5 : 1}
        />
      ))}
      {wall.openings.map((o) => (
        <g key={o.id}>
          <rect
            x={box.x(o.leftMm)}
            y={layout.y(o.topMm)}
            width={box.x(o.rightMm) - box.x(o.leftMm)}
            height={layout.y(o.bottomMm) - layout.y(o.topMm)}
            fill={o.kind === 'window' ? 'var(--glass)' : 'var(--plaster)'}
            stroke="var(--ink)"
            strokeWidth="1"
          />
          {box.x(o.rightMm) - box.x(o.leftMm) > 44 && (
            <text
              x={(box.x(o.leftMm) + box.x(o.rightMm)) / 2}
              y={(layout.y(o.topMm) + layout.y(o.bottomMm)) / 2}
              className="strip-note"
              textAnchor="middle"
            >
              {say(msg(`names.opening.${o.kind}`))}
            </text>
          )}
        </g>
      ))}
      {wall.obstacles.map((o) => (
        <rect
          key={o.id}
          x={box.x(o.leftMm)}
          y={layout.y(o.topMm)}
          width={box.x(o.rightMm) - box.x(o.leftMm)}
          height={layout.y(o.bottomMm) - layout.y(o.topMm)}
          fill="url(#hatch)"
          stroke="var(--muted)"
          strokeWidth="0.8"
        >
          <title>{say(msg(`names.obstacle.${o.kind}`))}</title>
        </rect>
      ))}
      {wall.furniture.map((f) => (
        <rect
          key={f.id}
          x={box.x(f.leftMm)}
          y={layout.y(f.topMm)}
          width={box.x(f.rightMm) - box.x(f.leftMm)}
          height={layout.y(f.bottomMm) - layout.y(f.topMm)}
          fill="none"
          stroke="var(--muted)"
          strokeWidth="1"
          strokeDasharray={f.planned ? '4 3' : undefined}
        >
          <title>{f.planned ? say(msg('screen.strip.planned', { name: f.name })) : f.name}</title>
        </rect>
      ))}
      <text x={box.left + 5} y={top + 14} className="strip-name">
        {name}
      </text>
    </g>
  );
}

const fits = (box: WallBox, name: string): boolean => box.right - box.left > name.length * 7.5 + 8;

/** A cable that is there: solid where it was seen, dashed in a corridor where it is reckoned; one whose way is not known is not drawn. */
export function ExistingCables({
  house,
  layout,
  roomId,
}: {
  readonly house: House;
  readonly layout: StripLayout;
  readonly roomId: string;
}) {
  return cableLines(house, layout, roomId).map(({ cable, points }) => {
    const d = points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('');
    return (
      <g key={cable.id}>
        {cable.way === 'reckoned' && (
          <path d={d} fill="none" stroke="var(--rule)" strokeWidth="9" opacity="0.6" />
        )}
        <path
          d={d}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.1"
          strokeDasharray={cable.way === 'reckoned' ? '5 4' : undefined}
        />
      </g>
    );
  });
}

const STEPS_MM: Record<UnitSystem, readonly [number, number]> = {
  imperial: [304.8, 609.6],
  metric: [500, 1000],
};

/** The measuring strip below the walls: each wall is measured from its own left corner. */
export function Rule({ layout, system }: { readonly layout: StripLayout; readonly system: UnitSystem }) {
  const [small, large] = STEPS_MM[system];
  const { top, bottom } = layout.rule;
  const first = layout.walls[0];
  const last = layout.walls.at(-1);
  if (!first || !last) return null;
  return (
    <g aria-hidden="true">
      <rect
        x={first.left}
        y={top}
        width={last.right - first.left}
        height={bottom - top}
        fill="var(--boxwood)"
        stroke="var(--boxwood-edge)"
      />
      {layout.walls.map((box) => {
        const n = Math.floor(box.lengthMm / small);
        const wide = box.x(large) - box.x(0) > 30;
        return (
          <g key={box.wallId}>
            <line
              x1={box.left}
              x2={box.left}
              y1={top}
              y2={bottom}
              stroke="var(--boxwood-ink)"
              strokeWidth="1.4"
            />
            {Array.from({ length: n + 1 }, (_, i) => {
              const mm = i * small;
              const isLarge = Math.abs(mm % large) < 1 || Math.abs((mm % large) - large) < 1;
              const x = box.x(mm);
              return (
                <g key={i}>
                  <line
                    x1={x}
                    x2={x}
                    y1={top}
                    y2={top + (isLarge ? 8 : 5)}
                    stroke="var(--boxwood-ink)"
                    strokeWidth="0.9"
                  />
                  {isLarge && (wide || i === 0) && x < box.right - 22 && (
                    <text x={x + 3} y={bottom - 4} className="strip-tick">
                      {system === 'imperial'
                        ? formatLength(mm).replace(' 0"', '').replace('0"', "0'")
                        : `${mm / 1000}`}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
    </g>
  );
}
