import { describe, expect, it } from '@jest/globals';
import type { RoomUse } from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { bundle, outlet, smallHouse, wanted } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { closed } from '../testing/ways.ts';

/**
 * A closed room with studs on 16 in and boxes that are nailed on: from R2 (84 in) to a place at 56 in a strip of wall is opened. Tubing
 * on the wall goes there as well, 28 in straight: 20 minutes and 14 for each meter of it. Where people live a meter in sight
 * weighs as much as an hour.
 */
function planned(use: RoomUse, x = 56, patching = false) {
  const small = smallHouse();
  const house = {
    ...small,
    rooms: small.rooms.map((r) => ({ ...closed(r), use })),
    points: small.points.map((p) => (p.id === 'r2' ? outlet('r2', 84) : p)),
  };
  const b = bundle(house, [wanted(x)]);
  const preferences = { ...b.job.preferences, ...(patching ? { weigh: 'least-patching' as const } : {}) };
  return evaluate({ ...b, job: { ...b.job, preferences } });
}
const inSight = ({ options }: ReturnType<typeof planned>) =>
  options.filter((o) => o.legs.some((l) => l.route.moves.some((m) => m.op === 'surface-run')));

describe('a run that stays in sight, unasked', () => {
  it('stands beside a plan that opens the wall, and says that it is seen', () => {
    const e = planned('den');
    const [own] = inSight(e);
    expect(own!.legs[0]!.method).toBe('EMT');
    expect(own!.openedMm2).toBe(0);
    expect(own!.minutes).toBeLessThan(e.options.find((o) => o.openedMm2 > 0)!.minutes);
    expect(e.options.map((o) => said(o.why)).join('; ')).toMatch(/stays in sight|Best balance/);
  });
  it('comes first where nobody minds it', () => {
    const [first] = planned('utility').options;
    expect(first!.legs[0]!.route.moves.map((m) => m.op)).toEqual(['surface-run']);
  });
  it('is no better than a short opening where people live', () =>
    expect(planned('living').options[0]!.openedMm2).toBeGreaterThan(0));
  it('is not offered where nothing has to be opened', () => expect(inSight(planned('den', 88))).toEqual([]));
  it('replays as any plan does', () => {
    for (const use of ['den', 'utility'] as const)
      for (const o of inSight(planned(use))) expect(o.blocked).toBe(false);
  });
  it('is the only one that is searched where it was asked for', () => {
    const b = bundle(smallHouse(), [wanted(56)]);
    const e = evaluate({ ...b, job: { ...b.job, method: 'EMT' } });
    expect(new Set(e.options.flatMap((o) => o.legs.map((l) => l.method)))).toEqual(new Set(['EMT']));
  });
});
