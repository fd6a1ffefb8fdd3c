import { benchOf, readLowZ, readMeter, type Bench } from '../bench/index.ts';
import { BreakerId, makeBreaker, type PointId } from '../document/index.ts';
import { endOf, networkOf, screwOf, type NodeId } from '../network/index.ts';
import { type Dice } from '../units/index.ts';
import { msg, q, row, type Text } from '../words/index.ts';
import { atBreaker, Circuits, drillHouse, device } from './circuits.ts';
import type { Drill, Level, Move, Outcome } from './drill.ts';
import { question } from './why.ts';

/** Proving a box dead, with what makes people take a live one for dead: the wrong meter, half an outlet, a second circuit, a ghost. */

type Trap = 'plain' | 'amps' | 'split' | 'second-circuit' | 'ghost';
const TRAPS_AT: Readonly<Record<Level, readonly Trap[]>> = {
  1: ['plain', 'amps'],
  2: ['amps', 'split', 'second-circuit'],
  3: ['split', 'second-circuit', 'ghost'],
};

/** What a meter shows of a wire that is dead, V; and what a low-impedance tester leaves of a ghost. */
const DEAD_VOLTS = 1;
/** Between a dead cable and a live one strapped beside it, F: about 30 ft of them. Common practice. */
const BESIDE_FARADS = 1.2e-9;

type Place = 'top' | 'bottom' | 'wires';
interface Wall {
  readonly bench: Bench;
  /** Pairs of nodes that are measured in each place. */
  readonly pairs: Readonly<Record<Place, readonly (readonly [NodeId, NodeId])[]>>;
}

const ONE = BreakerId.parse('b1');
const TWO = BreakerId.parse('b2');

/** A receptacle in its box and what the trap needs around it, joined wire by wire. */
function wallOf(trap: Trap): Wall {
  const c = new Circuits({ wiring: 'cable', amps: 15 });
  const split = trap === 'split';
  const box = c.box('receptacle', [device('receptacle', { tab: split ? 'broken' : 'whole' })]);
  const near = c.box('receptacle', [device('receptacle', { tab: 'whole' })]);
  c.cable(atBreaker(), box, split ? { carries: 'two-hots-neutral', conductors: 3 } : {});
  c.cable(atBreaker('b2'), trap === 'second-circuit' ? box : near);
  const house = drillHouse(c, [
    makeBreaker('b1', '7', { label: 'Bedroom', poles: split ? 2 : 1 }),
    makeBreaker('b2', '12', { label: 'Hall' }),
  ]);
  const [own, other] = c.cables;
  if (!own || !other) throw new RangeError('the drill has two cables');
  const screw = (of: PointId, s: 'brass' | 'lower brass' | 'silver' | 'green') => screwOf(of, 0, s);
  const end = (color: 'black' | 'white' | 'red' | 'bare') => endOf(own, color, 'to');
  const groups: NodeId[][] = [
    [screw(box, 'brass'), end('black')],
    [screw(box, 'silver'), end('white')],
    [screw(box, 'green'), end('bare')],
    ...(split ? [[screw(box, 'lower brass'), end('red')]] : []),
  ];
  const network = networkOf(house, new Map([[box, groups]]));
  const ground = end('bare');
  const hots = [
    end('black'),
    ...(split ? [end('red')] : []),
    ...(trap === 'second-circuit' ? [endOf(other, 'black', 'to')] : []),
  ];
  const half = (s: 'brass' | 'lower brass'): (readonly [NodeId, NodeId])[] => [
    [screw(box, s), screw(box, 'silver')],
    [screw(box, s), screw(box, 'green')],
    [screw(box, 'silver'), screw(box, 'green')],
  ];
  return {
    pairs: {
      top: half('brass'),
      bottom: half('lower brass'),
      wires: [...hots.map((h): readonly [NodeId, NodeId] => [h, ground]), [end('white'), ground]],
    },
    bench: {
      ...benchOf(house),
      network: {
        ...network,
        // Two breakers with no tie between them: the red of the cable hangs on the other one.
        terminals: network.terminals.map((t) => (t.label === 'b1:2' ? { ...t, label: 'b2:1' } : t)),
      },
      extra:
        trap === 'ghost'
          ? [{ kind: 'capacity', a: end('black'), b: endOf(other, 'black', 'to'), value: BESIDE_FARADS }]
          : [],
    },
  };
}

const DO = ['meter', 'off-7', 'off-12', 'open'] as const;
const READ = ['known', 'top', 'bottom', 'wires', 'low-z'] as const;
type Id = (typeof DO)[number] | (typeof READ)[number];
const isPlace = (id: string): id is Place => id === 'top' || id === 'bottom' || id === 'wires';
const isOff = (id: string): boolean => id === 'off-7' || id === 'off-12';

type Done = readonly string[];

/** What the meter and the tester show in each place after some moves. */
function meterOn({ bench, pairs }: Wall) {
  const benchAfter = (done: Done): Bench => ({
    ...bench,
    off: new Set<string>([
      ...(done.includes('off-7') ? [ONE] : []),
      ...(done.includes('off-12') ? [TWO] : []),
    ]),
  });
  const shows = (done: Done, place: Place): number[] =>
    pairs[place].map(([a, b]) => readMeter(benchAfter(done), a, b).volts);
  const firm = (done: Done, place: Place): number[] =>
    pairs[place].map(([a, b]) => readLowZ(benchAfter(done), a, b).volts);
  const isLive = (done: Done, place: Place) => firm(done, place).some((v) => v > DEAD_VOLTS);
  return { shows, firm, isLive, known: bench.house.supplyVolts };
}
type Meter = ReturnType<typeof meterOn>;

/** What was done since a breaker was moved last. */
const since = (done: Done): Done => done.slice(done.findLastIndex(isOff) + 1);

const movesAfter = (done: Done): Move[] => [
  ...DO.filter((id) => !done.includes(id)).map((id): Move => ({
    id,
    group: 'do',
    says: msg(`training.dead.do.${id}`),
  })),
  ...READ.filter((id) => id !== 'wires' || done.includes('open')).map((id): Move => ({
    id,
    group: 'read',
    says: msg(`training.dead.read.${id}`),
  })),
];

const unsafe = (because: Text): Outcome => ({ is: 'unsafe', because });
const shown = (says: Text): Outcome => ({ is: 'shown', says });
const volts = (all: readonly number[]): Text => row(all.map((v) => q.volts(v)));

/** Taking the outlet out of its box: not before both halves were found dead. */
function opens(trap: Trap, meter: Meter, done: Done): Outcome {
  const tested = since(done);
  if (!done.includes('off-7')) return unsafe(msg('training.dead.unsafe.open-live'));
  if (!tested.includes('top') || !tested.includes('bottom'))
    return unsafe(msg('training.dead.unsafe.open-untested'));
  if (meter.isLive(done, 'top') || meter.isLive(done, 'bottom'))
    return unsafe(msg('training.dead.unsafe.open-live'));
  return shown(msg('training.dead.opened', { two: trap === 'second-circuit' ? 'yes' : 'no' }));
}

/** What comes of a move. */
function outcomeOf(trap: Trap, meter: Meter, done: Done, id: string): Outcome {
  const move = id as Id;
  if (move === 'meter')
    return shown(msg(trap === 'amps' ? 'training.dead.was-amps' : 'training.dead.meter-fine'));
  if (move === 'open') return opens(trap, meter, done);
  if (isOff(move)) return shown(msg('training.dead.turned-off'));
  if (trap === 'amps' && !done.includes('meter')) return unsafe(msg('training.dead.unsafe.amps'));
  if (move === 'known') return shown(q.volts(meter.known));
  if (isPlace(move)) return shown(volts(meter.shows(done, move)));
  const places: readonly Place[] = done.includes('open') ? ['top', 'bottom', 'wires'] : ['top', 'bottom'];
  return shown(volts(places.flatMap((p) => meter.firm(done, p)).map((v) => Math.round(v))));
}

/** Why it may not be called dead yet; null when it may. */
function notYet(meter: Meter, done: Done): Text | null {
  const tested = since(done);
  const measured = (['top', 'bottom', 'wires'] as const).filter((p) => tested.includes(p));
  if (!done.includes('off-7')) return msg('training.dead.unsafe.still-on');
  if (measured.length < 3) return msg('training.dead.unsafe.not-all', { places: measured.length });
  if (measured.some((p) => meter.isLive(done, p))) return msg('training.dead.unsafe.live');
  if (measured.some((p) => meter.shows(done, p).some((v) => v > DEAD_VOLTS)) && !tested.includes('low-z'))
    return msg('training.dead.unsafe.unexplained');
  const first = done.findIndex(isPlace);
  const last = done.findLastIndex((d) => isPlace(d) || d === 'low-z');
  if (!done.slice(0, first).includes('known')) return msg('training.dead.unsafe.no-known-before');
  if (!done.slice(last + 1).includes('known')) return msg('training.dead.unsafe.no-known-after');
  return null;
}

/** What proves it dead, whatever the trap is. */
const bestFor = (trap: Trap): string[] => [
  'meter',
  'known',
  'off-7',
  ...(trap === 'split' ? ['top', 'bottom', 'off-12'] : []),
  'top',
  'bottom',
  'open',
  'wires',
  ...(trap === 'second-circuit' ? ['off-12', 'top', 'bottom', 'wires'] : []),
  ...(trap === 'ghost' ? ['low-z'] : []),
  'known',
];

/** A drill in proving a box dead. */
export function deadDrill(dice: Dice, level: Level): Drill {
  const trap = dice.one(TRAPS_AT[level]);
  const meter = meterOn(wallOf(trap));
  const answer = question(
    dice,
    msg('training.dead.asks'),
    msg('training.dead.is-dead'),
    [msg('training.dead.is-live')],
    msg('training.dead.dead-because'),
  );
  const asked = trap === 'amps' ? 'plain' : trap;
  const why = question(
    dice,
    msg(`training.dead.why.${asked}`),
    msg(`training.dead.why-right.${asked}`),
    [msg(`training.dead.why-wrong.${asked}`), msg(`training.dead.why-other.${asked}`)],
    msg(`training.dead.why-because.${asked}`),
  );
  return {
    kind: 'dead',
    level,
    scene: [msg('training.dead.scene'), msg('training.dead.panel'), msg('training.dead.meter')],
    box: null,
    moves: movesAfter,
    does: (done, id) => outcomeOf(trap, meter, done, id),
    answer,
    tooSoon: (done, choice) => (choice === answer.right ? notYet(meter, done) : null),
    why,
    best: bestFor(trap),
  };
}
