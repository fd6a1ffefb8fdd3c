import { createListenerMiddleware, isAnyOf, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import type { House, Job } from '@elwand/core';
import equal from 'fast-deep-equal';
import { api, problemOf, type ProblemBody } from './api.ts';
import {
  away,
  conflicted,
  edited,
  houseSaved,
  isDirty,
  jobSaved,
  keptMine,
  opened,
  redone,
  refused,
  saving,
  settled,
  tookTheirs,
  undone,
  type DocumentState,
} from './document.ts';
import { keepDraft } from './drafts.ts';

const WAIT_MS = 500;
const RETRY_MS = 4000;

interface Root {
  readonly document: DocumentState;
}

export const autosave = createListenerMiddleware();

const asConflict = (error: unknown): ProblemBody['current'] | undefined => {
  const e = error as { status?: unknown; data?: ProblemBody };
  return e.status === 409 ? e.data?.current : undefined;
};
const unreachable = (error: unknown): boolean => typeof (error as { status?: unknown }).status !== 'number';

/** As it looks once it has been through the wire: fields without a value are gone. */
const asSent = (document: unknown): unknown => JSON.parse(JSON.stringify(document));

/**
 * The document of ours that the server already has, if its current one is ours: a save can arrive whose answer never came
 * back, because the page was left or the line was cut. That is no conflict with anybody.
 */
export const oursThere = <T>(theirs: T, ours: readonly (T | null | undefined)[]): T | null =>
  ours.find((document) => document != null && equal(asSent(document), theirs)) ?? null;

type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;

type Outcome = 'done' | 'away' | 'stopped';

/** Saves what differs, house first. */
async function save({ present, ...state }: DocumentState, dispatch: Dispatch): Promise<Outcome> {
  if (!present) return 'done';
  const { house, job } = present;
  if (house !== state.savedHouse) {
    const result = await dispatch(
      api.endpoints.saveHouse.initiate({ document: house, version: state.houseVersion }),
    );
    const outcome = answered('house', result, [house, state.sent?.house], houseSaved, dispatch);
    if (outcome !== 'done') return outcome;
  }
  if (job && job !== state.savedJob) {
    const result = await dispatch(
      api.endpoints.saveJob.initiate({ document: job, version: state.jobVersion }),
    );
    return answered('job', result, [job, state.sent?.job], jobSaved, dispatch);
  }
  return 'done';
}

/** What the server said of one document: saved now, saved before without our knowing it, or not saved. */
function answered<T extends House | Job>(
  kind: 'house' | 'job',
  result: { readonly data?: { readonly version: number }; readonly error?: unknown },
  ours: readonly [T, T | null | undefined],
  saved: (payload: { document: T; version: number }) => UnknownAction,
  dispatch: Dispatch,
): Outcome {
  if (result.data) {
    dispatch(saved({ document: ours[0], version: result.data.version }));
    return 'done';
  }
  const there = asConflict(result.error);
  const mine = there && oursThere(there.document as T, ours);
  if (!mine) return failed(result.error, kind, dispatch);
  dispatch(saved({ document: mine, version: there.version }));
  return 'done';
}

function failed(error: unknown, kind: 'house' | 'job', dispatch: Dispatch): Exclude<Outcome, 'done'> {
  const current = asConflict(error);
  if (current) {
    dispatch(
      conflicted(
        kind === 'house'
          ? { kind, version: current.version, document: current.document as House }
          : { kind, version: current.version, document: current.document as Job },
      ),
    );
    return 'stopped';
  }
  if (unreachable(error)) {
    dispatch(away());
    return 'away';
  }
  dispatch(refused(problemOf(error).detail));
  return 'stopped';
}

/** Saves go one after the other: a second one that starts before the first has its version would conflict with itself. */
let running: Promise<Outcome> = Promise.resolve('done');

autosave.startListening({
  matcher: isAnyOf(opened, edited, undone, redone, keptMine, tookTheirs),
  effect: async (_action, listener) => {
    listener.cancelActiveListeners();
    const read = () => (listener.getState() as Root).document;
    keepDraft(read(), localStorage);
    await listener.delay(WAIT_MS);
    // A save that is still on its way decides what is unsaved.
    await running;
    while (isDirty(read()) && read().saveState !== 'conflict') {
      running = running.then(() => {
        if (!isDirty(read())) return 'done';
        // What was sent before is what a cut-off save may have left on the server.
        const before = read();
        listener.dispatch(saving());
        keepDraft(read(), localStorage);
        return save(before, listener.dispatch);
      });
      const outcome = await running;
      if (outcome === 'stopped') return;
      if (outcome === 'done') {
        listener.dispatch(settled({ at: new Date().toISOString() }));
        keepDraft(read(), localStorage);
      }
      await listener.delay(outcome === 'away' ? RETRY_MS : WAIT_MS);
    }
    // Undone back to what the server has: there is nothing left to save.
    if (read().saveState === 'unsaved') listener.dispatch(settled({ at: new Date().toISOString() }));
    keepDraft(read(), localStorage);
  },
});
