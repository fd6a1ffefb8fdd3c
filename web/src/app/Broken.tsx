import type { FallbackProps } from 'react-error-boundary';
import { Link } from 'react-router';
import { FaultActions } from '../parts/FaultActions.tsx';

/** Shown when a whole page fails: what it met, what can be had, and the way back. */
export function Broken({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <main className="page stack">
      <h1>Something went wrong</h1>
      <p>
        This page can't be shown. Try again; if it happens again, go to the start page and open the job from
        there.
      </p>
      <FaultActions error={error} retry={resetErrorBoundary} />
      <p>
        <Link to="/" reloadDocument>
          Go to the start page
        </Link>
      </p>
    </main>
  );
}

export function Nowhere() {
  return (
    <main className="page stack">
      <h1>There is no such page</h1>
      <p>
        <Link to="/">To the houses and jobs</Link>
      </p>
    </main>
  );
}

export function Waiting() {
  return (
    <main className="page" aria-busy="true">
      <p className="muted">Opening</p>
    </main>
  );
}
