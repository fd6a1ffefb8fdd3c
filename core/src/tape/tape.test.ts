import { said } from '../testing/said.ts';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { smallHouse } from '../testing/build.ts';
import { applyTape, applyTapes, parseTape, parseTapes } from './index.ts';
import { heard } from '../testing/said.ts';

const read = (line: string, system: 'imperial' | 'metric' = 'imperial') => parseTape(line, system);
const short = (line: string) =>
  read(line).entries.map((e) => [
    e.letter,
    ...e.readingsMm.map((mm) => Math.round((mm / 25.4) * 1000) / 1000),
  ]);

describe('the tape line', () => {
  it('reads a wall as it is walked', () => {
    expect(short('w 138 m 15 3/8 m 31 1/8 f 46 1/2 48 p 66 m 111 3/8')).toEqual([
      ['w', 138],
      ['m', 15.375],
      ['m', 31.125],
      ['f', 46.5, 48],
      ['p', 66],
      ['m', 111.375],
    ]);
    expect(read('w 138 m 15 3/8').errors).toEqual([]);
  });
  it('a bare number repeats the last letter', () =>
    expect(short('m 16 32 48 1/2 64')).toEqual([
      ['m', 16],
      ['m', 32],
      ['m', 48.5],
      ['m', 64],
    ]));
  it('feet and inches, glued letters, capitals', () =>
    expect(short(`w12' o24 M 5' 4 1/2`)).toEqual([
      ['w', 144],
      ['o', 24],
      ['m', 64.5],
    ]));
  it('a height after @', () =>
    expect(read('o 24@15 1/2 s 60@48').entries.map((e) => e.heightMm)).toEqual([inches(15.5), inches(48)]));
  it('a bad token keeps its text, says why, and the rest still counts', () => {
    const line = read('w 138 m banana m 32');
    expect(heard(line.errors)).toEqual([
      { text: 'banana', why: expect.stringContaining('banana'), from: 8, to: 14 },
    ]);
    expect(line.entries.map((e) => e.letter)).toEqual(['w', 'm']);
  });
  it('an unknown letter is named', () => expect(said(read('q 12').errors[0]!.why)).toContain('"q"'));
  it('a number without a letter', () => expect(said(read('12').errors[0]!.why)).toContain('a letter'));
  it('a door needs two readings, and waits for the second', () => {
    expect(read('d 30').waiting).toBe('d');
    expect(said(read('d 30 m 12').errors[0]!.why)).toContain('two readings');
    expect(said(read('d 62 30').errors[0]!.why)).toContain('farther');
  });
  it('metric', () =>
    expect(read('w 3500 m 400', 'metric').entries.map((e) => e.readingsMm[0])).toEqual([3500, 400]));
  it('marks where each entry stands in the text', () => {
    const line = 'm 15 3/8 m 31';
    expect(read(line).entries.map((e) => line.slice(e.from, e.to))).toEqual(['15 3/8', '31']);
  });
  it('never throws and never loses a token silently', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const r = read(text);
        expect(r.entries.length + r.errors.length).toBeGreaterThanOrEqual(0);
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 12 }), (xs) => {
        expect(read(xs.map((x) => `m ${x}`).join(' ')).entries).toHaveLength(xs.length);
      }),
    );
  });
});

describe('writing a tape line into the house', () => {
  let n = 0;
  const id = () => `t${n++}`;
  const apply = (line: string) =>
    applyTape(smallHouse({ points: [], cables: [] }), WallId.parse('room-w1'), read(line).entries, id);
  it('sets length, hits, openings and points with the next free labels', () => {
    const { house } = apply('w 138 m 16 f 31 32 1/2 d 40 72 i 90 120@30 o 80 o 130@18 s 76');
    const wall = house.rooms[0]!.walls[0]!;
    expect(wall.lengthMm).toBeCloseTo(inches(138), 6);
    expect(wall.hits.map((h) => h.method)).toEqual(['magnet', 'finder']);
    expect(wall.openings.map((o) => [o.kind, Math.round(o.bottomMm / 25.4)])).toEqual([
      ['door', 0],
      ['window', 30],
    ]);
    expect(house.points.map((p) => p.label)).toEqual(['R1', 'R2', 'S1']);
    expect(house.points.map((p) => (p.at.on === 'wall' ? Math.round(p.at.heightMm / 25.4) : 0))).toEqual([
      15, 18, 50,
    ]);
  });
  it('leaves out what lies past the end, and says so', () => {
    const r = apply('w 100 m 16 m 120');
    expect(r.leftOutMm).toEqual([inches(120)]);
    expect(r.house.rooms[0]!.walls[0]!.hits).toHaveLength(1);
  });
  it('puts a light on the wall, one on the ceiling and a covered box, with what is said of their boxes', () => {
    const { house } = apply('l 40 c 60@30 c 90 b 100@12 2g 34cu o 20 3x2x2-3/4 s 130 3g');
    expect(house.points.map((p) => [p.label, p.kind, p.at.on])).toEqual([
      ['L1', 'luminaire', 'wall'],
      ['L2', 'luminaire', 'ceiling'],
      ['L3', 'luminaire', 'ceiling'],
      ['J1', 'junction', 'wall'],
      ['R1', 'receptacle', 'wall'],
      ['S1', 'switch', 'wall'],
    ]);
    const [, near, middle, junction, outlet, gangs] = house.points;
    // The room is 12 ft by 10 ft: 60 in along the north wall and 30 in out from it; then halfway to the south wall.
    expect(near!.at).toMatchObject({
      xMm: expect.closeTo(inches(60), 6),
      yMm: expect.closeTo(inches(30), 6),
    });
    expect(middle!.at).toMatchObject({ yMm: expect.closeTo(inches(60), 6) });
    expect(junction!.box).toMatchObject({ gangs: 2, markedCubicInches: 34, model: null });
    expect(outlet!.box).toMatchObject({ model: 'dev-2-3/4', metal: true, clamps: 'inside' });
    expect(gangs!.box.gangs).toBe(3);
  });
  it('a volume in metric, and one that no box has is not taken for one', () => {
    expect(read('o 20 295cm3').entries[0]!.box?.cubicInches).toBeCloseTo(18, 1);
    expect(read('o 20 900cu').errors.map((e) => e.text)).toEqual(['900cu']);
    expect(read('m 20 2g').errors.map((e) => e.text)).toEqual(['2g']);
  });
  it('goes on to the next wall, each place counted in the whole text', () => {
    const text = 'm 16 o 30; d 10 40 s 48@48\n\nx 20';
    const lines = parseTapes(text, 'imperial');
    expect(lines.map((l) => l.entries.map((e) => text.slice(e.from, e.to)))).toEqual([
      ['16', '30'],
      ['10 40', '48@48'],
      [],
      ['20'],
    ]);
    const before = smallHouse({ points: [], cables: [] });
    const walls = before.rooms[0]!.walls.map((w) => w.id);
    const { house, leftOutMm } = applyTapes(before, walls, lines, id);
    expect(leftOutMm).toEqual([]);
    expect(house.rooms[0]!.walls.map((w) => w.hits.length)).toEqual([1, 0, 0, 1]);
    expect(house.rooms[0]!.walls[1]!.openings).toHaveLength(1);
    expect(house.points.map((p) => p.at.on === 'wall' && walls.indexOf(p.at.wallId))).toEqual([0, 1]);
  });
});
