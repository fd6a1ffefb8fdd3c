import { practice, published, type Source } from '../findings/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { TapReason } from './candidate.ts';

/** What is said for and against a place to tap, and where it comes from. */

export const no = (says: Text, source: Source): TapReason => ({ kind: 'no', says, minutes: 0, source });
export const ask = (says: Text, source: Source): TapReason => ({ kind: 'ask', says, minutes: 10, source });
export const work = (says: Text, minutes: number, source: Source): TapReason => ({
  kind: 'work',
  says,
  minutes,
  source,
});
export const good = (says: Text, source: Source): TapReason => ({ kind: 'good', says, minutes: 0, source });

/** Where the reasons come from, one place for all of them. */
export const FROM = {
  survey: practice(msg('planning.tap.from-survey')),
  look: practice(msg('planning.tap.from-look')),
  condition: practice(msg('planning.tap.from-condition')),
  ground: published('NEC 250.130(C), 406.4'),
  large: published('NEC 314.28(A)', undefined, 'fairly-sure'),
  oldWire: practice(msg('planning.tap.from-old-wire')),
  accessible: published('NEC 314.29'),
  smallAppliance: published('NEC 210.52(B), 210.11(C)(1)'),
  bath: published('NEC 210.11(C)(3)'),
  laundry: published('NEC 210.11(C)(2)'),
  garage: published('NEC 210.11(C)(4)', 2017),
  individual: published('NEC Article 100, individual branch circuit'),
  outlets: published('NEC 210.23'),
  load: published('NEC 210.19(A), 210.20(A)'),
  fill: published('NEC 314.16'),
  asked: practice(msg('planning.tap.from-asked')),
  measured: practice(msg('planning.tap.from-measured')),
} as const satisfies Record<string, Source>;
