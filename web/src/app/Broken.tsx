import { msg } from '@elwand/core';
import type { FallbackProps } from 'react-error-boundary';
import { Link } from 'react-router';
import { FaultActions } from '../parts/FaultActions.tsx';
import { useSay } from './say.ts';

/** Shown when a whole page fails: what it met, what can be had, and the way back. */
export function Broken({ error, resetErrorBoundary }: FallbackProps) {
  const say = useSay();
  return (
    <main className="page stack">
      <h1>{say(msg('screen.app.something-went-wrong'))}</h1>
      <p>{say(msg('screen.app.this-page-cant-be-shown'))}</p>
      <FaultActions error={error} retry={resetErrorBoundary} />
      <p>
        <Link to="/" reloadDocument>
          {say(msg('screen.app.go-to-the-start-page'))}
        </Link>
      </p>
    </main>
  );
}

export function Nowhere() {
  const say = useSay();
  return (
    <main className="page stack">
      <h1>{say(msg('screen.app.there-is-no-such-page'))}</h1>
      <p>
        <Link to="/">{say(msg('screen.app.to-the-houses-and-jobs'))}</Link>
      </p>
    </main>
  );
}

export function Waiting() {
  const say = useSay();
  return (
    <main className="page" aria-busy="true">
      <p className="muted">{say(msg('screen.app.opening'))}</p>
    </main>
  );
}
