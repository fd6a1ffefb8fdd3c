import { Button } from 'antd';
import type { FallbackProps } from 'react-error-boundary';
import { Link } from 'react-router';
import { downloadPresent } from '../parts/save-copy.ts';
import { useAppSelector } from '../state/store.ts';

/** Shown when a whole page fails: what it met, what can be had, and the way back. No stack trace. */
export function Broken({ error, resetErrorBoundary }: FallbackProps) {
  const present = useAppSelector((s) => s.document.present);
  const met = error instanceof Error ? error.message : String(error);
  return (
    <main className="page stack">
      <h1>Something went wrong</h1>
      <p>
        This page can't be shown. Try again; if it happens again, go to the start page and open the job from
        there.
      </p>
      <p className="quiet">It met: {met.slice(0, 200)}</p>
      <div className="row">
        <Button type="primary" onClick={resetErrorBoundary}>
          Try again
        </Button>
        {present && <Button onClick={() => downloadPresent(present)}>Download house and job</Button>}
      </div>
      <p>
        <Link to="/" reloadDocument>
          To the start page
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
