import { msg, type Backup } from '@elwand/core';
import { Button, Drawer, message, Modal } from 'antd';
import { moment } from '../parts/day.ts';
import { sizeWords } from '../parts/History.tsx';
import { problemOf, useBackupsQuery, useMakeBackupMutation, useRestoreBackupMutation } from '../state/api.ts';
import { useSay } from '../app/say.ts';
import { useFocusBack } from '../parts/use-focus-back.ts';

/** Backups of everything: make one, download it, put one back. */
export function BackupDrawer({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const { data, error, refetch } = useBackupsQuery(undefined, { skip: !open });
  const [make, { isLoading }] = useMakeBackupMutation();
  const [restore] = useRestoreBackupMutation();
  const tell = (e: unknown) => void message.error({ content: problemOf(e).detail, duration: 8 });
  const onMake = async () => {
    try {
      const { name } = await make().unwrap();
      message.success(say(msg('screen.start.backed-up-as', { name })));
    } catch (e) {
      tell(e);
    }
  };
  const onRestore = (backup: Backup) =>
    Modal.confirm({
      title: say(msg('screen.start.restore-the-backup-of', { madeAt: moment(backup.madeAt) })),
      content: say(msg('screen.start.all-houses-and-jobs-become')),
      okText: say(msg('screen.start.restore')),
      onOk: () =>
        restore(backup.name)
          .unwrap()
          .then(() => void message.success(say(msg('screen.start.restored'))), tell),
    });
  return (
    <Drawer open={open} onClose={onClose} title={say(msg('screen.start.backups'))} size={560}>
      <div className="stack">
        <p>{say(msg('screen.start.a-backup-holds-all-houses'))}</p>
        <div className="row">
          <Button type="primary" loading={isLoading} onClick={() => void onMake()}>
            {say(msg('screen.start.back-up-now'))}
          </Button>
          <Button href="/api/export" download>
            {say(msg('screen.start.export-all-houses'))}
          </Button>
        </div>
        {error !== undefined && (
          <p role="alert">
            {problemOf(error).detail}{' '}
            <Button onClick={() => void refetch()}>{say(msg('screen.start.try-again'))}</Button>
          </p>
        )}
        {data?.length === 0 && <p className="muted">{say(msg('screen.start.no-backup-yet'))}</p>}
        <ul>
          {data?.map((b) => (
            <li key={b.name} className="job-line">
              <span className="grow">
                {moment(b.madeAt)} <span className="quiet">{sizeWords(b.bytes)}</span>
                {b.name.startsWith('before-restore') && (
                  <span className="quiet">{say(msg('screen.start.before-a-restore'))}</span>
                )}
              </span>
              <Button size="small" href={`/api/backups/${b.name}`} download>
                {say(msg('screen.start.download'))}
              </Button>
              <Button size="small" onClick={() => onRestore(b)}>
                {say(msg('screen.start.restore'))}
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </Drawer>
  );
}
