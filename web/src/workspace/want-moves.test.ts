import { describe, expect, it } from '@jest/globals';
import { evaluate, type Bundle, type Want } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { inNextBay, likeNeighbors, nextLabel, nudged, toSpot, withWant } from './want-moves.ts';

const job = demoJobs().find((j) => j.wants[0]?.at.on === 'wall')!;
const bundle: Bundle = { house: demoHouses().find((h) => h.id === job.houseId)!, job };
const evaluation = evaluate(bundle);
const want = job.wants[0]!;
const wall = want.at.on === 'wall' ? want.at.wallId : (undefined as never);
const room = evaluation.plan.roomOf(want.at)!;
const { lengthMm } = evaluation.plan.lines.get(wall)!.wall;
const at = (xMm: number, heightMm = 400): Want => toSpot({ wallId: wall, xMm, heightMm })(want);
const xOf = (w: Want) => (w.at.on === 'wall' ? w.at.xMm : null);

describe('moving wanted points', () => {
  it('changes one and leaves the others', () => {
    const two = { ...bundle, job: { ...job, wants: [want, { ...want, id: 'other' as Want['id'] }] } };
    const after = withWant(two, want.id, toSpot({ wallId: wall, xMm: 77, heightMm: 400 }));
    expect(after.job.wants.map(xOf)).toEqual([77, xOf(want)]);
  });
  it('a nudge stops at the ends of the wall, the floor and the ceiling', () => {
    const step = (w: Want, dx: number, dy: number) => nudged(evaluation, room, dx, dy)(w).at;
    expect(step(at(1), -2, -500)).toMatchObject({ xMm: 0, heightMm: 0 });
    expect(step(at(lengthMm - 1), 2, 99_999)).toMatchObject({ xMm: lengthMm, heightMm: room.ceilingMm });
    expect(step(at(500), 3, -4)).toMatchObject({ xMm: 503, heightMm: 396 });
  });
  it('goes to the middle of the next bay, from that middle to the one after, and stays at the end', () => {
    const middles = evaluation.frames.get(wall)!.bays.map((b) => (b.leftMm + b.rightMm) / 2);
    const right = inNextBay(evaluation, 1);
    expect(xOf(right(at(middles[0]!)))).toBe(middles[1]);
    expect(xOf(inNextBay(evaluation, -1)(at(middles[1]!)))).toBe(middles[0]);
    expect(xOf(right(at(middles.at(-1)!)))).toBe(middles.at(-1));
  });
  it('names the next point with the first number that is free', () =>
    expect(nextLabel([{ label: 'new 1' }, { label: 'new 3' }])).toBe('new 2'));
  it('a click near the height of an outlet of the room takes that height', () => {
    const other = bundle.house.points.find(
      (p) => p.kind === 'receptacle' && p.at.on === 'wall' && evaluation.plan.roomOf(p.at)?.id === room.id,
    )!;
    const height = other.at.on === 'wall' ? other.at.heightMm : 0;
    const put = (heightMm: number) =>
      likeNeighbors(bundle.house, evaluation.plan, room, 'receptacle', { wallId: wall, xMm: 9, heightMm });
    expect(put(height + 249)).toEqual({ wallId: wall, xMm: 9, heightMm: height });
    expect(put(height + 250).heightMm).toBe(height + 250);
  });
});
