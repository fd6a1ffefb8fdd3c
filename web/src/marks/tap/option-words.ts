import { allOf, routeKindText, type OptionView, type Say, msg, type Text } from '@elwand/core';

/** An option in a few words: its taps and its way. */
export const optionName = (o: Pick<OptionView, 'taps' | 'way'>, say: Say): string =>
  `${say(allOf(o.taps.map((t) => t.label)))}, ${say(routeKindText(o.way))}`;

/** When it is done: evenings of work, and over how many days when something has to dry. */
export const visitWords = ({ visits: { days, evenings } }: Pick<OptionView, 'visits'>): Text =>
  days > 1
    ? msg('screen.tap.evenings-over-days', { evenings, days: days + evenings - 1 })
    : msg('screen.tap.evenings', { evenings });

/** What holds it up: the stops in full, and how many are to fix and to find out. */
export function openWords({ open }: Pick<OptionView, 'open'>, say: Say): string {
  const stops = open.filter((f) => f.severity === 'stop').map((f) => say(f.says));
  const count = (severity: string, words: string): string[] => {
    const n = open.filter((f) => f.severity === severity).length;
    return n > 0 ? [`${n} ${words}`] : [];
  };
  const counts = [
    ...count('fix', say(msg('screen.tap.to-fix'))),
    ...count('watch', say(msg('screen.tap.to-find-out'))),
  ].join(', ');
  const parts = [...stops, ...(counts === '' ? [] : [counts])];
  return parts.length > 0 ? parts.join('; ') : say(msg('screen.tap.nothing-open'));
}
