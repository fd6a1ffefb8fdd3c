import { App, Button, Modal } from 'antd';
import { useEffect } from 'react';
import { keptMine, tookTheirs } from '../state/document.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';

const clock = (iso: string | null): string =>
  iso === null ? '' : new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });

/** Says what became of what was typed, at all times; a save over somebody else's is a question, not an accident. */
export function SaveLine() {
  const { saveState, savedAt, saveProblem, theirs } = useAppSelector((s) => s.document);
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  useEffect(() => {
    if (saveState === 'refused') void message.error({ content: `Not saved. ${saveProblem}`, duration: 8 });
  }, [saveState, saveProblem, message]);
  const words: Record<typeof saveState, string> = {
    saved: savedAt === null ? 'All saved' : `Saved ${clock(savedAt)}`,
    unsaved: 'Saving soon',
    saving: 'Saving',
    away: 'Server away: kept on this device, trying again',
    conflict: 'Changed in another tab',
    refused: 'Not saved: see message',
  };
  return (
    <>
      <span className="quiet" role="status" data-save={saveState}>
        {words[saveState]}
      </span>
      <Modal
        open={theirs !== null}
        title="This was changed in another tab"
        closable={false}
        footer={null}
        width={480}
      >
        <div className="stack">
          <p>
            Somebody saved the same {theirs?.kind} after you opened it here. Nothing is lost: choose which to
            go on with.
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
    </>
  );
}
