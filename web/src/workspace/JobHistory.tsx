import { type Job, msg } from '@elwand/core';
import { Drawer } from 'antd';
import { History } from '../parts/History.tsx';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';
import { useFocusBack } from '../parts/use-focus-back.ts';

/** The versions of the job in a drawer. */
export function JobHistory({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const { bundle, edits } = useWork();
  return (
    <Drawer
      open={open}
      onClose={onClose}
      title={say(msg('screen.workspace.history-of-this-job'))}
      size={760}
      destroyOnHidden
    >
      <History
        kind="jobs"
        id={bundle.job.id}
        document={bundle.job}
        onRestore={(old) => edits.job(old as Job)}
      />
    </Drawer>
  );
}
