import { describe, expect, it } from '@jest/globals';
import { evaluate } from '../../evaluation/evaluate.ts';
import { chosenContext } from '../../testing/context.ts';
import { plan } from '../../testing/judged.ts';
import type { RunPlace } from '../terms.ts';
import { methodsFor, wiringMethod } from './rules/method.ts';
import { METHODS, NEW_METHODS, RUN_PLACES, type Leave } from './tables/methods.ts';

/** Every cell of the table of wiring methods decides something: filled in otherwise, a verdict or the search comes out otherwise. */

const context = chosenContext(evaluate(plan()));
const places = Object.keys(RUN_PLACES) as RunPlace[];

/** What the rule says of the planned run if it were of one method and passed one kind of place, and which methods may be there. */
function verdict(type: (typeof NEW_METHODS)[number], place: RunPlace): string {
  const house = {
    ...context.house,
    atticCelsius: 35,
    cables: context.house.cables.map((c) => (c.id === 'new-leg-1' ? { ...c, type } : c)),
  };
  const runs = context.runs.map((r) => ({ ...r, places: [{ place, where: 'here' }] }));
  return JSON.stringify([wiringMethod.check({ ...context, house, runs }), methodsFor([place], [])]);
}

function filledIn<T>(type: (typeof NEW_METHODS)[number], place: RunPlace, leave: Leave, then: () => T): T {
  const cells = METHODS[type].may as Record<RunPlace, Leave>;
  const was = cells[place];
  cells[place] = leave;
  try {
    return then();
  } finally {
    cells[place] = was;
  }
}

describe('the table of wiring methods', () => {
  const cells = NEW_METHODS.flatMap((type) => places.map((place) => [type, place] as const));
  it.each(cells)('%s, %s: yes, no and a condition are told apart', (type, place) => {
    const as = (leave: Leave) => filledIn(type, place, leave, () => verdict(type, place));
    const answers = [as('yes'), as('no'), as({ if: 'it is painted' })];
    expect(new Set(answers).size).toBe(3);
    expect(answers[1]).toContain('"severity":"stop"');
    expect(answers[2]).toContain('it is painted');
  });
});
