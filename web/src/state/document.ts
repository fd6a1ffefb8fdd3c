import { createSlice, isDraft, original, type PayloadAction } from '@reduxjs/toolkit';
import type { House, Job } from '@elwand/core';

/** What the person is working on, with its history. Derived values are never kept here: the core computes them. */
export interface Present {
  readonly house: House;
  readonly job: Job | null;
}

/** A document that the server has not confirmed. */
export interface Unsaved<T> {
  /** Version of the server's document it was made from. */
  readonly version: number;
  readonly document: T;
  /** Fingerprints of what was sent since: any of it may have arrived although its answer never came. */
  readonly sent: readonly string[];
}

/** Unsaved work on this device, kept while the server is away or a tab is closed in a hurry. */
export interface Draft {
  readonly house: Unsaved<House> | null;
  readonly job: Unsaved<Job> | null;
}

/** `away`: no answer; `failing`: the server says why it can't save now. Both go on trying. `gone`: it was deleted elsewhere. */
type SaveState = 'saved' | 'unsaved' | 'saving' | 'away' | 'failing' | 'conflict' | 'refused' | 'gone';

export interface DocumentState {
  readonly present: Present | null;
  readonly past: readonly Present[];
  readonly future: readonly Present[];
  /** Documents as the server last confirmed them, by identity; what differs is unsaved. */
  readonly savedHouse: House | null;
  readonly savedJob: Job | null;
  /** Fingerprints of everything that was sent and not confirmed, whether or not an answer came. */
  readonly sent: { readonly house: readonly string[]; readonly job: readonly string[] };
  readonly houseVersion: number;
  readonly jobVersion: number;
  readonly saveState: SaveState;
  readonly saveProblem: string;
  /** Is unsaved work safe on this device? Never claimed before the browser has taken it. */
  readonly kept: boolean;
  readonly savedAt: string | null;
  readonly theirs:
    | { kind: 'house'; version: number; document: House }
    | { kind: 'job'; version: number; document: Job }
    | null;
  /** Is what was unsaved when its page was left still on its way to the server? The next page waits for it. */
  readonly leaving: boolean;
  /** Changes with the same key in a row are one step back: typing, dragging. */
  readonly mergeKey: string | null;
}

const initial: DocumentState = {
  present: null,
  past: [],
  future: [],
  savedHouse: null,
  savedJob: null,
  sent: { house: [], job: [] },
  houseVersion: 0,
  jobVersion: 0,
  saveState: 'saved',
  saveProblem: '',
  kept: true,
  savedAt: null,
  theirs: null,
  leaving: false,
  mergeKey: null,
};

const MOST_STEPS_BACK = 200;

interface Opened {
  readonly house: House;
  readonly houseVersion: number;
  readonly job: Job | null;
  readonly jobVersion: number;
  /** Unsaved work found on this device, to be carried on with. */
  readonly draft: Draft | null;
}

/**
 * Reducers on the state as it is, not on a draft of it: what is saved and what is not is told by identity, and two drafts
 * of one document are not the same thing.
 */
const onPlain =
  <P>(reduce: (state: DocumentState, payload: P) => DocumentState) =>
  (draft: DocumentState, action: PayloadAction<P>): DocumentState =>
    reduce((isDraft(draft) ? original<unknown>(draft) : draft) as DocumentState, action.payload);

/** A question that stays asked whatever is typed meanwhile. */
const asked = ({ saveState }: DocumentState): SaveState | undefined =>
  saveState === 'conflict' || saveState === 'gone' ? saveState : undefined;

const MOST_SENT = 50;
const withSent = (known: readonly string[], one: string | undefined): readonly string[] =>
  one === undefined || known.includes(one) ? known : [...known, one].slice(-MOST_SENT);

const slice = createSlice({
  name: 'document',
  initialState: initial,
  reducers: {
    opened: onPlain<Opened>((_state, payload) => {
      const { draft } = payload;
      const saved: Present = { house: payload.house, job: payload.job };
      return {
        ...initial,
        present: draft
          ? { house: draft.house?.document ?? saved.house, job: draft.job?.document ?? saved.job }
          : saved,
        past: draft ? [saved] : [],
        savedHouse: payload.house,
        savedJob: payload.job,
        sent: { house: draft?.house?.sent ?? [], job: draft?.job?.sent ?? [] },
        houseVersion: draft?.house?.version ?? payload.houseVersion,
        jobVersion: draft?.job?.version ?? payload.jobVersion,
        saveState: draft ? 'unsaved' : 'saved',
      };
    }),
    closed: onPlain<void>(({ leaving }) => ({ ...initial, leaving })),
    leaving: onPlain<boolean>((state, leaving) => ({ ...state, leaving })),
    edited: onPlain<{ house?: House; job?: Job; merge?: string }>((state, payload) => {
      if (!state.present) return state;
      const present: Present = {
        house: payload.house ?? state.present.house,
        job: payload.job ?? state.present.job,
      };
      if (present.house === state.present.house && present.job === state.present.job) return state;
      const merged = payload.merge !== undefined && payload.merge === state.mergeKey;
      return {
        ...state,
        present,
        past: merged ? state.past : [...state.past, state.present].slice(-MOST_STEPS_BACK),
        future: [],
        mergeKey: payload.merge ?? null,
        saveState: asked(state) ?? 'unsaved',
      };
    }),
    undone: onPlain<void>((state) => {
      const last = state.past.at(-1);
      if (!last || !state.present) return state;
      return {
        ...state,
        present: last,
        past: state.past.slice(0, -1),
        future: [state.present, ...state.future],
        mergeKey: null,
        saveState: asked(state) ?? 'unsaved',
      };
    }),
    redone: onPlain<void>((state) => {
      const [next, ...future] = state.future;
      if (!next || !state.present) return state;
      return {
        ...state,
        present: next,
        past: [...state.past, state.present],
        future,
        mergeKey: null,
        saveState: asked(state) ?? 'unsaved',
      };
    }),
    saving: onPlain<{ house?: string; job?: string }>((state, payload) => ({
      ...state,
      saveState: 'saving',
      saveProblem: '',
      sent: {
        house: withSent(state.sent.house, payload.house),
        job: withSent(state.sent.job, payload.job),
      },
    })),
    houseSaved: onPlain<{ document: House; version: number }>((state, payload) => ({
      ...state,
      savedHouse: payload.document,
      houseVersion: payload.version,
      sent: { ...state.sent, house: [] },
    })),
    jobSaved: onPlain<{ document: Job; version: number }>((state, payload) => ({
      ...state,
      savedJob: payload.document,
      jobVersion: payload.version,
      sent: { ...state.sent, job: [] },
    })),
    settled: onPlain<{ at: string }>((state, payload) => ({
      ...state,
      saveState: isDirty(state) ? 'unsaved' : 'saved',
      savedAt: payload.at,
    })),
    away: onPlain<void>((state) => ({ ...state, saveState: 'away' })),
    failing: onPlain<string>((state, payload) => ({ ...state, saveState: 'failing', saveProblem: payload })),
    goneElsewhere: onPlain<string>((state, payload) => ({
      ...state,
      saveState: 'gone',
      saveProblem: payload,
    })),
    draftKept: onPlain<boolean>((state, payload) =>
      state.kept === payload ? state : { ...state, kept: payload },
    ),
    refused: onPlain<string>((state, payload) => ({ ...state, saveState: 'refused', saveProblem: payload })),
    conflicted: onPlain<NonNullable<DocumentState['theirs']>>((state, payload) => ({
      ...state,
      saveState: 'conflict',
      theirs: payload,
    })),
    /** Mine wins: it will be saved over the other's version, which stays in the history on the server. */
    keptMine: onPlain<void>((state) => {
      if (!state.theirs) return state;
      return state.theirs.kind === 'house'
        ? {
            ...state,
            savedHouse: state.theirs.document,
            houseVersion: state.theirs.version,
            theirs: null,
            saveState: 'unsaved',
          }
        : {
            ...state,
            savedJob: state.theirs.document,
            jobVersion: state.theirs.version,
            theirs: null,
            saveState: 'unsaved',
          };
    }),
    /** Theirs wins: mine goes one step back in the history, so Undo brings it back. */
    tookTheirs: onPlain<void>((state) => {
      const { theirs, present } = state;
      if (!theirs || !present) return state;
      const base: DocumentState = {
        ...state,
        past: [...state.past, present],
        future: [],
        theirs: null,
        saveState: 'saved',
      };
      return theirs.kind === 'house'
        ? {
            ...base,
            present: { ...present, house: theirs.document },
            savedHouse: theirs.document,
            houseVersion: theirs.version,
          }
        : {
            ...base,
            present: { ...present, job: theirs.document },
            savedJob: theirs.document,
            jobVersion: theirs.version,
          };
    }),
  },
});

/** Is there anything that the server has not confirmed? */
export const isDirty = (state: DocumentState): boolean =>
  state.present !== null &&
  (state.present.house !== state.savedHouse || state.present.job !== state.savedJob);

export const {
  opened,
  closed,
  leaving,
  edited,
  undone,
  redone,
  saving,
  houseSaved,
  jobSaved,
  settled,
  away,
  failing,
  goneElsewhere,
  draftKept,
  refused,
  conflicted,
  keptMine,
  tookTheirs,
} = slice.actions;
export const documentReducer = slice.reducer;
