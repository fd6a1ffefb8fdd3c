import { Button, Drawer, message, Modal } from 'antd';
import { moment } from '../parts/day.ts';
import { sizeWords } from '../parts/History.tsx';
import {
  problemOf,
  useBackupsQuery,
  useMakeBackupMutation,
  useRestoreBackupMutation,
  type Backup,
} from '../state/api.ts';

/** Backups of everything: make one, download it, put one back. */
export function BackupDrawer({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const { data, error, refetch } = useBackupsQuery(undefined, { skip: !open });
  const [make, { isLoading }] = useMakeBackupMutation();
  const [restore] = useRestoreBackupMutation();
  const tell = (e: unknown) => void message.error({ content: problemOf(e).detail, duration: 8 });
  const onMake = async () => {
    try {
      const { name } = await make().unwrap();
      message.success(`Backed up as ${name}`);
    } catch (e) {
      tell(e);
    }
  };
  const onRestore = (backup: Backup) =>
    Modal.confirm({
      title: `Restore the backup of ${moment(backup.madeAt)}?`,
      content:
        'All houses and jobs become what they were then. What is here now is backed up first and stays in this list.',
      okText: 'Restore',
      onOk: () =>
        restore(backup.name)
          .unwrap()
          .then(() => void message.success('Restored'), tell),
    });
  return (
    <Drawer open={open} onClose={onClose} title="Backups" size={560}>
      <div className="stack">
        <p>
          A backup holds all houses and jobs with their history. It stays in the data folder; download it to
          keep it elsewhere.
        </p>
        <div className="row">
          <Button type="primary" loading={isLoading} onClick={() => void onMake()}>
            Back up now
          </Button>
          <Button href="/api/export" download>
            Export all houses
          </Button>
        </div>
        {error !== undefined && (
          <p role="alert">
            {problemOf(error).detail} <Button onClick={() => void refetch()}>Try again</Button>
          </p>
        )}
        {data?.length === 0 && <p className="muted">No backup yet.</p>}
        <ul>
          {data?.map((b) => (
            <li key={b.name} className="job-line">
              <span className="grow">
                {moment(b.madeAt)} <span className="quiet">{sizeWords(b.bytes)}</span>
                {b.name.startsWith('before-restore') && <span className="quiet"> · before a restore</span>}
              </span>
              <Button size="small" href={`/api/backups/${b.name}`} download>
                Download
              </Button>
              <Button size="small" onClick={() => onRestore(b)}>
                Restore
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </Drawer>
  );
}
