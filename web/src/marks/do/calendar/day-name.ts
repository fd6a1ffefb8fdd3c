/** Dates and times of the calendar as people write them; both are wall-clock, read as UTC so that no zone moves them. */

/** A date with its weekday: "Mon, Nov 30". */
export const dayName = (date: string): string =>
  new Date(`${date}T00:00:00Z`).toLocaleDateString('en-US', {
    weekday: 'short',
    month: 'short',
    day: 'numeric',
    timeZone: 'UTC',
  });

/** Minutes of a day on a 12-hour clock: "6:30 PM". */
export const timeName = (minutes: number): string =>
  new Date(Math.round(minutes) * 60_000).toLocaleTimeString('en-US', {
    hour: 'numeric',
    minute: '2-digit',
    timeZone: 'UTC',
  });

/** Minutes of a day as a time field holds them. */
export const toField = (minutes: number): string => {
  const whole = Math.min(1439, Math.max(0, Math.round(minutes)));
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
};

/** What a time field holds, as minutes of a day; null where it is empty. */
export function fromField(text: string): number | null {
  const [, h, m] = /^(\d{2}):(\d{2})/.exec(text) ?? [];
  return h === undefined ? null : Number(h) * 60 + Number(m);
}
