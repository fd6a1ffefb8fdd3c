import { describe, expect, it } from '@jest/globals';
import ICAL from 'ical.js';
import { icsOf } from './ics.ts';

const visit = (from: number, to: number) => ({ from, to, slots: [] });
const entry = (id: string, title: string) => ({ id, title, detail: 'One; two, three\nfour' });

describe('the calendar as a file', () => {
  it('is read back by a general reader: every visit with its hours, floating, and its words', async () => {
    const visits = [
      visit(18 * 60, 20 * 60 + 35),
      visit(1440 + 9 * 60, 1440 + 9 * 60 + 30),
      visit(3 * 1440, 3 * 1440 + 5),
    ];
    const text = await icsOf('Hall', '2026-12-30', { visits }, [
      entry('a', 'Outlet: cut, drill'),
      entry('b', 'Patch'),
      entry('c', 'Paint'),
    ]);
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
    expect(events.map((e) => [e.startDate.toString(), e.endDate.toString()])).toEqual([
      ['2026-12-30T18:00:00', '2026-12-30T20:35:00'],
      ['2026-12-31T09:00:00', '2026-12-31T09:30:00'],
      ['2027-01-02T00:00:00', '2027-01-02T00:05:00'],
    ]);
    // No time zone: six in the evening is six in the evening.
    for (const e of events) expect(e.startDate.zone).toBe(ICAL.Timezone.localTimezone);
    expect(events.map((e) => e.summary)).toEqual(['Outlet: cut, drill', 'Patch', 'Paint']);
    expect(events[0]!.description).toBe('One; two, three\nfour');
    expect(new Set(events.map((e) => e.uid)).size).toBe(3);
    expect(text.split('\r\n').every((l) => new TextEncoder().encode(l).length <= 75)).toBe(true);
  });
});
