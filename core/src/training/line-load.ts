import { benchOf, readMeter } from '../bench/index.ts';
import { makeBreaker, type CableId, type House } from '../document/index.ts';
import { endAt, endOf } from '../network/index.ts';
import { type Dice } from '../units/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import { atBreaker, atPoint, Circuits, drillHouse, device } from './circuits.ts';
import type { Drill, Level, Move, Outcome } from './drill.ts';
import { handMoves, handOutcome, standsAfter } from './stands.ts';
import { question } from './why.ts';

/** A GFCI receptacle goes into a box with several cables: which one belongs on LINE? */

const CABLES: Readonly<Record<Level, number>> = { 1: 2, 2: 3, 3: 4 };

/** A receptacle at which the circuit splits: one cable comes, the others go on. Cables in an order by chance. */
function splitOf(
  dice: Dice,
  level: Level,
): { readonly house: House; readonly cables: readonly CableId[]; readonly line: CableId } {
  const c = new Circuits({ wiring: 'cable', amps: 15 });
  const box = c.box('receptacle', [device('receptacle', { tab: 'whole' })]);
  c.cable(atBreaker(), box);
  for (let i = 1; i < CABLES[level]; i++)
    c.cable(atPoint(box), c.box('receptacle', [device('receptacle', { tab: 'whole' })]));
  const [line] = c.cables;
  if (!line) throw new RangeError('a cable comes to the box');
  return {
    line: line.id,
    cables: dice.shuffled(c.cables.map((x) => x.id)),
    house: drillHouse(c, [makeBreaker('b1', '7')]),
  };
}

/** A drill in telling LINE from LOAD. */
export function lineLoadDrill(dice: Dice, level: Level): Drill {
  const { house, cables, line } = splitOf(dice, level);
  const wired = benchOf(house);
  const [box] = house.points;
  if (!box) throw new RangeError('the drill has a box');
  // Taken apart nothing is spliced any more: the wires of the box hang free.
  const free = {
    ...wired,
    network: {
      ...wired.network,
      links: wired.network.links.filter(
        (g) => !g.some((n) => house.cables.some((k) => isEndAt(n, k.id, endAt(k, box.id)))),
      ),
    },
  };
  const off = new Set(house.panels.flatMap((p) => p.breakers.map((b) => b.id as string)));
  const nameOf = (n: number): Text => msg('training.line.cable', { n: n + 1 });
  const moves = (done: readonly string[]): Move[] => [
    ...handMoves(standsAfter(true, done), msg('training.line.out')),
    ...cables.map((_, n): Move => ({
      id: `read:${n}`,
      group: 'read',
      says: msg('training.line.read', { cable: nameOf(n) }),
    })),
  ];
  const does = (done: readonly string[], id: string): Outcome => {
    const s = standsAfter(true, done);
    const hand = handOutcome(s, id, msg('training.line.taken-out'));
    if (hand) return hand;
    const cable = cables[Number(id.slice('read:'.length))];
    const found = house.cables.find((k) => k.id === cable);
    const end = found && endAt(found, box.id);
    if (!found || !end) return { is: 'shown', says: '' };
    const bench = { ...(s.apart ? free : wired), off: s.on ? new Set<string>() : off };
    const volts = readMeter(bench, endOf(found, 'black', end), endOf(found, 'white', end)).volts;
    return { is: 'shown', says: q.volts(volts) };
  };
  const right = cables.indexOf(line);
  return {
    kind: 'line-load',
    level,
    scene: [msg('training.line.scene', { count: cables.length })],
    box: null,
    moves,
    does,
    tooSoon: () => null,
    answer: {
      asks: msg('training.line.asks'),
      choices: cables.map((_, n) => ({ id: String(n), says: nameOf(n) })),
      right: String(right),
      because: msg('training.line.because', { cable: nameOf(right) }),
    },
    why: question(
      dice,
      msg('training.line.why'),
      msg('training.line.why-right'),
      [msg('training.line.why-wrong'), msg('training.line.why-other')],
      msg('training.line.why-because'),
    ),
    // The last cable need not be read: it is what is left, unless it was found before.
    best: [
      'off',
      'test',
      'apart',
      'on',
      ...cables.slice(0, Math.min(right + 1, cables.length - 1)).map((_, n) => `read:${n}`),
    ],
  };
}

const isEndAt = (node: string, cable: CableId, end: 'from' | 'to' | null): boolean =>
  node.startsWith(`${cable}/`) && node.endsWith(`@${end}`);
