import { createListenerMiddleware, isAnyOf, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import type { House, Job } from '@elwand/core';
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

type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;

/** Saves what differs, house first. Returns false when it must be tried again later. */
async function save(state: DocumentState, dispatch: Dispatch): Promise<'done' | 'away' | 'stopped'> {
  const { present } = state;
  if (!present) return 'done';
  if (present.house !== state.savedHouse) {
    const result = await dispatch(
      api.endpoints.saveHouse.initiate({ document: present.house, version: state.houseVersion }),
    );
    if (result.error) return failed(result.error, 'house', dispatch);
    dispatch(houseSaved({ document: present.house, version: result.data.version }));
  }
  if (present.job && present.job !== state.savedJob) {
    const result = await dispatch(
      api.endpoints.saveJob.initiate({ document: present.job, version: state.jobVersion }),
    );
    if (result.error) return failed(result.error, 'job', dispatch);
    dispatch(jobSaved({ document: present.job, version: result.data.version }));
  }
  return 'done';
}

function failed(error: unknown, kind: 'house' | 'job', dispatch: Dispatch): 'away' | 'stopped' {
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
let running: Promise<'done' | 'away' | 'stopped'> = Promise.resolve('done');

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
        listener.dispatch(saving());
        return save(read(), listener.dispatch);
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
