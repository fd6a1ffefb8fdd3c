import { msg } from '@elwand/core';
import { Input } from 'antd';
import { useSay } from '../../app/say.ts';
import { useWork } from '../../workspace/work.ts';

/** What somebody wants to remember about the job. */
export function JobNote() {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { job } = bundle;
  return (
    <label className="field">
      <span>{say(msg('screen.want.notes-on-the-job'))}</span>
      <Input.TextArea
        value={job.note}
        autoSize={{ minRows: 2 }}
        maxLength={4000}
        onChange={(e) => edits.job({ ...job, note: e.target.value }, 'note')}
      />
    </label>
  );
}
