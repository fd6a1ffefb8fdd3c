import type { CableType } from '../../../document/index.ts';
import { practice, published, type Source } from '../../../findings/index.ts';
import type { CodePack } from '../../pack.ts';
import { isLimitKey, LIMITS, limitWords } from './limits.ts';

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
  readonly remarked: boolean;
  readonly multiwire: boolean;
  readonly garage: boolean;
  /** The box is in a wall or ceiling that keeps fire out. */
  readonly separation: 'garage' | 'party' | 'none';
  readonly switched: boolean;
  readonly dimmer: boolean;
}

export interface SiteCheck {
  readonly id: string;
  /** The stage of the work where a person can see it. */
  readonly at: 'cable' | 'box' | 'splice' | 'device' | 'close' | 'record';
  /** Values stand in it by the name of their limit; `{every}` and `{first}` are those of the wiring method. */
  readonly says: string;
  readonly source: Source;
  readonly when: (facts: CheckFacts) => boolean;
}

const always = () => true;
const plastic = ({ method }: CheckFacts) => method === 'NM-B' || method === 'UF-B';
const armored = ({ method }: CheckFacts) => method === 'AC' || method === 'MC';
const raceway = ({ method }: CheckFacts) => ['EMT', 'FMC', 'LFMC', 'LFNC', 'PVC'].includes(method);
const plasticRaceway = ({ method }: CheckFacts) => method === 'LFNC' || method === 'PVC';

const check = (
  id: string,
  at: SiteCheck['at'],
  says: string,
  source: Source,
  when: SiteCheck['when'] = always,
): SiteCheck => ({ id, at, says, source, when });

/** What only the person at the wall can see: each is printed at the step where it can be seen, never assumed. */
export const SITE_CHECKS: readonly SiteCheck[] = [
  check(
    'together',
    'cable',
    'All conductors of the circuit run in the same cable or raceway.',
    published('NEC 300.3(B)'),
  ),
  check(
    'support',
    'cable',
    'Fastened within {first} of each box (8 in along the sheath at a small plastic box without clamp), then every {every}; none where it was fished.',
    published('NEC 334.30'),
    plastic,
  ),
  check(
    'support-other',
    'cable',
    'Fastened within {first} of each box, then every {every}.',
    published('NEC 320.30 to 358.30'),
    (facts) => !plastic(facts),
  ),
  check(
    'staple',
    'cable',
    'Staples flat, not crushing, none on the edge of a flat cable.',
    published('NEC 334.30'),
    plastic,
  ),
  check(
    'bends',
    'cable',
    'Not more than {bendDegrees} of bends between pull points.',
    published('NEC 352.26, 356.26, 358.26'),
    raceway,
  ),
  check(
    'ground-pulled',
    'cable',
    'A ground conductor is pulled with the others: plastic is no ground.',
    published('NEC 352.60, 356.60'),
    plasticRaceway,
  ),
  check(
    'bushing',
    'cable',
    'An insulating bushing where the armor ends; armor cut clean, no nicked conductor.',
    published('NEC 320.40'),
    armored,
  ),
  check(
    'parallel',
    'cable',
    'Along studs and joists {holeEdgeMm} from the nearest face, or a steel plate; fished cable is exempt.',
    published('NEC 300.4(D)'),
    plastic,
  ),
  check(
    'metal-stud',
    'cable',
    'Through steel studs only in a bushing or grommet.',
    published('NEC 300.4(B)'),
  ),
  check(
    'guard-strips',
    'cable',
    'Attic: guard strips within 6 ft of a scuttle; with stairs or a ladder that stay, wherever it crosses the joists within 7 ft of the floor.',
    published('NEC 320.23, 334.23'),
    ({ attic }) => attic,
  ),
  check(
    'fire-block',
    'cable',
    'Holes at floor and ceiling level closed with a fireblocking material; blocking that was bored is whole again.',
    published('IRC R302.11'),
    ({ throughPlate }) => throughPlate,
  ),
  check(
    'garage-seal',
    'close',
    'Between garage and house: the gap round the box and every cable hole sealed; no box back to back with one on the other side.',
    published('IRC R302.5, R302.6', undefined, 'fairly-sure'),
    ({ garage, separation }) => separation === 'garage' || (garage && separation !== 'party'),
  ),
  check(
    'party-seal',
    'close',
    'Between two dwellings: box of steel or listed for rated walls, at most {gapMm} of gap round it, every cable hole closed with a listed firestop.',
    published('IRC R302.4', undefined, 'fairly-sure'),
    ({ separation }) => separation === 'party',
  ),
  check(
    'air-bay',
    'cable',
    'A bay that carries air is crossed only square to its long side.',
    published('NEC 300.22(C)'),
  ),
  check(
    'low-voltage',
    'box',
    'No low-voltage or data wire in this box without a divider.',
    published('NEC 300.3(C), Class 2 and communications articles', undefined, 'fairly-sure'),
  ),
  check(
    'clamp-old',
    'box',
    'Old-work box: its clips hold the board on both sides.',
    published('NEC 314.23(C)'),
    ({ oldWorkBox }) => oldWorkBox,
  ),
  check(
    'jacket',
    'box',
    'At least {jacketInsideMm} of jacket inside past the clamp; unused openings closed.',
    published('NEC 314.17'),
    plastic,
  ),
  check(
    'secured-metal',
    'box',
    'Metal box: every cable held by a clamp or connector.',
    published('NEC 314.17'),
    ({ metalBox }) => metalBox,
  ),
  check(
    'setback',
    'box',
    'Front edge not more than {boxSetbackMm} behind board or plaster, flush with wood; gaps around it at most {gapMm}.',
    published('NEC 314.20, 314.21'),
  ),
  check(
    'depth',
    'box',
    'Deep enough for the device: 15/16 in at least, and 1/4 in behind a device that reaches further than 1-7/8 in.',
    published('NEC 314.24', undefined, 'fairly-sure'),
  ),
  check(
    'weather-box',
    'box',
    'Listed for wet places, sealed at sides and top, bottom left open to drain.',
    published('NEC 314.15'),
    ({ outdoors }) => outdoors,
  ),
  check(
    'ceiling-box',
    'box',
    'Ceiling box holds 50 lb, or what its mark says; a fan hangs only on a box listed for one.',
    published('NEC 314.27(A), (C)'),
    ({ ceiling }) => ceiling,
  ),
  check(
    'accessible',
    'box',
    'Every splice stays reachable without taking the building apart.',
    published('NEC 314.29, 300.15'),
  ),
  check(
    'free-6',
    'splice',
    '{freeConductorMm} of free conductor from the jacket, {pastOpeningMm} of it past the opening.',
    published('NEC 300.14'),
  ),
  check(
    'ground-metal',
    'splice',
    'Metal box: ground to the box with a screw used for nothing else, at least two threads in; no wood or drywall screw.',
    published('NEC 250.8, 250.148'),
    ({ metalBox }) => metalBox,
  ),
  check(
    'grounds-stay',
    'splice',
    'Taking out a device does not break the ground: grounds are spliced, a pigtail goes to the device.',
    published('NEC 250.148'),
  ),
  check(
    'neutral-multiwire',
    'splice',
    'The neutral is spliced, never passed through a device.',
    published('NEC 300.13(B)'),
    ({ multiwire }) => multiwire,
  ),
  check(
    'remark',
    'splice',
    'Every white that is hot is marked black or red at both ends.',
    published('NEC 200.7(C)(1)'),
    ({ remarked }) => remarked,
  ),
  check(
    'tug',
    'splice',
    'Connector of the right size for number and gauge; each conductor tugged.',
    practice('tug each conductor of every splice'),
  ),
  check(
    'one-screw',
    'device',
    'One conductor under each screw, looped the way it turns; torque as marked.',
    published('NEC 110.14(A), (D)', undefined, 'fairly-sure'),
  ),
  check(
    'jumper',
    'device',
    'Metal box to device: a bonding jumper, or a self-grounding yoke made for it.',
    published('NEC 250.146'),
    ({ metalBox }) => metalBox,
  ),
  check(
    'grip-height',
    'device',
    'Switch grip at its highest not above {switchHeightMm}.',
    published('NEC 404.8(A)'),
    ({ switched }) => switched,
  ),
  check(
    'dimmer',
    'device',
    'A dimmer only for the lamps it is made for, derated when ganged; never on an outlet or a fan motor.',
    published('NEC 404.14(E), 406.15'),
    ({ dimmer }) => dimmer,
  ),
  check(
    'plate',
    'close',
    'The plate covers the opening and sits tight; a metal plate is grounded.',
    published('NEC 404.9'),
  ),
  check(
    'patch-board',
    'close',
    'Opened wall closed with the same thickness of board.',
    practice('save the piece that was cut out'),
    ({ opensWall }) => opensWall,
  ),
  check(
    'directory',
    'record',
    'The circuit directory says clearly what was added, not who lives there.',
    published('NEC 408.4(A)'),
  ),
];

/** What the place says for the values that a check names; a local value brings its own source. */
function filled(c: SiteCheck, { method }: CheckFacts, pack: CodePack): SiteCheck {
  let { source } = c;
  const says = c.says.replaceAll(/\{(\w+)\}/g, (_, key: string) => {
    if (key === 'every' || key === 'first') {
      const support = pack.support(method);
      source = support.source;
      return limitWords(key === 'every' ? support.everyMm : support.fromBoxMm, 'mm');
    }
    if (!isLimitKey(key)) throw new Error(`check ${c.id} names ${key}, which is no limit`);
    const limit = pack.limits[key];
    if (limit.source.kind === 'local') source = limit.source;
    return limitWords(limit.value, LIMITS[key].unit);
  });
  return { ...c, says, source };
}

/** Checks for one stage of a plan, with the values that hold in its place. */
export const checksAt = (at: SiteCheck['at'], facts: CheckFacts, pack: CodePack): readonly SiteCheck[] =>
  SITE_CHECKS.filter((c) => c.at === at && c.when(facts)).map((c) => filled(c, facts, pack));
