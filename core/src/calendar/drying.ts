import type { CalendarFacts } from '../document/index.ts';
import { practice, type Sourced } from '../findings/index.ts';
import type { Coat } from '../work/index.ts';
import { msg } from '../words/index.ts';

/** How long joint compound dries before the next coat. From memory, common practice; the bag or pail of the maker goes before it. */

type Compound = CalendarFacts['compound'];

/** Hours under tape for ready-mixed compound, by relative humidity (rows, percent) and temperature (columns, deg F). */
const FAHRENHEIT = [50, 60, 70, 80, 90] as const;
const HUMIDITY = [20, 40, 60, 80] as const;
const READY_MIXED: Sourced<readonly (readonly number[])[]> = {
  value: [
    [23, 16, 11, 8, 5.5],
    [29, 20, 14, 10, 7],
    [42, 29, 20, 14, 10],
    [78, 54, 38, 27, 19],
  ],
  source: practice(msg('calendar.from.drying')),
};
/** A thin coat takes about half as long as one under tape. */
const THIN = 0.5;
/** Setting-type compound hardens by itself: minutes until the next coat, by what the bag says. */
const SETTING: Readonly<Record<Exclude<Compound, 'ready-mixed'>, number>> = {
  'setting-20': 40,
  'setting-45': 75,
  'setting-90': 150,
};

/** Hours that setting-type compound stands before primer, whatever its bag says of the next coat: 12 to 24. */
const SETTING_BEFORE_PRIMER = 24;
/** Latex: primer takes 1 to 2 hours, paint 2 to 4. The longer is reckoned with. */
const PAINTED: Readonly<Record<'primer' | 'paint', number>> = { primer: 2, paint: 4 };

/** Place of a value between the marks of a scale: the mark below it and how far it is to the next, ends held. */
function between(marks: readonly number[], value: number): { readonly i: number; readonly share: number } {
  const last = marks.length - 2;
  const i = Math.max(0, Math.min(last, marks.findIndex((m, k) => k > 0 && value <= m) - 1));
  const at = value >= (marks.at(-1) ?? 0) ? last : i;
  const [low = 0, high = 1] = [marks[at], marks[at + 1]];
  return { i: at, share: Math.max(0, Math.min(1, (value - low) / (high - low))) };
}

/**
 * Hours that a coat dries before the next one.
 * @param celsius of the room, @param humidity relative, percent
 */
export function dryingHours(compound: Compound, coat: Coat, celsius: number, humidity: number): number {
  if (coat === 'primer' || coat === 'paint') return PAINTED[coat];
  if (compound !== 'ready-mixed') return coat === 'last' ? SETTING_BEFORE_PRIMER : SETTING[compound] / 60;
  const t = between(FAHRENHEIT, (celsius * 9) / 5 + 32);
  const h = between(HUMIDITY, humidity);
  const at = (row: number, column: number): number => READY_MIXED.value[row]?.[column] ?? 0;
  const along = (row: number): number => at(row, t.i) * (1 - t.share) + at(row, t.i + 1) * t.share;
  const hours = along(h.i) * (1 - h.share) + along(h.i + 1) * h.share;
  return coat === 'tape' ? hours : hours * THIN;
}
