import { feet } from '../units/index.ts';
import { msg, q, type Named, type Text } from '../words/index.ts';
import { practice, type Source } from '../findings/index.ts';
import type { Breaker, CableType, Device, Gauge, Job, PlugKey } from '../document/index.ts';

/** Ballpark prices in cents: good to plan with, meant to be corrected at the counter. */
export interface Part {
  readonly key: string;
  readonly name: Text;
  readonly unit: 'each' | 'pack' | 'roll';
  /** How many pieces (or millimeters of cable) one sale unit holds. */
  readonly holds: number;
  /** About; null where it may cost anything: a light, a fan. */
  readonly priceCents: number | null;
  readonly source: Source;
}

const ballpark = practice(msg('materials.estimated'));
const part = (
  key: Named<'names.part'>,
  unit: Part['unit'],
  holds: number,
  priceCents: Part['priceCents'],
): Part => ({
  key,
  name: msg(`names.part.${key}`),
  unit,
  holds,
  priceCents,
  source: ballpark,
});

const ROLLS: readonly [Gauge, 2 | 3 | 4, number, number][] = [
  ['14', 2, 25, 2400],
  ['14', 2, 50, 4100],
  ['14', 2, 100, 7200],
  ['14', 2, 250, 13900],
  ['14', 2, 1000, 52_000],
  ['12', 2, 25, 3100],
  ['12', 2, 50, 5600],
  ['12', 2, 100, 9900],
  ['12', 2, 250, 18900],
  ['12', 2, 1000, 71_000],
  ['10', 2, 25, 5200],
  ['10', 2, 50, 9300],
  ['10', 2, 250, 39_000],
  ['10', 2, 1000, 149_000],
  ['8', 2, 25, 8900],
  ['8', 2, 125, 36_000],
  ['8', 2, 500, 138_000],
  ['6', 2, 25, 12900],
  ['6', 2, 125, 52_000],
  ['6', 2, 500, 199_000],
  ['14', 3, 25, 3300],
  ['14', 3, 50, 5900],
  ['14', 3, 250, 21_900],
  ['14', 3, 1000, 83_000],
  ['12', 3, 25, 4400],
  ['12', 3, 50, 7900],
  ['12', 3, 250, 29_900],
  ['12', 3, 1000, 114_000],
  ['10', 3, 25, 7400],
  ['10', 3, 250, 56_000],
  ['10', 3, 1000, 215_000],
  ['8', 3, 125, 52_000],
  ['8', 3, 500, 199_000],
  ['6', 3, 125, 76_000],
  ['6', 3, 500, 289_000],
  ['14', 4, 25, 5400],
  ['14', 4, 50, 9400],
  ['14', 4, 250, 34_900],
  ['12', 4, 25, 6900],
  ['12', 4, 50, 12_400],
  ['12', 4, 250, 46_900],
  // Ordered, not stocked.
  ['10', 4, 250, 89_000],
];

/** Key of the rolls (or sticks and spools) of a wiring method; plastic cable is the plain one. */
export const rollKey = (gauge: Gauge, conductors: number, method: CableType = 'NM-B'): string =>
  `${method === 'NM-B' ? 'nm' : method.toLowerCase()}-${gauge}-${conductors}`;

type RollName = Named<'names.roll'>;
const roll = (
  method: RollName,
  gauge: Gauge,
  conductors: number,
  soldFeet: number,
  priceCents: number,
): Part => ({
  key: rollKey(gauge, conductors, method),
  name: msg(`names.roll.${method}`, { gauge, conductors, length: q.distance(feet(soldFeet)) }),
  unit: 'roll',
  holds: feet(soldFeet),
  priceCents,
  source: ballpark,
});

/** Other methods against NM-B: price by it, and what is sold at a time, ft. */
const OTHER: readonly (readonly [Exclude<CableType, 'NM-B'> & RollName, number, readonly number[]])[] = [
  ['UF-B', 1.35, [25, 50, 100, 250, 500]],
  ['MC', 1.6, [25, 50, 100, 250, 1000]],
  ['AC', 1.55, [25, 50, 100, 250, 1000]],
  ['EMT', 1.9, [10, 20, 50, 100, 250, 500]],
  ['LFNC', 2.6, [10, 25, 50, 100, 250, 500]],
  ['PVC', 1.5, [10, 20, 50, 100, 250, 500]],
  ['LFMC', 2.9, [10, 25, 50, 100, 250, 500]],
  ['FMC', 2.2, [10, 25, 50, 100, 250, 500]],
];
const CENTS_PER_FOOT: Partial<Record<Gauge, number>> = { '14': 95, '12': 125, '10': 210, '8': 360, '6': 520 };
const otherRolls = (): Part[] =>
  OTHER.flatMap(([method, times, sizes]) =>
    (['14', '12', '10', '8', '6'] as const).flatMap((g) =>
      ([2, 3, 4] as const).flatMap((n) =>
        sizes.map((ft, i) =>
          roll(
            method,
            g,
            n,
            ft,
            // A longer one costs a little less by the foot.
            Math.round(ft * (CENTS_PER_FOOT[g] ?? 0) * times * 1.35 ** (n - 2) * (1 - 0.05 * i)),
          ),
        ),
      ),
    ),
  );

/** Kinds of cable that are sold, for what is left of them: raceways with their wires are not kept in pieces. */
export interface CableSort {
  readonly method: Exclude<RollName, 'EMT' | 'LFNC' | 'PVC' | 'LFMC' | 'FMC'>;
  readonly gauge: Gauge;
  readonly conductors: 2 | 3 | 4;
}
const OTHER_SORTS: readonly CableSort[] = (['UF-B', 'MC', 'AC'] as const).flatMap((method) =>
  (['14', '12', '10', '8', '6'] as const).flatMap((gauge) =>
    ([2, 3, 4] as const).map((conductors) => ({ method, gauge, conductors })),
  ),
);
export const CABLE_SORTS: readonly CableSort[] = [
  ...new Map(
    ROLLS.map(([gauge, conductors]) => [
      rollKey(gauge, conductors),
      { method: 'NM-B' as const, gauge, conductors },
    ]),
  ).values(),
  ...OTHER_SORTS,
];

/** What a kind of cable is called, without how it is sold. */
export const cableSortText = ({ method, gauge, conductors }: CableSort): Text =>
  msg(`names.sort.${method}`, { gauge, conductors });

/** A piece of cable that is left of an earlier job, as something to cut from: it costs nothing. */
export const leftoverPart = (sort: CableSort, lengthMm: number): Part => ({
  key: rollKey(sort.gauge, sort.conductors, sort.method),
  name: msg('names.leftover', { cable: cableSortText(sort), length: q.run(lengthMm) }),
  unit: 'roll',
  holds: lengthMm,
  priceCents: 0,
  source: practice(msg('names.on-hand')),
});

/** Rolls of indoor cable as sold, by gauge and insulated conductors (printed name: 14-2, 12-3 and so on). */
export const CABLE_ROLLS: readonly Part[] = [
  ...ROLLS.map(([g, n, ft, price]) => roll('NM-B', g, n, ft, price)),
  ...otherRolls(),
];

export const PARTS = {
  'receptacle-15': part('receptacle-15', 'each', 1, 210),
  'receptacle-20': part('receptacle-20', 'each', 1, 420),
  'receptacle-15-wr': part('receptacle-15-wr', 'each', 1, 480),
  'receptacle-20-wr': part('receptacle-20-wr', 'each', 1, 690),
  'receptacle-single-20-wr': part('receptacle-single-20-wr', 'each', 1, 890),
  'gfci-15-wr': part('gfci-15-wr', 'each', 1, 2390),
  'gfci-20-wr': part('gfci-20-wr', 'each', 1, 2690),
  'receptacle-240-6-15': part('receptacle-240-6-15', 'each', 1, 790),
  'receptacle-240-6-20': part('receptacle-240-6-20', 'each', 1, 890),
  'receptacle-240-6-30': part('receptacle-240-6-30', 'each', 1, 1290),
  'receptacle-240-6-50': part('receptacle-240-6-50', 'each', 1, 1490),
  'receptacle-240-14-30': part('receptacle-240-14-30', 'each', 1, 1590),
  'receptacle-240-14-50': part('receptacle-240-14-50', 'each', 1, 1790),
  'receptacle-240-15': part('receptacle-240-15', 'each', 1, 790),
  'receptacle-240-20': part('receptacle-240-20', 'each', 1, 890),
  'receptacle-240-30': part('receptacle-240-30', 'each', 1, 1290),
  'receptacle-240-50': part('receptacle-240-50', 'each', 1, 1490),
  'receptacle-single-20': part('receptacle-single-20', 'each', 1, 690),
  'gfci-15': part('gfci-15', 'each', 1, 1990),
  'gfci-20': part('gfci-20', 'each', 1, 2290),
  'afci-15': part('afci-15', 'each', 1, 3190),
  'afci-20': part('afci-20', 'each', 1, 3490),
  'dual-15': part('dual-15', 'each', 1, 3890),
  'dual-20': part('dual-20', 'each', 1, 4190),
  'receptacle-decorator-15': part('receptacle-decorator-15', 'each', 1, 390),
  'receptacle-decorator-20': part('receptacle-decorator-20', 'each', 1, 590),
  'receptacle-decorator-15-wr': part('receptacle-decorator-15-wr', 'each', 1, 640),
  'receptacle-decorator-20-wr': part('receptacle-decorator-20-wr', 'each', 1, 840),
  'switch-decorator': part('switch-decorator', 'each', 1, 490),
  'switch-three-way-decorator': part('switch-three-way-decorator', 'each', 1, 690),
  switch: part('switch', 'each', 1, 320),
  'switch-three-way': part('switch-three-way', 'each', 1, 520),
  'ring-reducing': part('ring-reducing', 'each', 1, 490),
  'box-divider': part('box-divider', 'each', 1, 290),
  'low-voltage-insert': part('low-voltage-insert', 'each', 1, 390),
  'switch-four-way': part('switch-four-way', 'each', 1, 1690),
  'switch-pilot': part('switch-pilot', 'each', 1, 1290),
  dimmer: part('dimmer', 'each', 1, 2490),
  'dimmer-incandescent': part('dimmer-incandescent', 'each', 1, 1990),
  'dimmer-led': part('dimmer-led', 'each', 1, 2490),
  'dimmer-low-voltage-magnetic': part('dimmer-low-voltage-magnetic', 'each', 1, 3490),
  'dimmer-low-voltage-electronic': part('dimmer-low-voltage-electronic', 'each', 1, 4990),
  'fan-control': part('fan-control', 'each', 1, 2790),
  'plate-1': part('plate-1', 'each', 1, 90),
  'plate-2': part('plate-2', 'each', 1, 180),
  'plate-3': part('plate-3', 'each', 1, 290),
  'plate-toggle-1': part('plate-toggle-1', 'each', 1, 80),
  'plate-toggle-2': part('plate-toggle-2', 'each', 1, 170),
  'plate-toggle-3': part('plate-toggle-3', 'each', 1, 280),
  'plate-decorator-1': part('plate-decorator-1', 'each', 1, 110),
  'plate-decorator-2': part('plate-decorator-2', 'each', 1, 220),
  'plate-decorator-3': part('plate-decorator-3', 'each', 1, 340),
  'plate-combination-2': part('plate-combination-2', 'each', 1, 240),
  'plate-combination-3': part('plate-combination-3', 'each', 1, 390),
  'plate-1-oversize': part('plate-1-oversize', 'each', 1, 160),
  'plate-2-oversize': part('plate-2-oversize', 'each', 1, 320),
  'plate-3-oversize': part('plate-3-oversize', 'each', 1, 520),
  'plate-toggle-1-oversize': part('plate-toggle-1-oversize', 'each', 1, 140),
  'plate-toggle-2-oversize': part('plate-toggle-2-oversize', 'each', 1, 310),
  'plate-toggle-3-oversize': part('plate-toggle-3-oversize', 'each', 1, 500),
  'plate-decorator-1-oversize': part('plate-decorator-1-oversize', 'each', 1, 200),
  'plate-decorator-2-oversize': part('plate-decorator-2-oversize', 'each', 1, 400),
  'plate-decorator-3-oversize': part('plate-decorator-3-oversize', 'each', 1, 610),
  'plate-combination-2-oversize': part('plate-combination-2-oversize', 'each', 1, 430),
  'plate-combination-3-oversize': part('plate-combination-3-oversize', 'each', 1, 700),
  'plate-blank-2': part('plate-blank-2', 'each', 1, 190),
  'plate-blank-3': part('plate-blank-3', 'each', 1, 310),
  'plate-single-1': part('plate-single-1', 'each', 1, 110),
  'plate-single-2': part('plate-single-2', 'each', 1, 290),
  'plate-raised-duplex': part('plate-raised-duplex', 'each', 1, 290),
  'plate-raised-toggle': part('plate-raised-toggle', 'each', 1, 290),
  'plate-raised-decorator': part('plate-raised-decorator', 'each', 1, 390),
  'plate-raised-single': part('plate-raised-single', 'each', 1, 390),
  'plate-raised-combination': part('plate-raised-combination', 'each', 1, 490),
  'plate-square-blank': part('plate-square-blank', 'each', 1, 120),
  'plate-round-blank': part('plate-round-blank', 'each', 1, 110),
  'cover-wp-blank-2': part('cover-wp-blank-2', 'each', 1, 890),
  'cover-in-use-1': part('cover-in-use-1', 'each', 1, 1290),
  'cover-in-use-2': part('cover-in-use-2', 'each', 1, 1890),
  'cover-in-use-3': part('cover-in-use-3', 'each', 1, 2990),
  'cover-damp-1': part('cover-damp-1', 'each', 1, 690),
  'cover-damp-2': part('cover-damp-2', 'each', 1, 990),
  'cover-damp-3': part('cover-damp-3', 'each', 1, 1490),
  'cover-wp-blank': part('cover-wp-blank', 'each', 1, 590),
  'blank-insert': part('blank-insert', 'each', 1, 110),
  'cable-connector': part('cable-connector', 'each', 1, 60),
  'armor-connector': part('armor-connector', 'each', 1, 120),
  'wet-connector': part('wet-connector', 'each', 1, 390),
  'plate-blank': part('plate-blank', 'each', 1, 90),
  'breaker-tandem': part('breaker-tandem', 'each', 1, 2190),
  'breaker-1': part('breaker-1', 'each', 1, 1190),
  'breaker-2': part('breaker-2', 'each', 1, 2190),
  'breaker-2-gfci': part('breaker-2-gfci', 'each', 1, 11_900),
  'breaker-2-afci': part('breaker-2-afci', 'each', 1, 11_500),
  'breaker-2-dual': part('breaker-2-dual', 'each', 1, 13_900),
  'breaker-gfci': part('breaker-gfci', 'each', 1, 5490),
  'breaker-afci': part('breaker-afci', 'each', 1, 5290),
  'breaker-dual': part('breaker-dual', 'each', 1, 6290),
  fan: part('fan', 'each', 1, null),
  luminaire: part('luminaire', 'each', 1, null),
  'luminaire-link': part('luminaire-link', 'each', 1, 690),
  'luminaire-bushing': part('luminaire-bushing', 'each', 1, 60),
  'hanging-screws': part('hanging-screws', 'pack', 25, 490),
  'toggle-bolts': part('toggle-bolts', 'pack', 4, 590),
  'twist-2-3': part('twist-2-3', 'pack', 25, 460),
  'twist-4-5': part('twist-4-5', 'pack', 25, 590),
  'lever-2': part('lever-2', 'pack', 10, 620),
  'lever-3': part('lever-3', 'pack', 10, 740),
  'lever-5': part('lever-5', 'pack', 10, 990),
  'clamp-connector': part('clamp-connector', 'each', 1, 90),
  'ground-screw': part('ground-screw', 'each', 1, 120),
  staple: part('staple', 'pack', 50, 420),
  'nail-plate': part('nail-plate', 'each', 1, 60),
  'raceway-connector': part('raceway-connector', 'each', 1, 130),
  'raceway-coupling': part('raceway-coupling', 'each', 1, 110),
  'raceway-strap': part('raceway-strap', 'each', 1, 45),
  'box-extender': part('box-extender', 'each', 1, 290),
  'screws-steel': part('screws-steel', 'pack', 8, 390),
  'anchors-masonry': part('anchors-masonry', 'pack', 8, 590),
  'sealant-outdoor': part('sealant-outdoor', 'each', 4, 790),
  'box-screws': part('box-screws', 'each', 1, 60),
  'air-seal': part('air-seal', 'each', 1, 790),
  bushing: part('bushing', 'pack', 25, 690),
  // A tube seals ten holes of a cable; a roll of tape marks many ends: common practice.
  'fire-seal': part('fire-seal', 'each', 10, 990),
  'electrical-tape': part('electrical-tape', 'each', 6, 390),
  caulk: part('caulk', 'each', 3, 590),
  'corner-bead': part('corner-bead', 'each', 1, 490),
  'patch-mesh': part('patch-mesh', 'each', 1, 590),
  'patch-board-3/8': part('patch-board-3/8', 'each', 1, 990),
  'patch-board-1/2': part('patch-board-1/2', 'each', 1, 890),
  'patch-board-5/8': part('patch-board-5/8', 'each', 1, 1090),
  // A strip is 8 ft long, a roll of tape 75; compound and plaster are had by the pound, paint and caulk by what they cover.
  'patch-strip': part('patch-strip', 'each', 8, 290),
  'patch-screws': part('patch-screws', 'pack', 50, 490),
  'patch-tape': part('patch-tape', 'each', 75, 490),
  'patch-compound': part('patch-compound', 'each', 4, 890),
  'patch-plaster': part('patch-plaster', 'each', 8, 2690),
  'patch-primer': part('patch-primer', 'each', 12, 1190),
  'patch-paint': part('patch-paint', 'each', 8, 1990),
  'marking-tape': part('marking-tape', 'each', 50, 390),
} as const satisfies Record<string, Part>;

export type PartKey = keyof typeof PARTS;

/** What a part is called; a key that is none is its own name. */
export const partName = (key: string): Text => (key in PARTS ? PARTS[key as PartKey].name : key);

type TwoHotPlug = Exclude<PlugKey, '5-15' | '5-20'>;
const isTwoHotPlug = (plug: PlugKey | undefined): plug is TwoHotPlug =>
  plug !== undefined && plug !== '5-15' && plug !== '5-20';

/** Has a device a face of either look: the others have one look only. */
export const isStyled = ({ kind, volts }: Pick<Device, 'kind' | 'volts'>): boolean =>
  volts !== 240 && (kind === 'receptacle' || kind === 'switch' || kind === 'switch-three-way');

/** The part that a device is bought as; undefined for what comes with the appliance or is a plate alone. */
export function devicePart(
  { kind, amps, volts, plug, marked }: Pick<Device, 'kind' | 'amps' | 'volts' | 'plug' | 'marked'>,
  wet: boolean,
  style?: Job['preferences']['style'],
): PartKey | undefined {
  const a = amps >= 20 ? 20 : 15;
  if (volts === 240 && kind.startsWith('receptacle') && isTwoHotPlug(plug)) return `receptacle-240-${plug}`;
  if (volts === 240 && kind.startsWith('receptacle'))
    return `receptacle-240-${amps > 30 ? 50 : amps > 20 ? 30 : a}`;
  switch (kind) {
    case 'receptacle-gfci':
      return wet ? `gfci-${a}-wr` : `gfci-${a}`;
    case 'receptacle-afci':
      return `afci-${a}`;
    case 'receptacle-dual':
      return `dual-${a}`;
    case 'receptacle-single':
      return wet ? 'receptacle-single-20-wr' : 'receptacle-single-20';
    case 'receptacle':
      if (style) return wet ? `receptacle-${style}-${a}-wr` : `receptacle-${style}-${a}`;
      return wet ? `receptacle-${a}-wr` : `receptacle-${a}`;
    case 'switch':
    case 'switch-three-way':
      return style ? `${kind}-${style}` : kind;
    case 'switch-four-way':
    case 'switch-pilot':
    case 'fan-control':
    case 'luminaire':
    case 'fan':
      return kind;
    case 'dimmer':
      return marked ? `dimmer-${marked.lamps}` : kind;
    case 'low-voltage':
      return 'low-voltage-insert';
    case 'appliance':
    case 'blank':
      return undefined;
  }
}

/** What giving protection costs, about, cents: a breaker that gives it, or a device of the rating and for the place. */
export function protectionCents(
  what: 'ground-fault' | 'arc-fault',
  how: 'breaker' | 'device',
  amps: number,
  wet: boolean,
): number {
  const ground = what === 'ground-fault';
  if (how === 'breaker') return PARTS[ground ? 'breaker-gfci' : 'breaker-afci'].priceCents ?? 0;
  return devicePriceCents(ground ? 'receptacle-gfci' : 'receptacle-afci', amps, wet);
}

/** What a device costs, about, cents; 0 for what is no part of its own or may cost anything. */
export function devicePriceCents(kind: Device['kind'], amps: number, wet: boolean): number {
  const key = devicePart({ kind, amps }, wet);
  return (key && PARTS[key].priceCents) ?? 0;
}

/** The part that a breaker is bought as. */
export const breakerPart = ({
  poles,
  protection,
  tandem,
}: Pick<Breaker, 'poles' | 'protection' | 'tandem'>): PartKey =>
  protection === 'none' && tandem
    ? 'breaker-tandem'
    : protection === 'none'
      ? `breaker-${poles}`
      : poles === 2
        ? `breaker-2-${protection}`
        : `breaker-${protection}`;
