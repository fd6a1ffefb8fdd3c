import { lazy, Suspense, useEffect } from 'react';
import type { DocumentState } from '../state/document.ts';
import { useAppSelector } from '../state/store.ts';

const SaveTrouble = lazy(() => import('./SaveTrouble.tsx').then((m) => ({ default: m.SaveTrouble })));

const clock = (iso: string | null): string =>
  iso === null ? '' : new Date(iso).toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' });

/** What became of what was typed. It is never called safe on this device before the browser has taken it. */
function saveWords({ saveState, savedAt, saveProblem, kept }: DocumentState): string {
  const here = kept ? 'Saved on this device; will sync.' : 'Not saved on this device: keep this page open.';
  switch (saveState) {
    case 'saved':
      return savedAt === null ? 'All saved' : `Saved ${clock(savedAt)}`;
    case 'unsaved':
      return 'Saving soon';
    case 'saving':
      return 'Saving';
    case 'away':
      return `Offline. ${here}`;
    case 'failing':
      return `${saveProblem}. Trying again. ${here}`;
    case 'conflict':
      return 'Changed in another tab';
    case 'refused':
      return 'Not saved: see message';
    case 'gone':
      return 'Deleted in another tab';
  }
}

/** Says what became of what was typed, at all times; a save over somebody else's is a question, not an accident. */
export function SaveLine() {
  const state = useAppSelector((s) => s.document);
  const { saveState, theirs, kept } = state;
  const atRisk = !kept && saveState !== 'saved';
  useEffect(() => {
    if (!atRisk) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [atRisk]);
  const trouble = theirs !== null || ['refused', 'failing', 'gone'].includes(saveState);
  return (
    <>
      <span className="quiet" role="status" data-save={saveState} data-kept={kept}>
        {saveWords(state)}
      </span>
      {(trouble || (saveState === 'away' && !kept)) && (
        <Suspense fallback={null}>
          <SaveTrouble />
        </Suspense>
      )}
    </>
  );
}
