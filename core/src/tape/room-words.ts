import type { RoomUse } from '../document/index.ts';

/**
 * What a room is used as, by a word in its name: what people type, not what Elwand says. The first that fits counts, so the
 * narrower come first. It is shown with the room before it counts.
 */
const WORDS: readonly (readonly [RoomUse, RegExp])[] = [
  ['basement-finished', /\bfinished basement\b/],
  ['crawl', /\bcrawl/],
  ['attic', /\b(attic|loft)\b/],
  ['outdoor', /\b(deck|porch|patio|balcony|yard|outdoors?|outside)\b/],
  ['sunroom', /\bsun ?room|\bconservatory\b/],
  ['laundry', /\b(laundry|wash ?room)\b/],
  ['bath', /\b(bath|bathroom|powder room|half bath|shower|toilet|restroom)\b/],
  ['kitchen', /\b(kitchen|galley|kitchenette)\b/],
  ['dining', /\b(dining|breakfast)\b/],
  ['garage', /\b(garage|carport)\b/],
  ['workshop', /\b(workshop|shop|studio)\b/],
  ['utility', /\b(utility|furnace|boiler|mechanical|mud ?room|pantry)\b/],
  ['basement-unfinished', /\b(basement|cellar)\b/],
  ['stair', /\bstair/],
  ['closet', /\b(closet|wardrobe|storage)\b/],
  ['hall', /\b(hall|hallway|entry|foyer|corridor|landing)\b/],
  ['library', /\blibrary\b/],
  ['recreation', /\b(recreation|rec room|game|play ?room|gym|media)\b/],
  ['family', /\b(family|great room)\b/],
  ['living', /\b(living|parlor|sitting|front room|lounge)\b/],
  ['bedroom', /\b(bed ?room|bedroom|guest|nursery|master|kid|sleeping)/],
  ['den', /\b(den|study|office|sewing|music|reading|craft|hobby)\b/],
];

/** What a room of that name is most likely used as; a den, as any other room that people live in, where no word tells. */
export const useByName = (name: string): RoomUse =>
  WORDS.find(([, words]) => words.test(name.toLowerCase()))?.[0] ?? 'den';
