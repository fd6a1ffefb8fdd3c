import { describe, expect, it } from '@jest/globals';
import { evaluate, newPointId, type Evaluation } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { cableLines } from './cables.ts';
import { dimensionsOf } from './drawn.ts';
import { layoutStrip } from './layout.ts';
import { drawRoute } from './route-line.ts';
import { said } from '../../../core/src/testing/said.ts';

const demo = (n: number): Evaluation => {
  const job = demoJobs()[n]!;
  return evaluate({ job, house: demoHouses().find((h) => h.id === job.houseId)! });
};
const keyboard = demo(0);
const music = keyboard.bundle.house.rooms[0]!;
const layoutOf = (room = music) =>
  layoutStrip(room, { width: 860, onlyWall: null, trueShape: false, wallPx: 200, dimensions: true });
const drawn = (e: Evaluation, room = music) => {
  const { house, job } = e.bundle;
  const at = (id: string) =>
    house.points.find((p) => p.id === id)?.at ?? job.wants.find((w) => newPointId(w) === id)?.at;
  return e.chosen!.option.legs.map((leg, lane) =>
    drawRoute({
      route: leg.route,
      layout: layoutOf(room),
      system: 'imperial',
      lane,
      roomId: room.id,
      from: at(leg.from),
      to: at(leg.to),
    }),
  );
};

describe('the way on the strip', () => {
  it('has a hole for every hole of its moves in this room, where the wall has it', () => {
    const e = keyboard;
    const layout = layoutOf();
    e.chosen!.option.legs.forEach((leg, i) => {
      const holes = leg.route.moves.flatMap((m) => m.holes);
      expect(drawn(e)[i]!.holes).toHaveLength(holes.length);
      holes.forEach((h, k) => {
        const box = layout.walls.find((w) => w.wallId === h.wallId)!;
        expect(drawn(e)[i]!.holes[k]!.x).toBeCloseTo(box.x(h.xMm), 6);
      });
    });
  });
  it('is drawn square: every piece runs along or up', () => {
    for (const way of drawn(keyboard))
      way.points.slice(1).forEach((b, i) => {
        const a = way.points[i]!;
        expect(Math.min(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeLessThan(0.001);
      });
  });
  it('writes the true length of a flat run, not the length of its line', () => {
    const breaks = drawn(keyboard).flatMap((w) => w.breaks.map((b) => b.text));
    expect([...breaks].sort()).toEqual([`5' 9 3/4"`, `7' 6 1/4"`]);
  });
  it('legs that run above stand in lanes of their own', () => {
    const lanes = drawn(keyboard).flatMap((w) => w.breaks.map((b) => b.y));
    expect(new Set(lanes).size).toBe(lanes.length);
  });
  it('says where it leaves the room', () => {
    const j1 = keyboard.options.find((o) => said(o.taps[0]?.label ?? '') === 'J1')!;
    const e = evaluate({ ...keyboard.bundle, job: { ...keyboard.bundle.job, option: j1.key } });
    expect(drawn(e).some((w) => w.leaves !== null)).toBe(true);
    expect(drawn(keyboard).every((w) => w.leaves === null)).toBe(true);
  });
  it('a room that it never touches shows none of it', () => {
    const hall = keyboard.bundle.house.rooms[1]!;
    expect(drawn(keyboard, hall).every((w) => w.points.length < 2 && w.holes.length === 0)).toBe(true);
  });
});

describe('dimensions', () => {
  it('every hole and every new box has its measure from the left corner, once', () => {
    const all = dimensionsOf(keyboard, layoutOf(), music);
    const holes = keyboard.chosen!.option.legs.flatMap((l) => l.route.moves.flatMap((m) => m.holes));
    const measures = new Set(
      [
        ...holes.map((h) => h.xMm),
        ...keyboard.bundle.job.wants.flatMap((w) => (w.at.on === 'wall' ? [w.at.xMm] : [])),
      ].map((mm) => Math.round((mm / 25.4) * 16)),
    );
    expect(all).toHaveLength(measures.size);
    expect(all.map((d) => d.text)).toContain('56 1/2');
    expect([...all].sort((a, b) => a.x - b.x)).toEqual(all);
  });
});

describe('existing cables', () => {
  it('a way that is not known is not drawn on the wall', () => {
    const house = demoHouses()[0]!;
    const lines = cableLines(house, layoutOf(), 'music');
    expect(lines.map((l) => l.cable.id)).toEqual(['c2', 'c3']);
    expect(
      cableLines(
        { ...house, cables: house.cables.map((c) => ({ ...c, way: 'unknown' as const })) },
        layoutOf(),
        'music',
      ),
    ).toEqual([]);
  });
  it('nor one that would run through a window', () => {
    const house = demoHouses()[0]!;
    const high = {
      ...house,
      points: house.points.map((p) =>
        p.at.on === 'wall' && (p.id === 'r2' || p.id === 'r3')
          ? { ...p, at: { ...p.at, heightMm: 1400 } }
          : p,
      ),
    };
    expect(cableLines(high, layoutOf(), 'music').map((l) => l.cable.id)).not.toContain('c3');
  });
});
