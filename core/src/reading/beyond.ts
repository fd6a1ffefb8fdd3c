import { isRaceway } from '../document/index.ts';
import { isGroundWire, type SeenCable, type SeenWire } from './seen.ts';

/**
 * What may lie beyond a cable that comes into a box, wire by wire. Letters, because there are thousands of these:
 * A and B hot from the breaker of this box and from another one (or the other leg), N neutral from the panel, S hot through a switch
 * elsewhere, L to a lamp whose other side is neutral there, P to loads that return on Q, O to a switch elsewhere whose other side is o,
 * T and U travelers of a three-way elsewhere, C its common, F and G the two pairs of a four-way elsewhere, x nothing.
 */
export type Letter = 'A' | 'B' | 'N' | 'S' | 'L' | 'P' | 'Q' | 'O' | 'o' | 'T' | 'U' | 'C' | 'F' | 'G' | 'x';

/** What is on the common of the three-way elsewhere: a hot, a lamp with its neutral there, the wire C or, over a lamp, the wire Q. */
export type FarCommon = 'A' | 'lamp' | 'C' | 'Q';

export interface Beyond {
  /** By insulated wire, in the order of the cable. */
  readonly letters: readonly Letter[];
  /** On the common beyond T, and beyond U. */
  readonly commons: readonly FarCommon[];
  /** How usual it is against the others. */
  readonly weight: number;
  /** How much is not as it should be: a wire in the wrong color, one that is broken on its way. */
  readonly odd: number;
  /** Reversed before this box: what is made here by color is reversed with it. */
  readonly reversed: boolean;
  /** A wire of it is open somewhere before this box: what is made here with it gets nothing. */
  readonly broken: boolean;
}

interface Usual {
  readonly letters: string;
  readonly commons?: readonly FarCommon[];
  readonly weight: number;
  readonly odd?: 1;
}

/** How often a cable of so many wires is which, against the others: my judgement, common practice. */
const USUAL: Readonly<Record<1 | 2 | 3 | 4, readonly Usual[]>> = {
  1: [
    { letters: 'A', weight: 0.3 },
    { letters: 'B', weight: 0.05 },
    { letters: 'N', weight: 0.3 },
    { letters: 'S', weight: 0.1 },
    { letters: 'L', weight: 0.2 },
    { letters: 'x', weight: 0.05 },
  ],
  2: [
    { letters: 'AN', weight: 1 },
    { letters: 'BN', weight: 0.1 },
    { letters: 'PQ', weight: 1 },
    { letters: 'Oo', weight: 0.3 },
    { letters: 'AL', weight: 0.3 },
    { letters: 'BL', weight: 0.03 },
    { letters: 'SN', weight: 0.3 },
    { letters: 'AB', weight: 0.03 },
    { letters: 'TT', commons: ['A'], weight: 0.02 },
    { letters: 'TT', commons: ['lamp'], weight: 0.02 },
    { letters: 'xx', weight: 0.05 },
    { letters: 'Ax', weight: 0.2, odd: 1 },
    { letters: 'Nx', weight: 0.2, odd: 1 },
    { letters: 'Sx', weight: 0.1, odd: 1 },
  ],
  3: [
    { letters: 'ASN', weight: 0.3 },
    { letters: 'ABN', weight: 0.15 },
    { letters: 'ANx', weight: 0.1 },
    { letters: 'BNx', weight: 0.01 },
    { letters: 'BSN', weight: 0.02 },
    { letters: 'PPQ', weight: 0.4 },
    { letters: 'PQx', weight: 0.1 },
    { letters: 'Ooo', weight: 0.1 },
    { letters: 'Oox', weight: 0.2 },
    { letters: 'ALN', weight: 0.2 },
    { letters: 'ALx', weight: 0.1 },
    { letters: 'ALL', weight: 0.1 },
    { letters: 'SSN', weight: 0.05 },
    { letters: 'SNx', weight: 0.1 },
    { letters: 'TTN', commons: ['A'], weight: 0.2 },
    { letters: 'TTx', commons: ['A'], weight: 0.03 },
    { letters: 'TTL', commons: ['A'], weight: 0.1 },
    { letters: 'TTA', commons: ['lamp'], weight: 0.2 },
    { letters: 'TTN', commons: ['lamp'], weight: 0.02 },
    { letters: 'TTx', commons: ['lamp'], weight: 0.05 },
    { letters: 'TTC', commons: ['C'], weight: 0.3 },
    { letters: 'TTQ', commons: ['Q'], weight: 0.2 },
    { letters: 'xxx', weight: 0.03 },
    { letters: 'Axx', weight: 0.1, odd: 1 },
    { letters: 'Nxx', weight: 0.1, odd: 1 },
  ],
  4: [
    { letters: 'ASSN', weight: 0.1 },
    { letters: 'ASNx', weight: 0.1 },
    { letters: 'ABNx', weight: 0.05 },
    { letters: 'ANxx', weight: 0.05 },
    { letters: 'PPPQ', weight: 0.1 },
    { letters: 'PPQx', weight: 0.1 },
    { letters: 'PQxx', weight: 0.03 },
    { letters: 'Ooox', weight: 0.1 },
    { letters: 'Ooxx', weight: 0.1 },
    { letters: 'ALLN', weight: 0.1 },
    { letters: 'ALNx', weight: 0.1 },
    { letters: 'TTCx', commons: ['C'], weight: 0.2 },
    { letters: 'TTAN', commons: ['lamp'], weight: 0.2 },
    { letters: 'TTLN', commons: ['A'], weight: 0.2 },
    { letters: 'TTAN', commons: ['A'], weight: 0.05 },
    { letters: 'TTNx', commons: ['A'], weight: 0.05 },
    { letters: 'TTQx', commons: ['Q'], weight: 0.05 },
    { letters: 'TTPQ', commons: ['Q'], weight: 0.05 },
    { letters: 'TTUU', commons: ['A', 'lamp'], weight: 0.2 },
    { letters: 'FFGG', weight: 0.2 },
    { letters: 'xxxx', weight: 0.02 },
  ],
};

/** More than four wires come through a pipe: what goes in it beside one another. */
function* inPipe(wires: number, whites: number): Generator<Usual> {
  const returns = ['N', 'Q', 'NQ', 'NN', 'QQ'].filter((r) => r.length === Math.max(1, whites));
  const pairs: readonly (readonly [string, readonly FarCommon[]])[] = [
    ['', []],
    ['Oo', []],
    ['TT', ['A']],
    ['TT', ['lamp']],
    ['TT', ['Q']],
  ];
  for (const back of returns)
    for (const [pair, commons] of pairs) {
      const hasN = back.includes('N');
      const hasQ = back.includes('Q');
      if (commons[0] === 'A' && !hasN) continue;
      if (commons[0] === 'Q' && !hasQ) continue;
      const left = wires - back.length - pair.length;
      if (left < 0) continue;
      for (const a of hasN ? ['A', ''] : [''])
        for (const b of hasN ? ['', 'B'] : [''])
          for (let s = 0; s <= (hasN ? 2 : 0); s++) {
            const rest = left - a.length - b.length - s;
            if (rest < 0) continue;
            // What is left are loads where they have a return, and spares.
            for (let p = 0; p <= (hasQ ? rest : 0); p++) {
              const spare = rest - p;
              if (
                spare > 2 ||
                (hasQ && p === 0 && commons[0] !== 'Q') ||
                (hasN && !a && !b && s === 0 && commons[0] !== 'A')
              )
                continue;
              yield {
                letters: back + pair + a + b + 'S'.repeat(s) + 'P'.repeat(p) + 'x'.repeat(spare),
                commons,
                weight: 0.1 * 0.5 ** spare * (b ? 0.3 : 1) * 0.7 ** s,
              };
            }
          }
    }
}

/** Every order of some letters, each once. */
function orders(letters: readonly string[]): string[][] {
  if (letters.length <= 1) return [[...letters]];
  return [...new Set(letters)].flatMap((first) => {
    const i = letters.indexOf(first);
    return orders([...letters.slice(0, i), ...letters.slice(i + 1)]).map((rest) => [first, ...rest]);
  });
}

type Looks = 'white' | 'hot' | 'either';
export const looksOf = ({ color, marked }: SeenWire): Looks =>
  marked ? 'hot' : color === 'unclear' ? 'either' : color === 'white' || color === 'gray' ? 'white' : 'hot';

/** Is a wire of these looks used as its color says? NEC 200.6, 200.7(C) (from memory): a white hot in a cable for a switch or 240 V. */
function inItsColor(letter: Letter, looks: Looks, cable: SeenCable, all: readonly Letter[]): boolean {
  if (looks === 'either' || letter === 'x') return true;
  if (letter === 'N') return looks === 'white';
  if (looks === 'hot') return true;
  if (isRaceway(cable.type)) return letter === 'Q';
  switch (letter) {
    case 'A':
    case 'B':
      return (
        all.includes('L') ||
        all.includes('T') ||
        (all.includes('A') && all.includes('B') && !all.includes('N'))
      );
    case 'S':
    case 'L':
      return false;
    default:
      return true;
  }
}

/** Orders that say the same only once: the two sides of one switch, of one load, the two pairs of a four-way. */
function isSaidOnce(letters: readonly string[], wires: readonly SeenWire[]): boolean {
  const only = (l: string) => letters.filter((x) => x === l).length === 1;
  if (only('O') && only('o') && letters.indexOf('O') > letters.indexOf('o')) return false;
  if (letters.includes('F') && letters.indexOf('F') > letters.indexOf('G')) return false;
  if (only('P') && only('Q') && !letters.includes('T')) {
    const [p, q] = [letters.indexOf('P'), letters.indexOf('Q')];
    const [pl, ql] = [p, q].map((i) => looksOf(wires[i] ?? { color: 'unclear', seat: { on: 'unknown' } }));
    // The return is the white one, where one of them is.
    if (pl === 'white' && ql !== 'white') return false;
    if ((ql === 'white') === (pl === 'white') && p > q) return false;
  }
  return true;
}

/** Hot on the white and neutral on the other: one mistake somewhere before this box, the commonest of all. */
const isReversed = (letters: readonly Letter[], wires: readonly SeenWire[]): boolean => {
  const has = (of: readonly Letter[], looks: Looks) =>
    letters.some((l, i) => of.includes(l) && looksOf(wires[i]!) === looks);
  return has(['N'], 'hot') && has(['A', 'B', 'S'], 'white');
};

/** Wires that are not what their color says; two that are reversed count one. */
function wrongColors(letters: readonly Letter[], cable: SeenCable, wires: readonly SeenWire[]): number {
  const wrong = letters.filter((l, i) => !inItsColor(l, looksOf(wires[i]!), cable, letters)).length;
  return isReversed(letters, wires) ? wrong - 1 : wrong;
}

/** Does power of the breaker of this box come this way, always or through a switch? */
export const isOwn = ({ letters, commons }: Beyond): boolean =>
  letters.includes('A') || letters.includes('S') || commons.includes('A');
/** Does power of another breaker, or of the other leg? */
export const isOther = ({ letters }: Beyond): boolean => letters.includes('B');
/** Both hots in one cable. */
export const isTwoHots = ({ letters }: Beyond): boolean => letters.includes('A') && letters.includes('B');
/** Both hots over one neutral: a multiwire branch circuit. */
export const isMultiwire = (b: Beyond): boolean => isTwoHots(b) && b.letters.includes('N');
/** Is a wire one of the travelers of a switch elsewhere? */
export const isTraveler = (letter: Letter | undefined): boolean =>
  letter !== undefined && 'TUFG'.includes(letter);

export const insulated = (cable: SeenCable): readonly SeenWire[] =>
  cable.wires.filter((w) => !isGroundWire(w));

/** Everything that may lie beyond a cable. */
export function beyondOf(cable: SeenCable): Beyond[] {
  const wires = insulated(cable);
  const n = wires.length;
  if (n === 0) return [{ letters: [], commons: [], weight: 1, odd: 0, reversed: false, broken: false }];
  const usual =
    n <= 4 ? USUAL[n as 1 | 2 | 3 | 4] : [...inPipe(n, wires.filter((w) => looksOf(w) === 'white').length)];
  return usual.flatMap(({ letters, commons = [], weight, odd = 0 }) =>
    (orders([...letters]) as Letter[][])
      .filter((order) => isSaidOnce(order, wires))
      .map((order): Beyond => ({
        letters: order,
        commons,
        weight,
        odd: odd + wrongColors(order, cable, wires),
        reversed: isReversed(order, wires),
        broken: odd > 0,
      })),
  );
}
