import { ItemId, msg, type Job, type Permit } from '@elwand/core';
import { Button, Input } from 'antd';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { freshId } from '../../parts/ids.ts';
import { TextField } from '../../parts/TextField.tsx';

const KINDS = ['rough', 'final'] as const;
const RESULTS = ['open', 'passed', 'failed'] as const;
const NONE: Permit = { number: '', by: '', inspections: [] };
type Inspection = Permit['inspections'][number];

function InspectionRow({
  inspection,
  onChange,
  onDelete,
}: {
  readonly inspection: Inspection;
  readonly onChange: (to: Inspection) => void;
  readonly onDelete: () => void;
}) {
  const say = useSay();
  return (
    <div className="row fields">
      <Choice
        label={say(msg('screen.prove.inspection'))}
        value={inspection.kind}
        width={210}
        options={KINDS.map((kind) => ({ value: kind, label: msg('screen.prove.inspection-of', { kind }) }))}
        onChange={(kind) => onChange({ ...inspection, kind })}
      />
      <label className="field">
        <span>{say(msg('screen.prove.inspection-on'))}</span>
        <Input
          type="date"
          value={inspection.on ?? ''}
          onChange={(e) => onChange({ ...inspection, on: e.target.value === '' ? null : e.target.value })}
        />
      </label>
      <Choice
        label={say(msg('screen.prove.inspection-result'))}
        value={inspection.result}
        width={110}
        options={RESULTS.map((result) => ({
          value: result,
          label: msg('screen.prove.result-of', { result }),
        }))}
        onChange={(result) => onChange({ ...inspection, result })}
      />
      <label className="field grow">
        <span>{say(msg('screen.prove.inspection-note'))}</span>
        <Input
          value={inspection.note}
          maxLength={400}
          onChange={(e) => onChange({ ...inspection, note: e.target.value })}
        />
      </label>
      <Button size="small" onClick={onDelete}>
        {say(msg('screen.prove.delete-inspection'))}
      </Button>
    </div>
  );
}

/** Permit and inspections: kept with the job, printed with its record. */
export function PermitFields({
  job,
  onJob,
}: {
  readonly job: Job;
  readonly onJob: (to: Job, merge?: string) => void;
}) {
  const say = useSay();
  const permit = job.permit ?? NONE;
  const put = (to: Permit, merge?: string) => {
    const { permit: _, ...rest } = job;
    const isEmpty = to.number === '' && to.by === '' && to.inspections.length === 0;
    onJob(isEmpty ? rest : { ...rest, permit: to }, merge);
  };
  return (
    <details className="permit" open={job.permit !== undefined}>
      <summary>{say(msg('screen.prove.permit'))}</summary>
      <div className="stack">
        <div className="row fields">
          <TextField
            label={say(msg('screen.prove.permit-number'))}
            value={permit.number}
            onChange={(number) => put({ ...permit, number: number.slice(0, 60) }, 'permit-number')}
          />
          <TextField
            label={say(msg('screen.prove.permit-by'))}
            value={permit.by}
            onChange={(by) => put({ ...permit, by: by.slice(0, 120) }, 'permit-by')}
          />
        </div>
        {permit.inspections.map((i) => (
          <InspectionRow
            key={i.id}
            inspection={i}
            onChange={(to) =>
              put(
                { ...permit, inspections: permit.inspections.map((x) => (x.id === i.id ? to : x)) },
                `inspection-${i.id}`,
              )
            }
            onDelete={() => put({ ...permit, inspections: permit.inspections.filter((x) => x.id !== i.id) })}
          />
        ))}
        <div>
          <Button
            size="small"
            disabled={permit.inspections.length >= 20}
            onClick={() =>
              put({
                ...permit,
                inspections: [
                  ...permit.inspections,
                  {
                    id: ItemId.parse(freshId('inspection')),
                    kind: permit.inspections.some((i) => i.kind === 'rough') ? 'final' : 'rough',
                    on: null,
                    result: 'open',
                    note: '',
                  },
                ],
              })
            }
          >
            {say(msg('screen.prove.add-inspection'))}
          </Button>
        </div>
      </div>
    </details>
  );
}
