import type { CalendarFacts, Job } from '@elwand/core';
import { DAY } from '@elwand/core/calendar';

/** Today as a date, by the clock of this device. */
function today(): string {
  const now = new Date();
  return new Date(Date.UTC(now.getFullYear(), now.getMonth(), now.getDate())).toISOString().slice(0, 10);
}

/** Weekday evenings as long as the job says an evening is, and Saturdays and Sundays by day. */
export const usualHours = ({ preferences }: Pick<Job, 'preferences'>): CalendarFacts => ({
  startOn: today(),
  weekday: [18 * 60, Math.min(DAY - 1, 18 * 60 + Math.round(preferences.eveningMinutes))],
  weekend: [9 * 60, 17 * 60],
  compound: 'ready-mixed',
  celsius: 21,
  humidity: 45,
  notBefore: {},
  daysOff: [],
});

/** Days before which steps are not done: those that somebody set, and the rough-in inspection before the wall is closed. */
export function notBeforeOf(
  { permit }: Pick<Job, 'permit'>,
  set: CalendarFacts['notBefore'] = {},
): CalendarFacts['notBefore'] {
  const rough = permit?.inspections.find((i) => i.kind === 'rough' && i.on !== null)?.on;
  return rough ? { inspect: rough, ...set } : set;
}
