import { msg, type HouseSummary } from '@elwand/core';
import { Button, message, Modal, notification } from 'antd';
import { problemOf, useRemoveMutation, useUnbinMutation } from '../state/api.ts';
import type { Remove } from './HouseSheet.tsx';
import { useSay } from '../app/say.ts';

/** Deleting with a way back: a house is asked about by its name, and Undo stays until it has worked. */
export function useRemoval(houses: readonly HouseSummary[]): Remove {
  const say = useSay();
  const [remove] = useRemoveMutation();
  const [unbin] = useUnbinMutation();

  const told: Remove = (kind, id, version, name) => {
    const undo = async () => {
      try {
        await unbin({ kind, id, version }).unwrap();
        notification.destroy(id);
      } catch (e) {
        show(say(msg('screen.start.it-could-not-be-restored', { detail: problemOf(e).detail })));
      }
    };
    const show = (description: string) =>
      notification.open({
        key: id,
        title: say(msg('screen.start.was-deleted', { name })),
        description,
        duration: 15,
        actions: (
          <Button size="small" onClick={() => void undo()}>
            {say(msg('screen.start.undo'))}
          </Button>
        ),
      });
    show(say(msg('screen.start.it-is-in-the-bin')));
  };

  const doIt = async (...[kind, id, version, name]: Parameters<Remove>): Promise<void> => {
    try {
      await remove({ kind, id }).unwrap();
      told(kind, id, version, name);
    } catch (e) {
      message.error(problemOf(e).detail);
    }
  };

  return (kind, id, version, name) => {
    if (kind === 'jobs') {
      void doIt(kind, id, version, name);
      return;
    }
    const jobs = houses.find((h) => h.id === id)?.jobs.length ?? 0;
    Modal.confirm({
      title: say(msg('screen.start.delete', { name, jobs })),
      content: say(msg('screen.start.it-goes-into-the-bin')),
      okText: say(msg('screen.start.delete-2')),
      okButtonProps: { danger: true },
      onOk: () => doIt(kind, id, version, name),
    });
  };
}
