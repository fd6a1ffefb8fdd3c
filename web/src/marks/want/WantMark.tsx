import { type Point, type Want, msg } from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { pageIsUp, patiently } from '../../app/piece.tsx';
import { withSentences } from '../../app/with-sentences.ts';
import { WANT_KINDS } from '../../house/words.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import type { OneDevice } from './Changes.tsx';
import { WantRow } from './WantRow.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

/** The forms come once the wall is there: they are half as large again as everything that draws it. */
const form = pageIsUp.then(() => patiently(() => withSentences(import('./WantForm.tsx'))));
const WantForm = lazy(() => form.then((m) => ({ default: m.WantForm })));
const BetterPlaces = lazy(() =>
  form.then(() => withSentences(import('./BetterPlaces.tsx'))).then((m) => ({ default: m.BetterPlaces })),
);
const line = pageIsUp.then(() => patiently(() => import('./WantLine.tsx')));
const WantLine = lazy(() => line.then((m) => ({ default: m.WantLine })));
const note = pageIsUp.then(() => patiently(() => import('./JobNote.tsx')));
const JobNote = lazy(() => note.then((m) => ({ default: m.JobNote })));
const Strips = lazy(() => withSentences(import('./strips/Strips.tsx')).then((m) => ({ default: m.Strips })));
const Changes = lazy(() => withSentences(import('./Changes.tsx')).then((m) => ({ default: m.Changes })));

/** Mark 1: what is wanted, where, with what plugged in. */
export function WantMark() {
  const say = useSay();
  const { bundle, evaluation, edits, setPlacing } = useWork();
  const { job } = bundle;
  const selected = useAppSelector((s) => s.view.selected);
  const [changing, setChanging] = useState((job.changes ?? []).length > 0);
  const [lighting, setLighting] = useState((job.strips ?? []).length > 0);
  const dispatch = useAppDispatch();
  const put = (next: Want, merge?: string) =>
    edits.job({ ...job, wants: job.wants.map((x) => (x.id === next.id ? next : x)) }, merge);
  // One is open at a time: the one that is chosen, to begin with the first.
  const open = job.wants.find((w) => w.id === selected) ?? job.wants[0];
  const remove = ({ id }: Want) => edits.job({ ...job, wants: job.wants.filter((x) => x.id !== id) });
  const move = async (point: Point, one?: OneDevice) => {
    const { movedWant } = await import('./thing-commands.ts');
    const want = movedWant(evaluation, point, say, one);
    edits.job({ ...job, wants: [...job.wants, want] });
    dispatch(selectedAction(want.id));
  };
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">{say(msg('screen.want.what-is-wanted'))}</h2>
        <Button type="primary" onClick={() => setPlacing('receptacle')}>
          {say(msg('screen.want.place-an-outlet'))}
        </Button>
        <Button onClick={() => setPlacing('luminaire')}>{say(msg('screen.want.place.luminaire'))}</Button>
        {WANT_KINDS.filter((k) => k.value !== 'receptacle' && k.value !== 'luminaire').map((k) => (
          <Button key={k.value} onClick={() => setPlacing(k.value)}>
            {say(msg(`screen.want.place.${k.value}`))}
          </Button>
        ))}
      </div>
      <Suspense fallback={<div className="want-line-coming" />}>
        <WantLine />
      </Suspense>
      {job.wants.length === 0 && (
        <p className="empty">{say(msg('screen.want.nothing-is-wanted-yet-press'))}</p>
      )}
      {job.wants.length > 0 && (
        <Suspense fallback={null}>
          <BetterPlaces />
        </Suspense>
      )}
      {job.wants.map((w) => (
        <div key={w.id} className="want-item">
          <WantRow
            want={w}
            open={w === open}
            onOpen={() => dispatch(selectedAction(w.id))}
            onRemove={() => remove(w)}
          />
          {w === open && (
            <Suspense fallback={<div className="want-coming" />}>
              <WantForm want={w} put={put} />
            </Suspense>
          )}
        </div>
      ))}
      {changing ? (
        <Suspense fallback={null}>
          <Changes onMove={(point, one) => void move(point, one)} />
        </Suspense>
      ) : (
        <div>
          <Button onClick={() => setChanging(true)}>
            {say(msg('screen.want.replace-enlarge-move-or-retire'))}
          </Button>
        </div>
      )}
      {lighting ? (
        <Suspense fallback={null}>
          <Strips />
        </Suspense>
      ) : (
        <div>
          <Button onClick={() => setLighting(true)}>{say(msg('screen.want.strip-lighting'))}</Button>
        </div>
      )}
      <Suspense fallback={<p className="quiet">{job.note}</p>}>
        <JobNote />
      </Suspense>
    </div>
  );
}
