import { allOf, wayText, type OptionView, type Say } from '@elwand/core';

/** An option in a few words: its taps and its way. */
export const optionName = (o: Pick<OptionView, 'taps' | 'way'>, say: Say): string =>
  `${say(allOf(o.taps.map((t) => t.label)))}, ${say(wayText(o.way))}`;

/** When it is done: evenings of work, and over how many days when something has to dry. */
export function visitWords(o: Pick<OptionView, 'visits'>): string {
  const evenings = `${o.visits.evenings} evening${o.visits.evenings === 1 ? '' : 's'}`;
  return o.visits.days > 1 ? `${evenings}, over ${o.visits.days + o.visits.evenings - 1} days` : evenings;
}

/** What holds it up: the stops in full, else how many are to fix and to find out. */
export function openWords({ open }: Pick<OptionView, 'open'>, say: Say): string {
  const stops = open.filter((f) => f.severity === 'stop');
  if (stops.length > 0) return stops.map((f) => say(f.says)).join('; ');
  const count = (severity: string, words: string): string[] => {
    const n = open.filter((f) => f.severity === severity).length;
    return n > 0 ? [`${n} ${words}`] : [];
  };
  const parts = [...count('fix', 'to fix'), ...count('watch', 'to find out')];
  return parts.length > 0 ? parts.join(', ') : 'nothing open';
}
