import { ItemId, MOST_PHOTOS, msg, type JobPhoto } from '@elwand/core';
import { Alert, Button, Modal } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useSay } from '../app/say.ts';
import { moment } from '../parts/day.ts';
import { freshId } from '../parts/ids.ts';
import { TextField } from '../parts/TextField.tsx';
import { useWork } from '../workspace/work.ts';
import { refusedPhotos, sendWaiting } from './sending.ts';
import { smaller } from './smaller.ts';
import { usePicture } from './use-picture.ts';
import { keepWaiting, onWaiting } from './waiting.ts';
import './photos.css';

function Picture({
  jobId,
  photo,
  large,
}: {
  readonly jobId: string;
  readonly photo: JobPhoto;
  readonly large: boolean;
}) {
  const say = useSay();
  const { src, waits } = usePicture(jobId, photo.id);
  const [missing, setMissing] = useState<string | null>(null);
  if (src !== null && missing === src)
    return <span className="photo-missing">{say(msg('screen.photos.elsewhere'))}</span>;
  return (
    <>
      {src !== null && (
        <img
          src={src}
          alt={photo.caption === '' ? say(msg('screen.photos.photo')) : photo.caption}
          width={photo.widthPx}
          height={photo.heightPx}
          className={large ? 'photo-large' : 'photo-small'}
          loading="lazy"
          onError={() => setMissing(src)}
        />
      )}
      {waits && <span className="photo-waits">{say(msg('screen.photos.waits'))}</span>}
    </>
  );
}

/** One photo as large as it goes, with its caption and the way to take it out of the job. */
function PhotoWindow({
  photo,
  locked,
  onClose,
}: {
  readonly photo: JobPhoto;
  readonly locked: boolean;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { photos = [], ...job } = bundle.job;
  const put = (next: readonly JobPhoto[], merge?: string) =>
    edits.job(next.length > 0 ? { ...job, photos: [...next] } : job, merge);
  return (
    <Modal open onCancel={onClose} footer={null} width={860} title={moment(photo.at)}>
      <div className="stack">
        <Picture jobId={job.id} photo={photo} large />
        {locked ? (
          <p>{photo.caption}</p>
        ) : (
          <div className="row fields">
            <TextField
              label={say(msg('screen.photos.caption'))}
              value={photo.caption}
              max={200}
              width={420}
              onChange={(caption) =>
                put(
                  photos.map((p) => (p.id === photo.id ? { ...p, caption: caption.slice(0, 200) } : p)),
                  `caption-${photo.id}`,
                )
              }
            />
            <Button
              onClick={() => {
                put(photos.filter((p) => p.id !== photo.id));
                onClose();
              }}
            >
              {say(msg('screen.photos.remove'))}
            </Button>
          </div>
        )}
      </div>
    </Modal>
  );
}

/** Photos of a step, or of the whole job: taken, looked at, named. */
export function JobPhotos({
  stepKey,
  caption = '',
}: {
  /** Left out, all photos of the job, and nothing is added. */
  readonly stepKey?: string;
  /** What a new one is called to begin with. */
  readonly caption?: string;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { job } = bundle;
  const all = job.photos ?? [];
  const own = stepKey === undefined ? all : all.filter((p) => p.stepKey === stepKey);
  const [open, setOpen] = useState<string | null>(null);
  const [fault, setFault] = useState<'unreadable' | 'full' | null>(null);
  const [busy, setBusy] = useState(false);
  const [, redraw] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const latest = useRef(job);
  useEffect(() => {
    latest.current = job;
  }, [job]);
  useEffect(() => onWaiting(() => redraw((n) => n + 1)), []);
  const taken = async (files: readonly File[]) => {
    setBusy(true);
    setFault(null);
    for (const file of files) {
      if ((latest.current.photos ?? []).length >= MOST_PHOTOS) {
        setFault('full');
        break;
      }
      const made = await smaller(file);
      if (!made) {
        setFault('unreadable');
        continue;
      }
      const id = ItemId.parse(freshId('photo'));
      await keepWaiting(job.id, id, made.jpeg);
      const photo: JobPhoto = {
        id,
        at: new Date().toISOString(),
        stepKey: stepKey ?? '',
        caption: caption.slice(0, 200),
        widthPx: made.widthPx,
        heightPx: made.heightPx,
      };
      latest.current = { ...latest.current, photos: [...(latest.current.photos ?? []), photo] };
      edits.job(latest.current);
    }
    setBusy(false);
    void sendWaiting();
  };
  const shown = own.find((p) => p.id === open);
  const no = refusedPhotos().find((r) => own.some((p) => p.id === r.id));
  if (own.length === 0 && stepKey === undefined) return null;
  return (
    <section className="photos" aria-label={say(msg('screen.photos.title'))}>
      {stepKey === undefined && <h3>{say(msg('screen.photos.title'))}</h3>}
      {own.length > 0 && (
        <ul className="photo-list">
          {own.map((p) => (
            <li key={p.id}>
              <button
                type="button"
                className="photo"
                aria-label={say(msg('screen.photos.open', { caption: p.caption, at: moment(p.at) }))}
                onClick={() => setOpen(p.id)}
              >
                <Picture jobId={job.id} photo={p} large={false} />
              </button>
              {stepKey === undefined && <span className="quiet">{p.caption}</span>}
            </li>
          ))}
        </ul>
      )}
      {stepKey !== undefined && (
        <>
          <input
            ref={input}
            type="file"
            accept="image/*"
            multiple
            hidden
            aria-label={say(msg('screen.photos.add'))}
            onChange={(e) => {
              const files = [...(e.target.files ?? [])];
              e.target.value = '';
              void taken(files);
            }}
          />
          <Button className="no-print" loading={busy} onClick={() => input.current?.click()}>
            {say(msg('screen.photos.add'))}
          </Button>
        </>
      )}
      {fault !== null && (
        <Alert type="warning" title={say(msg(`screen.photos.fault.${fault}`, { most: MOST_PHOTOS }))} />
      )}
      {no && <Alert type="warning" title={say(msg('screen.photos.refused', { why: no.why }))} />}
      {shown && <PhotoWindow photo={shown} locked={job.signedOff !== null} onClose={() => setOpen(null)} />}
    </section>
  );
}
