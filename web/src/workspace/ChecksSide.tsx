import { holdsUp, msg, type Bundle, type Finding } from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { useSay } from '../app/say.ts';
import { Guarded } from '../parts/Guarded.tsx';
import { Checks } from './Checks.tsx';

const PhoneChecks = lazy(() => import('./PhoneChecks.tsx').then((m) => ({ default: m.PhoneChecks })));

/** The checks: a column beside the sheet, on a phone a drawer behind a button. */
export function ChecksSide({
  phone,
  mark,
  bundle,
  findings,
}: {
  readonly phone: boolean;
  readonly mark: string;
  readonly bundle: Bundle;
  readonly findings: readonly Finding[];
}) {
  const say = useSay();
  const [open, setOpen] = useState(false);
  if (!phone)
    return (
      <aside className="checks" aria-label={say(msg('screen.workspace.checks'))}>
        <Guarded what={say(msg('screen.workspace.the-checks'))} resetOn={[bundle]}>
          <Checks findings={findings} />
        </Guarded>
      </aside>
    );
  return (
    <>
      {mark !== 'do' && (
        <Button className="checks-button" size="large" onClick={() => setOpen(true)}>
          {say(msg('screen.workspace.checks-2', { n: findings.filter(holdsUp).length }))}
        </Button>
      )}
      <Suspense fallback={null}>
        <Guarded what={say(msg('screen.workspace.the-checks'))} resetOn={[bundle]}>
          <PhoneChecks open={open} onClose={() => setOpen(false)} findings={findings} />
        </Guarded>
      </Suspense>
    </>
  );
}
