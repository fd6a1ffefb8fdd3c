import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { FaultActions } from './FaultActions.tsx';

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
  return (
    <ErrorBoundary
      fallbackRender={({ error, resetErrorBoundary }) => (
        <div className="section stack" role="alert">
          <h2>Something went wrong in {what}</h2>
          <p>
            The rest of the page still works, and what you entered is kept. Undo your last change, or try
            again.
          </p>
          <FaultActions error={error} retry={resetErrorBoundary} />
        </div>
      )}
      resetKeys={[...resetOn]}
    >
      {children}
    </ErrorBoundary>
  );
}
