import { Button, message, Modal } from 'antd';
import { useEffect } from 'react';
import { keptMine, tookTheirs } from '../state/document.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';

/** What is asked and told when a save did not go through; its code comes when that happens. */
export function SaveTrouble() {
  const { saveState, saveProblem, theirs } = useAppSelector((s) => s.document);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (saveState === 'refused') void message.error({ content: `Not saved. ${saveProblem}`, duration: 8 });
  }, [saveState, saveProblem]);
  return (
    <Modal
      open={theirs !== null}
      title="This was changed in another tab"
      closable={false}
      footer={null}
      width={480}
    >
      <div className="stack">
        <p>
          Somebody saved the same {theirs?.kind} after you opened it here. Nothing is lost: choose which to go
          on with.
        </p>
        <p className="muted">
          Keep mine: yours is saved, theirs stays in the history. Take theirs: theirs is shown, and Undo
          brings yours back.
        </p>
        <div className="row">
          <Button type="primary" onClick={() => dispatch(keptMine())}>
            Keep mine
          </Button>
          <Button onClick={() => dispatch(tookTheirs())}>Take theirs</Button>
        </div>
      </div>
    </Modal>
  );
}
