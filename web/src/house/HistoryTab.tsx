import { Button, message } from 'antd';
import type { House } from '@elwand/core';
import { problemOf, useRestoreMutation, useRevisionsQuery } from '../state/api.ts';
import { opened } from '../state/document.ts';
import { useAppDispatch } from '../state/store.ts';
import { useHouse } from './house-context.ts';

/** Every saved version of the house; any can be brought back as the newest one. */
export function HistoryTab() {
  const { house } = useHouse();
  const { data, error, isLoading, refetch } = useRevisionsQuery(
    { kind: 'houses', id: house.id },
    { refetchOnMountOrArgChange: true },
  );
  const [restore] = useRestoreMutation();
  const dispatch = useAppDispatch();
  const back = async (version: number) => {
    try {
      const saved = await restore({ kind: 'houses', id: house.id, version }).unwrap();
      dispatch(
        opened({
          house: saved.document as House,
          houseVersion: saved.version,
          job: null,
          jobVersion: 0,
          draft: null,
        }),
      );
      message.success(`Version ${version} is back, as version ${saved.version}`);
    } catch (e) {
      message.error(problemOf(e).detail);
    }
  };
  if (isLoading) return <p className="muted">Looking up the versions</p>;
  if (error !== undefined)
    return (
      <p role="alert">
        {problemOf(error).detail} <Button onClick={() => void refetch()}>Try again</Button>
      </p>
    );
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>Version</th>
          <th>Saved</th>
          <th>
            <span className="visually-hidden">Bring back</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {data?.map((r, i) => (
          <tr key={r.version}>
            <td className="measure">{r.version}</td>
            <td>{new Date(r.savedAt).toLocaleString()}</td>
            <td>
              {i === 0 ? (
                <span className="muted">this is what you see</span>
              ) : (
                <Button size="small" onClick={() => void back(r.version)}>
                  Bring version {r.version} back
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
