import { formatLength, neighbourHeight, type Want } from '@elwand/core';
import { Button, Input } from 'antd';
import { Choice } from '../../parts/Choice.tsx';
import { LoadsEditor } from '../../parts/LoadsEditor.tsx';
import { TextField } from '../../parts/TextField.tsx';
import { PositionFields } from '../../house/PointForm.tsx';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import '../marks.css';

const KINDS = [
  { value: 'receptacle', label: 'Outlet' },
  { value: 'luminaire', label: 'Light' },
  { value: 'appliance', label: 'Fixed appliance' },
] as const;

function WantForm({
  want,
  set,
  put,
  remove,
}: {
  readonly want: Want;
  readonly set: (to: Partial<Want>, merge?: string) => void;
  readonly put: (want: Want) => void;
  readonly remove: () => void;
}) {
  const { bundle, evaluation } = useWork();
  const { house } = bundle;
  const switches = house.points.filter((p) => p.kind === 'switch');
  const near =
    want.at.on === 'wall' && want.kind === 'receptacle'
      ? neighbourHeight(house, evaluation.plan, want.at, 'receptacle')
      : undefined;
  return (
    <article className="want" aria-label={want.label}>
      <div className="row fields">
        <TextField
          label="Name"
          value={want.label}
          required
          width={110}
          onChange={(label) => set({ label })}
        />
        <Choice
          label="What"
          value={want.kind}
          width={140}
          options={KINDS}
          onChange={(kind) => set({ kind })}
        />
        <PositionFields house={house} at={want.at} wallsOnly onChange={(at) => set({ at })} />
        {near !== undefined && want.at.on === 'wall' && Math.abs(near - want.at.heightMm) > 6 && (
          <Button
            size="small"
            onClick={() => want.at.on === 'wall' && set({ at: { ...want.at, heightMm: near } })}
          >
            As the neighbours: {formatLength(near, house.units, 'inches')}
          </Button>
        )}
        {want.kind === 'receptacle' && (
          <Choice
            label="Gangs"
            value={String(want.gangs)}
            width={70}
            options={[
              { value: '1', label: '1' },
              { value: '2', label: '2' },
              { value: '3', label: '3' },
            ]}
            onChange={(g) => set({ gangs: Number(g) })}
          />
        )}
        <Choice
          label="Live"
          value={want.control.by === 'always' ? 'always' : want.control.pointId}
          width={150}
          options={[
            { value: 'always', label: 'always' },
            ...switches.map((s) => ({ value: s.id, label: `by switch ${s.label}` })),
          ]}
          onChange={(v) => {
            const s = switches.find((x) => x.id === v);
            set({ control: s ? { by: 'switch', pointId: s.id } : { by: 'always' } });
          }}
        />
        {want.kind === 'appliance' && (
          <Choice
            label="Voltage"
            value={want.volts === 240 ? '240' : '120'}
            width={210}
            options={[
              { value: '120', label: '120 V' },
              { value: '240', label: '240 V, two hots' },
            ]}
            onChange={(v) => {
              const { volts: _, ...rest } = want;
              put(v === '240' ? { ...rest, volts: 240 } : rest);
            }}
          />
        )}
        <Button type="text" size="small" aria-label={`Take out ${want.label}`} onClick={remove}>
          ✕
        </Button>
      </div>
      <LoadsEditor loads={want.loads} volts={want.volts ?? 120} onChange={(loads) => set({ loads })} />
    </article>
  );
}

/** Mark 1: what is wanted, where, with what plugged in. */
export function WantMark() {
  const { bundle, edits, setPlacing } = useWork();
  const { job } = bundle;
  const selected = useAppSelector((s) => s.view.selected);
  const dispatch = useAppDispatch();
  const set = (id: string) => (to: Partial<Want>, merge?: string) =>
    edits.job({ ...job, wants: job.wants.map((w) => (w.id === id ? { ...w, ...to } : w)) }, merge);
  const ordered = [...job.wants].sort((a, b) => Number(b.id === selected) - Number(a.id === selected));
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">What is wanted</h2>
        <Button type="primary" onClick={() => setPlacing('receptacle')}>
          Place an outlet
        </Button>
        <Button onClick={() => setPlacing('luminaire')}>Place a light</Button>
        <Button onClick={() => setPlacing('appliance')}>Place a fixed appliance</Button>
      </div>
      {job.wants.length === 0 && (
        <p className="empty">
          Nothing is wanted yet. Press "Place an outlet", then click on the wall; drag it, or type its exact
          place here.
        </p>
      )}
      {ordered.map((w) => (
        <div key={w.id} onFocus={() => selected !== w.id && dispatch(selectedAction(w.id))}>
          <WantForm
            want={w}
            set={set(w.id)}
            put={(next) => edits.job({ ...job, wants: job.wants.map((x) => (x.id === next.id ? next : x)) })}
            remove={() => edits.job({ ...job, wants: job.wants.filter((x) => x.id !== w.id) })}
          />
        </div>
      ))}
      <label className="field">
        <span>Notes on the job</span>
        <Input.TextArea
          value={job.note}
          autoSize={{ minRows: 2 }}
          maxLength={4000}
          onChange={(e) => edits.job({ ...job, note: e.target.value }, 'note')}
        />
      </label>
    </div>
  );
}
