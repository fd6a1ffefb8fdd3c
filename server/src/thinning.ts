/** When a version of a document was saved, and whether it stays for good. */
export interface Dated {
  readonly version: number;
  readonly savedAt: Date;
  readonly milestone: boolean;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const WEEK = 7 * DAY;

/**
 * How far apart versions may be by their age: everything of the last 24 hours, then the last one of each hour for a week, of
 * each day for twelve weeks, of each week after that.
 */
const STEPS = [
  { youngerThan: DAY, one: 0 },
  { youngerThan: WEEK, one: HOUR },
  { youngerThan: 12 * WEEK, one: DAY },
  { youngerThan: Number.POSITIVE_INFINITY, one: WEEK },
] as const;

/**
 * Versions of one document that thinning takes out. The newest, the first and the signed-off ones always stay.
 * @param revisions of one document, in any order
 */
export function thinnedOut(revisions: readonly Dated[], now: Date): number[] {
  const newestFirst = [...revisions].sort((a, b) => b.version - a.version);
  const kept = new Set<string>();
  return newestFirst.flatMap(({ version, savedAt, milestone }, i) => {
    const age = now.getTime() - savedAt.getTime();
    const step = STEPS.find((s) => age < s.youngerThan) ?? STEPS[3];
    if (step.one === 0) return [];
    const slot = `${step.one}:${Math.floor(savedAt.getTime() / step.one)}`;
    if (kept.has(slot) && i > 0 && !milestone) return [version];
    kept.add(slot);
    return [];
  });
}
