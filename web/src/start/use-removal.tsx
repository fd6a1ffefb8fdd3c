import { Button, message, Modal, notification } from 'antd';
import { problemOf, useRemoveMutation, useUnbinMutation, type HouseSummary } from '../state/api.ts';
import type { Remove } from './HouseSheet.tsx';

/** Deleting with a way back: a house is asked about by its name, and Undo stays until it has worked. */
export function useRemoval(houses: readonly HouseSummary[]): Remove {
  const [remove] = useRemoveMutation();
  const [unbin] = useUnbinMutation();

  const told: Remove = (kind, id, version, name) => {
    const undo = async () => {
      try {
        await unbin({ kind, id, version }).unwrap();
        notification.destroy(id);
      } catch (e) {
        show(`It could not be restored: ${problemOf(e).detail} It is still in the bin.`);
      }
    };
    const show = (description: string) =>
      notification.open({
        key: id,
        title: `"${name}" was deleted`,
        description,
        duration: 15,
        actions: (
          <Button size="small" onClick={() => void undo()}>
            Undo
          </Button>
        ),
      });
    show('It is in the bin at the end of this page.');
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
    const also = jobs === 0 ? '' : jobs === 1 ? ' and its job' : ` and its ${jobs} jobs`;
    Modal.confirm({
      title: `Delete "${name}"${also}?`,
      content: 'It goes into the bin at the end of this page, where it can be restored.',
      okText: 'Delete',
      okButtonProps: { danger: true },
      onOk: () => doIt(kind, id, version, name),
    });
  };
}
