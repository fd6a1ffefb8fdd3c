import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DOMParser } from '@xmldom/xmldom';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { makeRoom, WallId } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { settingOf } from '../evaluation/judge.ts';
import { transfersOf } from '../placement/transfers.ts';
import { closingErrorMm, outlineOf, wallLines } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { parseDxf } from './dxf-parser.ts';
import {
  drawingDxf,
  drawingSvg,
  extentOf,
  flatRuns,
  floorPlan,
  houseView,
  joistPlan,
  LETTER,
  project,
  QUARTERS,
  type Quarter,
  readFloorPlan,
  roomFromOutline,
  sheetsOf,
  touchedWalls,
  transferSheets,
  wallSheet,
  type Drawing,
} from './index.ts';
import { heard, said } from '../testing/said.ts';

const e = evaluate({ house: demoHouses()[0]!, job: demoJobs()[0]! });
const fitted = { scale: null, page: LETTER, caption: 'Tamarack Row, plan 1', say: said };
const drawings = (): Drawing[] => [
  ...flatRuns(e).map((r) => joistPlan(e, r.level, r.side)),
  ...touchedWalls(e).flatMap((w) => wallSheet(e, w) ?? []),
  houseView(e),
];

describe('the house, cut open', () => {
  const lines = (turn: Quarter, layer: string) =>
    houseView(e, turn).shapes.flatMap((x) => (x.kind === 'line' && x.layer === layer ? [x] : []));
  it('can be turned: four quarters show the same, from four sides', () => {
    const spread = QUARTERS.map((turn) => {
      const xs = lines(turn, 'wall').flatMap((x) => x.points.map((p) => p.x));
      return Math.max(...xs) - Math.min(...xs);
    });
    // A house is as wide from one corner as from the one across.
    expect(spread[0]).toBeCloseTo(spread[2]!, 6);
    expect(spread[1]).toBeCloseTo(spread[3]!, 6);
    expect(lines(1, 'new')).toHaveLength(lines(0, 'new').length);
    expect(lines(1, 'new')[0]!.points).not.toEqual(lines(0, 'new')[0]!.points);
  });
  it('shows the wood of the walls that are touched, and of no other', () => {
    const wood = touchedWalls(e).reduce((n, id) => n + e.frames.get(WallId.parse(id))!.members.length, 0);
    expect(lines(0, 'framing').filter((x) => x.closed)).toHaveLength(wood);
  });
  it('draws through what is behind the rooms and dashes what is before them', () => {
    const first = lines(0, 'framing').find((x) => !x.closed)!;
    const opposite = lines(2, 'framing').find((x) => !x.closed)!;
    expect(first.dashed).not.toBe(opposite.dashed);
  });
  it('gives outside walls their thickness', () => {
    const outside = e.bundle.house.rooms.flatMap((r) => r.walls).filter((w) => w.exterior);
    const thick = lines(0, 'wall').filter((x) => !x.closed);
    expect(thick).toHaveLength(outside.length);
    const [a, b] = thick[0]!.points;
    const { framing, boardMm } = outside[0]!;
    // Along an axis every length is true.
    expect(Math.hypot(a!.x - b!.x, a!.y - b!.y)).toBeCloseTo(framing.depthMm + boardMm, 6);
  });
});

describe('the sheets of a plan', () => {
  it('show every leg, every hole and every box of the walls they are of', () => {
    const legs = e.chosen!.option.legs;
    expect(houseView(e).shapes.filter((s) => s.kind === 'line' && s.layer === 'new')).toHaveLength(
      legs.length,
    );
    const holes = legs.flatMap((l) => l.route.moves.flatMap((m) => m.holes));
    const drawn = touchedWalls(e).flatMap((w) =>
      wallSheet(e, w)!.shapes.filter((s) => s.kind === 'circle' && s.layer === 'hole'),
    );
    expect(drawn).toHaveLength(holes.length);
    const labels = new Set(houseView(e).shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : [])));
    for (const p of [...e.bundle.house.points.filter((x) => x.at.on !== 'somewhere'), ...e.bundle.job.wants])
      expect(labels).toContain(p.label);
  });
  it('the joist plan tells the true length of every flat run', () => {
    const { level, side } = flatRuns(e)[0]!;
    const texts = joistPlan(e, level, side).shapes.flatMap((s) =>
      s.kind === 'text' && s.layer === 'dimension' ? [s.text] : [],
    );
    expect([...texts].sort()).toEqual([`5' 9 3/4"`, `7' 6 1/4"`]);
  });
  it('says which joists are reckoned, and draws found ones full', () => {
    const { level, side } = flatRuns(e)[0]!;
    expect(joistPlan(e, level, side).note).toContain('assumed');
    const house = {
      ...e.bundle.house,
      rooms: e.bundle.house.rooms.map((r) => ({ ...r, above: { ...r.above, joistAtMm: 300 } })),
    };
    const found = joistPlan(evaluate({ ...e.bundle, house }), level, side);
    expect(found.note).not.toContain('assumed');
    expect(
      found.shapes
        .filter((s) => s.kind === 'line' && s.layer === 'framing')
        .every((s) => s.kind === 'line' && !s.dashed),
    ).toBe(true);
  });
  it('the axonometry keeps lengths along the three axes', () => {
    const d = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
    const o = { x: 10, y: 20, z: 30 };
    for (const [dx, dy, dz] of [
      [100, 0, 0],
      [0, 100, 0],
      [0, 0, 100],
    ] as const)
      expect(d(project(o), project({ x: o.x + dx, y: o.y + dy, z: o.z + dz }))).toBeCloseTo(100, 9);
  });
  it('a wall that is not there has no sheet', () => expect(wallSheet(e, 'nowhere')).toBeUndefined());
});

describe('a hole found from the other side', () => {
  const sheets = transferSheets(e);
  const found = transfersOf(settingOf(e.given), e.chosen!.option);
  it('there is a sheet for every hole that is drilled from above', () => {
    expect(found.length).toBeGreaterThan(0);
    expect(sheets.map((d) => d.key)).toEqual(found.map((t) => `hole-${t.leg + 1}-${t.move + 1}`));
    expect(sheetsOf(e).map((d) => d.key)).toEqual(expect.arrayContaining(sheets.map((d) => d.key)));
  });
  it('the dimension drawn is the one to mark, on both views at the same place', () =>
    sheets.forEach((d, i) => {
      const { best, hole } = found[i]!;
      const straight = d.shapes.flatMap((x) =>
        x.kind === 'line' &&
        x.layer === 'dimension' &&
        !x.dashed &&
        x.points.length === 2 &&
        x.points[0]!.y === x.points[1]!.y
          ? [Math.abs(x.points[1]!.x - x.points[0]!.x)]
          : [],
      );
      expect(straight).toContainEqual(expect.closeTo(Math.abs(best!.markMm), 6));
      const above = d.shapes.find((x) => x.kind === 'circle');
      const inRoom = d.shapes.find((x) => x.kind === 'line' && x.layer === 'new');
      expect(above?.kind === 'circle' && above.at.x).toBe(hole.xMm);
      expect(inRoom?.kind === 'line' && inRoom.points.map((p) => p.x)).toEqual([hole.xMm, hole.xMm]);
    }));
  it('the hole is drawn inside the plate and clear of every member that is drawn there', () =>
    sheets.forEach((d, i) => {
      const { hole } = found[i]!;
      const half = hole.diameterMm / 2;
      for (const x of d.shapes) {
        if (x.kind !== 'line' || x.layer !== 'framing' || !x.dashed) continue;
        const xs = x.points.map((p) => p.x);
        expect(Math.max(...xs) <= hole.xMm - half || Math.min(...xs) >= hole.xMm + half).toBe(true);
      }
    }));
});

/** Read back by a general reader of XML. */
const svgOf = (source: string) => new DOMParser().parseFromString(source, 'image/svg+xml').documentElement!;

describe('as SVG', () => {
  it.each(drawings().map((d) => [d.title, d] as const))(
    '%s is a picture that fits the page, with a line to measure',
    (_, d) => {
      const root = svgOf(drawingSvg(d, fitted));
      expect(Number.parseFloat(root.getAttribute('width')!)).toBeLessThanOrEqual(LETTER.widthMm + 1e-3);
      expect(Number.parseFloat(root.getAttribute('height')!)).toBeLessThanOrEqual(LETTER.heightMm + 1e-3);
      expect(root.textContent).toContain('1 in on paper');
      expect(root.textContent).toContain('Tamarack Row, plan 1');
    },
  );
  it('to scale it is as large as it should be', () => {
    const d = wallSheet(e, touchedWalls(e)[0]!)!;
    const root = svgOf(drawingSvg(d, { ...fitted, scale: 24 }));
    expect(Number.parseFloat(root.getAttribute('width')!)).toBeCloseTo(extentOf(d).width / 24, 2);
  });
  it('text that looks like markup stays text', () => {
    const d: Drawing = {
      key: 'x',
      title: '<b> & "',
      note: '',
      shapes: [
        { kind: 'text', layer: 'text', at: { x: 0, y: 0 }, text: '<script>', size: 100, anchor: 'start' },
      ],
    };
    expect(svgOf(drawingSvg(d, fitted)).getElementsByTagName('script')).toHaveLength(0);
  });
});

describe('as DXF, read back by a general parser', () => {
  it.each(drawings().map((d) => [d.title, d] as const))('%s has every shape at its place', (_, d) => {
    const parsed = parseDxf(drawingDxf(d));
    const lines = d.shapes.filter((s) => s.kind === 'line');
    const read = parsed.entities.filter((x) => x.type === 'LWPOLYLINE') as unknown as {
      vertices: { x: number; y: number }[];
      layer: string;
    }[];
    expect(read).toHaveLength(lines.length);
    lines.forEach((s, i) => {
      expect(read[i]!.layer).toBe(s.layer);
      s.points.forEach((p, k) => {
        expect(read[i]!.vertices[k]!.x).toBeCloseTo(p.x, 4);
        expect(read[i]!.vertices[k]!.y).toBeCloseTo(-p.y, 4);
      });
    });
    expect(parsed.entities.filter((x) => x.type === 'TEXT')).toHaveLength(
      d.shapes.filter((s) => s.kind === 'text').length,
    );
    expect(parsed.entities.filter((x) => x.type === 'CIRCLE')).toHaveLength(
      d.shapes.filter((s) => s.kind === 'circle').length,
    );
    expect(parsed.header['$INSUNITS']).toBe(4);
  });
});

const svg = (body: string, more = '') => `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${body}</svg>`;
const planIn = (source: string, kind: 'dxf' | 'svg', mmPerUnit?: number) => {
  const plan = readFloorPlan(source, kind, mmPerUnit);
  if (!plan.ok) throw new Error(said(plan.message));
  return plan.value;
};
let id = 0;
const roomOf = (outline: readonly { x: number; y: number }[]) =>
  roomFromOutline(outline, 'Room', makeRoom('t', 'T', 'den', 1000, 1000), () => `imp${id++}`);

describe('large, far and unlabelled drawings', () => {
  /** A town of square rooms, each drawn as four lines that meet the next ones. */
  const town = (n: number, offset = 0) =>
    Array.from({ length: n * n }, (_, i) => {
      const [x, y] = [offset + (i % n) * 200, offset + Math.floor(i / n) * 200];
      return `<line x1="${x}" y1="${y}" x2="${x + 200}" y2="${y}"/><line x1="${x}" y1="${y}" x2="${x}" y2="${y + 200}"/>`;
    }).join('');
  const wide = '<svg xmlns="http://www.w3.org/2000/svg">';
  it('twenty thousand lines are read, every room of them', () => {
    const plan = planIn(`${wide}${town(100)}</svg>`, 'svg', 25.4);
    // The right and the lower edge of the town are not drawn.
    expect([plan.segments, plan.outlines.length]).toEqual([20_000, 99 * 99]);
  });
  it('a drawing in coordinates of the land is moved to its origin, and says so', () => {
    const here = planIn(`${wide}${town(4)}</svg>`, 'svg', 25.4);
    const far = planIn(`${wide}${town(4, 5_000_000)}</svg>`, 'svg', 25.4);
    expect([here.movedMm, far.movedMm]).toEqual([null, 5_000_000 * 25.4]);
    expect(far.outlines.length).toBe(here.outlines.length);
    expect(far.outlines[0]?.[0]?.x).toBeCloseTo(here.outlines[0]?.[0]?.x ?? -1, 3);
  });
  it('a file that does not say its unit is not guessed at, and tells how large it is', () => {
    const plan = planIn(`${wide}${town(3)}</svg>`, 'svg');
    expect(plan.scale.known).toBe(false);
    expect(plan.extent).toEqual({ x: 600, y: 600 });
    expect(planIn(`${wide}${town(3)}</svg>`, 'svg', 10).scale.known).toBe(true);
  });
  it('rooms longer than a wall may be are left out with the likely reason', () =>
    expect(
      heard(planIn(`${wide}<rect width="2000" height="1000"/></svg>`, 'svg', 304.8).leftOut),
    ).toContainEqual(expect.stringContaining('Check the unit')));
});

describe('walls out of a floor plan', () => {
  it('two rooms drawn with a shared line are two rooms', () => {
    const plan = planIn(
      svg('<rect x="0" y="0" width="300" height="120"/><line x1="140" y1="0" x2="140" y2="120"/>'),
      'svg',
    );
    expect(plan.outlines).toHaveLength(2);
    expect(heard(plan.scale)).toMatchObject({
      mmPerUnit: 25.4,
      from: expect.stringContaining('doesn’t say'),
    });
    expect(
      plan.outlines
        .map((o) => outlineOf(roomOf(o)).right - outlineOf(roomOf(o)).left)
        .map((v) => Math.round(v / 25.4)),
    ).toEqual([140, 160]);
  });
  it('an L of a path becomes six walls that close, with one turn to the left', () => {
    const plan = planIn(svg('<path d="M0 0 H200 V100 H100 v80 H0 Z"/>'), 'svg');
    const room = roomOf(plan.outlines[0]!);
    expect(room.walls).toHaveLength(6);
    expect(closingErrorMm(room)).toBeLessThan(1);
    expect(room.walls.filter((w) => w.turn === 'left')).toHaveLength(1);
    expect(room.walls.map((w) => w.name)).toEqual([
      'North wall',
      'East wall',
      'South wall',
      'East wall 2',
      'South wall 2',
      'West wall',
    ]);
  });
  it('tells what it did not use: circles, slanted walls, cupboards', () => {
    const plan = planIn(
      svg(
        '<text>Kitchen</text><circle r="4"/><polygon points="0,0 200,0 250,150 0,150"/><rect x="400" width="10" height="10"/>',
      ),
      'svg',
    );
    expect(plan.outlines).toEqual([]);
    expect(heard(plan.leftOut).join()).toContain('1 circle');
    expect(heard(plan.leftOut).join()).toContain('slanted');
    expect(heard(plan.leftOut).join()).toContain('too small');
  });
  it('the person can say what a unit is', () =>
    expect(planIn(svg('<rect width="4" height="3"/>'), 'svg', 1000).outlines).toHaveLength(1));
  it('moved groups are moved', () => {
    const plan = planIn(svg('<g transform="translate(100 50)"><rect width="100" height="100"/></g>'), 'svg');
    expect(outlineOf(roomOf(plan.outlines[0]!)).left).toBeCloseTo(inches(100), 3);
  });
  it.each([
    ['svg', 'no markup at all'],
    ['dxf', 'nothing'],
  ] as const)('a %s that is none is refused in words', (kind, text) =>
    expect(heard(readFloorPlan(text, kind))).toMatchObject({
      ok: false,
      message: expect.stringContaining('can’t be read'),
    }),
  );
  it('corners that miss each other by a little are closed', () => {
    const plan = planIn(
      svg(
        '<line x1="0" y1="0" x2="100" y2="0"/><line x1="100.4" y1="0.3" x2="100" y2="90"/><line x1="100" y1="90" x2="0" y2="90.5"/><line x1="0" y1="90" x2="0.2" y2="0"/>',
      ),
      'svg',
    );
    expect(plan.outlines).toHaveLength(1);
  });
  it('any rectangles beside each other, written as DXF and read again, are the same rooms', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 40, max: 240 }), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 40, max: 240 }),
        (widths, depth) => {
          let x = 0;
          const shapes = widths.map((w): Drawing['shapes'][number] => {
            const [l, r] = [inches(x), inches(x + w)];
            x += w;
            return {
              kind: 'line',
              layer: 'wall',
              closed: true,
              points: [
                { x: l, y: 0 },
                { x: r, y: 0 },
                { x: r, y: inches(depth) },
                { x: l, y: inches(depth) },
              ],
            };
          });
          const plan = planIn(drawingDxf({ key: 'x', title: '', note: '', shapes }), 'dxf');
          expect(
            plan.outlines
              .map((o) => Math.round(wallLines(roomOf(o))[0]!.wall.lengthMm / 25.4))
              .sort((a, b) => a - b),
          ).toEqual([...widths].sort((a, b) => a - b));
        },
      ),
      { numRuns: 40 },
    );
  });
  it('a floor plan that was written is read as the same rooms', () => {
    const drawing = floorPlan(e, 0);
    const plan = planIn(
      drawingDxf({ ...drawing, shapes: drawing.shapes.filter((s) => s.layer === 'wall') }),
      'dxf',
    );
    const sizes = (rooms: readonly { walls: readonly { lengthMm: number }[] }[]) =>
      rooms.flatMap((r) => r.walls.map((w) => Math.round(w.lengthMm))).sort((a, b) => a - b);
    expect(sizes(plan.outlines.map(roomOf))).toEqual(sizes(e.bundle.house.rooms));
  });
});
