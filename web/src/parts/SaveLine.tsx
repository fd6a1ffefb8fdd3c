import { msg, type Text } from '@elwand/core';
import { lazy, Suspense, useEffect } from 'react';
import type { DocumentState } from '../state/document.ts';
import { useAppSelector } from '../state/store.ts';
import { useOffline } from '../state/use-offline.ts';
import { useSay } from '../app/say.ts';
import { withSentences } from '../app/with-sentences.ts';

const SaveTrouble = lazy(() =>
  withSentences(import('./SaveTrouble.tsx')).then((m) => ({ default: m.SaveTrouble })),
);

const clock = (iso: string | null): string =>
  iso === null ? '' : new Date(iso).toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' });

/** What became of what was typed. It is never called safe on this device before the browser has taken it. */
function saveWords({ saveState, savedAt, saveProblem, kept }: DocumentState, offline: boolean): Text {
  const here = kept
    ? msg('screen.parts.saved-on-this-device-will')
    : msg('screen.parts.not-saved-on-this-device');
  switch (saveState) {
    case 'saved':
      // What is saved is on the server; what is seen may still be from this device.
      if (offline) return msg('screen.parts.offline-kept');
      return savedAt === null
        ? msg('screen.parts.all-saved')
        : msg('screen.parts.saved-2', { savedAt: clock(savedAt) });
    case 'unsaved':
      return msg('screen.parts.saving-soon');
    case 'saving':
      return msg('screen.parts.saving');
    case 'away':
      return msg('screen.parts.offline', { here });
    case 'failing':
      return msg('screen.parts.trying-again', { problem: saveProblem, here });
    case 'conflict':
      return msg('screen.parts.changed-in-another-tab');
    case 'refused':
      return msg('screen.parts.not-saved-see-message');
    case 'gone':
      return msg('screen.parts.deleted-in-another-tab');
  }
}

/** Says what became of what was typed, at all times; a save over somebody else's is a question, not an accident. */
export function SaveLine() {
  const say = useSay();
  const state = useAppSelector((s) => s.document);
  const { saveState, theirs, kept } = state;
  const offline = useOffline();
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
        {say(saveWords(state, offline))}
      </span>
      {(trouble || (saveState === 'away' && !kept)) && (
        <Suspense fallback={null}>
          <SaveTrouble />
        </Suspense>
      )}
    </>
  );
}
