import { makeHouse, readBundleText, type ReadProblem } from '@elwand/core';
import { Alert, Button, Dropdown, message, notification, Upload } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { freshId } from '../parts/ids.ts';
import { day } from '../parts/day.ts';
import { NameModal, type Asking } from '../parts/NameModal.tsx';
import {
  problemOf,
  useCreateHouseMutation,
  useImportBundleMutation,
  useListHousesQuery,
  useRemoveMutation,
  useRestoreMutation,
  type HouseSummary,
  type JobSummary,
} from '../state/api.ts';
import { useMakeJob } from '../state/use-make-job.ts';
import './start.css';

const MOST_BYTES = 8 * 1024 * 1024;

function JobLine({
  houseId,
  job,
  onRemove,
}: {
  readonly houseId: string;
  readonly job: JobSummary;
  readonly onRemove: () => void;
}) {
  return (
    <li className="job-line">
      <Link to={`/houses/${houseId}/jobs/${job.id}`}>{job.name}</Link>
      <span className="quiet">
        {job.signedOff ? `signed off ${day(job.signedOff)}` : `last touched ${day(job.updatedAt)}`}
      </span>
      <Dropdown
        menu={{ items: [{ key: 'remove', label: 'Delete this job' }], onClick: onRemove }}
        trigger={['click']}
      >
        <Button size="small" type="text" aria-label={`More for ${job.name}`}>
          ···
        </Button>
      </Dropdown>
    </li>
  );
}

function HouseSheet({
  house,
  onNewJob,
  onRemove,
}: {
  readonly house: HouseSummary;
  readonly onNewJob: () => void;
  readonly onRemove: (kind: 'houses' | 'jobs', id: string, version: number, name: string) => void;
}) {
  return (
    <article className="sheet house-sheet">
      <div className="row">
        <h2 className="grow">
          <Link to={`/houses/${house.id}/rooms`}>{house.name}</Link>
        </h2>
        <Button onClick={onNewJob}>New job here</Button>
        <Button href={`/api/houses/${house.id}/export`} download>
          Export
        </Button>
        <Dropdown
          menu={{
            items: [{ key: 'remove', label: 'Delete this house and its jobs' }],
            onClick: () => onRemove('houses', house.id, house.version, house.name),
          }}
          trigger={['click']}
        >
          <Button type="text" aria-label={`More for ${house.name}`}>
            ···
          </Button>
        </Dropdown>
      </div>
      {house.jobs.length === 0 ? (
        <p className="muted">
          No job yet. Enter the rooms and outlets that are there, then make a job for what you want.
        </p>
      ) : (
        <ul>
          {house.jobs.map((job) => (
            <JobLine
              key={job.id}
              houseId={house.id}
              job={job}
              onRemove={() => onRemove('jobs', job.id, job.version, job.name)}
            />
          ))}
        </ul>
      )}
    </article>
  );
}

/** Houses and their jobs; new, import, export. */
export function StartPage() {
  const { data, error, isLoading, refetch } = useListHousesQuery();
  const [createHouse] = useCreateHouseMutation();
  const makeJob = useMakeJob();
  const [importBundle] = useImportBundleMutation();
  const [remove] = useRemoveMutation();
  const [restore] = useRestoreMutation();
  const [asking, setAsking] = useState<Asking | null>(null);
  const [refusal, setRefusal] = useState<{ file: string; problems: readonly ReadProblem[] } | null>(null);
  const navigate = useNavigate();

  const onName = async (name: string) => {
    const made = asking;
    if (!made) return;
    try {
      if (made.kind === 'house') {
        const id = freshId('house');
        await createHouse(makeHouse(id, name)).unwrap();
        await navigate(`/houses/${id}/rooms`);
      } else if (made.houseId !== null) await makeJob(made.houseId, name);
      setAsking(null);
    } catch (e) {
      message.error(problemOf(e).detail);
    }
  };

  const take = async (file: File) => {
    setRefusal(null);
    if (file.size > MOST_BYTES) {
      setRefusal({
        file: file.name,
        problems: [
          {
            where: 'the file',
            what: `is ${Math.round(file.size / 1048576)} MB; an exported house is under 8 MB. Is it the right file?`,
          },
        ],
      });
      return;
    }
    const read = readBundleText(await file.text());
    if (!read.ok) {
      setRefusal({ file: file.name, problems: read.problems });
      return;
    }
    try {
      const done = await importBundle(read.value).unwrap();
      message.success(
        done.copied
          ? `"${read.value.house.name}" was already here: imported as a copy`
          : `"${read.value.house.name}" imported`,
      );
    } catch (e) {
      setRefusal({ file: file.name, problems: [{ where: 'the server', what: problemOf(e).detail }] });
    }
  };

  const onRemove = async (kind: 'houses' | 'jobs', id: string, version: number, name: string) => {
    const jobs = kind === 'houses' ? (data?.find((h) => h.id === id)?.jobs ?? []) : [];
    try {
      await remove({ kind, id }).unwrap();
    } catch (e) {
      message.error(problemOf(e).detail);
      return;
    }
    const undo = async () => {
      notification.destroy(id);
      await restore({ kind, id, version });
      for (const job of jobs) await restore({ kind: 'jobs', id: job.id, version: job.version });
    };
    notification.open({
      key: id,
      title: `"${name}" is deleted`,
      description: 'It can be brought back.',
      duration: 15,
      actions: (
        <Button size="small" onClick={() => void undo()}>
          Undo
        </Button>
      ),
    });
  };

  return (
    <>
      <header className="topbar">
        <span className="brand">Elwand</span>
        <span className="grow muted">New outlets, switches and lights on circuits that already exist</span>
        <Link to="/sums">Quick sums</Link>
        <Link to="/rules">Rules</Link>
        <Upload
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => {
            void take(file);
            return false;
          }}
        >
          <Button>Import a house</Button>
        </Upload>
        <Button type="primary" onClick={() => setAsking({ kind: 'house', houseId: null })}>
          New house
        </Button>
      </header>
      <main className="page stack">
        <h1>Houses and jobs</h1>
        {refusal && (
          <Alert
            type="error"
            closable={{ onClose: () => setRefusal(null) }}
            title={`${refusal.file} was not imported. Nothing was changed.`}
            description={
              <ul>
                {refusal.problems.map((p) => (
                  <li key={p.where + p.what}>
                    <b>{p.where}</b>: {p.what}
                  </li>
                ))}
              </ul>
            }
          />
        )}
        {error !== undefined && (
          <Alert
            type="error"
            title={problemOf(error).title}
            description={problemOf(error).detail}
            action={<Button onClick={() => void refetch()}>Try again</Button>}
          />
        )}
        {isLoading && <p className="muted">Looking up your houses</p>}
        {data?.length === 0 && (
          <div className="empty">
            <p>
              No house yet. Make one with "New house": a name, then the first room by its tape readings. Or
              import one that was exported.
            </p>
          </div>
        )}
        {data?.map((house) => (
          <HouseSheet
            key={house.id}
            house={house}
            onNewJob={() => setAsking({ kind: 'job', houseId: house.id })}
            onRemove={(...a) => void onRemove(...a)}
          />
        ))}
        <p className="quiet">
          Electricity kills and burns. Elwand plans and checks; local codes, the inspector and a licensed
          electrician have the last word. When in doubt, stop and ask one.
        </p>
      </main>
      <NameModal asking={asking} onClose={() => setAsking(null)} onName={onName} />
    </>
  );
}
