import { describe, expect, it } from '@jest/globals';
import { evaluate } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { keypadValue } from '../marks/do/keypad.ts';
import { hoursText, parseHours } from '../parts/hours.ts';
import { drawRoom } from './drawn.ts';
import { overlaps, placeLabels, spread, type Label } from './labels.ts';
import { drawnAt, layoutStrip, positionAt } from './layout.ts';

const house = demoHouses()[0]!;
const room = house.rooms[0]!;
const layout = (more: Partial<Parameters<typeof layoutStrip>[1]> = {}) =>
  layoutStrip(room, { width: 860, onlyWall: null, trueShape: false, wallPx: 200, ...more });

describe('the unrolled room', () => {
  it('sets the walls side by side without a gap, in order', () => {
    const { walls } = layout();
    expect(walls.map((w) => w.name)).toEqual(['North wall', 'East wall', 'South wall', 'West wall']);
    walls.slice(1).forEach((w, i) => expect(w.left).toBeCloseTo(walls[i]!.right, 6));
  });
  it('draws lengths to one scale and says how much heights are stretched', () => {
    const l = layout();
    const scale = (w: (typeof l.walls)[number]) => (w.right - w.left) / w.lengthMm;
    for (const w of l.walls) expect(scale(w)).toBeCloseTo(scale(l.walls[0]!), 9);
    expect((l.y(0) - l.y(1000)) / (1000 * scale(l.walls[0]!))).toBeCloseTo(l.ratio, 6);
    expect(layout({ trueShape: true }).ratio).toBeCloseTo(1, 9);
  });
  it('a spot on the screen and its place on the wall are one another', () => {
    const l = layout();
    const at = house.points.find((p) => p.id === 'r3')!.at;
    expect(at.on).toBe('wall');
    if (at.on !== 'wall') return;
    const spot = positionAt(l, drawnAt(l, at, room.id)!)!;
    expect(spot.wallId).toBe(at.wallId);
    expect(spot.xMm).toBeCloseTo(at.xMm, 6);
    expect(spot.heightMm).toBeCloseTo(at.heightMm, 6);
    expect(positionAt(l, { x: 2, y: 100 })).toBeUndefined();
    expect(positionAt(l, { x: 200, y: 3 })).toBeUndefined();
  });
  it('one wall alone takes the whole width', () =>
    expect(layout({ onlyWall: 'music-w2' }).walls).toHaveLength(1));
});

describe('labels', () => {
  const label = (id: string, x: number, y: number): Label => ({
    id,
    text: id,
    x,
    y,
    clear: 8,
    kind: 'existing',
  });
  it('twelve points in one place: none lies on another', () => {
    const placed = placeLabels(
      Array.from({ length: 12 }, (_, i) => label(`point ${i}`, 300, 150)),
      [],
      { width: 600, height: 300 },
    );
    expect(placed.length).toBeGreaterThan(8);
    placed.forEach((a, i) => placed.slice(i + 1).forEach((b) => expect(overlaps(a, b)).toBe(false)));
  });
  it('dimensions keep the order of what they measure, and none lies on another', () => {
    const all = spread(
      [300, 304, 309, 312, 500, 320].map((x, i) => ({ key: String(i), text: `${x} 1/4`, x })),
      2,
    );
    for (const row of [0, 1]) {
      const own = all.filter((s) => s.row === row);
      own.slice(1).forEach((s, i) => expect(s.left).toBeGreaterThanOrEqual(own[i]!.left + own[i]!.width));
      expect([...own].sort((a, b) => a.x - b.x)).toEqual(own);
    }
  });
  it('stay on the sheet', () => {
    for (const p of placeLabels([label('at the edge', 598, 4), label('corner', 2, 298)], [], {
      width: 600,
      height: 300,
    })) {
      expect(p.left).toBeGreaterThanOrEqual(0);
      expect(p.left + p.width).toBeLessThanOrEqual(600);
      expect(p.top + p.height).toBeLessThanOrEqual(300);
    }
  });
  it('in the demo every point has its name, and none lies on another', () => {
    for (const job of demoJobs()) {
      const h = demoHouses().find((x) => x.id === job.houseId)!;
      const evaluation = evaluate({ house: h, job });
      for (const r of h.rooms) {
        const placed = drawRoom(
          evaluation,
          r,
          layoutStrip(r, { width: 860, onlyWall: null, trueShape: false, wallPx: 200 }),
        ).labels;
        placed.forEach((a, i) =>
          placed
            .slice(i + 1)
            .forEach((b) => expect([a.text, b.text, overlaps(a, b)]).toEqual([a.text, b.text, false])),
        );
        const names = placed.filter((p) => p.kind !== 'length').length;
        const points = [...h.points, ...job.wants].filter(
          (p) => evaluation.plan.roomOf(p.at)?.id === r.id,
        ).length;
        expect(names).toBe(points);
      }
    }
  });
});

describe('what is typed at the wall', () => {
  it.each([
    ['121', 121],
    ['0.3', 0.3],
    ['350 mV', 0.35],
    ['OL', null],
    ['jumps', null],
    ['', null],
    ['.', null],
    ['1.2.3', null],
  ])('the meter shows %j', (text, value) => expect(keypadValue(text)).toBe(value));
  it.each([
    ['', []],
    ['9-12', [[9, 12]]],
    [
      '9-12, 18:30-22',
      [
        [9, 12],
        [18.5, 22],
      ],
    ],
    ['22 to 2', [[22, 2]]],
    ['5 pm-11 pm', [[17, 23]]],
    ['5-11pm', [[17, 23]]],
    [
      '9 AM-12 PM, 6:30-10 PM',
      [
        [9, 12],
        [18.5, 22],
      ],
    ],
    ['12 am to 1:30 a.m.', [[0, 1.5]]],
    ['8 pm-12 am', [[20, 24]]],
  ])('hours %j', (text, hours) => expect(parseHours(text)).toEqual(hours));
  it.each(['imperial', 'metric'] as const)('hours are read back as they are shown, %s', (system) => {
    const hours: [number, number][] = [
      [0, 6.5],
      [12, 13],
      [17.25, 24],
      [22, 2],
    ];
    expect(parseHours(hoursText(hours, system))).toEqual(hours);
  });
  it.each(['9', '9-25', 'noon', '9-12;13-14', '13 pm-14 pm', '0 am-1 am'])(
    'hours %j are refused with the text',
    (text) => expect(parseHours(text)).toMatchObject({ values: { part: text.split(',')[0]! } }),
  );
});
