import { Button, message, Modal } from 'antd';
import { moment } from '../parts/day.ts';
import { problemOf, useBinQuery, usePurgeMutation, useUnbinMutation, type Binned } from '../state/api.ts';

const kindOf = (one: Binned) => (one.kind === 'house' ? ('houses' as const) : ('jobs' as const));

/** What a binned thing is, and what comes back with it. */
function about({ kind, jobs, house }: Binned): string {
  if (kind === 'house')
    return jobs.length === 0
      ? 'House, no jobs'
      : `House with ${jobs.length === 1 ? '1 job' : `${jobs.length} jobs`}`;
  return house ? `Job in ${house.name}${house.binned ? ', which is in the bin too' : ''}` : 'Job';
}

/** Houses and jobs that were deleted. They stay until they are deleted for good. */
export function Bin() {
  const { data } = useBinQuery(undefined, { refetchOnMountOrArgChange: true });
  const [unbin] = useUnbinMutation();
  const [purge] = usePurgeMutation();
  if (!data || data.length === 0) return null;
  const restore = async (one: Binned) => {
    try {
      await unbin({ kind: kindOf(one), id: one.id, version: one.version }).unwrap();
      message.success(`"${one.name}" is back`);
    } catch (e) {
      message.error({ content: problemOf(e).detail, duration: 8 });
    }
  };
  const forGood = (one: Binned) =>
    Modal.confirm({
      title: `Delete "${one.name}" for good?`,
      content: 'With all its versions. Nobody can bring it back after that.',
      okText: 'Delete for good',
      okButtonProps: { danger: true },
      onOk: () =>
        purge({ kind: kindOf(one), id: one.id })
          .unwrap()
          .catch((e: unknown) => void message.error(problemOf(e).detail)),
    });
  return (
    <details className="bin">
      <summary>Bin ({data.length})</summary>
      <ul>
        {data.map((one) => (
          <li key={`${one.kind}${one.id}`} className="job-line">
            <span className="grow">
              <b>{one.name}</b> <span className="quiet">{about(one)}</span>
            </span>
            <span className="quiet">deleted {moment(one.deletedAt)}</span>
            <Button
              size="small"
              aria-label={`Restore ${one.name}`}
              disabled={one.house?.binned}
              onClick={() => void restore(one)}
            >
              Restore
            </Button>
            <Button size="small" type="text" danger onClick={() => forGood(one)}>
              Delete for good
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
