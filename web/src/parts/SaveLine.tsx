import { lazy, Suspense } from 'react';
import { useAppSelector } from '../state/store.ts';

const SaveTrouble = lazy(() => import('./SaveTrouble.tsx').then((m) => ({ default: m.SaveTrouble })));

const clock = (iso: string | null): string =>
  iso === null ? '' : new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });

/** Says what became of what was typed, at all times; a save over somebody else's is a question, not an accident. */
export function SaveLine() {
  const { saveState, savedAt, theirs } = useAppSelector((s) => s.document);
  const words: Record<typeof saveState, string> = {
    saved: savedAt === null ? 'All saved' : `Saved ${clock(savedAt)}`,
    unsaved: 'Saving soon',
    saving: 'Saving',
    away: 'Server away: kept on this device, trying again',
    conflict: 'Changed in another tab',
    refused: 'Not saved: see message',
  };
  return (
    <>
      <span className="quiet" role="status" data-save={saveState}>
        {words[saveState]}
      </span>
      {(theirs !== null || saveState === 'refused') && (
        <Suspense fallback={null}>
          <SaveTrouble />
        </Suspense>
      )}
    </>
  );
}
