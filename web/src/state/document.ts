import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { House, Job } from '@elwand/core';

/** What the person is working on, with its history. Derived values are never kept here: the core computes them. */
export interface Present {
  readonly house: House;
  readonly job: Job | null;
}

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused';

export interface DocumentState {
  readonly present: Present | null;
  readonly past: readonly Present[];
  readonly future: readonly Present[];
  /** Documents as the server last confirmed them, by identity; what differs is unsaved. */
  readonly savedHouse: House | null;
  readonly savedJob: Job | null;
  readonly houseVersion: number;
  readonly jobVersion: number;
  readonly saveState: SaveState;
  readonly saveProblem: string;
  readonly savedAt: string | null;
  readonly theirs:
    | { kind: 'house'; version: number; document: House }
    | { kind: 'job'; version: number; document: Job }
    | null;
  /** Changes with the same key in a row are one step back: typing, dragging. */
  readonly mergeKey: string | null;
}

const initial: DocumentState = {
  present: null,
  past: [],
  future: [],
  savedHouse: null,
  savedJob: null,
  houseVersion: 0,
  jobVersion: 0,
  saveState: 'saved',
  saveProblem: '',
  savedAt: null,
  theirs: null,
  mergeKey: null,
};

const MOST_STEPS_BACK = 200;

export interface Opened {
  readonly house: House;
  readonly houseVersion: number;
  readonly job: Job | null;
  readonly jobVersion: number;
  /** Unsaved work found on this device, to be carried on with. */
  readonly draft: Present | null;
}

const slice = createSlice({
  name: 'document',
  initialState: initial as DocumentState,
  reducers: {
    opened: (_state, { payload }: PayloadAction<Opened>): DocumentState => {
      const saved: Present = { house: payload.house, job: payload.job };
      return {
        ...initial,
        present: payload.draft ?? saved,
        past: payload.draft ? [saved] : [],
        savedHouse: payload.house,
        savedJob: payload.job,
        houseVersion: payload.houseVersion,
        jobVersion: payload.jobVersion,
        saveState: payload.draft ? 'unsaved' : 'saved',
      };
    },
    closed: (): DocumentState => initial,
    edited: (
      state,
      { payload }: PayloadAction<{ house?: House; job?: Job; merge?: string }>,
    ): DocumentState => {
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
        saveState: state.saveState === 'conflict' ? 'conflict' : 'unsaved',
      };
    },
    undone: (state): DocumentState => {
      const last = state.past.at(-1);
      if (!last || !state.present) return state;
      return {
        ...state,
        present: last,
        past: state.past.slice(0, -1),
        future: [state.present, ...state.future],
        mergeKey: null,
        saveState: 'unsaved',
      };
    },
    redone: (state): DocumentState => {
      const [next, ...future] = state.future;
      if (!next || !state.present) return state;
      return {
        ...state,
        present: next,
        past: [...state.past, state.present],
        future,
        mergeKey: null,
        saveState: 'unsaved',
      };
    },
    saving: (state): DocumentState => ({ ...state, saveState: 'saving', saveProblem: '' }),
    houseSaved: (state, { payload }: PayloadAction<{ document: House; version: number }>): DocumentState => ({
      ...state,
      savedHouse: payload.document,
      houseVersion: payload.version,
    }),
    jobSaved: (state, { payload }: PayloadAction<{ document: Job; version: number }>): DocumentState => ({
      ...state,
      savedJob: payload.document,
      jobVersion: payload.version,
    }),
    settled: (state, { payload }: PayloadAction<{ at: string }>): DocumentState => ({
      ...state,
      saveState: isDirty(state) ? 'unsaved' : 'saved',
      savedAt: payload.at,
    }),
    away: (state): DocumentState => ({ ...state, saveState: 'away' }),
    refused: (state, { payload }: PayloadAction<string>): DocumentState => ({
      ...state,
      saveState: 'refused',
      saveProblem: payload,
    }),
    conflicted: (state, { payload }: PayloadAction<NonNullable<DocumentState['theirs']>>): DocumentState => ({
      ...state,
      saveState: 'conflict',
      theirs: payload,
    }),
    /** Mine wins: it will be saved over the other's version, which stays in the history on the server. */
    keptMine: (state): DocumentState => {
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
    },
    /** Theirs wins: mine goes one step back in the history, so Undo brings it back. */
    tookTheirs: (state): DocumentState => {
      const { theirs, present } = state;
      if (!theirs || !present) return state;
      const base = {
        ...state,
        past: [...state.past, present],
        future: [],
        theirs: null,
        saveState: 'saved' as const,
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
    },
  },
});

/** Is there anything that the server has not confirmed? */
export const isDirty = (state: DocumentState): boolean =>
  state.present !== null &&
  (state.present.house !== state.savedHouse || state.present.job !== state.savedJob);

export const {
  opened,
  closed,
  edited,
  undone,
  redone,
  saving,
  houseSaved,
  jobSaved,
  settled,
  away,
  refused,
  conflicted,
  keptMine,
  tookTheirs,
} = slice.actions;
export const documentReducer = slice.reducer;
