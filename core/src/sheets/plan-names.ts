import type { RoomUse } from '../document/index.ts';
import type { At } from './drawing.ts';
import type { Label } from './plan-lines.ts';

/** What rooms are called on floor plans, and what they are used as; the first that fits. */
const USES: readonly (readonly [RegExp, RoomUse])[] = [
  [/\b(bath|w\.?c\.?|powder|shower|toilet)/i, 'bath'],
  [/\b(kitchen|kit\b)/i, 'kitchen'],
  [/\bdining/i, 'dining'],
  [/\bfamily/i, 'family'],
  [/\b(living|lounge|great room)/i, 'living'],
  [/\bgarage/i, 'garage'],
  [/\b(laundry|utility room|mud ?room)/i, 'laundry'],
  [/\b(closet|wardrobe|w\.?i\.?c\.?\b|pantry|storage)/i, 'closet'],
  [/\b(hall|corridor|entry|foyer|landing|vestibule)/i, 'hall'],
  [/\bstair/i, 'stair'],
  [/\b(bed|master|guest|nursery|primary)/i, 'bedroom'],
  [/\b(office|study|den)\b/i, 'den'],
  [/\blibrary/i, 'library'],
  [/\b(sun ?room|conservatory)/i, 'sunroom'],
  [/\b(game|play|rec\b|recreation|media)/i, 'recreation'],
  [/\b(workshop|shop)\b/i, 'workshop'],
  [/\b(basement|cellar)/i, 'basement-unfinished'],
  [/\b(mech|utility|furnace)/i, 'utility'],
  [/\b(porch|deck|patio|balcony)/i, 'outdoor'],
];

/** A size, an area or a height, and no name. */
const MEASURE = /\d+\s*(?:'|"|′|″|ft|sq|m²|m2|mm|cm|x|×)/i;
const LONGEST_NAME = 60;

export const useOf = (name: string): RoomUse | null => USES.find(([is]) => is.test(name))?.[1] ?? null;

/** Is a place inside an outline? */
function inside(outline: readonly At[], { x, y }: At): boolean {
  let within = false;
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length] ?? p;
    if (p.y > y !== q.y > y && x < ((q.x - p.x) * (y - p.y)) / (q.y - p.y) + p.x) within = !within;
  });
  return within;
}

/** A name in capitals as one writes it. */
const written = (text: string): string =>
  text === text.toUpperCase() ? text.charAt(0) + text.slice(1).toLowerCase() : text;

/** The name that stands in a room: a text that names a kind of room before any other that is no measure; null where there is none. */
export function nameIn(outline: readonly At[], labels: readonly Label[]): string | null {
  const names = labels
    .filter((l) => inside(outline, l.at))
    .map((l) => l.text.trim())
    .filter((t) => /\p{L}{2}/u.test(t) && !MEASURE.test(t) && t.length <= LONGEST_NAME);
  const name = names.find((t) => useOf(t) !== null) ?? names[0];
  return name === undefined ? null : written(name);
}
