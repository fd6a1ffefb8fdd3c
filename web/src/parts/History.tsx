import {
  changesBetween,
  type DocumentChange,
  type House,
  type Job,
  msg,
  type Text,
  type Revision,
} from '@elwand/core';
import { Button, message, Modal } from 'antd';
import { useState } from 'react';
import {
  problemOf,
  useLazyRevisionQuery,
  useLazyRevisionsQuery,
  useRevisionsQuery,
  type Kind,
} from '../state/api.ts';
import { moment } from './day.ts';
import './history.css';
import { useSay } from '../app/say.ts';

const changeWords = ({ kind, where, from, to }: DocumentChange): Text =>
  kind === 'changed'
    ? msg('screen.history.changed', { where, from: from ?? '', to: to ?? '' })
    : msg(kind === 'added' ? 'screen.history.added' : 'screen.history.removed', { where });

export const sizeWords = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

function Changes({ list }: { readonly list: readonly DocumentChange[] }) {
  const say = useSay();
  return (
    <ul className="history-changes">
      {list.map((c, i) => (
        <li key={i}>{say(changeWords(c))}</li>
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
  const say = useSay();
  const { version, savedAt, milestone, changes, moreChanges } = revision;
  return (
    <tr>
      <td className="measure">{version}</td>
      <td>
        {moment(savedAt)}
        {milestone && <span className="muted">{say(msg('screen.history.kept-for-good'))}</span>}
      </td>
      <td>
        {changes.length === 0 ? (
          <span className="muted">{say(msg('screen.history.first-version-kept'))}</span>
        ) : (
          <Changes list={changes} />
        )}
        {moreChanges > 0 && (
          <span className="muted">{say(msg('screen.history.and-more', { moreChanges }))}</span>
        )}
      </td>
      <td className="history-actions">
        {newest ? (
          <span className="muted">{say(msg('screen.history.current'))}</span>
        ) : (
          <>
            <Button size="small" onClick={onCompare}>
              {say(msg('screen.history.compare'))}
            </Button>
            <Button
              size="small"
              aria-label={say(msg('screen.history.restore-version', { version }))}
              onClick={onRestore}
            >
              {say(msg('screen.history.restore'))}
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
  onRestore,
}: {
  readonly kind: Kind;
  readonly id: string;
  /** What is on screen. */
  readonly document: House | Job;
  /** Takes an old version as a change like any other: it is saved, and Undo takes it back. */
  readonly onRestore: (document: House | Job) => void;
}) {
  const say = useSay();
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
      setCompared({ version: old, changes: changesBetween(was.document, document) });
    } catch (e) {
      tell(e);
    }
  };
  const back = async (old: number) => {
    try {
      onRestore((await fetchOne({ kind, id, version: old }).unwrap()).document);
      setOlder(null);
      setCompared(null);
      message.success(say(msg('screen.history.version-is-back-undo-takes', { old })));
    } catch (e) {
      tell(e);
    }
  };

  if (first.isLoading) return <p className="muted">{say(msg('screen.history.looking-up-the-versions'))}</p>;
  if (first.error !== undefined || !first.data)
    return (
      <p role="alert">
        {problemOf(first.error).detail}{' '}
        <Button onClick={() => void first.refetch()}>{say(msg('screen.parts.try-again'))}</Button>
      </p>
    );
  const { data } = first;
  const all = [...data.revisions, ...(older?.list ?? [])];
  const before = older ? older.before : data.before;
  return (
    <div className="stack">
      <p className="muted">
        {say(
          msg('screen.history.kept-elwand-keeps-all-of', {
            count: data.total,
            size: sizeWords(data.fileBytes),
          }),
        )}
      </p>
      <table className="plain-table history">
        <thead>
          <tr>
            <th>{say(msg('screen.history.version'))}</th>
            <th>{say(msg('screen.history.saved'))}</th>
            <th>{say(msg('screen.history.what-changed'))}</th>
            <th>
              <span className="visually-hidden">{say(msg('screen.history.compare-and-restore'))}</span>
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
            {say(msg('screen.history.show-older-versions'))}
          </Button>
        </div>
      )}
      <Modal
        open={compared !== null}
        title={say(msg('screen.history.from-version-to-what-you', { version: compared?.version ?? '' }))}
        onCancel={() => setCompared(null)}
        footer={
          <Button type="primary" onClick={() => compared && void back(compared.version)}>
            {say(msg('screen.history.restore-version', { version: compared?.version ?? '' }))}
          </Button>
        }
      >
        {compared?.changes.length === 0 ? (
          <p>{say(msg('screen.history.they-are-the-same'))}</p>
        ) : (
          <Changes list={compared?.changes ?? []} />
        )}
      </Modal>
    </div>
  );
}
