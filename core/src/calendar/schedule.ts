import { minutesOf, type Step } from '../work/index.ts';
import type { CalendarFacts } from '../document/index.ts';
import { dryingHours } from './drying.ts';

/** The steps of a job over the hours that somebody has: evenings, weekends, drying, inspections. Wall-clock time, no time zone. */

type Hours = CalendarFacts['weekday'];

export const DAY = 1440;

/** A step and when it is done, minutes since the start of the first day. */
export interface Slot {
  readonly key: string;
  readonly from: number;
  readonly to: number;
}

/** One stretch of work: an evening, a morning. */
export interface Visit {
  readonly from: number;
  readonly to: number;
  readonly slots: readonly Slot[];
}

export interface Calendar {
  readonly visits: readonly Visit[];
  /** The power is off from and to; null where no step turns it off. */
  readonly off: readonly [number, number] | null;
  /** Power-off work is longer than any stretch of work: it was put in the longest one and runs over. */
  readonly runsOver: boolean;
  /** Nothing can be planned: no hours at all. */
  readonly noHours: boolean;
}

const dayNumber = (day: string): number => Math.round(Date.parse(`${day}T00:00:00Z`) / 86_400_000);
/** The date of a moment, as YYYY-MM-DD. */
export const dateOf = (startOn: string, minutes: number): string =>
  new Date((dayNumber(startOn) + Math.floor(minutes / DAY)) * 86_400_000).toISOString().slice(0, 10);
/** A moment in wall-clock time, as YYYY-MM-DDTHH:MM. */
export function momentOf(startOn: string, minutes: number): string {
  const of = ((minutes % DAY) + DAY) % DAY;
  const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
  return `${dateOf(startOn, minutes)}T${two(of / 60)}:${two(of % 60)}`;
}

/** Minutes to let pass before a step, once what it comes after is done. */
export const waitBefore = ({ dries }: Pick<Step, 'dries'>, settings: CalendarFacts): number =>
  dries === null ? 0 : 60 * dryingHours(settings.compound, dries, settings.celsius, settings.humidity);

/** Steps that are done in one go: one step, or all the work with the power off. */
export interface Block {
  readonly steps: readonly Step[];
  readonly minutes: number;
  readonly off: boolean;
}

/** @param order of the work with the power off; left out, as it comes */
export function blocksOf(
  steps: readonly Step[],
  order: (off: readonly Step[]) => readonly Step[] = (off) => off,
): Block[] {
  const off = steps.filter((s) => s.window === 'off');
  const out: Block[] = [];
  for (const s of steps) {
    if (s.window !== 'off') out.push({ steps: [s], minutes: s.minutes, off: false });
    else if (s === off[0]) out.push({ steps: order(off), minutes: minutesOf(off), off: true });
  }
  return out;
}

/** Stretches of work are looked for that many days ahead. */
const MOST_DAYS = 800;

/** Whose hours a piece of work keeps: of those who live there, or of the trades that come. */
type Whose = 'own' | 'trades';
const isOfTrades = ({ kind, by, window }: Step): boolean =>
  by === 'electrician' || (kind === 'hold' && window === 'after');
/** Work with an electrician in it is done when one comes; so is what an inspector looks at. */
const whose = ({ steps }: Block, { trades }: CalendarFacts): Whose =>
  trades && steps.some(isOfTrades) ? 'trades' : 'own';

/** The hours of a day, counted from the first; null where nothing is done. */
function hoursOn(day: number, settings: CalendarFacts, who: Whose): Hours {
  const n = dayNumber(settings.startOn) + day;
  const date = new Date(n * 86_400_000);
  if (settings.daysOff.includes(date.toISOString().slice(0, 10))) return null;
  const weekday = date.getUTCDay();
  const free = weekday === 0 || weekday === 6;
  const hours =
    who === 'trades' ? (free ? null : (settings.trades ?? null)) : free ? settings.weekend : settings.weekday;
  return hours && hours[1] > hours[0] ? hours : null;
}

/** The first stretch that a block fits into, from a moment on; with `over`, the first as long as any that begins its day. */
function place(
  minutes: number,
  earliest: number,
  settings: CalendarFacts,
  who: Whose,
  over: boolean,
): number | null {
  const longest = longestOf(settings, who);
  for (let day = Math.max(0, Math.floor(earliest / DAY)); day < MOST_DAYS; day++) {
    const hours = hoursOn(day, settings, who);
    if (!hours) continue;
    const [open, close] = [day * DAY + hours[0], day * DAY + hours[1]];
    const from = Math.max(open, earliest);
    if (from + minutes <= close + 1e-9) return from;
    if (over && from <= open && hours[1] - hours[0] >= longest - 1e-9) return from;
  }
  return null;
}

/** The longest stretch of work that a day has, minutes. */
const lengthOf = (hours: Hours): number => (hours ? hours[1] - hours[0] : 0);
export const longestOf = ({ weekday, weekend, trades = null }: CalendarFacts, who: Whose = 'own'): number =>
  who === 'trades' ? lengthOf(trades) : Math.max(lengthOf(weekday), lengthOf(weekend));

/** Blocks of work with their times. */
export interface Laid {
  readonly slots: readonly Slot[];
  /** When the power is off for each block that turns it off, in the order of the work. */
  readonly off: readonly { readonly block: Block; readonly from: number; readonly to: number }[];
  readonly runsOver: boolean;
  readonly noHours: boolean;
}

/**
 * Blocks over the hours that somebody has: each after what it waits for and what has to dry, one thing at a time, what can begin first
 * first.
 * @param notBefore the first moment of a step, minutes from the first day; undefined where it has none
 */
export function layOut(
  blocks: readonly Block[],
  settings: CalendarFacts,
  notBefore: (key: string) => number | undefined,
): Laid {
  const longest = longestOf(settings);
  const none: Laid = { slots: [], off: [], runsOver: false, noHours: true };
  if (blocks.length > 0 && longest <= 0) return none;
  const ends = new Map<string, number>();
  const slots: Slot[] = [];
  const off: { block: Block; from: number; to: number }[] = [];
  let [free, runsOver] = [0, false];
  const waiting = [...blocks];
  const there = new Set(blocks.flatMap((b) => b.steps.map((s) => s.key)));
  const open = (b: Block): string[] => {
    const own = new Set(b.steps.map((s) => s.key));
    return [...new Set(b.steps.flatMap((s) => s.after))].filter((k) => there.has(k) && !own.has(k));
  };
  const earliestOf = (b: Block): number =>
    Math.max(
      free,
      ...b.steps.map((s) => notBefore(s.key) ?? 0),
      ...b.steps.flatMap((s) =>
        s.after.map((k) => (ends.has(k) ? (ends.get(k) ?? 0) + waitBefore(s, settings) : 0)),
      ),
    );
  while (waiting.length > 0) {
    // Of what may be done, what can begin first; of those in order.
    const ready = waiting.filter((b) => open(b).every((k) => ends.has(k)));
    const candidates = (ready.length > 0 ? ready : waiting.slice(0, 1)).map((b) => {
      const who = whose(b, settings);
      const fits = b.minutes <= longestOf(settings, who) + 1e-9;
      return { b, fits, at: place(b.minutes, earliestOf(b), settings, who, !fits) };
    });
    const next = candidates.reduce((a, c) => ((c.at ?? Infinity) < (a.at ?? Infinity) ? c : a));
    waiting.splice(waiting.indexOf(next.b), 1);
    if (next.at === null) return none;
    let { at } = next;
    for (const s of next.b.steps) {
      slots.push({ key: s.key, from: at, to: at + s.minutes });
      at += s.minutes;
      ends.set(s.key, at);
    }
    if (next.b.off) off.push({ block: next.b, from: next.at, to: at });
    runsOver ||= !next.fits && next.b.off;
    free = at;
  }
  return { slots, off, runsOver, noHours: false };
}

/** Minutes from the first day to a date. */
export const minutesTo = (day: string, { startOn }: Pick<CalendarFacts, 'startOn'>): number =>
  (dayNumber(day) - dayNumber(startOn)) * DAY;

/** The work of a job, without what is done. Steps come in the order in which they were proved. @param done keys of steps that are done */
export function scheduleOf(
  steps: readonly Step[],
  done: ReadonlySet<string>,
  settings: CalendarFacts,
): Calendar {
  const left = steps.filter((s) => !done.has(s.key));
  const { slots, off, runsOver, noHours } = layOut(blocksOf(left), settings, (key) => {
    const day = settings.notBefore[key];
    return day === undefined ? undefined : minutesTo(day, settings);
  });
  const [first] = off;
  return { visits: visitsOf(slots), off: first ? [first.from, first.to] : null, runsOver, noHours };
}

/** Steps on one day, one after another, are one visit; a pause of more than an hour begins another. */
const PAUSE = 60;
export function visitsOf(slots: readonly Slot[]): Visit[] {
  const out: { from: number; to: number; slots: Slot[] }[] = [];
  for (const s of slots) {
    const last = out.at(-1);
    const same =
      last && Math.floor(last.from / DAY) === Math.floor(s.from / DAY) && s.from - last.to <= PAUSE;
    if (last && same) {
      last.slots.push(s);
      last.to = Math.max(last.to, s.to);
    } else out.push({ from: s.from, to: s.to, slots: [s] });
  }
  return out;
}
