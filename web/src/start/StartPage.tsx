import { makeHouse, type ReadProblem } from '@elwand/core';
import { Alert, Button, Dropdown, message, Upload } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { freshId } from '../parts/ids.ts';
import { NameModal, type Asking } from '../parts/NameModal.tsx';
import {
  problemOf,
  useCreateHouseMutation,
  useImportFileMutation,
  useListHousesQuery,
} from '../state/api.ts';
import { useMakeJob } from '../state/use-make-job.ts';
import { Bin } from './Bin.tsx';
import { HouseSheet } from './HouseSheet.tsx';
import { useRemoval } from './use-removal.tsx';
import './start.css';

const BackupDrawer = lazy(() => import('./BackupDrawer.tsx').then((m) => ({ default: m.BackupDrawer })));
const DevicesDrawer = lazy(() => import('./DevicesDrawer.tsx').then((m) => ({ default: m.DevicesDrawer })));

/** What the server takes; a larger file is told so before it is sent. */
const MOST_BYTES = 48 * 1024 * 1024;

interface Refusal {
  readonly file: string;
  readonly problems: readonly ReadProblem[];
}

/** Takes a file with one house or all of them; what is wrong with it is told with its place. */
function useImport(): {
  take: (file: File) => Promise<void>;
  refusal: Refusal | null;
  forget: () => void;
  busy: boolean;
} {
  const [importFile, { isLoading }] = useImportFileMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const take = async (file: File) => {
    setRefusal(null);
    const refuse = (where: string, what: string) =>
      setRefusal({ file: file.name, problems: [{ where, what }] });
    if (file.size > MOST_BYTES) {
      refuse(
        'the file',
        `is ${Math.round(file.size / 1048576)} MB; an exported house is under 48 MB. Is it the right file?`,
      );
      return;
    }
    try {
      const { houses } = await importFile(file).unwrap();
      const [first] = houses;
      message.success(
        houses.length !== 1
          ? `${houses.length} houses imported`
          : first?.copied
            ? `"${first.name}" was already here: imported as a copy`
            : `"${first?.name ?? ''}" imported`,
      );
    } catch (e) {
      const { problems, detail } = problemOf(e);
      if (problems.length > 0) setRefusal({ file: file.name, problems });
      else refuse('the server', detail);
    }
  };
  return { take, refusal, forget: () => setRefusal(null), busy: isLoading };
}

function Refused({ refusal, onClose }: { readonly refusal: Refusal; readonly onClose: () => void }) {
  return (
    <Alert
      type="error"
      closable={{ onClose }}
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
  );
}

/** Houses and their jobs; new, import, export, bin, backups. */
export function StartPage() {
  const { data, error, isLoading, refetch } = useListHousesQuery();
  const [createHouse] = useCreateHouseMutation();
  const makeJob = useMakeJob();
  const { take, refusal, forget, busy } = useImport();
  const onRemove = useRemoval(data ?? []);
  const [asking, setAsking] = useState<Asking | null>(null);
  const [drawer, setDrawer] = useState<'backups' | 'devices' | null>(null);
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

  return (
    <>
      <header className="topbar">
        <span className="brand">Elwand</span>
        <span className="grow muted">New outlets, switches and lights on circuits that already exist</span>
        <Link to="/sums">Calculators</Link>
        <Link to="/rules">Rules</Link>
        <Dropdown
          menu={{
            items: [
              { key: 'backups', label: 'Backups' },
              { key: 'devices', label: 'Phones and tablets' },
            ],
            onClick: ({ key }) => setDrawer(key === 'devices' ? 'devices' : 'backups'),
          }}
          trigger={['click']}
        >
          <Button aria-label="Backups and phones">···</Button>
        </Dropdown>
        <Upload
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => {
            void take(file);
            return false;
          }}
        >
          <Button loading={busy}>Import a house</Button>
        </Upload>
        <Button type="primary" onClick={() => setAsking({ kind: 'house', houseId: null })}>
          New house
        </Button>
      </header>
      <main className="page stack">
        <h1>Houses and jobs</h1>
        {refusal && <Refused refusal={refusal} onClose={forget} />}
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
            onRemove={onRemove}
          />
        ))}
        <Bin />
        <p className="quiet">
          Electricity kills and burns. Elwand plans and checks; local codes, the inspector and a licensed
          electrician have the last word. When in doubt, stop and ask one.
        </p>
      </main>
      <NameModal asking={asking} onClose={() => setAsking(null)} onName={onName} />
      <Suspense fallback={null}>
        {drawer === 'backups' && <BackupDrawer open onClose={() => setDrawer(null)} />}
        {drawer === 'devices' && <DevicesDrawer open onClose={() => setDrawer(null)} />}
      </Suspense>
    </>
  );
}
