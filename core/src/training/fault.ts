import {
  caseBench,
  caseOf,
  dangerOf,
  diagnose,
  isLiveMetal,
  lookText,
  remedyText,
  shownBy,
  suspectText,
  valuesText,
  type Case,
  type Fault,
  type Look,
  type Taken,
} from '../bench/index.ts';
import { BreakerId, makeBreaker, type House } from '../document/index.ts';
import { type Dice } from '../units/index.ts';
import { msg, sentences, type Text } from '../words/index.ts';
import { atBreaker, Circuits, drillHouse, type Station } from './circuits.ts';
import type { Choice, Drill, Level, Move, Outcome } from './drill.ts';
import { question } from './why.ts';

/** Finding what is wrong with a circuit, with as few readings as can be. */

const STATIONS: Readonly<Record<Level, readonly (readonly Station[])[]>> = {
  1: [['outlet', 'outlet']],
  2: [
    ['outlet', 'outlet'],
    ['outlet', 'switch-light'],
    ['gfci-load', 'outlet'],
  ],
  3: [
    ['outlet', 'three-way'],
    ['gfci-load', 'outlet', 'outlet'],
    ['outlet', 'half'],
  ],
};
/** Faults that the first level has: a plug tester would show each of them. */
const PLAIN: readonly Fault['kind'][] = ['open-hot', 'open-neutral', 'open-ground', 'reversed'];
const CHOICES = 5;
const MOST_READINGS = 12;

function houseOf(stations: readonly Station[]): House {
  const c = new Circuits({ wiring: 'cable', amps: 15 });
  stations.reduce((from, s) => c.station(s, from), atBreaker());
  return drillHouse(c, [makeBreaker('b1', '7')]);
}

/** A case, the fault in it, and the readings that lead to it; null where no reading tells it from others. */
function found(of: Case, fault: Fault): { readonly looks: readonly Look[] } | null {
  const bench = caseBench(of.house, [fault]);
  const taken: Taken[] = [];
  let told = diagnose(of, taken);
  while (told.next && taken.length < MOST_READINGS) {
    taken.push({ look: told.next, shown: shownBy(bench, told.next) });
    told = diagnose(of, taken);
  }
  const [first] = told.suspects;
  return first?.faults[0] === fault && first.alike.length === 0 ? { looks: taken.map((t) => t.look) } : null;
}

/** A drill in finding a fault. */
export function faultDrill(dice: Dice, level: Level): Drill {
  const stations = dice.one(STATIONS[level]);
  const of = caseOf(houseOf(stations), BreakerId.parse('b1'));
  const all = of.singles.flatMap((s) => s.faults).filter((f) => level > 1 || PLAIN.includes(f.kind));
  for (const fault of dice.shuffled(all)) {
    const way = found(of, fault);
    if (way && way.looks.length > 0) return drillOf(dice, level, of, fault, way.looks);
  }
  throw new RangeError('every fault of the drill is like another');
}

const isOhms = (l: Look): boolean => l.what === 'ohms';

type Done = readonly string[];

/** A fault in a circuit with everything that can be looked at. */
interface Sick {
  readonly of: Case;
  readonly fault: Fault;
  readonly bench: ReturnType<typeof caseBench>;
}

const keyOf = (of: Case, l: Look): string => `read:${of.looks.indexOf(l)}`;
const lookOf = (of: Case, id: string): Look | undefined => of.looks[Number(id.slice('read:'.length))];
const isOff = (done: Done): boolean => done.filter((d) => d === 'breaker').length % 2 === 1;

const movesAfter = (of: Case, done: Done): Move[] => [
  {
    id: 'breaker',
    group: 'do',
    says: msg(isOff(done) ? 'training.fault.on' : 'training.fault.off'),
  },
  ...of.looks
    .filter((l) => !done.includes(keyOf(of, l)))
    .map((l): Move => ({ id: keyOf(of, l), group: 'read', says: lookText(of.house, l) })),
];

function showsLiveMetal({ of, bench }: Sick, id: string): boolean {
  const look = lookOf(of, id);
  return look?.what === 'frame' && isLiveMetal({ look, shown: shownBy(bench, look) });
}

function outcomeOf(sick: Sick, done: Done, id: string): Outcome {
  if (id === 'breaker') return { is: 'shown', says: msg('training.fault.turned') };
  const look = lookOf(sick.of, id);
  if (!look) return { is: 'shown', says: '' };
  if (!isOff(done) && done.some((d) => showsLiveMetal(sick, d)))
    return { is: 'unsafe', because: msg('training.fault.unsafe.metal') };
  if (isOhms(look) && !isOff(done)) return { is: 'unsafe', because: msg('training.fault.unsafe.ohms') };
  if (!isOhms(look) && isOff(done)) return { is: 'shown', says: msg('training.fault.dead') };
  const shown = shownBy(sick.bench, look);
  const values = valuesText(look.what, shown.values);
  return {
    is: 'shown',
    says: shown.trips.length > 0 ? msg('training.fault.trips', { values }) : values,
  };
}

/** The looks in their order, with the breaker moved where one asks for it. */
function bestWay(sick: Sick, looks: readonly Look[]): string[] {
  const best: string[] = [];
  let off = false;
  for (const look of looks) {
    if (isOhms(look) !== off) {
      best.push('breaker');
      off = !off;
    }
    const key = keyOf(sick.of, look);
    best.push(key);
    if (showsLiveMetal(sick, key)) break;
  }
  return best;
}

const idOf = (f: Fault): string => JSON.stringify(f);

/** The fault among others of its circuit: other kinds, and one like it elsewhere. */
function choicesOf(dice: Dice, { of, fault }: Sick): Choice[] {
  const all = of.singles.flatMap((s) => s.faults).filter((f) => f !== fault);
  const others = dice
    .shuffled(all.filter((f) => f.kind !== fault.kind))
    .filter((f, i, list) => list.findIndex((o) => o.kind === f.kind) === i)
    .slice(0, CHOICES - 2);
  const elsewhere = all.filter((f) => f.kind === fault.kind);
  return dice
    .shuffled([fault, ...others, ...elsewhere.slice(0, 1)])
    .map((f) => ({ id: idOf(f), says: suspectText(of.house, [f]) }));
}

function drillOf(dice: Dice, level: Level, of: Case, fault: Fault, looks: readonly Look[]): Drill {
  const { house } = of;
  const sick: Sick = { of, fault, bench: caseBench(house, [fault]) };
  const choices = choicesOf(dice, sick);
  const danger = dangerOf([fault]) ?? 'fix';
  const wrongDanger = (['call', 'stop', 'fix'] as const).filter((d) => d !== danger);
  const because: Text = sentences([
    msg('training.fault.because', { fault: suspectText(house, [fault]) }),
    remedyText(fault),
  ]);
  return {
    kind: 'fault',
    level,
    scene: [msg('training.fault.scene'), circuitText(house)],
    box: null,
    moves: (done) => movesAfter(of, done),
    does: (done, id) => outcomeOf(sick, done, id),
    tooSoon: (done) => (done.some((d) => d.startsWith('read:')) ? null : msg('training.fault.unsafe.guess')),
    answer: { asks: msg('training.fault.asks'), choices, right: idOf(fault), because },
    why: question(
      dice,
      msg('training.fault.why'),
      msg(`training.fault.do.${danger}`),
      wrongDanger.map((d) => msg(`training.fault.do.${d}`)),
      because,
    ),
    best: bestWay(sick, looks),
  };
}

/** The circuit in words: what comes after what. */
const circuitText = (house: House): Text =>
  msg('training.fault.circuit', { boxes: house.points.map((p) => p.label).join(' – ') });
