import { maySign, readinessOf, SHORTEST_REASON, signOff, msg } from '@elwand/core';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { edited } from '../../state/document.ts';
import { useAppDispatch } from '../../state/store.ts';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';

/** What is open, the first few in words; the sheet behind has them all. */
const TOLD = 8;

function OpenList({ open }: { readonly open: readonly string[] }) {
  const say = useSay();
  return (
    <>
      <p>
        <b>
          {open.length === 1
            ? say(msg('screen.prove.one-item-is-open'))
            : say(msg('screen.prove.items-are-open', { count: open.length }))}
        </b>
      </p>
      <ul className="sign-open">
        {open.slice(0, TOLD).map((o) => (
          <li key={o}>{o}</li>
        ))}
        {open.length > TOLD && <li>{say(msg('screen.prove.more', { count: open.length - TOLD }))}</li>}
      </ul>
    </>
  );
}

/** Signs the job off: with a name, and with a reason for whatever is still open. Both stay in the record. */
export function SignOff() {
  const say = useSay();
  const { evaluation, proved } = useWork();
  const dispatch = useAppDispatch();
  const [asking, setAsking] = useState(false);
  const [by, setBy] = useState('');
  const [reason, setReason] = useState('');
  const ready = readinessOf(evaluation);
  const clear = ready.open.length === 0;
  const may = proved && maySign(ready, { by, reason });
  const sign = async () => {
    if (!may) return;
    const at = new Date().toISOString();
    // The part that draws is not always there: a phone without the server signs off without drawings.
    const drawings = await import('@elwand/core/sheets')
      .then(({ drawingsOf }) => drawingsOf(evaluation))
      .catch(() => undefined);
    void dispatch(edited(signOff(evaluation, at, { by, reason, ...(drawings ? { drawings } : {}) })));
  };
  const close = () => setAsking(false);
  return (
    <>
      <Button type={clear ? 'primary' : 'default'} onClick={() => setAsking(true)}>
        {say(msg('screen.prove.sign-off'))}
      </Button>
      <Modal
        open={asking}
        title={say(msg('screen.prove.sign-off-this-job'))}
        onCancel={close}
        footer={
          <>
            <Button type={clear ? 'default' : 'primary'} onClick={close}>
              {say(msg('screen.prove.keep-testing'))}
            </Button>
            <Button type={clear ? 'primary' : 'default'} disabled={!may} onClick={() => void sign()}>
              {clear
                ? say(msg('screen.prove.sign-off'))
                : say(msg('screen.prove.sign-off-with-open', { count: ready.open.length }))}
            </Button>
          </>
        }
      >
        <div className="stack">
          <p>{say(msg('screen.prove.the-new-boxes-and-cables-become'))}</p>
          {!clear && <OpenList open={ready.open.map(say)} />}
          <label className="stack">
            {say(msg('screen.prove.name'))}
            <Input value={by} maxLength={120} onChange={(e) => setBy(e.target.value)} autoComplete="name" />
          </label>
          {!clear && (
            <label className="stack">
              {say(msg('screen.prove.reason'))}
              <Input.TextArea
                value={reason}
                maxLength={1000}
                autoSize={{ minRows: 2 }}
                onChange={(e) => setReason(e.target.value)}
                placeholder={say(msg('screen.prove.who-tested-it-with-what'))}
              />
              <span className="quiet">
                {say(msg('screen.prove.at-least-characters-name-and', { least: SHORTEST_REASON }))}
              </span>
            </label>
          )}
          {!proved && (
            <p className="muted" role="status">
              {say(msg('screen.prove.checking-this-plan-step-by'))}
            </p>
          )}
        </div>
      </Modal>
    </>
  );
}
