import { maySign, readinessOf, SHORTEST_REASON, signOff } from '@elwand/core';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { edited } from '../../state/document.ts';
import { useAppDispatch } from '../../state/store.ts';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';

/** What is open, the first few in words; the sheet behind has them all. */
const TOLD = 8;

function OpenList({ open }: { readonly open: readonly string[] }) {
  return (
    <>
      <p>
        <b>{open.length === 1 ? 'One item is open:' : `${open.length} items are open:`}</b>
      </p>
      <ul className="sign-open">
        {open.slice(0, TOLD).map((o) => (
          <li key={o}>{o}</li>
        ))}
        {open.length > TOLD && <li>{open.length - TOLD} more</li>}
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
  const sign = () => {
    if (may) void dispatch(edited(signOff(evaluation, new Date().toISOString(), { by, reason })));
  };
  const close = () => setAsking(false);
  return (
    <>
      <Button type={clear ? 'primary' : 'default'} onClick={() => setAsking(true)}>
        Sign off
      </Button>
      <Modal
        open={asking}
        title="Sign off this job"
        onCancel={close}
        footer={
          <>
            <Button type={clear ? 'default' : 'primary'} onClick={close}>
              Keep testing
            </Button>
            <Button type={clear ? 'primary' : 'default'} disabled={!may} onClick={sign}>
              {clear ? 'Sign off' : `Sign off with ${ready.open.length} open`}
            </Button>
          </>
        }
      >
        <div className="stack">
          <p>The new boxes and cables become part of the house as built.</p>
          {!clear && <OpenList open={ready.open.map(say)} />}
          <label className="stack">
            Name
            <Input value={by} maxLength={120} onChange={(e) => setBy(e.target.value)} autoComplete="name" />
          </label>
          {!clear && (
            <label className="stack">
              Reason
              <Input.TextArea
                value={reason}
                maxLength={1000}
                autoSize={{ minRows: 2 }}
                onChange={(e) => setReason(e.target.value)}
                placeholder="Who tested it, with what, and why it is left open"
              />
              <span className="quiet">
                At least {SHORTEST_REASON} characters. Name and reason stay in the record.
              </span>
            </label>
          )}
          {!proved && (
            <p className="muted" role="status">
              Checking this plan step by step.
            </p>
          )}
        </div>
      </Modal>
    </>
  );
}
