import { writeBundle, msg } from '@elwand/core';
import { Alert, Button } from 'antd';
import { Link } from 'react-router';
import { problemOf } from '../state/api.ts';
import { deviceStorage } from '../state/device.ts';
import { findDraft } from '../state/drafts.ts';
import { download } from './download.ts';
import { useSay } from '../app/say.ts';

/** Unsaved work of this device for a page that can't be opened any more: it can still be had as a file. */
function Rescue({ houseId, jobId }: { readonly houseId: string; readonly jobId: string | null }) {
  const say = useSay();
  const draft = findDraft(houseId, jobId, deviceStorage());
  const house = draft?.house?.document;
  const job = draft?.job?.document;
  if (!house && !job) return null;
  const text = house ? writeBundle(house, job ? [job] : []) : `${JSON.stringify(job, null, 2)}\n`;
  return (
    <Alert
      type="warning"
      title={say(msg('screen.parts.work-that-was-never-saved'))}
      action={
        <Button onClick={() => download(`${jobId ?? houseId}.elwand.json`, text, 'application/json')}>
          {say(msg('screen.parts.download-it'))}
        </Button>
      }
    />
  );
}

/** Instead of a page whose document could not be had. */
export function OpenFailed({
  error,
  elsewhere,
  houseId,
  jobId,
  retry,
}: {
  readonly error: unknown;
  /** The house that the job belongs to, when the address names another one. */
  readonly elsewhere: string | null;
  readonly houseId: string;
  readonly jobId: string | null;
  readonly retry: () => void;
}) {
  const say = useSay();
  if (elsewhere !== null)
    return (
      <main className="page stack">
        <h1>{say(msg('screen.parts.there-is-no-such-job'))}</h1>
        <p>
          {say(msg('screen.parts.the-job-belongs-to-another'))}{' '}
          <Link to={`/houses/${elsewhere}/jobs/${jobId ?? ''}`}>
            {say(msg('screen.parts.open-it-there'))}
          </Link>
        </p>
        <p>
          <Link to="/">{say(msg('screen.parts.go-to-houses-and-jobs'))}</Link>
        </p>
      </main>
    );
  const { title, detail } = problemOf(error);
  return (
    <main className="page stack">
      <Alert
        type="error"
        title={title}
        description={detail}
        action={<Button onClick={retry}>{say(msg('screen.parts.try-again'))}</Button>}
      />
      <Rescue houseId={houseId} jobId={jobId} />
      <p>
        <Link to="/">{say(msg('screen.parts.go-to-houses-and-jobs'))}</Link>
      </p>
    </main>
  );
}
