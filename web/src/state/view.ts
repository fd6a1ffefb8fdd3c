import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { readDeviceView, STRIP_PX, type DeviceView } from './device-view.ts';

/** What is looked at, not what is worked on: it is neither saved nor undone. */
export interface ViewState extends DeviceView {
  readonly roomId: string | null;
  readonly wallId: string | null;
  readonly selected: string | null;
  /** Points that are meant together. */
  readonly marked: readonly string[];
  readonly focusedFinding: string | null;
  /** The server gave no answer when it was last asked. */
  readonly offline: boolean;
  readonly wallFilter: string | null;
}

const initial: ViewState = {
  roomId: null,
  wallId: null,
  selected: null,
  marked: [],
  focusedFinding: null,
  offline: false,
  dim: false,
  lefty: false,
  keys: true,
  stripPx: STRIP_PX.usual,
  wallFilter: null,
};

const slice = createSlice({
  name: 'view',
  initialState: (): ViewState => ({ ...initial, ...readDeviceView() }),
  reducers: {
    roomShown: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      roomId: payload,
      wallId: null,
      wallFilter: null,
    }),
    wallShown: (state, { payload }: PayloadAction<string | null>) => ({ ...state, wallId: payload }),
    wallFiltered: (state, { payload }: PayloadAction<string | null>) => ({ ...state, wallFilter: payload }),
    selected: (state, { payload }: PayloadAction<string | null>) => ({ ...state, selected: payload }),
    marked: (state, { payload }: PayloadAction<readonly string[]>) => ({ ...state, marked: payload }),
    markTurned: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      marked: state.marked.includes(payload)
        ? state.marked.filter((id) => id !== payload)
        : [...state.marked, payload],
    }),
    findingFocused: (state, { payload }: PayloadAction<string | null>) => ({
      ...state,
      focusedFinding: payload,
    }),
    serverGone: (state, { payload }: PayloadAction<boolean>) =>
      state.offline === payload ? state : { ...state, offline: payload },
    handSwitched: (state, { payload }: PayloadAction<boolean>) => ({ ...state, lefty: payload }),
    dimmed: (state, { payload }: PayloadAction<boolean>) => ({ ...state, dim: payload }),
    stripDrawn: (state, { payload }: PayloadAction<number>) => ({ ...state, stripPx: payload }),
    keysSwitched: (state, { payload }: PayloadAction<boolean>) => ({ ...state, keys: payload }),
  },
});

export const {
  roomShown,
  stripDrawn,
  wallShown,
  wallFiltered,
  selected,
  marked,
  markTurned,
  findingFocused,
  serverGone,
  handSwitched,
  dimmed,
  keysSwitched,
} = slice.actions;
export const viewReducer = slice.reducer;
