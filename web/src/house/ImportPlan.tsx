import { formatLength, makeRoom, type House, type Room } from '@elwand/core';
import type { Drawing, Understood } from '@elwand/core/sheets';
import { Alert, Button, Checkbox, Modal } from 'antd';
import { lazy, Suspense, useRef, useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { TextField } from '../parts/TextField.tsx';
import { readPlanBehind } from './read-plan.ts';
import { USES } from './words.ts';
import type { SetHouse } from '../state/edit.ts';

const DrawingView = lazy(() => import('../sheets/DrawingView.tsx').then((m) => ({ default: m.DrawingView })));

const UNITS = [
  { value: 'file', label: 'as the file says' },
  { value: '25.4', label: 'inches' },
  { value: '304.8', label: 'feet' },
  { value: '1', label: 'millimetres' },
  { value: '10', label: 'centimetres' },
  { value: '1000', label: 'metres' },
] as const;
type Unit = (typeof UNITS)[number]['value'];

interface Found {
  readonly name: string;
  readonly source: string;
  readonly kind: 'dxf' | 'svg';
  readonly plan: Understood;
}

interface Entry {
  readonly name: string;
  readonly use: Room['use'];
  readonly take: boolean;
}

/** How large all of it would be in each unit: a house is easily told from a doll's house and from a town. */
function sizes({ extent }: Understood, { units }: House): string {
  const inUnit = (mm: number) =>
    `${formatLength(extent.x * mm, units)} by ${formatLength(extent.y * mm, units)}`;
  return UNITS.flatMap(({ value, label }) =>
    value === 'file' ? [] : [`${inUnit(Number(value))} in ${label}`],
  ).join('; ');
}

/** What was understood, as a picture with numbers. */
function picture(plan: Understood): Drawing {
  return {
    key: 'import',
    title: 'What was understood',
    note: 'Each outline with its number.',
    shapes: plan.outlines.flatMap((points, i): Drawing['shapes'][number][] => {
      const x = points.reduce((s, p) => s + p.x, 0) / points.length;
      const y = points.reduce((s, p) => s + p.y, 0) / points.length;
      return [
        { kind: 'line', layer: 'wall', closed: true, points },
        { kind: 'text', layer: 'text', at: { x, y }, text: String(i + 1), size: 200, anchor: 'middle' },
      ];
    }),
  };
}

/** Rooms from a drawing: the file is read, what was understood is shown, and the person corrects it before anything is added. */
export function ImportPlan({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const input = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [unit, setUnit] = useState<Unit>('file');
  const [entries, setEntries] = useState<readonly Entry[]>([]);
  const [busy, setBusy] = useState(false);
  const read = async (name: string, source: string, kind: 'dxf' | 'svg', as: Unit) => {
    setBusy(true);
    try {
      const plan = await readPlanBehind(source, kind, as === 'file' ? undefined : Number(as));
      setFound({ name, source, kind, plan });
      setFailed(null);
      setEntries((before) =>
        plan.outlines.map(
          (_, i) => before[i] ?? { name: `Room ${house.rooms.length + i + 1}`, use: 'bedroom', take: true },
        ),
      );
    } catch (error) {
      setFailed(`${name}: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      setBusy(false);
    }
  };
  const open = async (file: File) => {
    setEntries([]);
    setUnit('file');
    await read(file.name, await file.text(), /\.dxf$/i.test(file.name) ? 'dxf' : 'svg', 'file');
  };
  const add = async () => {
    if (!found) return;
    const { roomFromOutline } = await import('@elwand/core/sheets');
    const template = makeRoom('t', 'T', 'bedroom', 1000, 1000);
    const rooms = found.plan.outlines.flatMap((outline, i): Room[] => {
      const e = entries[i];
      return e?.take
        ? [{ ...roomFromOutline(outline, e.name, template, () => freshId('room')), use: e.use }]
        : [];
    });
    onHouse((h) => ({ ...h, rooms: [...h.rooms, ...rooms] }));
    setFound(null);
  };
  const set = (i: number, to: Partial<Entry>) =>
    setEntries(entries.map((e, k) => (k === i ? { ...e, ...to } : e)));
  const taken = entries.filter((e) => e.take).length;
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".dxf,.svg"
        hidden
        aria-label="Floor plan file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void open(file);
          e.target.value = '';
        }}
      />
      <Button loading={busy} onClick={() => input.current?.click()}>
        Read a floor plan
      </Button>
      {failed !== null && (
        <Alert type="error" title={failed} closable={{ onClose: () => setFailed(null) }} role="alert" />
      )}
      <Modal
        open={found !== null}
        title={found ? `What was understood of ${found.name}` : ''}
        width={760}
        okText={`Add ${taken} room${taken === 1 ? '' : 's'}`}
        okButtonProps={{ disabled: taken === 0 || !found?.plan.scale.known }}
        onOk={() => void add()}
        onCancel={() => setFound(null)}
      >
        {found && (
          <div className="stack">
            <p>
              {found.plan.segments} lines, {found.plan.outlines.length} room
              {found.plan.outlines.length === 1 ? '' : 's'}.
              {found.plan.scale.known &&
                ` One unit of the file is ${found.plan.scale.mmPerUnit.toPrecision(4)} mm: ${found.plan.scale.from}.`}
            </p>
            {!found.plan.scale.known && (
              <Alert
                type="warning"
                title="The file doesn't say what its unit is. Choose it before you add rooms."
                description={`The whole drawing would be ${sizes(found.plan, house)}.`}
              />
            )}
            {found.plan.movedMm !== null && (
              <p className="muted">
                The drawing lies {formatLength(found.plan.movedMm, house.units)} from its origin. It was moved
                there.
              </p>
            )}
            <Choice
              label="The file is in"
              value={unit}
              options={UNITS}
              onChange={(u) => {
                setUnit(u);
                void read(found.name, found.source, found.kind, u);
              }}
            />
            {found.plan.leftOut.length > 0 && (
              <p className="muted">Not used: {found.plan.leftOut.join('; ')}.</p>
            )}
            {found.plan.outlines.length === 0 ? (
              <p className="empty">
                No closed outline large enough for a room. Check the unit; walls that are drawn as two lines
                need their inner faces closed.
              </p>
            ) : (
              <Suspense fallback={<p className="muted">Drawing …</p>}>
                <DrawingView drawing={picture(found.plan)} width={700} mostPx={260} />
              </Suspense>
            )}
            {entries.map((e, i) => (
              <div className="row fields" key={i}>
                <Checkbox checked={e.take} onChange={(x) => set(i, { take: x.target.checked })}>
                  {i + 1}
                </Checkbox>
                <TextField
                  label="Name"
                  value={e.name}
                  required
                  width={150}
                  onChange={(name) => set(i, { name })}
                />
                <Choice label="Used as" value={e.use} options={USES} onChange={(use) => set(i, { use })} />
              </div>
            ))}
          </div>
        )}
      </Modal>
    </>
  );
}
