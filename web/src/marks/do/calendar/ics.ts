import { momentOf, type Calendar } from '@elwand/core/calendar';

export interface Entry {
  readonly id: string;
  readonly title: string;
  readonly detail: string;
}

/**
 * A calendar as iCalendar (RFC 5545), one event a visit, in wall-clock time of wherever it is opened.
 * @param entries what each visit is called, in their order
 */
export async function icsOf(
  name: string,
  startOn: string,
  { visits }: Pick<Calendar, 'visits'>,
  entries: readonly Entry[],
): Promise<string> {
  const { default: ical } = await import('ical-generator');
  const at = (minutes: number): string => `${momentOf(startOn, minutes)}:00Z`;
  const calendar = ical({ name, prodId: { company: 'Elwand', product: 'Elwand', language: 'EN' } });
  visits.forEach((v, i) => {
    const entry = entries[i];
    if (!entry) return;
    calendar.createEvent({
      id: entry.id,
      // Times float: they are written as they stand in UTC, and read as they are written, whatever the time zone.
      start: new Date(at(v.from)),
      end: new Date(at(v.to)),
      floating: true,
      summary: entry.title,
      description: entry.detail,
    });
  });
  return calendar.toString();
}
