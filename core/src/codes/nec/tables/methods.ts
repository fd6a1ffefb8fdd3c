import type { CableType } from '../../../document/index.ts';
import { published, type Source } from '../../../findings/index.ts';

/** Kinds of place that a run passes, as far as they decide what may go there. */
export type RunPlace =
  | 'dry'
  | 'damp'
  | 'wet'
  | 'masonry'
  | 'attic'
  | 'exposed'
  | 'damage'
  | 'buried'
  | 'sunlight'
  | 'corrosive'
  | 'joist-undersides';

export const RUN_PLACES: Readonly<Record<RunPlace, string>> = {
  dry: 'dry, in walls and ceilings',
  damp: 'damp',
  wet: 'wet or outdoors',
  masonry: 'in masonry, concrete or plaster',
  attic: 'in an attic',
  exposed: 'exposed on a surface',
  damage: 'exposed to damage',
  buried: 'in the ground',
  sunlight: 'in sunlight',
  corrosive: 'in corrosive vapour',
  'joist-undersides': 'across the undersides of joists',
};

/** yes, no, or yes under a condition that is said. */
export type Leave = 'yes' | 'no' | { readonly if: string };

interface Method {
  readonly name: string;
  readonly may: Readonly<Record<RunPlace, Leave>>;
  readonly source: Source;
}

const only = (condition: string): Leave => ({ if: condition });
const strips = only('guard strips within 6 ft of a scuttle, everywhere where stairs or a ladder stay');

const NM: Method = {
  name: 'NM-B',
  source: published('NEC 334.10, 334.12, 334.15, 334.23'),
  may: {
    dry: 'yes',
    damp: 'no',
    wet: 'no',
    masonry: 'no',
    attic: strips,
    exposed: only('it follows the surface and nothing can hurt it'),
    damage: 'no',
    buried: 'no',
    sunlight: 'no',
    corrosive: 'no',
    'joist-undersides': only(
      'it is large (two 6 AWG or three 8 AWG), else through bored joists or on a board',
    ),
  },
};
const AC: Method = {
  name: 'armored cable',
  source: published('NEC 320.12, 320.15, 320.23'),
  may: {
    dry: 'yes',
    damp: 'no',
    wet: 'no',
    masonry: only('the masonry is dry'),
    attic: strips,
    exposed: only('it follows the surface'),
    damage: 'no',
    buried: 'no',
    sunlight: 'no',
    corrosive: 'no',
    'joist-undersides': only('it is fastened at every joist and nothing can hurt it'),
  },
};
const MC: Method = {
  ...AC,
  name: 'metal-clad cable',
  source: published('NEC 330.10, 330.12, 330.15'),
  may: {
    ...AC.may,
    damp: only('its sheath or conductors are made for it'),
    wet: only('its sheath or conductors are made for it'),
  },
};
const UF: Method = {
  name: 'underground cable',
  source: published('NEC 340.10, 340.12'),
  may: {
    dry: 'yes',
    damp: 'yes',
    wet: 'yes',
    masonry: 'no',
    attic: strips,
    exposed: only('it follows the surface and nothing can hurt it'),
    damage: 'no',
    buried: 'yes',
    sunlight: only('it is marked for sunlight'),
    corrosive: 'yes',
    'joist-undersides': only('it is large, else through bored joists or on a board'),
  },
};
const wetWire = only('its conductors are a wet type (THWN, XHHW), its fittings raintight');
const EMT: Method = {
  name: 'metal tubing',
  source: published('NEC 358.10, 300.9', undefined, 'fairly-sure'),
  may: {
    dry: 'yes',
    damp: wetWire,
    wet: wetWire,
    masonry: only('it is guarded against corrosion'),
    attic: 'yes',
    exposed: 'yes',
    damage: only('the damage is not severe'),
    buried: 'no',
    sunlight: 'yes',
    corrosive: 'no',
    'joist-undersides': 'yes',
  },
};
const FMC: Method = {
  ...AC,
  name: 'flexible metal conduit',
  source: published('NEC 348.12', undefined, 'fairly-sure'),
};
const LIQUID: Method = {
  name: 'liquid-tight conduit',
  source: published('NEC 350.10, 356.10, 300.9', undefined, 'fairly-sure'),
  may: {
    ...EMT.may,
    masonry: 'no',
    damage: 'no',
    buried: only('it is listed and marked for it'),
    sunlight: only('it is marked for it'),
  },
};
const PVC: Method = {
  name: 'PVC conduit',
  source: published('NEC 352.10, 352.12, 300.9', undefined, 'fairly-sure'),
  may: {
    ...EMT.may,
    masonry: 'yes',
    damage: only('it is schedule 80'),
    buried: 'yes',
    sunlight: only('it is marked for it'),
    corrosive: 'yes',
  },
};

/** Which wiring method may go where: one table, read by the rules and by the search for a way. */
export const METHODS: Readonly<Record<CableType, Method>> = {
  'NM-B': NM,
  'old-NM': { ...NM, name: 'old nonmetallic cable' },
  'UF-B': UF,
  AC,
  'old-AC': { ...AC, name: 'old armored cable' },
  MC,
  EMT,
  FMC,
  LFMC: { ...LIQUID, name: 'liquid-tight metal conduit' },
  LFNC: { ...LIQUID, name: 'liquid-tight plastic conduit' },
  PVC,
  'knob-and-tube': {
    ...NM,
    name: 'knob-and-tube',
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
