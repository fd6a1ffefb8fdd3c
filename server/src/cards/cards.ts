import type { House, HouseCard, HouseSummary, Job } from '@elwand/core';
import { CARD_MS, CARDS_KEPT, CARDS_WAITING } from '../limits.ts';
import { notFound, Problem } from '../problem.ts';
import type { Store } from '../store.ts';
import { threadFor, type Thread } from '../threads.ts';

/** Plans the jobs of a house. */
export type Carder = Thread<{ readonly house: House; readonly jobs: readonly Job[] }, HouseCard>;

/** One in a thread of its own. */
export const threadCarder = (script: URL, limitMs = CARD_MS): Carder =>
  threadFor({
    script,
    limitMs,
    waiting: CARDS_WAITING,
    busy: 'Other houses are being looked at. Wait a moment and try again.',
    slow: new Problem(
      503,
      'Takes too long',
      `The jobs of this house could not be planned within ${Math.round(limitMs / 1000)} seconds. Open them one by one.`,
    ),
  });

const stateOf = ({ version, jobs }: HouseSummary): string =>
  [version, ...jobs.map((j) => `${j.id} ${j.version}`)].join(',');

/** Cards of houses, kept as long as neither the house nor one of its jobs has another version. */
export class Cards {
  private readonly store: Store;
  private readonly carder: Carder;
  private readonly kept = new Map<string, { readonly state: string; readonly card: HouseCard }>();

  constructor(store: Store, carder: Carder) {
    this.store = store;
    this.carder = carder;
  }

  async of(id: string): Promise<HouseCard> {
    const summary = (await this.store.list()).find((h) => h.id === id);
    if (!summary) throw notFound('such house');
    const state = stateOf(summary);
    const known = this.kept.get(id);
    if (known?.state === state) return known.card;
    const { document: house } = await this.store.house(id);
    const jobs = await Promise.all(summary.jobs.map((j) => this.store.job(j.id)));
    const card = await this.carder.run({ house, jobs: jobs.map((j) => j.document) });
    this.kept.delete(id);
    this.kept.set(id, { state, card });
    // The oldest goes where there are many.
    for (const first of this.kept.keys()) if (this.kept.size > CARDS_KEPT) this.kept.delete(first);
    return card;
  }
}
