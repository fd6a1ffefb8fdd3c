import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { autosave } from './autosave.ts';
import { DEVICE_VIEW, keepDeviceView } from './device-view.ts';
import { documentReducer } from './document.ts';
import { viewReducer } from './view.ts';

export const store = configureStore({
  reducer: { document: documentReducer, view: viewReducer, [api.reducerPath]: api.reducer },
  // The documents are plain data by their schemas; walking them on every keystroke would only cost frames.
  middleware: (getDefault) =>
    getDefault({ serializableCheck: false, immutableCheck: false })
      .prepend(autosave.middleware)
      .concat(api.middleware),
});

let kept = store.getState().view;
store.subscribe(() => {
  const { view } = store.getState();
  if (DEVICE_VIEW.some((name) => view[name] !== kept[name])) keepDeviceView(view);
  kept = view;
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
