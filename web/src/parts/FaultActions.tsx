import { msg } from '@elwand/core';
import { Button } from 'antd';
import { useAppSelector } from '../state/store.ts';
import { downloadPresent } from './save-copy.ts';
import { useSay } from '../app/say.ts';

/** What a part of the page met, and what can be done about it: try again, take the work along as a file. No stack trace. */
export function FaultActions({ error, retry }: { readonly error: unknown; readonly retry: () => void }) {
  const say = useSay();
  const present = useAppSelector((s) => s.document.present);
  const met = error instanceof Error ? error.message : String(error);
  return (
    <>
      <p className="quiet">{say(msg('screen.parts.it-met', { slice: met.slice(0, 200) }))}</p>
      <div className="row">
        <Button type="primary" onClick={retry}>
          {say(msg('screen.parts.try-again'))}
        </Button>
        {present && (
          <Button onClick={() => downloadPresent(present)}>
            {say(msg('screen.parts.download-house-and-job'))}
          </Button>
        )}
      </div>
    </>
  );
}
