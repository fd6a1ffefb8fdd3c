import { describe, expect, it } from '@jest/globals';
import { makeRoom, type PhotoReading, type Wall } from '@elwand/core';
import { isSure, thingsRead, withClick, withThings, type PhotoThing } from './photo-marks.ts';

const wall: Wall = makeRoom('r', 'Room', 'living', 3000, 3000).walls[0]!;
const at = (xMm: number, heightMm = 1000, error = 1): PhotoReading => ({
  xMm,
  heightMm,
  errorMm: { xMm: error, heightMm: error },
});
const thing = (
  kind: PhotoThing['kind'],
  from: PhotoReading,
  end: PhotoReading | null = null,
): PhotoThing => ({
  kind,
  ...from,
  end,
});

describe('what is clicked on a photo', () => {
  it('a second click ends the cable that was begun; a third begins another', () => {
    const clicks = [1, 2, 3].map((x) => ({ x, y: 0 }));
    const marks = clicks.reduce((m, c) => withClick(m, 'cable', c), [] as ReturnType<typeof withClick>);
    expect(marks.map((m) => [m.at.x, m.to?.x])).toEqual([
      [1, 2],
      [3, undefined],
    ]);
    expect(withClick(marks, 'stud', { x: 9, y: 0 })).toHaveLength(3);
  });
  it('reads both ends of a cable', () =>
    expect(
      thingsRead([{ kind: 'cable', at: { x: 5, y: 0 }, to: { x: 7, y: 0 } }], (p) => at(p.x * 100)),
    ).toMatchObject([{ xMm: 500, end: { xMm: 700 } }]));
  it('takes over only what is sure, on the wall and whole', () => {
    expect(isSure(thing('stud', at(400)), wall)).toBe(true);
    expect(isSure(thing('stud', at(400, 1000, 99)), wall)).toBe(false);
    expect(isSure(thing('stud', at(-1)), wall)).toBe(false);
    expect(isSure(thing('stud', at(3000)), wall)).toBe(true);
    expect(isSure(thing('stud', at(3001)), wall)).toBe(false);
    expect(isSure(thing('cable', at(400)), wall)).toBe(false);
    expect(isSure(thing('cable', at(400), at(500, 900, 99)), wall)).toBe(false);
    expect(isSure(thing('cable', at(400), at(500)), wall)).toBe(true);
  });
  it('makes studs readings, and pipes and cables things in the wall that end at its edges', () => {
    const after = withThings(
      wall,
      [thing('stud', at(400)), thing('pipe', at(10)), thing('cable', at(2995, 2395), at(2000, 300))],
      2400,
    );
    expect(after.hits.map((h) => [h.atMm, h.method])).toEqual([[400, 'photo']]);
    expect(after.obstacles.map((o) => [o.kind, o.leftMm, o.rightMm, o.bottomMm, o.topMm])).toEqual([
      ['pipe', 0, 40, 0, 2400],
      ['cable', 1988, 3000, 288, 2400],
    ]);
  });
});
