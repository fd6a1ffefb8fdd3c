import { msg, type Message } from '@elwand/core';
import { DAY, dateOf, type Visit } from '@elwand/core/calendar';
import { dayName, timeName } from './day-name.ts';

/** The day of a visit, and from when to when. */
export const visitText = (startOn: string, { from, to }: Pick<Visit, 'from' | 'to'>): Message =>
  msg('screen.calendar.visit', {
    day: dayName(dateOf(startOn, from)),
    from: timeName(from % DAY),
    to: timeName(to % DAY),
  });
