import { msg, OverrideBasis, type Finding } from '@elwand/core';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { useWork } from './work.ts';

/** A reason shorter than this says nothing. */
const LEAST_REASON = 10;
const LEAST_ANSWER = 3;
const BASES = OverrideBasis.options.map((value) => ({ value, label: msg(`findings.basis.${value}`) }));

/** Going on against a Fix takes who or what says so, and the reason; a question without ready answers takes an answer in words. */
export default function OverrideForm({
  finding,
  onClose,
}: {
  readonly finding: Finding;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const [basis, setBasis] = useState<OverrideBasis | ''>('');
  const [reason, setReason] = useState('');
  const asks = finding.severity === 'watch';
  const least = asks ? LEAST_ANSWER : LEAST_REASON;
  const enough = reason.trim().length >= least && (asks || basis !== '');
  const save = () =>
    edits.job({
      ...bundle.job,
      overrides: [
        ...bundle.job.overrides,
        {
          rule: finding.rule,
          subject: finding.subjects[0] ?? '',
          ...(basis === '' ? {} : { basis }),
          reason: reason.trim(),
        },
      ],
    });
  return (
    <div className="stack">
      {!asks && (
        <Choice
          label={say(msg('screen.workspace.override-basis'))}
          value={basis}
          width={240}
          options={[{ value: '', label: say(msg('screen.workspace.choose-a-basis')) }, ...BASES]}
          onChange={setBasis}
        />
      )}
      <Input.TextArea
        aria-label={say(msg('screen.workspace.reason'))}
        autoFocus={asks}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        maxLength={400}
        autoSize
        placeholder={say(
          msg(asks ? 'screen.workspace.what-you-saw-it-stays' : 'screen.workspace.your-reason-it-stays-on'),
        )}
      />
      {!asks && <p className="quiet">{say(msg('screen.workspace.printed-with-the-sheets', { least }))}</p>}
      <div className="row">
        <Button size="small" disabled={!enough} onClick={save}>
          {say(msg('screen.workspace.go-on-with-this-reason'))}
        </Button>
        <Button size="small" type="text" onClick={onClose}>
          {say(msg('screen.workspace.leave-it-open'))}
        </Button>
      </div>
    </div>
  );
}
