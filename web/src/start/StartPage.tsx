import { makeHouse, msg } from '@elwand/core';
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
import { Continue, latestJob } from './Continue.tsx';
import { FirstHouse } from './FirstHouse.tsx';
import { HouseSheet } from './HouseSheet.tsx';
import { useRemoval } from './use-removal.tsx';
import './start.css';
import { useSay } from '../app/say.ts';

const BackupDrawer = lazy(() => import('./BackupDrawer.tsx').then((m) => ({ default: m.BackupDrawer })));
const DevicesDrawer = lazy(() => import('./DevicesDrawer.tsx').then((m) => ({ default: m.DevicesDrawer })));

/** What the server takes; a larger file is told so before it is sent. */
const MOST_BYTES = 48 * 1024 * 1024;

interface Refusal {
  readonly file: string;
  readonly problems: readonly { readonly where: string; readonly what: string }[];
}

/** Takes a file with one house or all of them; what is wrong with it is told with its place. */
function useImport(): {
  take: (file: File) => Promise<void>;
  refusal: Refusal | null;
  forget: () => void;
  busy: boolean;
} {
  const say = useSay();
  const [importFile, { isLoading }] = useImportFileMutation();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const take = async (file: File) => {
    setRefusal(null);
    const refuse = (where: string, what: string) =>
      setRefusal({ file: file.name, problems: [{ where, what }] });
    if (file.size > MOST_BYTES) {
      refuse(
        say(msg('screen.start.the-file')),
        say(msg('screen.start.is-mb-an-exported-house', { size: Math.round(file.size / 1048576) })),
      );
      return;
    }
    try {
      const { houses } = await importFile(file).unwrap();
      const [first] = houses;
      message.success(
        houses.length !== 1
          ? say(msg('screen.start.houses-imported', { count: houses.length }))
          : first?.copied
            ? say(msg('screen.start.was-already-here-imported-as', { first: first.name }))
            : say(msg('screen.start.imported', { first: first?.name ?? '' })),
      );
    } catch (e) {
      const { problems, detail } = problemOf(e);
      if (problems.length > 0) setRefusal({ file: file.name, problems });
      else refuse(say(msg('screen.start.the-server')), detail);
    }
  };
  return { take, refusal, forget: () => setRefusal(null), busy: isLoading };
}

function Refused({ refusal, onClose }: { readonly refusal: Refusal; readonly onClose: () => void }) {
  const say = useSay();
  return (
    <Alert
      type="error"
      closable={{ onClose }}
      title={say(msg('screen.start.was-not-imported-nothing-was', { file: refusal.file }))}
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
  const say = useSay();
  const { data, error, isLoading, refetch } = useListHousesQuery();
  const [createHouse] = useCreateHouseMutation();
  const makeJob = useMakeJob();
  const { take, refusal, forget, busy } = useImport();
  const onRemove = useRemoval(data ?? []);
  const [asking, setAsking] = useState<Asking | null>(null);
  const [drawer, setDrawer] = useState<'backups' | 'devices' | null>(null);
  const navigate = useNavigate();
  const latest = latestJob(data ?? []);

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
      <header className="topbar start-bar">
        <span className="brand">{say(msg('screen.start.elwand'))}</span>
        <span className="grow muted">{say(msg('screen.start.new-outlets-switches-and-lights'))}</span>
        <Link to="/sums">{say(msg('screen.start.calculators'))}</Link>
        <Link to="/practice">{say(msg('screen.start.practice'))}</Link>
        <Link to="/rules">{say(msg('screen.start.rules'))}</Link>
        <Dropdown
          menu={{
            items: [
              { key: 'backups', label: say(msg('screen.start.backups')) },
              { key: 'devices', label: say(msg('screen.start.phones-and-tablets')) },
            ],
            onClick: ({ key }) => setDrawer(key === 'devices' ? 'devices' : 'backups'),
          }}
          trigger={['click']}
        >
          <Button aria-label={say(msg('screen.start.backups-and-phones'))}>···</Button>
        </Dropdown>
        <Upload
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => {
            void take(file);
            return false;
          }}
        >
          <Button loading={busy}>{say(msg('screen.start.import-a-house'))}</Button>
        </Upload>
        {data?.length !== 0 && (
          <Button
            type={latest ? 'default' : 'primary'}
            onClick={() => setAsking({ kind: 'house', houseId: null })}
          >
            {say(msg('screen.start.new-house'))}
          </Button>
        )}
      </header>
      {latest && <Continue latest={latest} />}
      <main className="page stack">
        <h1 className={latest ? 'visually-hidden' : undefined}>{say(msg('screen.start.houses-and-jobs'))}</h1>
        {refusal && <Refused refusal={refusal} onClose={forget} />}
        {error !== undefined && (
          <Alert
            type="error"
            title={problemOf(error).title}
            description={problemOf(error).detail}
            action={<Button onClick={() => void refetch()}>{say(msg('screen.start.try-again'))}</Button>}
          />
        )}
        {isLoading && <p className="muted">{say(msg('screen.start.looking-up-your-houses'))}</p>}
        {data?.length === 0 && <FirstHouse onNew={() => setAsking({ kind: 'house', houseId: null })} />}
        {data?.map((house) => (
          <HouseSheet
            key={house.id}
            house={house}
            onNewJob={() => setAsking({ kind: 'job', houseId: house.id })}
            onRemove={onRemove}
          />
        ))}
        <Bin />
        <p className="quiet">{say(msg('screen.start.electricity-kills-and-burns-elwand'))}</p>
      </main>
      <NameModal asking={asking} onClose={() => setAsking(null)} onName={onName} />
      <Suspense fallback={null}>
        {drawer === 'backups' && <BackupDrawer open onClose={() => setDrawer(null)} />}
        {drawer === 'devices' && <DevicesDrawer open onClose={() => setDrawer(null)} />}
      </Suspense>
    </>
  );
}
