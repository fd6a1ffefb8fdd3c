import { createListenerMiddleware, isAnyOf, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { HOUSE_FORMAT, type House, type Job, type ProblemBody } from '@elwand/core';
import { api, problemOf } from './api.ts';
import {
  away,
  closed,
  conflicted,
  draftKept,
  edited,
  failing,
  goneElsewhere,
  houseSaved,
  isDirty,
  jobSaved,
  keptMine,
  leaving,
  opened,
  redone,
  refused,
  saving,
  settled,
  tookTheirs,
  undone,
  type DocumentState,
} from './document.ts';
import { deviceStorage } from './device.ts';
import { keepDraft, leaveDraft } from './drafts.ts';
import { fingerprint } from './fingerprint.ts';

const WAIT_MS = 500;
const RETRY_MS = 4000;
/** A server that answers but can't save is asked less and less often, at least once a minute. */
const SLOWEST_MS = 60_000;

interface Root {
  readonly document: DocumentState;
}

export const autosave = createListenerMiddleware();

interface Failed {
  readonly status?: unknown;
  readonly data?: ProblemBody;
}
const asConflict = (error: unknown): ProblemBody['current'] | undefined => {
  const { status, data } = error as Failed;
  return status === 409 ? data?.current : undefined;
};
const unreachable = (error: unknown): boolean => typeof (error as Failed).status !== 'number';
const isGone = (error: unknown): boolean => (error as Failed).status === 404;
/** Worth trying again as it is: the server, its disk or the limit on requests, not what was sent. */
const passes = (error: unknown): boolean => {
  const status = Number((error as Failed).status);
  return status >= 500 || status === 429 || status === 408;
};

/**
 * The document of ours that the server already has, if its current one is ours: a save can arrive whose answer never came
 * back, because the page was left or the line was cut. That is no conflict with anybody.
 * @param sent fingerprints of everything that was sent
 * @returns the one in hand when that is it, else what the server has; null when it is somebody else's
 */
export const oursThere = <T>(theirs: T, present: T, sent: readonly string[]): T | null => {
  const there = fingerprint(theirs);
  if (there === fingerprint(present)) return present;
  return sent.includes(there) ? theirs : null;
};

type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;

type Outcome = 'done' | 'away' | 'failing' | 'stopped';

/** Is this a sign-off, or one that is taken back? House and job are saved together then, both or neither. */
const isSigning = ({
  present,
  savedHouse,
  savedJob,
}: Pick<DocumentState, 'present' | 'savedHouse' | 'savedJob'>): boolean =>
  present?.job != null &&
  savedJob !== null &&
  present.house !== savedHouse &&
  present.job.signedOff !== savedJob.signedOff;

async function saveTogether(
  house: House,
  job: Job,
  { houseVersion, jobVersion, sent }: Pick<DocumentState, 'houseVersion' | 'jobVersion' | 'sent'>,
  dispatch: Dispatch,
): Promise<Outcome> {
  const { data, error } = await dispatch(
    api.endpoints.saveBoth.initiate({ house, job, versions: { house: houseVersion, job: jobVersion } }),
  );
  if (data) {
    answered('house', { data: data.house }, house, sent.house, houseSaved, dispatch);
    return answered('job', { data: data.job }, job, sent.job, jobSaved, dispatch);
  }
  // Somebody else’s document of the two is the one that is asked about; the other one goes again with the next save.
  return asConflict(error)?.document.format === HOUSE_FORMAT
    ? answered('house', { error }, house, sent.house, houseSaved, dispatch)
    : answered('job', { error }, job, sent.job, jobSaved, dispatch);
}

/** Saves what differs, house first. */
async function save({ present, ...state }: DocumentState, dispatch: Dispatch): Promise<Outcome> {
  if (!present) return 'done';
  const { house, job } = present;
  if (job && isSigning({ present, ...state })) return saveTogether(house, job, state, dispatch);
  if (house !== state.savedHouse) {
    const result = await dispatch(
      api.endpoints.saveHouse.initiate({ document: house, version: state.houseVersion }),
    );
    const outcome = answered('house', result, house, state.sent.house, houseSaved, dispatch);
    if (outcome !== 'done') return outcome;
  }
  if (job && job !== state.savedJob) {
    const result = await dispatch(
      api.endpoints.saveJob.initiate({ document: job, version: state.jobVersion }),
    );
    return answered('job', result, job, state.sent.job, jobSaved, dispatch);
  }
  return 'done';
}

/** What the server took last of each document, and as which version: a save that is on its way when a page is left ends after it. */
const taken = new Map<string, { readonly document: House | Job; readonly version: number }>();

/** What the server said of one document: saved now, saved before without our knowing it, or not saved. */
function answered<T extends House | Job>(
  kind: 'house' | 'job',
  result: { readonly data?: { readonly version: number }; readonly error?: unknown },
  document: T,
  sent: readonly string[],
  saved: (payload: { document: T; version: number }) => UnknownAction,
  dispatch: Dispatch,
): Outcome {
  if (result.data) {
    taken.set(document.id, { document, version: result.data.version });
    dispatch(saved({ document, version: result.data.version }));
    return 'done';
  }
  const there = asConflict(result.error);
  const mine = there && oursThere(there.document as T, document, sent);
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
  if (isGone(error)) {
    dispatch(goneElsewhere(kind));
    return 'stopped';
  }
  if (passes(error)) {
    dispatch(failing(problemOf(error).title));
    return 'failing';
  }
  dispatch(refused(problemOf(error).detail));
  return 'stopped';
}

/** Saves go one after the other: a second one that starts before the first has its version would conflict with itself. */
let running: Promise<Outcome> = Promise.resolve('done');

/** Sends one document that was left behind; one of ours that arrived before is no conflict. */
async function sendLeft<T extends House | Job>(
  document: T,
  version: number,
  sent: readonly string[],
  put: (document: T, version: number) => Promise<{ readonly data?: unknown; readonly error?: unknown }>,
): Promise<boolean> {
  const last = taken.get(document.id);
  if (last?.document === document) return true;
  const { data, error } = await put(document, Math.max(version, last?.version ?? 0));
  if (data !== undefined) return true;
  const there = asConflict(error);
  const mine = there && oursThere(there.document as T, document, sent);
  if (!there || !mine) return false;
  return mine === document || (await put(document, there.version)).data !== undefined;
}

/**
 * Leaves what is open. What is unsaved goes to the server first and the next page waits for it; what can't be sent stays on this
 * device, where the next page of the house finds it.
 */
export const leave = () => async (dispatch: Dispatch, getState: () => Root) => {
  const before = getState().document;
  const storage = deviceStorage();
  keepDraft(before, storage);
  dispatch(closed());
  const { present } = before;
  if (!present || !isDirty(before) || WAITS_FOR_AN_ANSWER.has(before.saveState)) return;
  dispatch(leaving(true));
  const on = running;
  running = (async (): Promise<Outcome> => {
    await on;
    const { house, job } = present;
    const left = (isThere: boolean): Outcome => {
      if (isThere) keepDraft({ ...before, savedHouse: house, savedJob: job }, storage);
      else leaveDraft(before, storage);
      return isThere ? 'done' : 'stopped';
    };
    if (job && isSigning(before)) {
      const last = { house: taken.get(house.id), job: taken.get(job.id) };
      const { data } = await dispatch(
        api.endpoints.saveBoth.initiate({
          house,
          job,
          versions: {
            house: Math.max(before.houseVersion, last.house?.version ?? 0),
            job: Math.max(before.jobVersion, last.job?.version ?? 0),
          },
        }),
      );
      return left(data !== undefined || (last.house?.document === house && last.job?.document === job));
    }
    const isThere =
      (house === before.savedHouse ||
        (await sendLeft(
          house,
          before.houseVersion,
          [...before.sent.house, fingerprint(house)],
          (document, version) => dispatch(api.endpoints.saveHouse.initiate({ document, version })),
        ))) &&
      (job === null ||
        job === before.savedJob ||
        (await sendLeft(job, before.jobVersion, [...before.sent.job, fingerprint(job)], (document, version) =>
          dispatch(api.endpoints.saveJob.initiate({ document, version })),
        )));
    return left(isThere);
  })();
  await running;
  dispatch(leaving(false));
};

/** How long to wait before the next try, after so many that failed. */
export const waitAfter = (outcome: Outcome, failures: number): number =>
  outcome === 'failing'
    ? Math.min(SLOWEST_MS, RETRY_MS * 2 ** Math.max(0, failures - 1))
    : outcome === 'away'
      ? RETRY_MS
      : WAIT_MS;

/** What is about to be sent, by its fingerprint. */
const sending = ({ present, savedHouse, savedJob }: DocumentState): { house?: string; job?: string } => ({
  ...(present && present.house !== savedHouse ? { house: fingerprint(present.house) } : {}),
  ...(present?.job && present.job !== savedJob ? { job: fingerprint(present.job) } : {}),
});

const WAITS_FOR_AN_ANSWER: ReadonlySet<DocumentState['saveState']> = new Set(['conflict', 'gone']);

autosave.startListening({
  matcher: isAnyOf(opened, edited, undone, redone, keptMine, tookTheirs),
  effect: async (_action, listener) => {
    listener.cancelActiveListeners();
    const read = () => (listener.getState() as Root).document;
    const storage = deviceStorage();
    const keep = () => listener.dispatch(draftKept(keepDraft(read(), storage)));
    keep();
    await listener.delay(WAIT_MS);
    // A save that is still on its way decides what is unsaved.
    await running;
    let failures = 0;
    while (isDirty(read()) && !WAITS_FOR_AN_ANSWER.has(read().saveState)) {
      running = running.then(() => {
        if (!isDirty(read())) return 'done';
        // What was sent before is what a cut-off save may have left on the server.
        const before = read();
        listener.dispatch(saving(sending(before)));
        keep();
        return save(before, listener.dispatch);
      });
      const outcome = await running;
      if (outcome === 'stopped') return;
      failures = outcome === 'failing' ? failures + 1 : 0;
      if (outcome === 'done') {
        listener.dispatch(settled({ at: new Date().toISOString() }));
        keep();
      }
      await listener.delay(waitAfter(outcome, failures));
    }
    // Undone back to what the server has: there is nothing left to save.
    if (read().saveState === 'unsaved') listener.dispatch(settled({ at: new Date().toISOString() }));
    keep();
  },
});
