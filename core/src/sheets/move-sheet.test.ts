import { describe, expect, it } from '@jest/globals';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { closed } from '../testing/ways.ts';
import { inches } from '../units/index.ts';
import { moveSheet, type Drawing } from './index.ts';

const text = (d: Drawing) => d.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []));
const circles = (d: Drawing) => d.shapes.flatMap((s) => (s.kind === 'circle' ? [s.at] : []));

describe('the picture of a piece of work', () => {
  const small = smallHouse();
  const e = evaluate(bundle({ ...small, rooms: small.rooms.map(closed) }, [wanted(104)]));
  const moves = e.chosen!.option.legs.flatMap((l) => l.route.moves);
  const drilled = moves.find((m) => m.holes.some((h) => h.through === 'stud'))!;
  const drawing = moveSheet(e, drilled)!;
  it('has the hole where it is marked, in a stud, with its two dimensions', () => {
    // Studs on 16 from the left corner: the one between 88 and 104 stands at 96, as high as the outlets are.
    const [hole] = circles(drawing);
    expect(hole!.x / inches(1)).toBeCloseTo(96, 1);
    expect((small.rooms[0]!.ceilingMm - hole!.y) / inches(1)).toBeCloseTo(15, 1);
    expect(text(drawing)).toEqual(expect.arrayContaining(['96 in from the left corner', '15 in up']));
    const stud = drawing.shapes.some(
      (s) =>
        s.kind === 'line' &&
        s.layer === 'framing' &&
        Math.abs(Math.min(...s.points.map((p) => p.x)) / inches(1) - 95.25) < 0.1,
    );
    expect(stud).toBe(true);
  });
  it('shows the box that is there, and nothing beyond the piece of wall', () => {
    expect(text(drawing)).toContain('R2');
    expect(text(drawing)).not.toContain('R1');
    const xs = drawing.shapes.flatMap((s) => (s.kind === 'line' ? s.points.map((p) => p.x) : []));
    expect(Math.min(...xs)).toBeGreaterThan(inches(60));
    expect(Math.max(...xs)).toBeLessThan(inches(130));
  });
  it('is not there where nothing is drilled in a wall', () => {
    const none = moves.find((m) => m.holes.length === 0) ?? { ...drilled, holes: [] };
    expect(moveSheet(e, none)).toBeUndefined();
  });
  it('goes out over the top for a hole through the plates', () => {
    const over = evaluate(bundle(small, [wanted(60)]));
    const plate = over
      .chosen!.option.legs.flatMap((l) => l.route.moves)
      .find((m) => m.holes.some((h) => h.through === 'top plates'));
    if (!plate) throw new Error('no plate is drilled');
    const up = moveSheet(over, plate)!;
    const way = up.shapes.find((s) => s.kind === 'line' && s.layer === 'new');
    expect(way?.kind === 'line' && Math.min(...way.points.map((p) => p.y))).toBeLessThan(0);
  });
});
