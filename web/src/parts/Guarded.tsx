import { msg } from '@elwand/core';
import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { FaultActions } from './FaultActions.tsx';
import { forgetFailed } from '../app/piece.tsx';
import { useSay } from '../app/say.ts';

/** Keeps a fault in one part of the page: the rod, Undo and the other parts go on. */
export function Guarded({
  what,
  resetOn,
  children,
}: {
  readonly what: string;
  /** What makes it worth another try: another mark, another document. */
  readonly resetOn: readonly unknown[];
  readonly children: ReactNode;
}) {
  const say = useSay();
  return (
    <ErrorBoundary
      fallbackRender={({ error, resetErrorBoundary }) => (
        <div className="section stack" role="alert">
          <h2>{say(msg('screen.parts.something-went-wrong-in', { what }))}</h2>
          <p>{say(msg('screen.parts.the-rest-of-the-page'))}</p>
          <FaultActions error={error} retry={resetErrorBoundary} />
        </div>
      )}
      resetKeys={[...resetOn]}
      onReset={forgetFailed}
    >
      {children}
    </ErrorBoundary>
  );
}
