import { practice, type Source } from '../findings/index.ts';
import type { Breaker, CableType, DeviceKind, Gauge } from '../document/index.ts';

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
  ['12', 2, 25, 3100],
  ['12', 2, 50, 5600],
  ['12', 2, 100, 9900],
  ['12', 2, 250, 18900],
  ['10', 2, 25, 5200],
  ['10', 2, 50, 9300],
  ['8', 2, 25, 8900],
  ['6', 2, 25, 12900],
  ['14', 3, 25, 3300],
  ['14', 3, 50, 5900],
  ['12', 3, 25, 4400],
  ['12', 3, 50, 7900],
  ['10', 3, 25, 7400],
  ['14', 4, 25, 5400],
  ['14', 4, 50, 9400],
  ['12', 4, 25, 6900],
  ['12', 4, 50, 12_400],
];

/** Key of the rolls (or sticks and spools) of a wiring method; plastic cable is the plain one. */
export const rollKey = (gauge: Gauge, conductors: number, method: CableType = 'NM-B'): string =>
  `${method === 'NM-B' ? 'nm' : method.toLowerCase()}-${gauge}-${conductors}`;

/** Other methods against plastic cable: name, price by it, and what is sold at a time, ft. */
const OTHER: readonly (readonly [CableType, string, number, readonly number[]])[] = [
  ['UF-B', 'UF-B', 1.35, [25, 50, 100]],
  ['MC', 'MC, with ground wire,', 1.6, [25, 50, 100]],
  ['AC', 'AC, armored,', 1.55, [25, 50, 100]],
  ['EMT', '1/2 in EMT with THWN', 1.9, [10, 20, 50, 100]],
  ['LFNC', '1/2 in liquid-tight plastic with THWN', 2.6, [10, 25, 50]],
  ['PVC', '1/2 in PVC with THWN', 1.5, [10, 20, 50, 100]],
  ['LFMC', '1/2 in liquid-tight metal with THWN', 2.9, [10, 25, 50]],
  ['FMC', '1/2 in flexible metal with THHN', 2.2, [10, 25, 50]],
];
const CENTS_PER_FOOT: Partial<Record<Gauge, number>> = { '14': 95, '12': 125, '10': 210, '8': 360, '6': 520 };
const otherRolls = (): Part[] =>
  OTHER.flatMap(([method, words, times, sizes]) =>
    (['14', '12', '10'] as const).flatMap((g) =>
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
  'receptacle-single-20': part(
    'receptacle-single-20',
    'Single receptacle, 20 A, tamper-resistant',
    'each',
    1,
    690,
  ),
  'gfci-15': part('gfci-15', 'Ground-fault receptacle, 15 A, tamper-resistant', 'each', 1, 1990),
  'gfci-20': part('gfci-20', 'Ground-fault receptacle, 20 A, tamper-resistant', 'each', 1, 2290),
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
  'plate-blank-wp': part('plate-blank-wp', 'In-use weather cover, 1-gang', 'each', 1, 1290),
  'plate-blank': part('plate-blank', 'Blank cover plate', 'each', 1, 90),
  'breaker-1': part('breaker-1', 'Breaker made for this panel, one pole', 'each', 1, 1190),
  'breaker-2': part('breaker-2', 'Breaker made for this panel, two poles', 'each', 1, 2190),
  'breaker-gfci': part('breaker-gfci', 'Ground-fault breaker made for this panel', 'each', 1, 5490),
  'breaker-afci': part('breaker-afci', 'Arc-fault breaker made for this panel', 'each', 1, 5290),
  'breaker-dual': part('breaker-dual', 'Arc- and ground-fault breaker made for this panel', 'each', 1, 6290),
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
export function devicePart(kind: DeviceKind, amps: number, wet: boolean): PartKey | undefined {
  const a = amps >= 20 ? 20 : 15;
  switch (kind) {
    case 'receptacle-gfci':
      return `gfci-${a}`;
    case 'receptacle-afci':
      return `afci-${a}`;
    case 'receptacle-dual':
      return `dual-${a}`;
    case 'receptacle-single':
      return 'receptacle-single-20';
    case 'receptacle':
      return wet ? 'receptacle-15-wr' : `receptacle-${a}`;
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
