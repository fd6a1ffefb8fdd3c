import { chance, formatLength, msg, newPointId, type Evaluation, type Room, type Text } from '@elwand/core';
import { useSay } from '../app/say.ts';
import { bandText, dimensionsOf, type Drawn } from './drawn.ts';
import { spread } from './labels.ts';
import type { StripLayout } from './layout.ts';
import { SYMBOL_PX } from './sizes.ts';
import { PointSymbol } from './symbols.tsx';
import type { useStripPointer } from './use-strip-pointer.ts';
import type { DrawnRoute } from './route-line.ts';

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

/** A point of the strip: what it is, chosen or lit up, with what a hand or a key may do to it. */
export function StripPoint({
  evaluation,
  point: d,
  selected,
  lit,
  handlers,
}: {
  readonly evaluation: Evaluation;
  readonly point: Drawn;
  readonly selected: boolean;
  readonly lit: readonly string[];
  readonly handlers: ReturnType<ReturnType<typeof useStripPointer>['ofPoint']>;
}) {
  const say = useSay();
  const isLit = lit.includes(d.id);
  const classes = [
    'strip-point',
    d.fresh && 'strip-new',
    d.assumed && 'strip-assumed',
    selected && 'strip-selected',
    (isLit || (d.want && lit.includes(newPointId(d.want)))) && 'strip-lit',
  ];
  const { w, h } = SYMBOL_PX[d.kind];
  return (
    <g
      transform={`translate(${d.xy.x} ${d.xy.y})`}
      tabIndex={0}
      role="button"
      aria-pressed={selected}
      aria-label={say(speak(evaluation, d))}
      data-point={d.label}
      className={classes.filter(Boolean).join(' ')}
      {...handlers}
    >
      <rect x={-14} y={-16} width="28" height="32" fill="transparent" />
      {(selected || isLit) && (
        <rect x={-w - 4} y={-h - 4} width={2 * w + 8} height={2 * h + 8} rx="4" className="strip-ring" />
      )}
      <PointSymbol kind={d.kind} fresh={d.fresh} />
    </g>
  );
}

/** A new cable as it runs: its holes, where it is drawn broken, and where it leaves the room. */
export function RouteLine({ route }: { readonly route: DrawnRoute }) {
  const d = route.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');
  return (
    <g>
      <path d={d} className="way-halo" />
      <path d={d} className="way" />
      {route.holes.map((h) => (
        <circle key={h.key} cx={h.x} cy={h.y} r="4" fill="var(--sheet)" stroke="var(--new)" strokeWidth="2" />
      ))}
      {route.breaks.map((b) => (
        <g key={b.x}>
          <path d={`M${b.x - 4} ${b.y}h8`} stroke="var(--sheet)" strokeWidth="5" />
          <path
            d={`M${b.x - 5} ${b.y + 5}l4-10M${b.x + 1} ${b.y + 5}l4-10`}
            stroke="var(--new)"
            strokeWidth="1.8"
          />
        </g>
      ))}
      {route.leaves && (
        <path d={`M${route.leaves.x - 5} ${route.leaves.y - 5}l10 5-10 5z`} fill="var(--new)" />
      )}
    </g>
  );
}

const DIMENSION_ROWS = 2;
const ROW_PX = 15;

/** Every hole and new box dropped to its measure from the left corner of its wall, as a tape reads it. */
export function Dimensions({
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

/** What is over the walls and under them, as two bands with their names. */
export function Bands({ room, layout }: { readonly room: Room; readonly layout: StripLayout }) {
  const say = useSay();
  const text = bandText(room);
  const left = layout.walls[0]?.left ?? 0;
  const width = (layout.walls.at(-1)?.right ?? 0) - left;
  const bands = [
    { band: layout.attic, fill: 'var(--attic)', says: text.above, baseline: 13 },
    { band: layout.below, fill: 'var(--below)', says: text.below, baseline: 17 },
  ];
  return bands.map(({ band, fill, says, baseline }) => (
    <g key={fill}>
      <rect x={left} y={band.top} width={width} height={band.bottom - band.top} fill={fill} />
      <text x={left + 6} y={band.top + baseline} className="strip-note">
        {say(says)}
      </text>
    </g>
  ));
}
