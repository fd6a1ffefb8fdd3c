import { describe, expect, it } from '@jest/globals';
import { ItemId, makeWant, type House, type Wall, type Want } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { applyEdit } from '../findings/index.ts';
import { feet, inches } from '../units/index.ts';
import { bundle, outlet, smallHouse, standing, wallAt, wanted } from '../testing/build.ts';
import { heard, said } from '../testing/said.ts';

const withFirst = (change: (w: Wall) => Wall): House =>
  smallHouse({
    rooms: smallHouse().rooms.map((r) => ({ ...r, walls: r.walls.map((w, i) => (i === 0 ? change(w) : w)) })),
  });
const about = (house: House, want: Want, rule: string) =>
  evaluate(bundle(house, [want])).findings.filter((f) => f.rule === rule);

describe('where a wanted point is put', () => {
  it('on a stud: the nearest place beside it is offered, and taking it settles it', () => {
    const b = bundle(smallHouse(), [wanted(48)]);
    const f = evaluate(b).findings.find((x) => x.rule === 'place-no-bay')!;
    expect(f).toMatchObject({ severity: 'fix', mark: 'want' });
    const after = evaluate(applyEdit(b, f.remedies[0]!.edit));
    expect(after.findings.filter((x) => x.rule.startsWith('place-'))).toEqual([]);
    expect(after.findings.some((x) => x.rule === 'place' && x.severity === 'ok')).toBe(true);
  });
  it('on a stud a surface box is offered too, and then it holds', () => {
    const b = bundle(smallHouse(), [wanted(48)]);
    const f = evaluate(b).findings.find((x) => x.rule === 'place-no-bay')!;
    const surface = f.remedies.find((r) => r.edit.edit === 'mount-want')!;
    const after = evaluate(applyEdit(b, surface.edit));
    expect(after.findings.filter((x) => x.rule.startsWith('place-') || x.rule === 'proof')).toEqual([]);
    expect(after.chosen!.applied.house.points.find((p) => p.id === 'new-w1')!.box.model).toMatch(/^sq-/);
    expect(after.chosen!.bill.lines.map((l) => l.partKey)).toContain('box-screws');
  });
  it('where blocking takes the room of a wing alone, screws hold the box; where it takes the box, they do not', () => {
    const blocked = (bottom: number) =>
      withFirst((w) => ({
        ...w,
        obstacles: [
          {
            id: ItemId.parse('block'),
            kind: 'blocking' as const,
            leftMm: inches(96),
            rightMm: inches(112),
            bottomMm: inches(bottom),
            topMm: inches(bottom + 1.5),
          },
        ],
      }));
    const ways = (bottom: number) =>
      about(blocked(bottom), wanted(104), 'place-obstacle').flatMap((f) =>
        f.remedies.flatMap((r) => (r.edit.edit === 'mount-want' ? [r.edit.mounting] : [])),
      );
    // A 3-5/8 in box at 15 in reaches to 16-13/16 in, its wing 3/4 in further.
    expect(ways(17)).toEqual(['screwed', 'surface']);
    expect(ways(16)).toEqual(['surface']);
    const b = bundle(blocked(17), [wanted(104)]);
    const f = evaluate(b).findings.find((x) => x.rule === 'place-obstacle')!;
    const screwed = f.remedies.find((r) => r.edit.edit === 'mount-want')!;
    const after = evaluate(applyEdit(b, screwed.edit));
    expect(after.findings.filter((x) => x.rule === 'place-obstacle' || x.rule === 'proof')).toEqual([]);
  });
  it('inside a cabinet the place that is offered is inside it too', () => {
    const cabinet = (left: number, right: number) =>
      withFirst((w) => ({ ...w, furniture: [standing('cabinet', left, right, { topMm: inches(34) })] }));
    const to = (house: House) =>
      about(house, wanted(48, { at: wallAt(48, 20) }), 'place-no-bay').flatMap((f) =>
        f.remedies.flatMap((r) => (r.edit.edit === 'move-want' ? [Math.round(r.edit.xMm / 25.4)] : [])),
      );
    for (const [left, right] of [
      [3.9, 5],
      [3, 4.1],
    ] as const)
      for (const x of to(cabinet(left, right))) {
        expect(x).toBeGreaterThanOrEqual(left * 12);
        expect(x).toBeLessThanOrEqual(right * 12);
      }
    expect(to(cabinet(3.9, 5)).length + to(cabinet(3, 4.1)).length).toBeGreaterThan(0);
  });
  it('a want that is to be tight brings its seal', () => {
    const e = evaluate(bundle(smallHouse(), [wanted(104, { seal: true })]));
    expect(e.chosen!.bill.lines.map((l) => l.partKey)).toContain('air-seal');
    expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
  });
  it('an unsure bay asks for the one reading that would settle it, and the reading does', () => {
    const house = smallHouse({
      rooms: smallHouse().rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w) => ({ ...w, framing: { ...w.framing, firstStudMm: null } })),
      })),
    });
    const [f] = about(house, wanted(56), 'place-odds');
    expect(f).toMatchObject({ severity: 'watch', mark: 'site', because: { need: 0.9 } });
    expect(said(f?.detail ?? '')).toContain('One more reading');
    const read = {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w) => ({
          ...w,
          hits: [47.9, 64.1, 80].map((x, i) => ({
            id: ItemId.parse(`${w.id}-h${i}`),
            method: 'finder' as const,
            atMm: inches(x),
          })),
        })),
      })),
    };
    expect(about(read, wanted(56), 'place-odds')).toEqual([]);
  });
  it('the wish decides what unsure is', () => {
    const house = withFirst((w) => ({
      ...w,
      framing: { ...w.framing, firstStudMm: null },
      hits: [{ id: ItemId.parse('h'), method: 'magnet', atMm: inches(48) }],
    }));
    const ask = (bayWish: number) => {
      const b = bundle(house, [wanted(52)]);
      return evaluate({
        ...b,
        job: { ...b.job, preferences: { ...b.job.preferences, bayWish } },
      }).findings.some((f) => f.rule === 'place-odds');
    };
    expect([ask(0.5), ask(0.999)]).toEqual([false, true]);
  });
  it('a plate that runs into a door casing says by how much', () => {
    const house = withFirst((w) => ({
      ...w,
      openings: [
        {
          id: ItemId.parse('d'),
          kind: 'door',
          leftMm: inches(57),
          rightMm: inches(87),
          bottomMm: 0,
          topMm: inches(80),
        },
      ],
    }));
    expect(said(about(house, wanted(56.5), 'place-plate-in-opening')[0]?.says ?? '')).toContain(
      'runs into the door',
    );
  });
  it('a pipe in the bay', () => {
    const house = withFirst((w) => ({
      ...w,
      obstacles: [
        {
          id: ItemId.parse('p'),
          kind: 'pipe',
          leftMm: inches(55),
          rightMm: inches(57),
          bottomMm: 0,
          topMm: feet(8),
        },
      ],
    }));
    expect(said(about(house, wanted(56), 'place-obstacle')[0]?.says ?? '')).toBe(
      'new 1 hits a pipe in the wall',
    );
  });
  it('a cabinet that is only planned counts already', () => {
    const house = withFirst((w) => ({
      ...w,
      furniture: [
        {
          id: ItemId.parse('k'),
          name: 'Base cabinet',
          kind: 'cabinet',
          leftMm: inches(40),
          rightMm: inches(56.5),
          bottomMm: 0,
          topMm: inches(35),
          depthMm: 600,
          planned: true,
        },
      ],
    }));
    expect(heard(about(house, wanted(56), 'place-furniture')[0])).toMatchObject({
      says: 'The plate of new 1 is cut off by Base cabinet',
      detail: expect.stringContaining('there yet'),
    });
  });
  it('a wall too thin for any box', () => {
    const house = withFirst((w) => ({ ...w, framing: { ...w.framing, depthMm: inches(0.75) } }));
    expect(about(house, wanted(56), 'place-too-deep')[0]?.because).toMatchObject({ unit: 'mm' });
  });
  it('two wants in one place overlap each other', () => {
    const e = evaluate(bundle(smallHouse(), [wanted(56), makeWant('w2', 'new 2', wallAt(57))]));
    expect(
      heard(
        e.findings
          .filter((f) => f.rule === 'place-neighbour')
          .map((f) => f.says)
          .sort(),
      ),
    ).toEqual(['new 1 overlaps new 2', 'new 2 overlaps new 1']);
  });
});

describe('height', () => {
  it('says how far it is from its neighbors, and one click copies them', () => {
    const b = bundle(
      smallHouse({
        points: [outlet('r1', 24, { at: wallAt(24, 18) }), outlet('r2', 88, { at: wallAt(88, 18) })],
      }),
      [wanted(56)],
    );
    const f = evaluate(b).findings.find((x) => x.rule === 'height')!;
    expect(said(f.says)).toBe('new 1 is 3 in lower than its neighbors');
    expect(
      said(evaluate(applyEdit(b, f.remedies[0]!.edit)).findings.find((x) => x.rule === 'height')?.says ?? ''),
    ).toContain('at the same height as its neighbors');
  });
  it('says nothing where there is nothing to copy', () =>
    expect(about(smallHouse({ points: [], cables: [] }), wanted(56), 'height')).toEqual([]));
});

describe('a cable that may pass behind', () => {
  it('is said between two boxes of one wall that a cable joins, and nowhere else', () => {
    expect(said(about(smallHouse(), wanted(56), 'cable-near')[0]?.says ?? '')).toContain('R1 to R2');
    expect(about(smallHouse(), wanted(120), 'cable-near')).toEqual([]);
    expect(about(smallHouse(), makeWant('w1', 'new 1', wallAt(56, 60)), 'cable-near')).toEqual([]);
  });
});
