import { Link } from 'react-router';

/** Shown when a screen itself fails: what was kept, and the way back. No stack trace. */
export function Broken() {
  return (
    <main className="page stack">
      <h1>This screen met a fault</h1>
      <p>
        What you entered is saved or kept on this device. Load the page again; if it comes back, go to the
        start page and open the job from there.
      </p>
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
