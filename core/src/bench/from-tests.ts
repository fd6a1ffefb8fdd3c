import type { Reading } from '../document/index.ts';
import type { Case } from './diagnose.ts';
import type { Look, Taken } from './looks.ts';

/** Readings of the test sheet, as the looks of a diagnosis. */

/** Which of the three readings of a look a pair of the sheet is. */
const PLACE: Readonly<Record<string, number>> = {
  'hot-neutral': 0,
  'hot-hot': 0,
  'other-neutral': 0,
  'hot-ground': 1,
  'neutral-ground': 2,
  'other-ground': 2,
};
/** Pairs with the neutral, where there are two hots beside it. */
const SIDE: Readonly<Record<string, Look['use']>> = {
  'hot-neutral': '120 V side',
  'neutral-ground': '120 V side',
  'other-neutral': 'other 120 V side',
};
const SPOT: Readonly<Record<string, readonly Look['use'][]>> = {
  top: ['top outlet'],
  bottom: ['bottom outlet'],
  terminals: ['outlet', 'light', 'fan motor', 'appliance'],
};
const KEY = /^prove:(.+):(top|bottom|terminals):([a-z-]+)$/;

/** What was measured last in each place of a box: key of the pair, to value. */
function newest(readings: readonly Reading[]): ReadonlyMap<string, number> {
  const out = new Map<string, number>();
  for (const { testKey, value } of readings) if (value !== null) out.set(testKey, value);
  return out;
}

/**
 * The readings of a test sheet that a circuit can be diagnosed by. They are taken with switches on and nothing plugged in.
 * @param readings in the order taken, of one plan
 */
export function takenFromTests({ looks }: Case, readings: readonly Reading[]): Taken[] {
  const found = new Map<Look, (number | null)[]>();
  for (const [key, value] of newest(readings)) {
    const [, point = '', spot = '', pair = ''] = KEY.exec(key) ?? [];
    const at = looks.filter((l) => l.what === 'three' && l.point === point);
    const side = SIDE[pair];
    const uses = side && at.some((l) => l.use === side) ? [side] : (SPOT[spot] ?? []);
    const here = at.filter((l) => uses.includes(l.use));
    const look = here.find((l) => l.stand.is === 'on') ?? here.find((l) => l.stand.is === 'idle');
    const place = PLACE[pair];
    if (!look || place === undefined) continue;
    const values = found.get(look) ?? [null, null, null];
    values[place] = value;
    found.set(look, values);
  }
  return [...found].map(([look, values]) => ({ look, shown: { values, trips: [] } }));
}
