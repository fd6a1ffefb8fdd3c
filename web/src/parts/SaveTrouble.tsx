import { Button, message, Modal } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { problemOf, useCreateHouseMutation, useCreateJobMutation } from '../state/api.ts';
import { deviceStorage } from '../state/device.ts';
import { closed, keptMine, tookTheirs, type Present } from '../state/document.ts';
import { dropDraft } from '../state/drafts.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { asNew, downloadPresent } from './save-copy.ts';

/** Somebody saved the same document in the meantime. */
function Conflict() {
  const { theirs } = useAppSelector((s) => s.document);
  const dispatch = useAppDispatch();
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

/** What is open was deleted in another tab: it can be saved under a new id, downloaded, or let go. */
function Gone({ present, what }: { readonly present: Present; readonly what: string }) {
  const [createHouse] = useCreateHouseMutation();
  const [createJob] = useCreateJobMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const leave = async (address: string) => {
    dropDraft(present.house.id, present.job?.id ?? null, deviceStorage());
    dispatch(closed());
    await navigate(address);
  };
  const saveAsNew = async () => {
    const { house, job } = asNew(present, what);
    setBusy(true);
    try {
      if (house) await createHouse(house).unwrap();
      if (job) await createJob(job).unwrap();
      const home = `/houses/${house?.id ?? present.house.id}`;
      await leave(job ? `${home}/jobs/${job.id}` : `${home}/rooms`);
    } catch (e) {
      message.error(problemOf(e).detail);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Modal open title={`This ${what} was deleted in another tab`} closable={false} footer={null} width={520}>
      <div className="stack">
        <p>
          What you see here is still complete. Save it as a new {what}, or download it as a file that can be
          imported. The deleted one is in the bin on the start page.
        </p>
        <div className="row">
          <Button type="primary" loading={busy} onClick={() => void saveAsNew()}>
            Save as new
          </Button>
          <Button onClick={() => downloadPresent(present)}>Download</Button>
          <Button onClick={() => void leave('/')}>Discard</Button>
        </div>
      </div>
    </Modal>
  );
}

/** What is asked and told when a save did not go through; its code comes when that happens. */
export function SaveTrouble() {
  const { saveState, saveProblem, present, kept } = useAppSelector((s) => s.document);
  useEffect(() => {
    if (saveState === 'refused') void message.error({ content: `Not saved. ${saveProblem}`, duration: 8 });
  }, [saveState, saveProblem]);
  if (!present) return null;
  return (
    <>
      <Conflict />
      {saveState === 'gone' && <Gone present={present} what={saveProblem} />}
      {(saveState === 'failing' || !kept) && (
        <Button size="small" onClick={() => downloadPresent(present)}>
          Download
        </Button>
      )}
    </>
  );
}
