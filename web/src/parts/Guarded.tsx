import { Button } from 'antd';
import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useAppSelector } from '../state/store.ts';
import { downloadPresent } from './save-copy.ts';

/** What stands in the place of a part that failed: what it was, what it met, and the way on. No stack trace. */
function Fallen({ what, error, resetErrorBoundary }: FallbackProps & { readonly what: string }) {
  const present = useAppSelector((s) => s.document.present);
  const met = error instanceof Error ? error.message : String(error);
  return (
    <div className="section stack" role="alert">
      <h2>Something went wrong in {what}</h2>
      <p>
        The rest of the page still works, and what you entered is kept. Undo your last change, or try again.
      </p>
      <p className="quiet">It met: {met.slice(0, 200)}</p>
      <div className="row">
        <Button type="primary" onClick={resetErrorBoundary}>
          Try again
        </Button>
        {present && <Button onClick={() => downloadPresent(present)}>Download house and job</Button>}
      </div>
    </div>
  );
}

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
    <ErrorBoundary fallbackRender={(props) => <Fallen {...props} what={what} />} resetKeys={[...resetOn]}>
      {children}
    </ErrorBoundary>
  );
}
