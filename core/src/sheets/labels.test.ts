import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { placeLabels, type Label, type Named } from './labels.ts';

/** What a name takes, reckoned apart: letters six tenths as wide as they are high. */
function taken({ at, anchor }: Label, text: string, size: number) {
  const wide = 0.6 * size * text.length;
  const left = anchor === 'start' ? at.x : anchor === 'end' ? at.x - wide : at.x - wide / 2;
  return { left, right: left + wide, top: at.y - size, bottom: at.y };
}
const over = (a: ReturnType<typeof taken>, b: ReturnType<typeof taken>) =>
  a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top;

describe('names in a drawing', () => {
  it('are never written over each other, nor over a thing, where there is room', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 })), {
          minLength: 2,
          maxLength: 20,
          selector: ([x, y]) => x * 10 + y,
        }),
        (cells) => {
          // Things one to three names apart.
          const things = cells.map(([x, y], i): Named => ({
            text: `P${i}`,
            at: { x: x * 90, y: y * 60 },
            radius: 10,
          }));
          const boxes = placeLabels(things, 20).map((l, i) => taken(l, things[i]!.text, 20));
          boxes.forEach((a, i) => {
            for (const b of boxes.slice(i + 1)) expect(over(a, b)).toBe(false);
            for (const { at, radius } of things)
              expect(
                over(a, {
                  left: at.x - radius,
                  right: at.x + radius,
                  top: at.y - radius,
                  bottom: at.y + radius,
                }),
              ).toBe(false);
          });
        },
      ),
    );
  });
  it('stay near what they name', () => {
    const [label] = placeLabels([{ text: 'R1', at: { x: 0, y: 0 }, radius: 10 }], 20);
    expect(Math.hypot(label!.at.x, label!.at.y)).toBeLessThan(40);
  });
});
