import { practice, type Source } from '../findings/index.ts';
import type { Breaker, CableType, Device, Gauge } from '../document/index.ts';

/** Ballpark prices in cents: good to plan with, meant to be corrected at the counter. */
export interface Part {
  readonly key: string;
  readonly name: string;
  readonly unit: 'each' | 'pack' | 'roll';
  /** How many pieces (or millimetres of cable) one sale unit holds. */
  readonly holds: number;
  readonly priceCents: number;
  readonly source: Source;
}

const ballpark = practice('estimated price');
const part = (key: string, name: string, unit: Part['unit'], holds: number, priceCents: number): Part => ({
  key,
  name,
  unit,
  holds,
  priceCents,
  source: ballpark,
});

const FOOT = 304.8;
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

/** Other methods against plastic cable: name, price by it, and what is sold at a time, ft. */
const OTHER: readonly (readonly [CableType, string, number, readonly number[]])[] = [
  ['UF-B', 'UF-B', 1.35, [25, 50, 100, 250, 500]],
  ['MC', 'MC, with ground wire,', 1.6, [25, 50, 100, 250, 1000]],
  ['AC', 'AC, armored,', 1.55, [25, 50, 100, 250, 1000]],
  ['EMT', '1/2 in EMT with THWN', 1.9, [10, 20, 50, 100, 250, 500]],
  ['LFNC', '1/2 in liquid-tight plastic with THWN', 2.6, [10, 25, 50, 100, 250, 500]],
  ['PVC', '1/2 in PVC with THWN', 1.5, [10, 20, 50, 100, 250, 500]],
  ['LFMC', '1/2 in liquid-tight metal with THWN', 2.9, [10, 25, 50, 100, 250, 500]],
  ['FMC', '1/2 in flexible metal with THHN', 2.2, [10, 25, 50, 100, 250, 500]],
];
const CENTS_PER_FOOT: Partial<Record<Gauge, number>> = { '14': 95, '12': 125, '10': 210, '8': 360, '6': 520 };
const otherRolls = (): Part[] =>
  OTHER.flatMap(([method, words, times, sizes]) =>
    (['14', '12', '10', '8', '6'] as const).flatMap((g) =>
      ([2, 3, 4] as const).flatMap((n) =>
        sizes.map((ft, i) =>
          part(
            rollKey(g, n, method),
            `${words} ${g}-${n}, ${ft} ft`,
            'roll',
            ft * FOOT,
            // A longer one costs a little less by the foot.
            Math.round(ft * (CENTS_PER_FOOT[g] ?? 0) * times * 1.35 ** (n - 2) * (1 - 0.05 * i)),
          ),
        ),
      ),
    ),
  );

/** Rolls of indoor cable as sold, by gauge and insulated conductors (printed name: 14-2, 12-3 and so on). */
export const CABLE_ROLLS: readonly Part[] = [
  ...ROLLS.map(([g, n, ft, price]) =>
    part(rollKey(g, n), `NM-B ${g}-${n} with ground, ${ft} ft roll`, 'roll', ft * FOOT, price),
  ),
  ...otherRolls(),
];

export const PARTS = {
  'receptacle-15': part('receptacle-15', 'Receptacle, 15 A, tamper-resistant', 'each', 1, 210),
  'receptacle-20': part('receptacle-20', 'Receptacle, 20 A, tamper-resistant', 'each', 1, 420),
  'receptacle-15-wr': part(
    'receptacle-15-wr',
    'Receptacle, 15 A, tamper- and weather-resistant',
    'each',
    1,
    480,
  ),
  'receptacle-20-wr': part(
    'receptacle-20-wr',
    'Receptacle, 20 A, tamper- and weather-resistant',
    'each',
    1,
    690,
  ),
  'receptacle-single-20-wr': part(
    'receptacle-single-20-wr',
    'Single receptacle, 20 A, tamper- and weather-resistant',
    'each',
    1,
    890,
  ),
  'gfci-15-wr': part('gfci-15-wr', 'GFCI receptacle, 15 A, tamper- and weather-resistant', 'each', 1, 2390),
  'gfci-20-wr': part('gfci-20-wr', 'GFCI receptacle, 20 A, tamper- and weather-resistant', 'each', 1, 2690),
  'receptacle-240-15': part('receptacle-240-15', 'Receptacle, 250 V 15 A, 2-pole 3-wire', 'each', 1, 790),
  'receptacle-240-20': part('receptacle-240-20', 'Receptacle, 250 V 20 A, 2-pole 3-wire', 'each', 1, 890),
  'receptacle-240-30': part('receptacle-240-30', 'Receptacle, 250 V 30 A, 2-pole 3-wire', 'each', 1, 1290),
  'receptacle-240-50': part('receptacle-240-50', 'Receptacle, 250 V 50 A, 2-pole 3-wire', 'each', 1, 1490),
  'receptacle-single-20': part(
    'receptacle-single-20',
    'Single receptacle, 20 A, tamper-resistant',
    'each',
    1,
    690,
  ),
  'gfci-15': part('gfci-15', 'GFCI receptacle, 15 A, tamper-resistant', 'each', 1, 1990),
  'gfci-20': part('gfci-20', 'GFCI receptacle, 20 A, tamper-resistant', 'each', 1, 2290),
  'afci-15': part('afci-15', 'AFCI receptacle, 15 A', 'each', 1, 3190),
  'afci-20': part('afci-20', 'AFCI receptacle, 20 A', 'each', 1, 3490),
  'dual-15': part('dual-15', 'Dual-function AFCI/GFCI receptacle, 15 A', 'each', 1, 3890),
  'dual-20': part('dual-20', 'Dual-function AFCI/GFCI receptacle, 20 A', 'each', 1, 4190),
  switch: part('switch', 'Switch, single-pole, 15 A', 'each', 1, 320),
  'switch-three-way': part('switch-three-way', 'Switch, three-way, 15 A', 'each', 1, 520),
  dimmer: part('dimmer', 'Dimmer for the lamps that are there', 'each', 1, 2490),
  'plate-1': part('plate-1', 'Cover plate, 1-gang', 'each', 1, 90),
  'plate-2': part('plate-2', 'Cover plate, 2-gang', 'each', 1, 180),
  'plate-3': part('plate-3', 'Cover plate, 3-gang', 'each', 1, 290),
  'cover-in-use-1': part('cover-in-use-1', 'In-use weatherproof cover, 1-gang, extra-duty', 'each', 1, 1290),
  'cover-in-use-2': part('cover-in-use-2', 'In-use weatherproof cover, 2-gang, extra-duty', 'each', 1, 1890),
  'cover-in-use-3': part('cover-in-use-3', 'In-use weatherproof cover, 3-gang, extra-duty', 'each', 1, 2990),
  'cover-wp-blank': part('cover-wp-blank', 'Weatherproof blank cover with gasket', 'each', 1, 590),
  'blank-insert': part('blank-insert', 'Blank insert for one gang of a plate', 'each', 1, 110),
  'cable-connector': part('cable-connector', 'NM cable connector, 1/2 in knockout', 'each', 1, 60),
  'armor-connector': part(
    'armor-connector',
    'Connector for armored cable, with anti-short bushing',
    'each',
    1,
    120,
  ),
  'wet-connector': part('wet-connector', 'Weatherproof cable connector, 1/2 in hub', 'each', 1, 390),
  'plate-blank': part('plate-blank', 'Blank cover plate', 'each', 1, 90),
  'breaker-1': part('breaker-1', 'Breaker made for this panel, one pole', 'each', 1, 1190),
  'breaker-2': part('breaker-2', 'Breaker made for this panel, two poles', 'each', 1, 2190),
  'breaker-gfci': part('breaker-gfci', 'GFCI breaker made for this panel', 'each', 1, 5490),
  'breaker-afci': part('breaker-afci', 'AFCI breaker made for this panel', 'each', 1, 5290),
  'breaker-dual': part(
    'breaker-dual',
    'Dual-function AFCI/GFCI breaker made for this panel',
    'each',
    1,
    6290,
  ),
  fan: part('fan', 'Ceiling fan as chosen, with its canopy', 'each', 1, 0),
  luminaire: part('luminaire', 'Luminaire as chosen, with its mounting strap', 'each', 1, 0),
  'twist-2-3': part('twist-2-3', 'Twist-on connectors, for 2 to 3 of 14 or 12 AWG', 'pack', 25, 460),
  'twist-4-5': part('twist-4-5', 'Twist-on connectors, for 4 to 5 of 14 or 12 AWG', 'pack', 25, 590),
  'lever-2': part('lever-2', 'Lever connectors, 2-port', 'pack', 10, 620),
  'lever-3': part('lever-3', 'Lever connectors, 3-port', 'pack', 10, 740),
  'lever-5': part('lever-5', 'Lever connectors, 5-port', 'pack', 10, 990),
  'clamp-connector': part('clamp-connector', 'Cable connector that clamps outside, 1/2 in', 'each', 1, 90),
  'ground-screw': part('ground-screw', 'Green ground screw with pigtail', 'each', 1, 120),
  staple: part('staple', 'Cable staples for one flat cable', 'pack', 50, 420),
  'nail-plate': part('nail-plate', 'Steel plate, 1/16 in, for a stud face', 'each', 1, 60),
  'raceway-connector': part('raceway-connector', 'Connector of the raceway, 1/2 in', 'each', 1, 130),
  'raceway-coupling': part('raceway-coupling', 'Coupling of the raceway, 1/2 in', 'each', 1, 110),
  'raceway-strap': part('raceway-strap', 'Strap of the raceway, 1/2 in', 'each', 1, 45),
  'air-seal': part('air-seal', 'Gasket for a plate and a tube of sealant', 'each', 1, 790),
  bushing: part('bushing', 'Snap-in bushing for steel studs', 'pack', 25, 690),
  'fire-seal': part('fire-seal', 'Fire-block sealant, tube', 'each', 1, 990),
  'patch-plaster': part(
    'patch-plaster',
    'Plaster patch set: screws and washers, mesh, setting plaster',
    'each',
    1,
    2690,
  ),
  patch: part('patch', 'Drywall patch kit: drywall, screws, tape, compound', 'each', 1, 1890),
  'marking-tape': part('marking-tape', 'Tape, black or red, to re-mark a white conductor', 'each', 1, 390),
} as const satisfies Record<string, Part>;

export type PartKey = keyof typeof PARTS;

/** The part that a device is bought as; undefined for what comes with the appliance or is a plate alone. */
export function devicePart(
  { kind, amps, volts }: Pick<Device, 'kind' | 'amps' | 'volts'>,
  wet: boolean,
): PartKey | undefined {
  const a = amps >= 20 ? 20 : 15;
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
      return wet ? `receptacle-${a}-wr` : `receptacle-${a}`;
    case 'switch':
    case 'switch-three-way':
    case 'dimmer':
    case 'luminaire':
    case 'fan':
      return kind;
    case 'appliance':
    case 'blank':
      return undefined;
  }
}

/** The part that a breaker is bought as. */
export const breakerPart = ({ poles, protection }: Pick<Breaker, 'poles' | 'protection'>): PartKey =>
  protection === 'none' ? `breaker-${poles}` : `breaker-${protection}`;
