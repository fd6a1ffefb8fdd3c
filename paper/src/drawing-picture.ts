import type { BuiltRecord } from '@elwand/core';
import { extentOf, type Layer } from '@elwand/core/sheets';
import type { At, Line, Pen } from './pen.ts';

/** A drawing of the house in black on white: new work is the heaviest line. Widths in mm on paper. */
const PENS: Readonly<Record<Layer, Line>> = {
  wall: { width: 0.5 },
  opening: { width: 0.35 },
  framing: { width: 0.15, color: 'grey' },
  obstacle: { width: 0.25 },
  furniture: { width: 0.15, dash: [1.2, 0.8], color: 'grey' },
  existing: { width: 0.3 },
  new: { width: 0.8 },
  hole: { width: 0.35 },
  dimension: { width: 0.15, color: 'grey' },
  text: { width: 0.15 },
};
const DASH = [1.2, 0.8] as const;
/** Letters no smaller and no larger than this, mm. */
const LETTERS_MM = [1.9, 3] as const;
const PT = 72 / 25.4;

type Sheet = NonNullable<BuiltRecord['drawings']>[number];

/** How many mm on paper one mm of the house is, where a drawing gets so much of a page; and how high it is then. */
export function scaleOf(sheet: Sheet, widthMm: number, mostMm: number): { k: number; heightMm: number } {
  const e = extentOf(sheet);
  const k = Math.min(widthMm / e.width, mostMm / e.height);
  return { k, heightMm: e.height * k };
}

/** Draws it with its upper left corner there. */
export function drawing(pen: Pen, sheet: Sheet, at: At, k: number): void {
  const e = extentOf(sheet);
  const put = (p: At): At => ({ x: at.x + (p.x - e.left) * k, y: at.y + (p.y - e.top) * k });
  for (const s of sheet.shapes) {
    const own = PENS[s.layer];
    if (s.kind === 'line')
      pen.line(s.points.map(put), {
        ...own,
        ...(s.dashed ? { dash: DASH } : {}),
        ...(s.closed ? { closed: true } : {}),
      });
    else if (s.kind === 'circle') pen.circle(put(s.at), Math.max(0.5, s.radius * k), own);
    else {
      const high = Math.min(LETTERS_MM[1], Math.max(LETTERS_MM[0], s.size * k));
      const words = { size: high * PT, font: s.layer === 'new' ? 'bold' : 'words', halo: true } as const;
      const wide = pen.widthOf(s.text, words);
      const { x, y } = put(s.at);
      const left = s.anchor === 'start' ? x : s.anchor === 'middle' ? x - wide / 2 : x - wide;
      // The words stand on their line.
      pen.text({ x: left, y: y - pen.lineOf(words) }, s.text, words);
    }
  }
}
