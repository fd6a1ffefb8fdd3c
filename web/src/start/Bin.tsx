import { msg, type Text, type Binned } from '@elwand/core';
import { Button, message, Modal } from 'antd';
import { moment } from '../parts/day.ts';
import { problemOf, useBinQuery, usePurgeMutation, useUnbinMutation } from '../state/api.ts';
import { useSay } from '../app/say.ts';

const kindOf = (one: Binned) => (one.kind === 'house' ? ('houses' as const) : ('jobs' as const));

/** What a binned thing is, and what comes back with it. */
function about({ kind, jobs, house }: Binned): Text {
  if (kind === 'house') return msg('screen.start.house-with', { jobs: jobs.length });
  if (!house) return msg('screen.start.job');
  return house.binned
    ? msg('screen.start.job-in-binned', { house: house.name })
    : msg('screen.start.job-in', { house: house.name });
}

/** Houses and jobs that were deleted. They stay until they are deleted for good. */
export function Bin() {
  const say = useSay();
  const { data } = useBinQuery(undefined, { refetchOnMountOrArgChange: true });
  const [unbin] = useUnbinMutation();
  const [purge] = usePurgeMutation();
  if (!data || data.length === 0) return null;
  const restore = async (one: Binned) => {
    try {
      await unbin({ kind: kindOf(one), id: one.id, version: one.version }).unwrap();
      message.success(say(msg('screen.start.is-back', { name: one.name })));
    } catch (e) {
      message.error({ content: problemOf(e).detail, duration: 8 });
    }
  };
  const forGood = (one: Binned) =>
    Modal.confirm({
      title: say(msg('screen.start.delete-for-good', { name: one.name })),
      content: say(msg('screen.start.with-all-its-versions-nobody')),
      okText: say(msg('screen.start.delete-for-good-2')),
      okButtonProps: { danger: true },
      onOk: () =>
        purge({ kind: kindOf(one), id: one.id })
          .unwrap()
          .catch((e: unknown) => void message.error(problemOf(e).detail)),
    });
  return (
    <details className="bin">
      <summary>{say(msg('screen.start.bin', { count: data.length }))}</summary>
      <ul>
        {data.map((one) => (
          <li key={`${one.kind}${one.id}`} className="job-line">
            <span className="grow">
              <b>{one.name}</b> <span className="quiet">{say(about(one))}</span>
            </span>
            <span className="quiet">
              {say(msg('screen.start.deleted', { deletedAt: moment(one.deletedAt) }))}
            </span>
            <Button
              size="small"
              aria-label={say(msg('screen.start.restore-2', { name: one.name }))}
              disabled={one.house?.binned}
              onClick={() => void restore(one)}
            >
              {say(msg('screen.start.restore'))}
            </Button>
            <Button size="small" type="text" danger onClick={() => forGood(one)}>
              {say(msg('screen.start.delete-for-good-2'))}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
