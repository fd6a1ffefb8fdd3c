import type { CableType } from '../../../document/index.ts';
import { published, type Source } from '../../../findings/index.ts';
import type { RunPlace } from '../../terms.ts';
import { msg, q, type Text } from '../../../words/index.ts';
import { feet } from '../../../units/index.ts';

export const RUN_PLACES: Readonly<Record<RunPlace, Text>> = {
  dry: msg('rules.place.dry'),
  damp: msg('rules.place.damp'),
  wet: msg('rules.place.wet'),
  masonry: msg('rules.place.masonry'),
  attic: msg('rules.place.attic'),
  exposed: msg('rules.place.exposed'),
  damage: msg('rules.place.damage'),
  sunlight: msg('rules.place.sunlight'),
  'joist-undersides': msg('rules.place.undersides'),
};

/** yes, no, or yes under a condition that is said. */
export type Leave = 'yes' | 'no' | { readonly if: Text };

interface Method {
  readonly name: Text;
  readonly may: Readonly<Record<RunPlace, Leave>>;
  readonly source: Source;
  /** Warmest surroundings that it is for, C; left out, what its conductors take. */
  readonly hottestCelsius?: number;
}

const only = (condition: Text): Leave => ({ if: condition });
/** Around the opening to an attic that has no stairs: NEC 320.23(A). */
const ATTIC_GUARD_MM = feet(6);
const strips = only(msg('rules.place.strips', { reach: q.distance(ATTIC_GUARD_MM) }));

const NM: Method = {
  name: msg('rules.method-name.NM-B'),
  source: published('NEC 334.10, 334.12, 334.15, 334.23'),
  may: {
    dry: 'yes',
    damp: 'no',
    wet: 'no',
    masonry: 'no',
    attic: strips,
    exposed: only(msg('rules.place.follows-safe')),
    damage: 'no',
    sunlight: 'no',
    'joist-undersides': only(msg('rules.place.large-nm')),
  },
};
const AC: Method = {
  name: msg('rules.method-name.AC'),
  source: published('NEC 320.12, 320.15, 320.23'),
  may: {
    dry: 'yes',
    damp: 'no',
    wet: 'no',
    masonry: only(msg('rules.place.dry-masonry')),
    attic: strips,
    exposed: only(msg('rules.place.follows')),
    damage: 'no',
    sunlight: 'no',
    'joist-undersides': only(msg('rules.place.every-joist')),
  },
};
const MC: Method = {
  ...AC,
  name: msg('rules.method-name.MC'),
  source: published('NEC 330.10, 330.12, 330.15'),
  may: {
    ...AC.may,
    damp: only(msg('rules.place.sheath-wet')),
    wet: only(msg('rules.place.sheath-wet')),
  },
};
const UF: Method = {
  name: msg('rules.method-name.UF-B'),
  source: published('NEC 340.10, 340.12'),
  may: {
    dry: 'yes',
    damp: 'yes',
    wet: 'yes',
    masonry: 'no',
    attic: strips,
    exposed: only(msg('rules.place.follows-safe')),
    damage: 'no',
    sunlight: only(msg('rules.place.sun-marked')),
    'joist-undersides': only(msg('rules.place.large-uf')),
  },
};
const wetWire = only(msg('rules.place.wet-wire'));
const EMT: Method = {
  name: msg('rules.method-name.EMT'),
  source: published('NEC 358.10, 300.9', undefined, 'fairly-sure'),
  may: {
    dry: 'yes',
    damp: wetWire,
    wet: wetWire,
    masonry: only(msg('rules.place.corrosion')),
    attic: 'yes',
    exposed: 'yes',
    damage: only(msg('rules.place.not-severe')),
    sunlight: 'yes',
    'joist-undersides': 'yes',
  },
};
const FMC: Method = {
  name: msg('rules.method-name.FMC'),
  source: published('NEC 348.10, 348.12', undefined, 'fairly-sure'),
  may: {
    dry: 'yes',
    damp: 'yes',
    wet: 'no',
    masonry: only(msg('rules.place.dry-masonry')),
    attic: 'yes',
    exposed: 'yes',
    damage: 'no',
    sunlight: 'yes',
    'joist-undersides': 'yes',
  },
};
const LIQUID: Method = {
  name: msg('rules.method-name.liquid'),
  source: published('NEC 350.10, 356.10, 300.9', undefined, 'fairly-sure'),
  may: {
    ...EMT.may,
    masonry: 'no',
    damage: 'no',
    sunlight: only(msg('rules.place.marked')),
  },
};
const PVC: Method = {
  name: msg('rules.method-name.PVC'),
  source: published('NEC 352.10, 352.12, 300.9', undefined, 'fairly-sure'),
  // 352.12(D).
  hottestCelsius: 50,
  may: {
    ...EMT.may,
    masonry: 'yes',
    damage: only(msg('rules.place.schedule-80')),
    sunlight: only(msg('rules.place.marked')),
  },
};

/** Which wiring method may go where: one table, read by the rules and by the search for a way. */
export const METHODS: Readonly<Record<CableType, Method>> = {
  'NM-B': NM,
  'old-NM': { ...NM, name: msg('rules.method-name.old-NM') },
  'UF-B': UF,
  AC,
  'old-AC': { ...AC, name: msg('rules.method-name.old-AC') },
  MC,
  EMT,
  FMC,
  LFMC: { ...LIQUID, name: msg('rules.method-name.LFMC') },
  LFNC: { ...LIQUID, name: msg('rules.method-name.LFNC') },
  PVC,
  'knob-and-tube': {
    ...NM,
    name: msg('rules.method-name.knob-and-tube'),
    may: { ...NM.may, attic: 'no', exposed: 'no', 'joist-undersides': 'no' },
  },
};

/** Methods that new work may use, in the order in which they are offered. */
export const NEW_METHODS: readonly CableType[] = [
  'NM-B',
  'UF-B',
  'MC',
  'AC',
  'EMT',
  'LFNC',
  'LFMC',
  'PVC',
  'FMC',
];
