import { describe, expect, it } from '@jest/globals';
import { ItemId, PointId, type Bundle, type House, type Wall } from '../document/index.ts';
import { newPointId } from '../planning/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { said } from '../testing/said.ts';

/** Nothing over or under the room: without its drill the way along the wall opens a strip of it. */
const opening = (change: Partial<Wall> = {}, x = 60): Bundle => {
  const house: House = smallHouse({
    points: [outlet('r1', 24)],
    cables: [nm('c1', atBreaker(), atPoint('r1'))],
  });
  const rooms = house.rooms.map((r) => ({
    ...r,
    above: { ...r.above, kind: 'finished' as const, canEnter: false },
    walls: r.walls.map((w) => ({ ...w, ...change })),
  }));
  const b = bundle({ ...house, rooms }, [wanted(x)]);
  return {
    ...b,
    job: { ...b.job, preferences: { ...b.job.preferences, lacks: ['right-angle-drill', 'flexible-bit'] } },
  };
};
const stepsOf = (b: Bundle) => evaluate(b).chosen!.steps;
const keys = (b: Bundle) => stepsOf(b).map((s) => s.key);

describe('putting back what was opened', () => {
  it('board is closed in coats, with board of the thickness that is there', () => {
    const steps = stepsOf(opening({ boardMm: inches(0.625) }));
    expect(said(steps.filter((s) => s.kind === 'patch').map((s) => s.title)[0] ?? '')).toContain(
      'Close the drywall',
    );
    expect(said(steps.find((s) => s.key === 'patch1')!.detail)).toContain('5/8 in');
    expect(keys(opening())).not.toContain('insulation');
  });
  it('plaster is mended as plaster, and bought for', () => {
    const b = opening({ finish: 'plaster' });
    expect(said(stepsOf(b).find((s) => s.key === 'patch1')!.title)).toContain('setting-type plaster');
    const bill = evaluate(b).chosen!.bill.lines.map((l) => l.partKey);
    expect(bill).toContain('patch-plaster');
    expect(bill).not.toContain('patch-compound');
  });
  it('insulation goes back before the wall is closed', () => {
    const all = keys(opening({ insulated: true }));
    expect(all.indexOf('insulation')).toBeGreaterThan(all.indexOf('inspect'));
    expect(all.indexOf('insulation')).toBeLessThan(all.indexOf('patch1'));
  });
  it('a wall that is opened far is skimmed whole, one with a short cut is not', () => {
    const skim = (b: Bundle) => said(stepsOf(b).find((s) => s.key === 'patch3')!.detail);
    expect(skim(opening({}, 44))).toBe('');
    // A low wall: the same strip is a larger part of it.
    const low = opening({}, 136);
    const rooms = low.house.rooms.map((r) => ({ ...r, ceilingMm: 1500 }));
    expect(skim({ ...low, house: { ...low.house, rooms } })).toContain('skim the whole wall');
  });
  it('the baseboard goes back on, and nothing is patched for it', () => {
    const b = opening({ baseboard: true }, 130);
    expect(evaluate(b).chosen!.option.way).toBe('behind the baseboard');
    expect(keys(b)).toContain('trim');
    expect(keys(b).filter((k) => k.startsWith('patch'))).toEqual([]);
    expect(keys(b).indexOf('trim')).toBeLessThan(keys(b).indexOf('record'));
  });
  it('with nothing opened there is nothing to put back', () => {
    const b = bundle(smallHouse(), [wanted(104)]);
    expect(evaluate(b).chosen!.option.openedMm2).toBe(0);
    expect(keys(b).filter((k) => /^(patch|inspect|insulation|crown|trim)/.test(k))).toEqual([]);
  });
});

describe('holes by their size', () => {
  const bill = (b: Bundle) =>
    Object.fromEntries(
      evaluate(b)
        .chosen!.bill.lines.filter((l) => l.partKey.startsWith('patch'))
        .map((l) => [l.partKey, l.needed]),
    );
  const first = (b: Bundle) => said(stepsOf(b).find((s) => s.key === 'patch1')?.detail ?? '');

  it('a strip over the studs is closed with board to the studs: its square, its strips, its screws and tape', () => {
    const b = opening();
    const { option } = evaluate(b).chosen!;
    // One slot 4 in tall: six strips of 4 in come out of a board of 2 ft.
    const long = option.openedMm2 / inches(4);
    expect(long).toBeGreaterThan(inches(9));
    expect(bill(b)).toEqual({
      'patch-board-1/2': 1,
      // Two strips of 4 in and 3 in past each side: 20 in.
      'patch-strip': 2,
      'patch-screws': Math.ceil((2 * (long + inches(4))) / inches(7)),
      'patch-tape': Math.ceil((2 * (long + inches(4))) / inches(12)),
      'patch-compound': 1,
      'patch-primer': 1,
      'patch-paint': 1,
    });
    expect(first(b)).toContain('back to the middle of a stud');
  });

  it('board is bought as thick as what is there, in two layers where that is two', () => {
    expect(bill(opening({ boardMm: inches(5 / 8) }))).toHaveProperty(['patch-board-5/8'], 1);
    expect(bill(opening({ boardMm: inches(3 / 8) }))).toHaveProperty(['patch-board-3/8'], 1);
    const wide = opening({ boardMm: inches(1.25) }, 136);
    const { openedMm2 } = evaluate(wide).chosen!.option;
    // Strips of 4 in by 2 ft, six to a board, in two layers.
    const strips = Math.ceil(openedMm2 / inches(4) / inches(24));
    expect(bill(wide)['patch-board-5/8']).toBe(Math.ceil((2 * strips) / 6));
  });

  it('a plate that is shifted leaves a small hole beside it, closed with mesh and painted, with nothing to inspect', () => {
    const house = smallHouse({
      points: [
        outlet('r1', 24, {
          box: { model: 'old-2g-32', markedCubicInches: null, gangs: 2, clamps: 'inside', metal: false },
          devices: [
            { kind: 'receptacle', amps: 15, grounded: true },
            { kind: 'blank', amps: 15, grounded: true },
          ],
        }),
      ],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    const b = bundle(house, [], {
      changes: [{ kind: 'shift', id: ItemId.parse('c'), pointId: PointId.parse('r1'), byMm: inches(0.9) }],
    });
    expect(bill(b)).toEqual({ 'patch-mesh': 1, 'patch-compound': 1, 'patch-primer': 1, 'patch-paint': 1 });
    expect(first(b)).toBe('Stick a mesh patch over the small hole.');
    expect(keys(b)).not.toContain('inspect');
    expect(evaluate(b).findings.filter((f) => f.rule === 'proof' && f.severity === 'stop')).toEqual([]);
  });
});

describe('a wall whose studs show', () => {
  const bare = (more: Partial<Wall> = {}) => opening({ finish: 'none', boardMm: 0, ...more }, 60);
  const able = (b: Bundle): Bundle => ({
    ...b,
    job: { ...b.job, preferences: { ...b.job.preferences, lacks: [] } },
  });
  it('has the new box nailed to a stud, the cable stapled, and nothing to close', () => {
    const e = evaluate(able(bare()));
    const { steps, boxes, option } = e.chosen!;
    expect(option.openedMm2).toBe(0);
    expect(boxes.find((b) => b.isNew)!.point.box.model).toMatch(/^new-/);
    const cut = steps.find((s) => s.key.startsWith('cut:'))!;
    expect(said(cut.title)).toBe('Fasten the box for new 1 to a stud');
    expect(cut.tools).toEqual(['hammer']);
    expect(steps.filter((s) => s.kind === 'patch')).toEqual([]);
    expect(e.findings.filter((f) => f.rule === 'proof' && f.severity === 'stop')).toEqual([]);
  });
  it('an old-work box chosen by hand has nothing to clamp to, and is not left so', () => {
    const b = able(bare());
    const at = { ...b, job: { ...b.job, boxes: { [newPointId(b.job.wants[0]!)]: 'old-1g-20' } } };
    const found = evaluate(at).findings.find((f) => said(f.says).includes('no drywall to clamp to'))!;
    expect(found.severity).toBe('fix');
  });
  it('steel studs take screws for a plastic box too', () => {
    const wood = bare().house.rooms[0]!.walls[0]!.framing;
    const bought = (b: Bundle) => evaluate(able(b)).chosen!.bill.lines.map((l) => l.partKey);
    const [steel, plain] = [bought(bare({ framing: { ...wood, kind: 'steel' } })), bought(bare())];
    expect(steel.filter((k) => !plain.includes(k)).sort()).toEqual(['bushing', 'screws-steel']);
  });
});
