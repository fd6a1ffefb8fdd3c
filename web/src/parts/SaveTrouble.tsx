import { msg } from '@elwand/core';
import { Button, message, Modal } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { problemOf, useCreateHouseMutation, useCreateJobMutation } from '../state/api.ts';
import { deviceStorage } from '../state/device.ts';
import { closed, keptMine, tookTheirs, type Present } from '../state/document.ts';
import { dropDraft } from '../state/drafts.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { asNew, downloadPresent } from './save-copy.ts';
import { useSay } from '../app/say.ts';

/** Somebody saved the same document in the meantime. */
function Conflict() {
  const say = useSay();
  const { theirs } = useAppSelector((s) => s.document);
  const dispatch = useAppDispatch();
  return (
    <Modal
      open={theirs !== null}
      title={say(msg('screen.trouble.this-was-changed-in-another'))}
      closable={false}
      footer={null}
      width={480}
    >
      <div className="stack">
        <p>{say(msg('screen.trouble.somebody-saved-the-same-after', { kind: theirs?.kind ?? 'house' }))}</p>
        <p className="muted">{say(msg('screen.trouble.keep-mine-yours-is-saved'))}</p>
        <div className="row">
          <Button type="primary" onClick={() => dispatch(keptMine())}>
            {say(msg('screen.trouble.keep-mine'))}
          </Button>
          <Button onClick={() => dispatch(tookTheirs())}>{say(msg('screen.trouble.take-theirs'))}</Button>
        </div>
      </div>
    </Modal>
  );
}

/** What is open was deleted in another tab: it can be saved under a new id, downloaded, or let go. */
function Gone({ present, what }: { readonly present: Present; readonly what: string }) {
  const say = useSay();
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
    <Modal
      open
      title={say(msg('screen.trouble.this-was-deleted-in-another', { what }))}
      closable={false}
      footer={null}
      width={520}
    >
      <div className="stack">
        <p>{say(msg('screen.trouble.what-you-see-here-is', { what }))}</p>
        <div className="row">
          <Button type="primary" loading={busy} onClick={() => void saveAsNew()}>
            {say(msg('screen.trouble.save-as-new'))}
          </Button>
          <Button onClick={() => downloadPresent(present)}>{say(msg('screen.trouble.download'))}</Button>
          <Button onClick={() => void leave('/')}>{say(msg('screen.trouble.discard'))}</Button>
        </div>
      </div>
    </Modal>
  );
}

/** What is asked and told when a save did not go through; its code comes when that happens. */
export function SaveTrouble() {
  const say = useSay();
  const { saveState, saveProblem, present, kept } = useAppSelector((s) => s.document);
  useEffect(() => {
    if (saveState === 'refused')
      void message.error({ content: say(msg('screen.trouble.not-saved', { saveProblem })), duration: 8 });
  }, [say, saveState, saveProblem]);
  if (!present) return null;
  return (
    <>
      <Conflict />
      {saveState === 'gone' && <Gone present={present} what={saveProblem} />}
      {(saveState === 'failing' || !kept) && (
        <Button size="small" onClick={() => downloadPresent(present)}>
          {say(msg('screen.trouble.download'))}
        </Button>
      )}
    </>
  );
}
