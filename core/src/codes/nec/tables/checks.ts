import type { CableType } from '../../../document/index.ts';
import { practice, published, type Source } from '../../../findings/index.ts';
import type { CodePack } from '../../pack.ts';
import { feet, inches } from '../../../units/index.ts';
import { msg, q, type MessageId, type Text } from '../../../words/index.ts';
import { LIMITS, limitWords } from './limits.ts';
import { type LimitKey } from '../../terms.ts';

/** What a check depends on: a thing of the plan, known before the work. */
export interface CheckFacts {
  readonly method: CableType;
  readonly metalBox: boolean;
  readonly oldWorkBox: boolean;
  readonly smallPlasticBox: boolean;
  readonly outdoors: boolean;
  readonly ceiling: boolean;
  readonly throughPlate: boolean;
  readonly opensWall: boolean;
  readonly attic: boolean;
  /** Some of it runs in walls, floors or an attic, not only on their faces. */
  readonly inFrame: boolean;
  readonly remarked: boolean;
  readonly multiwire: boolean;
  readonly garage: boolean;
  /** The box is in a wall or ceiling that keeps fire out. */
  readonly separation: 'garage' | 'party' | 'none';
  readonly switched: boolean;
  readonly dimmer: boolean;
  readonly lowVoltage: boolean;
}

export interface SiteCheck {
  readonly id: string;
  /** The stage of the work where a person can see it. */
  readonly at: 'cable' | 'box' | 'splice' | 'device' | 'close' | 'record';
  readonly says: Text;
  readonly source: Source;
  readonly when: (facts: CheckFacts) => boolean;
}

const always = () => true;
const plastic = ({ method }: CheckFacts) => method === 'NM-B' || method === 'UF-B';
const armored = ({ method }: CheckFacts) => method === 'AC' || method === 'MC';
const raceway = ({ method }: CheckFacts) => ['EMT', 'FMC', 'LFMC', 'LFNC', 'PVC'].includes(method);
const plasticRaceway = ({ method }: CheckFacts) => method === 'LFNC' || method === 'PVC';

/** A check as it stands in the table: its sentence takes the limits that hold in the place, by their names. */
interface Check extends Omit<SiteCheck, 'says'> {
  readonly id: CheckId;
}
type CheckId = MessageId extends infer M ? (M extends `rules.check.${infer Id}` ? Id : never) : never;

const check = (
  id: CheckId,
  at: SiteCheck['at'],
  source: Source,
  when: SiteCheck['when'] = always,
): Check => ({ id, at, source, when });

/** What only the person at the wall can see: each is printed at the step where it can be seen, never assumed. */
export const SITE_CHECKS: readonly Check[] = [
  check('together', 'cable', published('NEC 300.3(B)')),
  check('support', 'cable', published('NEC 334.30'), plastic),
  check('support-other', 'cable', published('NEC 320.30 to 358.30'), (facts) => !plastic(facts)),
  check('staple', 'cable', published('NEC 334.30'), plastic),
  check('bends', 'cable', published('NEC 352.26, 356.26, 358.26'), raceway),
  check('ground-pulled', 'cable', published('NEC 352.60, 356.60'), plasticRaceway),
  check('bushing', 'cable', published('NEC 320.40'), armored),
  check('parallel', 'cable', published('NEC 300.4(D)'), (facts) => facts.inFrame && plastic(facts)),
  check('metal-stud', 'cable', published('NEC 300.4(B)'), ({ inFrame }) => inFrame),
  check('guard-strips', 'cable', published('NEC 320.23, 334.23'), ({ attic }) => attic),
  check('fire-block', 'cable', published('IRC R302.11'), ({ throughPlate }) => throughPlate),
  check(
    'garage-seal',
    'close',
    published('IRC R302.5, R302.6', undefined, 'fairly-sure'),
    ({ garage, separation }) => separation === 'garage' || (garage && separation !== 'party'),
  ),
  check(
    'party-seal',
    'close',
    published('IRC R302.4', undefined, 'fairly-sure'),
    ({ separation }) => separation === 'party',
  ),
  check('air-bay', 'cable', published('NEC 300.22(C)'), ({ inFrame }) => inFrame),
  check(
    'low-voltage',
    'box',
    published('NEC 300.3(C), Class 2 and communications articles', undefined, 'fairly-sure'),
  ),
  check('clamp-old', 'box', published('NEC 314.23(C)'), ({ oldWorkBox }) => oldWorkBox),
  check('jacket', 'box', published('NEC 314.17'), plastic),
  check('secured-metal', 'box', published('NEC 314.17'), ({ metalBox }) => metalBox),
  check('setback', 'box', published('NEC 314.20, 314.21')),
  check('depth', 'box', published('NEC 314.24', undefined, 'fairly-sure')),
  check('weather-box', 'box', published('NEC 314.15'), ({ outdoors }) => outdoors),
  check('ceiling-box', 'box', published('NEC 314.27(A), (C)'), ({ ceiling }) => ceiling),
  check('accessible', 'box', published('NEC 314.29, 300.15')),
  check('free-6', 'splice', published('NEC 300.14')),
  check('ground-metal', 'splice', published('NEC 250.8, 250.148'), ({ metalBox }) => metalBox),
  check('grounds-stay', 'splice', published('NEC 250.148')),
  check('neutral-multiwire', 'splice', published('NEC 300.13(B)'), ({ multiwire }) => multiwire),
  check('remark', 'splice', published('NEC 200.7(C)(1)'), ({ remarked }) => remarked),
  check('tug', 'splice', practice(msg('names.practice.tug'))),
  check('one-screw', 'device', published('NEC 110.14(A), (D)', undefined, 'fairly-sure')),
  check('jumper', 'device', published('NEC 250.146'), ({ metalBox }) => metalBox),
  check('grip-height', 'device', published('NEC 404.8(A)'), ({ switched }) => switched),
  check(
    'divider',
    'box',
    published('NEC 725.136(B)', undefined, 'fairly-sure'),
    ({ lowVoltage }) => lowVoltage,
  ),
  check('dimmer', 'device', published('NEC 404.14(E), 406.15'), ({ dimmer }) => dimmer),
  check('plate', 'close', published('NEC 404.9')),
  check('patch-board', 'close', practice(msg('names.practice.save-piece')), ({ opensWall }) => opensWall),
  check('directory', 'record', published('NEC 408.4(A)')),
];

/** Dimensions that no local rule changes, mm: NEC 314.17(C) exception, 320.23(A), 314.24. */
const FIXED = {
  sheath: q.length(inches(8)),
  guard: q.distance(feet(6)),
  headroom: q.distance(feet(7)),
  shallow: q.length(inches(0.9375)),
  behind: q.length(inches(0.25)),
  deep: q.length(inches(1.875)),
} as const;

/** Limits that a check of the table compares with: a local value brings its own source. */
const LIMIT_OF: Partial<Record<CheckId, readonly LimitKey[]>> = {
  bends: ['bendDegrees'],
  parallel: ['holeEdgeMm'],
  'party-seal': ['gapMm'],
  jacket: ['jacketInsideMm'],
  setback: ['boxSetbackMm', 'gapMm'],
  'free-6': ['freeConductorMm', 'pastOpeningMm'],
  'grip-height': ['switchHeightMm'],
};

/** A check with the values that hold in its place. */
function filled(c: Check, { method }: CheckFacts, pack: CodePack): SiteCheck {
  const keys = LIMIT_OF[c.id] ?? [];
  const support = pack.support(method);
  const local = keys.map((key) => pack.limits[key].source).find((s) => s.kind === 'local');
  const limits = keys.map((key) => [key, limitWords(pack.limits[key].value, LIMITS[key].unit)] as const);
  return {
    ...c,
    says: msg(`rules.check.${c.id}`, {
      ...FIXED,
      every: q.distance(support.everyMm),
      first: q.distance(support.fromBoxMm),
      ...Object.fromEntries(limits),
    }),
    source: c.id.startsWith('support') ? support.source : (local ?? c.source),
  };
}

/** Checks for one stage of a plan, with the values that hold in its place. */
export const checksAt = (at: SiteCheck['at'], facts: CheckFacts, pack: CodePack): readonly SiteCheck[] =>
  SITE_CHECKS.filter((c) => c.at === at && c.when(facts)).map((c) => filled(c, facts, pack));
