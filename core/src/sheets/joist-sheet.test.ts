import { describe, expect, it } from '@jest/globals';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { joistSheet, moveSheet, type Drawing } from './index.ts';

const text = (d: Drawing) => d.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []));

/** A den over a basement: from R2 to the opposite wall across joists that run the length of the room. */
function run(joistAtMm?: number) {
  const small = smallHouse();
  const below = {
    kind: 'basement' as const,
    canEnter: true,
    joists: 'x' as const,
    joistDepthMm: inches(9.25),
  };
  const house = {
    ...small,
    rooms: small.rooms.map((r) => ({
      ...r,
      above: { ...r.above, kind: 'finished' as const },
      below: {
        ...below,
        ...(joistAtMm === undefined ? {} : { joistAtMm, joistSpacingMm: inches(12) }),
      },
    })),
  };
  const far = wanted(60);
  const e = evaluate(
    bundle(house, [{ ...far, at: { ...far.at, wallId: house.rooms[0]!.walls[2]!.id } as never }]),
  );
  const move = e.chosen!.option.legs.flatMap((l) => l.route.moves).find((m) => m.joists.length > 0);
  return { e, move: move! };
}

describe('the picture of joists that are bored', () => {
  it('has the hole in the middle of each, how far up it is and how far apart they are', () => {
    const { e, move } = run(inches(5));
    const drawing = joistSheet(e, move)!;
    // Half of 9-1/4 in; found at 12 in.
    expect(text(drawing)).toEqual(['4 5/8 in up', '12 in apart']);
    const holes = drawing.shapes.flatMap((s) => (s.kind === 'circle' ? [s.at] : []));
    expect(holes.length).toBe(Math.min(4, move.joists.length));
    expect((holes[1]!.x - holes[0]!.x) / inches(1)).toBeCloseTo(12, 5);
    const joists = drawing.shapes.filter((s) => s.kind === 'line' && s.layer === 'framing');
    expect(joists.every((s) => s.kind === 'line' && s.dashed !== true)).toBe(true);
    expect(joists).toHaveLength(holes.length);
    expect(new Set(holes.map((h) => h.y)).size).toBe(1);
  });
  it('is dashed, and says about, where nobody has found them', () => {
    const { e, move } = run();
    const drawing = joistSheet(e, move)!;
    expect(text(drawing)[1]).toMatch(/^about /);
    expect(
      drawing.shapes
        .filter((s) => s.kind === 'line' && s.layer === 'framing')
        .every((s) => s.kind === 'line' && s.dashed),
    ).toBe(true);
  });
  it('is not there where none is bored', () => {
    const { e, move } = run();
    expect(joistSheet(e, { ...move, joists: [] })).toBeUndefined();
    expect(moveSheet(e, move)).toBeUndefined();
  });
});
