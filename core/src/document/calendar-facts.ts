import { z } from 'zod';

const Minutes = z.tuple([z.int().min(0).max(1440), z.int().min(0).max(1440)]).nullable();
/** When the work is done: the hours that somebody has, how fast coats dry there, and days that other people set. */
export const CalendarFacts = z.object({
  startOn: z.iso.date(),
  /** From and to, minutes of the day; null where nothing is done. */
  weekday: Minutes,
  weekend: Minutes,
  /** When the electrician and the inspector come, Mondays to Fridays; left out or null, whenever the work is done. */
  trades: Minutes.optional(),
  compound: z.enum(['ready-mixed', 'setting-20', 'setting-45', 'setting-90']),
  celsius: z.number().min(-10).max(50),
  humidity: z.number().min(0).max(100),
  /** Days before which a step is not done, by its key. */
  notBefore: z
    .record(z.string().max(200), z.iso.date())
    .refine((r) => Object.keys(r).length <= 200, 'more than 200 fixed days'),
  daysOff: z.array(z.iso.date()).max(200),
  /** Jobs in the order in which they are to be done, by their ids, where all of a house are planned together; those left out come after. */
  order: z.array(z.string().max(80)).max(200).optional(),
});
export type CalendarFacts = z.infer<typeof CalendarFacts>;
