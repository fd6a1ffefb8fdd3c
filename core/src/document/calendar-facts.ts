import { z } from 'zod';

const Minutes = z.tuple([z.int().min(0).max(1440), z.int().min(0).max(1440)]).nullable();
/** When the work is done: the hours that somebody has, how fast coats dry there, and days that other people set. */
export const CalendarFacts = z.object({
  startOn: z.iso.date(),
  /** From and to, minutes of the day; null where nothing is done. */
  weekday: Minutes,
  weekend: Minutes,
  compound: z.enum(['ready-mixed', 'setting-20', 'setting-45', 'setting-90']),
  celsius: z.number().min(-10).max(50),
  humidity: z.number().min(0).max(100),
  /** Days before which a step is not done, by its key. */
  notBefore: z
    .record(z.string().max(200), z.iso.date())
    .refine((r) => Object.keys(r).length <= 200, 'more than 200 fixed days'),
  daysOff: z.array(z.iso.date()).max(200),
});
export type CalendarFacts = z.infer<typeof CalendarFacts>;
