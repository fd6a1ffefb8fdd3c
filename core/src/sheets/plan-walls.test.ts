import { describe, expect, it } from '@jest/globals';
import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import fc from 'fast-check';
import makerjs from 'makerjs';
import { makeRoom } from '../document/index.ts';
import { drawnPlan, facesOf, type Box, type Drawn, type Hole } from '../testing/drawn-plan.ts';
import { said } from '../testing/said.ts';
import { inches } from '../units/index.ts';
import { area } from './plan-outlines.ts';
import { readFloorPlan, roomFromOutline, type Understood } from './index.ts';

/**
 * Floor plans whose walls are two lines, written by two other packages and by hand, against what was drawn: rooms with their areas to
 * within 1 %, names, thickness, which walls are outside ones, doors and windows.
 */

interface Text {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** A drawing written by a package for models that are cut and printed. */
function modelOf({ lines, arcs }: Drawn, texts: readonly Text[] = []): makerjs.IModel {
  const paths: makerjs.IPathMap = {};
  lines.forEach(([x1, y1, x2, y2], i) => {
    paths[`l${i}`] = new makerjs.paths.Line([x1, -y1], [x2, -y2]);
  });
  // It grows upwards: what turns one way on the sheet turns the other way there.
  arcs.forEach(([x, y, r, a, b], i) => {
    paths[`a${i}`] = new makerjs.paths.Arc([x, -y], r, -b, -a);
  });
  return {
    paths,
    units: makerjs.unitType.Millimeter,
    caption: undefined,
    models: Object.fromEntries(
      texts.map((t, i) => [
        `t${i}`,
        { caption: { text: t.text, anchor: new makerjs.paths.Line([t.x - 100, -t.y], [t.x + 100, -t.y]) } },
      ]),
    ),
  };
}
const makerDxf = (d: Drawn, texts?: readonly Text[]): string =>
  makerjs.exporter.toDXF(modelOf(d, texts), { units: makerjs.unitType.Millimeter });

/** The same by a package that writes drawings: layers, blocks, texts, splines. */
function dxfOf(
  d: Drawn,
  more: (w: DxfWriter) => void = () => undefined,
  scale = 1,
  units = Units.Millimeters,
): string {
  const w = new DxfWriter();
  w.setUnits(units);
  w.addLayer('A-WALL-FULL', 7, 'CONTINUOUS');
  w.setCurrentLayerName('A-WALL-FULL');
  for (const [x1, y1, x2, y2] of d.lines)
    w.addLine(point3d(x1 * scale, -y1 * scale), point3d(x2 * scale, -y2 * scale));
  for (const [x, y, r, a, b] of d.arcs) w.addArc(point3d(x * scale, -y * scale), r * scale, -b, -a);
  more(w);
  return w.stringify();
}

function read(source: string, kind: 'dxf' | 'svg', mmPerUnit?: number): Understood {
  const plan = readFloorPlan(source, kind, mmPerUnit);
  if (!plan.ok) throw new Error(said(plan.message));
  return plan.value;
}
const kinds = (u: Understood): string[] =>
  u.rooms.flatMap((r) => r.walls.flatMap((w) => w.openings.map((o) => o.kind))).sort();
/** Each room that was drawn is there, as large as it was to within 1 %. */
function sameRooms(u: Understood, boxes: readonly Box[]): void {
  const drawn = boxes.map((b) => b.w * b.h).sort((a, b) => a - b);
  const found = u.outlines.map((o) => area(o)).sort((a, b) => a - b);
  expect(found).toHaveLength(drawn.length);
  found.forEach((a, i) => expect(Math.abs(a / drawn[i]! - 1)).toBeLessThan(0.01));
}

// Two rooms, 4 x 3 m and 3 x 3 m, inside walls of 150 mm, 100 mm between them.
const LEFT = { x: 150, y: 150, w: 4000, h: 3000 };
const RIGHT = { x: 4250, y: 150, w: 3000, h: 3000 };
const OUTER = { x: 0, y: 0, w: 7400, h: 3300 };
const TWO = facesOf([OUTER, LEFT, RIGHT]);
const between = (from: number, to: number, as: Hole['as']): Hole => ({
  wall: 'upright',
  low: 4150,
  high: 4250,
  from,
  to,
  as,
});
const north = (from: number, to: number, as: Hole['as']): Hole => ({
  wall: 'level',
  low: 0,
  high: 150,
  from,
  to,
  as,
});

describe('two rooms with a door between them and a window', () => {
  const d = drawnPlan(TWO, [between(1000, 1800, 'swing'), north(1000, 2200, 'glazing')]);
  const texts = [
    { x: 2000, y: 1500, text: 'LIVING ROOM' },
    { x: 2000, y: 1800, text: '4000 x 3000' },
    { x: 5700, y: 1500, text: 'Bedroom 2' },
  ];
  const u = read(makerDxf(d, texts), 'dxf');
  it('are two rooms as large as drawn, with the door in both', () => {
    expect(u.twoLines).toBe(true);
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
  });
  it('with the thickness of their walls, and what lies outside', () => {
    const [living] = u.rooms;
    expect(living!.walls.map((w) => Math.round(w.thicknessMm ?? 0))).toEqual([150, 100, 150, 150]);
    expect(living!.walls.map((w) => w.exterior)).toEqual([true, false, true, true]);
    expect(living!.walls[0]!.openings).toEqual([
      { kind: 'window', leftMm: expect.closeTo(850, 0), rightMm: expect.closeTo(2050, 0) },
    ]);
    // The east wall runs down from its corner at 150: the door is 850 to 1650 along it.
    expect(living!.walls[1]!.openings).toEqual([
      { kind: 'door', leftMm: expect.closeTo(850, 0), rightMm: expect.closeTo(1650, 0) },
    ]);
  });
  it('with the names that stand in them, and not their sizes', () => {
    expect(u.rooms.map((r) => [r.name, r.use])).toEqual([
      ['Living room', 'living'],
      ['Bedroom 2', 'bedroom'],
    ]);
  });
  it('become rooms with frames, outside walls and openings', () => {
    let n = 0;
    const room = roomFromOutline(
      u.outlines[0]!,
      'Living',
      makeRoom('t', 'T', 'den', 1, 1),
      () => `i${n++}`,
      u.rooms[0]!.walls,
    );
    expect(room.walls.map((w) => Math.round(w.framing.depthMm))).toEqual([125, 75, 125, 125]);
    expect(room.walls.map((w) => w.exterior)).toEqual([true, false, true, true]);
    expect(room.walls[0]!.openings).toMatchObject([{ kind: 'window', bottomMm: 914.4 }]);
  });
  it('are the same in an SVG of that package', () => {
    const svg = makerjs.exporter.toSVG(modelOf(d, texts), { units: makerjs.unitType.Millimeter });
    const v = read(svg, 'svg', 1);
    sameRooms(v, [LEFT, RIGHT]);
    expect(kinds(v)).toEqual(['door', 'door', 'window']);
    expect(v.rooms.map((r) => r.use)).toEqual(['living', 'bedroom']);
  });
});

describe('openings as they are drawn', () => {
  const plan = (...holes: Hole[]) => read(makerDxf(drawnPlan(TWO, holes)), 'dxf');
  it('two swings are a door, jambs alone a way through', () => {
    expect(kinds(plan(between(800, 2400, 'two swings')))).toEqual(['door', 'door']);
    expect(kinds(plan(between(800, 2400, 'jambs')))).toEqual(['cased', 'cased']);
  });
  it('a line between faces that go on is a window', () => {
    const u = plan(north(1000, 2200, 'line between'), between(1000, 1800, 'swing'));
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
  });
  it('a door right in a corner is found from its swing and the wall that it ends at', () => {
    const u = plan(between(150, 950, 'swing'));
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door']);
  });
  it('where nothing says that there is a wall, two rooms are one', () => {
    // 100 mm more are inside: the end of the wall between them.
    const [one, ...more] = plan(between(150, 3150, 'nothing')).outlines;
    expect(more).toEqual([]);
    expect(area(one!)).toBeCloseTo(7100 * 3000, -4);
  });
});

describe('a hall with four rooms, in inches', () => {
  const inch = (x: number, y: number, w: number, h: number): Box => ({
    x: inches(x),
    y: inches(y),
    w: inches(w),
    h: inches(h),
  });
  const rooms = [
    inch(6, 6, 144, 120),
    inch(154.5, 6, 120, 120),
    inch(6, 130.5, 268.5, 42),
    inch(6, 177, 110, 130),
    inch(120.5, 177, 154, 130),
  ];
  const door = (y: number, x: number): Hole => ({
    wall: 'level',
    low: inches(y),
    high: inches(y + 4.5),
    from: inches(x),
    to: inches(x + 30),
    as: 'swing',
  });
  const d = drawnPlan(facesOf([inch(0, 0, 280.5, 313), ...rooms]), [
    door(126, 20),
    door(126, 200),
    door(172.5, 20),
    door(172.5, 220),
  ]);
  it('are five rooms, each with its door from the hall', () => {
    const u = read(dxfOf(d, undefined, 1 / inches(1), Units.Inches), 'dxf');
    expect(said(u.scale.from)).toContain('inches');
    sameRooms(u, rooms);
    expect(kinds(u)).toEqual(Array.from({ length: 8 }, () => 'door'));
    // The walls between rooms and hall: 4-1/2 in.
    const inner = u.rooms.flatMap((r) =>
      r.walls.filter((w) => !w.exterior).map((w) => (w.thicknessMm ?? 0) / inches(1)),
    );
    for (const t of inner) expect(t).toBeCloseTo(4.5, 1);
  });
});

describe('a house that is no rectangle', () => {
  // An L: 8 x 4 m with 4 x 3 m below its left half; one L-shaped room and one beside it.
  const outer: [number, number, number, number][] = [
    [0, 0, 8000, 0],
    [8000, 0, 8000, 4000],
    [8000, 4000, 4000, 4000],
    [4000, 4000, 4000, 7000],
    [4000, 7000, 0, 7000],
    [0, 7000, 0, 0],
  ];
  const inner: [number, number, number, number][] = [
    [200, 200, 5000, 200],
    [5000, 200, 5000, 3800],
    [5000, 3800, 3800, 3800],
    [3800, 3800, 3800, 6800],
    [3800, 6800, 200, 6800],
    [200, 6800, 200, 200],
  ];
  const beside = { x: 5120, y: 200, w: 2680, h: 3600 };
  it('has an L-shaped room of six corners', () => {
    const hole: Hole = { wall: 'upright', low: 5000, high: 5120, from: 1000, to: 1900, as: 'swing' };
    const u = read(makerDxf(drawnPlan([...outer, ...inner, ...facesOf([beside])], [hole])), 'dxf');
    expect(u.outlines.map((o) => o.length).sort()).toEqual([4, 6]);
    const l = u.outlines.find((o) => o.length === 6)!;
    expect(area(l)).toBeCloseTo(4800 * 3600 + 3600 * 3000, -4);
    expect(kinds(u)).toEqual(['door', 'door']);
  });
});

describe('what else is on a drawing', () => {
  const holes = [between(1000, 1800, 'swing'), north(1000, 2200, 'block')];
  it('windows, doors and furniture that are set in as blocks, turned and scaled; texts of several lines', () => {
    const source = dxfOf(drawnPlan(TWO, [holes[1]!, between(1000, 1800, 'block')]), (w) => {
      const window = w.addBlock('W-1200');
      for (const y of [0, -75, -150]) window.addLine(point3d(0, y), point3d(1, y));
      window.addLine(point3d(0, 0), point3d(0, -150));
      window.addLine(point3d(1, 0), point3d(1, -150));
      w.addInsert('W-1200', point3d(1000, 0), { scaleFactor: { x: 1200, y: 1, z: 1 } });
      const door = w.addBlock('D-800');
      door.addLine(point3d(0, 0), point3d(0, 800));
      door.addArc(point3d(0, 0), 800, 0, 90);
      // Turned so that it opens to the east out of the wall between the rooms.
      w.addInsert('D-800', point3d(4250, -1000), { rotationAngle: -90 });
      const bed = w.addBlock('BED');
      bed.addLWPolyline(
        [
          [0, 0],
          [1400, 0],
          [1400, -2000],
          [0, -2000],
        ].map(([x = 0, y = 0]) => ({ point: { x, y } })),
        { flags: 1 },
      );
      bed.addLine(point3d(0, -300), point3d(1400, -300));
      w.addInsert('BED', point3d(5000, -600));
      w.addMText(point3d(5500, -2500), 200, '{\\fArial|b0;MASTER}\\PBEDROOM');
      w.addText(point3d(1500, -1500), 200, 'KITCHEN');
    });
    const u = read(source, 'dxf');
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
    expect(u.rooms.map((r) => r.name)).toEqual(['Kitchen', 'Master bedroom']);
    expect(u.leftOut).toEqual([]);
  });
  it('stairs, a counter, dimension lines, splines and stray strokes make no walls', () => {
    const d = drawnPlan(TWO, [between(1000, 1800, 'swing'), north(1000, 2200, 'glazing')]);
    const treads = Array.from({ length: 7 }, (_, i): [number, number, number, number] => [
      500,
      1200 + 260 * i,
      1400,
      1200 + 260 * i,
    ]);
    const strays: [number, number, number, number][] = [
      [4900, 750, 6900, 750],
      [-500, -400, 7900, -400],
      [-520, -420, -480, -380],
      [2000, 2000, 2400, 2500],
    ];
    const u = read(
      dxfOf({ lines: [...d.lines, ...treads, ...strays], arcs: d.arcs }, (w) => {
        w.addSpline({
          controlPoints: [point3d(0, 0), point3d(500, 900), point3d(900, 100), point3d(1500, 700)],
        });
      }),
      'dxf',
    );
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
    expect(u.leftOut.map(said)).toEqual(['1 spline entity']);
  });
  it('lines that miss each other by a little, and are a little off square', () => {
    const d = drawnPlan(TWO, [between(1000, 1800, 'swing'), north(1000, 2200, 'glazing')]);
    const shaky = d.lines.map(([x1, y1, x2, y2], i): [number, number, number, number] => {
      const s = (k: number) => ((i * 7 + k * 3) % 5) - 2;
      return [x1 + s(1), y1 + s(2) / 2, x2 + s(3), y2 + s(2) / 2];
    });
    const u = read(makerDxf({ lines: shaky, arcs: d.arcs }), 'dxf');
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
  });
  it('a drawing that is one block, in feet', () => {
    const d = drawnPlan(TWO, [between(1000, 1800, 'swing')]);
    const w = new DxfWriter();
    w.setUnits(Units.Feet);
    const all = w.addBlock('PLAN');
    const k = 1 / 304.8;
    for (const [x1, y1, x2, y2] of d.lines) all.addLine(point3d(x1 * k, -y1 * k), point3d(x2 * k, -y2 * k));
    for (const [x, y, r, a, b] of d.arcs) all.addArc(point3d(x * k, -y * k), r * k, -b, -a);
    w.addInsert('PLAN', point3d(100, 50));
    const u = read(w.stringify(), 'dxf');
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door']);
  });
});

describe('an SVG written by hand', () => {
  const d = drawnPlan(TWO, [between(1000, 1800, 'swing'), north(1000, 2200, 'glazing')]);
  const strokes = d.lines.map(([a, b, c, e]) => `<path d="M${a} ${b}L${c} ${e}"/>`).join('');
  const swing = '<path d="M4250 1800 A800 800 0 0 0 5050 1000"/>';
  it('in groups that are moved, turned and scaled, with symbols that are used', () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg"><defs><symbol id="chair"><rect width="400" height="400"/></symbol></defs>
      <g transform="translate(5000 200) rotate(90) scale(0.5)">${strokes}${swing}<text x="1500" y="1500">Den</text></g>
      <use href="#chair" x="4200" y="700"/></svg>`;
    const u = read(svg, 'svg', 2);
    // Turned by a right angle and at half size, read at twice: the same rooms, lying the other way.
    sameRooms(u, [LEFT, RIGHT]);
    expect(kinds(u)).toEqual(['door', 'door', 'window']);
    expect(u.rooms.map((r) => r.use).filter(Boolean)).toEqual(['den']);
  });
});

describe('walls drawn as one line', () => {
  it('stay rooms as before, now with their names', () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg"><rect width="300" height="120"/><path d="M140 0V120"/><text x="60" y="60">BATH</text></svg>';
    const u = read(svg, 'svg');
    expect(u.twoLines).toBe(false);
    expect(u.outlines).toHaveLength(2);
    expect(u.rooms.map((r) => [r.name, r.use])).toEqual([
      ['Bath', 'bath'],
      [null, null],
    ]);
  });
});

interface Split {
  readonly at: number;
  readonly thick: number;
  readonly door: number;
}
/** A house divided again and again, each wall with a door in it where both its sides are one room. */
function divided(splits: readonly Split[]): { rooms: Box[]; holes: Hole[]; outer: Box } {
  const rooms: Box[] = [{ x: 200, y: 200, w: 12_000, h: 9000 }];
  const walls: { wall: Hole['wall']; low: number; high: number; from: number; to: number; door: number }[] =
    [];
  for (const { at, thick, door } of splits) {
    // The largest room is divided across its longer side.
    const k = rooms.reduce((best, r, i) => (r.w * r.h > rooms[best]!.w * rooms[best]!.h ? i : best), 0);
    const [room] = rooms.splice(k, 1);
    const { x, y, w, h } = room!;
    if (w >= h) {
      const a = Math.round(w * at);
      rooms.push({ x, y, w: a, h }, { x: x + a + thick, y, w: w - a - thick, h });
      walls.push({ wall: 'upright', low: x + a, high: x + a + thick, from: y, to: y + h, door });
    } else {
      const a = Math.round(h * at);
      rooms.push({ x, y, w, h: a }, { x, y: y + a + thick, w, h: h - a - thick });
      walls.push({ wall: 'level', low: y + a, high: y + a + thick, from: x, to: x + w, door });
    }
  }
  const holes = walls.flatMap(({ door, from, to, ...wall }): Hole[] => {
    const start = Math.round(from + 300 + door * (to - from - 1400));
    const beside = (side: number) =>
      rooms.filter((r) => {
        const [lo, hi, a, b] =
          wall.wall === 'level' ? [r.y, r.y + r.h, r.x, r.x + r.w] : [r.x, r.x + r.w, r.y, r.y + r.h];
        return (Math.abs(lo - side) < 1 || Math.abs(hi - side) < 1) && a <= start - 150 && b >= start + 950;
      }).length === 1;
    return beside(wall.low) && beside(wall.high)
      ? [{ ...wall, from: start, to: start + 800, as: 'swing' }]
      : [];
  });
  return { rooms, holes, outer: { x: 0, y: 0, w: 12_400, h: 9400 } };
}

describe('houses divided at random', () => {
  const split = fc.record({
    at: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
    thick: fc.constantFrom(90, 100, 115, 140),
    door: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  it('have every room, as large as drawn, and every door from both its sides', () =>
    fc.assert(
      fc.property(fc.array(split, { minLength: 1, maxLength: 7 }), (splits) => {
        const { rooms, holes, outer } = divided(splits);
        const u = read(dxfOf(drawnPlan(facesOf([outer, ...rooms]), holes)), 'dxf');
        sameRooms(u, rooms);
        expect(kinds(u)).toEqual(holes.flatMap(() => ['door', 'door']));
        expect(u.rooms.every((r) => r.walls.every((w) => w.thicknessMm !== null))).toBe(true);
      }),
      { numRuns: 60, seed: 5, endOnFailure: true },
    ));
});
