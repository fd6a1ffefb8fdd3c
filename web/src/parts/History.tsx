import { changesBetween, type DocumentChange, type House, type Job } from '@elwand/core';
import { Button, message, Modal } from 'antd';
import { useState } from 'react';
import {
  problemOf,
  useLazyRevisionQuery,
  useLazyRevisionsQuery,
  useRevisionsQuery,
  type Kind,
  type Revision,
} from '../state/api.ts';
import { moment } from './day.ts';
import './history.css';

const changeWords = ({ kind, where, from, to }: DocumentChange): string =>
  kind === 'changed' ? `${where}: ${from ?? ''} → ${to ?? ''}` : `${where} ${kind}`;

export const sizeWords = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

function Changes({ list }: { readonly list: readonly DocumentChange[] }) {
  return (
    <ul className="history-changes">
      {list.map((c, i) => (
        <li key={`${c.where}${c.kind}${i}`}>{changeWords(c)}</li>
      ))}
    </ul>
  );
}

function Row({
  revision,
  newest,
  onCompare,
  onRestore,
}: {
  readonly revision: Revision;
  readonly newest: boolean;
  readonly onCompare: () => void;
  readonly onRestore: () => void;
}) {
  const { version, savedAt, milestone, changes, moreChanges } = revision;
  return (
    <tr>
      <td className="measure">{version}</td>
      <td>
        {moment(savedAt)}
        {milestone && <span className="muted"> · kept for good</span>}
      </td>
      <td>
        {changes.length === 0 ? (
          <span className="muted">first version kept</span>
        ) : (
          <Changes list={changes} />
        )}
        {moreChanges > 0 && <span className="muted">and {moreChanges} more</span>}
      </td>
      <td className="history-actions">
        {newest ? (
          <span className="muted">current</span>
        ) : (
          <>
            <Button size="small" onClick={onCompare}>
              Compare
            </Button>
            <Button size="small" aria-label={`Restore version ${version}`} onClick={onRestore}>
              Restore
            </Button>
          </>
        )}
      </td>
    </tr>
  );
}

/** Every version of a house or a job that is kept: what changed, when, compare, restore. */
export function History({
  kind,
  id,
  document,
  units,
  onRestore,
}: {
  readonly kind: Kind;
  readonly id: string;
  /** What is on screen. */
  readonly document: House | Job;
  readonly units: House['units'];
  /** Takes an old version as a change like any other: it is saved, and Undo takes it back. */
  readonly onRestore: (document: House | Job) => void;
}) {
  const first = useRevisionsQuery({ kind, id }, { refetchOnMountOrArgChange: true });
  const [older, setOlder] = useState<{ list: readonly Revision[]; before: number | null } | null>(null);
  const [fetchPage, { isFetching }] = useLazyRevisionsQuery();
  const [fetchOne] = useLazyRevisionQuery();
  const [compared, setCompared] = useState<{ version: number; changes: DocumentChange[] } | null>(null);

  const tell = (e: unknown) => void message.error(problemOf(e).detail);
  const more = async (before: number) => {
    try {
      const page = await fetchPage({ kind, id, before }).unwrap();
      setOlder((o) => ({ list: [...(o?.list ?? []), ...page.revisions], before: page.before }));
    } catch (e) {
      tell(e);
    }
  };
  const compare = async (old: number) => {
    try {
      const was = await fetchOne({ kind, id, version: old }).unwrap();
      setCompared({ version: old, changes: changesBetween(was.document, document, units) });
    } catch (e) {
      tell(e);
    }
  };
  const back = async (old: number) => {
    try {
      onRestore((await fetchOne({ kind, id, version: old }).unwrap()).document);
      setOlder(null);
      setCompared(null);
      message.success(`Version ${old} is back. Undo takes it away again.`);
    } catch (e) {
      tell(e);
    }
  };

  if (first.isLoading) return <p className="muted">Looking up the versions</p>;
  if (first.error !== undefined || !first.data)
    return (
      <p role="alert">
        {problemOf(first.error).detail} <Button onClick={() => void first.refetch()}>Try again</Button>
      </p>
    );
  const { data } = first;
  const all = [...data.revisions, ...(older?.list ?? [])];
  const before = older ? older.before : data.before;
  return (
    <div className="stack">
      <p className="muted">
        {data.total === 1 ? '1 version' : `${data.total} versions`} kept. Elwand keeps all of the last 24
        hours, then one an hour for a week, one a day for 12 weeks, and one a week after that. The first and
        signed-off ones always stay. Database file: {sizeWords(data.fileBytes)}.
      </p>
      <table className="plain-table history">
        <thead>
          <tr>
            <th>Version</th>
            <th>Saved</th>
            <th>What changed</th>
            <th>
              <span className="visually-hidden">Compare and restore</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {all.map((r, i) => (
            <Row
              key={r.version}
              revision={r}
              newest={i === 0}
              onCompare={() => void compare(r.version)}
              onRestore={() => void back(r.version)}
            />
          ))}
        </tbody>
      </table>
      {before !== null && (
        <div>
          <Button loading={isFetching} onClick={() => void more(before)}>
            Show older versions
          </Button>
        </div>
      )}
      <Modal
        open={compared !== null}
        title={`From version ${compared?.version ?? ''} to what you see now`}
        onCancel={() => setCompared(null)}
        footer={
          <Button type="primary" onClick={() => compared && void back(compared.version)}>
            Restore version {compared?.version}
          </Button>
        }
      >
        {compared?.changes.length === 0 ? (
          <p>They are the same.</p>
        ) : (
          <Changes list={compared?.changes ?? []} />
        )}
      </Modal>
    </div>
  );
}
