import { formatLength, makeRoom, type House, type Room, msg, type Say } from '@elwand/core';
import type { Drawing, Understood, WallFound } from '@elwand/core/sheets';
import { Alert, Button, Checkbox, Modal } from 'antd';
import { Fragment, lazy, Suspense, useRef, useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { TextField } from '../parts/TextField.tsx';
import { readPlanBehind } from './read-plan.ts';
import { USES } from './words.ts';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';
import { SaidError, saysOf } from '../app/said-error.ts';

const DrawingView = lazy(() => import('../sheets/DrawingView.tsx').then((m) => ({ default: m.DrawingView })));

const UNITS = [
  { value: 'file', label: msg('screen.rooms.as-the-file-says') },
  { value: '25.4', label: msg('screen.rooms.inches') },
  { value: '304.8', label: msg('screen.rooms.feet') },
  { value: '1', label: msg('screen.rooms.millimeters') },
  { value: '10', label: msg('screen.rooms.centimeters') },
  { value: '1000', label: msg('screen.rooms.meters') },
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
  /** Somebody typed its name or said its use. */
  readonly own: boolean;
  /** As they were read, and corrected; empty where the drawing has one line for a wall. */
  readonly walls: readonly WallFound[];
}

/** How large all of it would be in each unit: a house is easily told from a doll's house and from a town. */
function sizes({ extent }: Understood, { units }: House, say: Say): string {
  const inUnit = (mm: number) => ({
    width: formatLength(extent.x * mm, units),
    depth: formatLength(extent.y * mm, units),
  });
  return UNITS.flatMap(({ value, label }) =>
    value === 'file' ? [] : [say(msg('screen.rooms.size-in', { ...inUnit(Number(value)), unit: label }))],
  ).join('; ');
}

/** What was understood, as a picture with numbers. */
function picture(plan: Understood, entries: readonly Entry[], say: Say): Drawing {
  return {
    key: 'import',
    title: say(msg('screen.rooms.what-was-understood')),
    note: say(msg('screen.rooms.each-outline-with-its-number')),
    shapes: [
      ...plan.lines.map((s): Shape => ({ kind: 'line', layer: 'framing', points: [s.a, s.b] })),
      ...plan.outlines.flatMap((points, i): Shape[] => {
        const x = points.reduce((s, p) => s + p.x, 0) / points.length;
        const y = points.reduce((s, p) => s + p.y, 0) / points.length;
        const walls = entries[i]?.walls ?? [];
        return [
          { kind: 'line', layer: 'wall', closed: true, points },
          ...points.flatMap((p, k) =>
            (walls[k]?.openings ?? []).map((o): Shape => {
              const q = points[(k + 1) % points.length] ?? p;
              const length = Math.hypot(q.x - p.x, q.y - p.y);
              const at = (mm: number) => ({
                x: p.x + ((q.x - p.x) * mm) / length,
                y: p.y + ((q.y - p.y) * mm) / length,
              });
              return {
                kind: 'line',
                layer: o.kind === 'window' ? 'existing' : 'new',
                points: [at(o.leftMm), at(o.rightMm)],
              };
            }),
          ),
          { kind: 'text', layer: 'text', at: { x, y }, text: String(i + 1), size: 200, anchor: 'middle' },
        ];
      }),
    ],
  };
}
type Shape = Drawing['shapes'][number];

/** How much was read, in which unit, and whether that can be. */
function Measures({ plan, house }: { readonly plan: Understood; readonly house: House }) {
  const say = useSay();
  return (
    <>
      <p>
        {say(
          msg('screen.rooms.lines-rooms', {
            segments: plan.segments,
            count: plan.outlines.length,
          }),
        )}
        {plan.scale.known && ' '}
        {plan.scale.known &&
          say(
            msg('screen.rooms.one-unit-of-the-file', {
              mmPerUnit: plan.scale.mmPerUnit.toPrecision(4),
              from: plan.scale.from,
            }),
          )}
      </p>
      {!plan.scale.known && (
        <Alert
          type="warning"
          title={say(msg('screen.rooms.the-file-doesnt-say-what'))}
          description={say(
            msg('screen.rooms.the-whole-drawing-would-be', { sizes: sizes(plan, house, say) }),
          )}
        />
      )}
      {plan.movedMm !== null && (
        <p className="muted">
          {say(
            msg('screen.rooms.the-drawing-lies-from-its', {
              moved: formatLength(plan.movedMm, house.units),
            }),
          )}
        </p>
      )}
    </>
  );
}

/** What was understood, as a picture, and what was left out. */
function Outlines({ plan, entries }: { readonly plan: Understood; readonly entries: readonly Entry[] }) {
  const say = useSay();
  return (
    <>
      {plan.leftOut.length > 0 && (
        <p className="muted">
          {say(msg('screen.rooms.not-used', { leftOut: plan.leftOut.map(say).join('; ') }))}
        </p>
      )}
      {plan.outlines.length === 0 ? (
        <p className="empty">{say(msg('screen.rooms.no-closed-outline-large-enough'))}</p>
      ) : (
        <Suspense fallback={<p className="muted">{say(msg('screen.rooms.drawing'))}</p>}>
          <DrawingView drawing={picture(plan, entries, say)} width={700} mostPx={300} />
        </Suspense>
      )}
    </>
  );
}

/** On which side of its room a wall lies on the sheet; outlines go clockwise. */
function sideOf(outline: Understood['outlines'][number], k: number): 'top' | 'right' | 'bottom' | 'left' {
  const [p, q] = [outline[k], outline[(k + 1) % outline.length]];
  const [dx, dy] = [(q?.x ?? 0) - (p?.x ?? 0), (q?.y ?? 0) - (p?.y ?? 0)];
  if (Math.abs(dx) >= Math.abs(dy)) return dx > 0 ? 'top' : 'bottom';
  return dy > 0 ? 'right' : 'left';
}

/** What was read of the walls of one room, to be corrected: thickness, outside or not, and what each opening is. */
function WallsRead({
  walls,
  outline,
  house,
  put,
}: {
  readonly outline: Understood['outlines'][number];
  readonly walls: readonly WallFound[];
  readonly house: House;
  readonly put: (walls: readonly WallFound[]) => void;
}) {
  const say = useSay();
  const change = (k: number, to: Partial<WallFound>) =>
    put(walls.map((w, i) => (i === k ? { ...w, ...to } : w)));
  const openings = walls.reduce((n, w) => n + w.openings.length, 0);
  return (
    <details className="wall-more">
      <summary>{say(msg('screen.rooms.walls-read', { walls: walls.length, openings }))}</summary>
      {walls.map((w, k) => (
        <div className="row fields" key={k}>
          <span className="wall-side">{say(msg('screen.rooms.side', { side: sideOf(outline, k) }))}</span>
          {w.thicknessMm !== null && (
            <LengthInput
              label={say(msg('screen.rooms.wall-thick'))}
              value={w.thicknessMm}
              system={house.units}
              width={120}
              onChange={(thicknessMm) => change(k, { thicknessMm })}
            />
          )}
          <Checkbox checked={w.exterior} onChange={(x) => change(k, { exterior: x.target.checked })}>
            {say(msg('screen.wall.outside-wall'))}
          </Checkbox>
          {w.openings.map((o, n) => (
            <Choice
              key={n}
              label={say(msg('screen.rooms.opening-at', { at: formatLength(o.leftMm, house.units) }))}
              value={o.kind}
              width={120}
              options={OPENINGS}
              onChange={(kind) =>
                change(k, {
                  openings:
                    kind === 'none'
                      ? w.openings.filter((_, i) => i !== n)
                      : w.openings.map((x, i) => (i === n ? { ...x, kind } : x)),
                })
              }
            />
          ))}
        </div>
      ))}
    </details>
  );
}
const OPENINGS = [
  { value: 'door', label: msg('names.opening.door') },
  { value: 'window', label: msg('names.opening.window') },
  { value: 'cased', label: msg('names.opening.cased') },
  { value: 'none', label: msg('screen.rooms.no-opening') },
] as const;

/** The rooms that can be taken over: each with its name and use, and its walls where the drawing tells of them. */
function Entries({
  entries,
  plan,
  house,
  set,
}: {
  readonly entries: readonly Entry[];
  readonly plan: Understood;
  readonly house: House;
  readonly set: (index: number, to: Partial<Entry>) => void;
}) {
  const say = useSay();
  return (
    <>
      {entries.map((e, i) => (
        <Fragment key={i}>
          <div className="row fields">
            <Checkbox checked={e.take} onChange={(x) => set(i, { take: x.target.checked })}>
              {i + 1}
            </Checkbox>
            <TextField
              label={say(msg('screen.rooms.name'))}
              value={e.name}
              required
              width={150}
              onChange={(name) => set(i, { name })}
            />
            <Choice
              label={say(msg('screen.rooms.used-as'))}
              value={e.use}
              options={USES}
              onChange={(use) => set(i, { use })}
            />
          </div>
          {e.walls.length > 0 && (
            <WallsRead
              walls={e.walls}
              outline={plan.outlines[i] ?? []}
              house={house}
              put={(walls) => set(i, { walls })}
            />
          )}
        </Fragment>
      ))}
    </>
  );
}

/** Rooms from a drawing: the file is read, what was understood is shown, and the person corrects it before anything is added. */
export function ImportPlan({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [unit, setUnit] = useState<Unit>('file');
  const [entries, setEntries] = useState<readonly Entry[]>([]);
  const [busy, setBusy] = useState(false);
  const read = async (name: string, source: string, kind: 'dxf' | 'svg', as: Unit) => {
    setBusy(true);
    try {
      const answer = await readPlanBehind(source, kind, as === 'file' ? undefined : Number(as));
      if (!answer.ok) throw new SaidError(answer.message);
      const plan = answer.value;
      setFound({ name, source, kind, plan });
      setFailed(null);
      setEntries((before) =>
        plan.rooms.map((r, i): Entry => {
          const there = before[i];
          // What was typed stays; all else is as the unit says.
          return {
            name: r.name ?? say(msg('screen.rooms.room', { count: house.rooms.length + i + 1 })),
            use: r.use ?? 'bedroom',
            take: there?.take ?? true,
            ...(there?.own ? { name: there.name, use: there.use } : {}),
            own: there?.own ?? false,
            walls: r.walls,
          };
        }),
      );
    } catch (error) {
      setFailed(`${name}: ${say(saysOf(error, ''))}`);
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
        ? [{ ...roomFromOutline(outline, e.name, template, () => freshId('room'), e.walls), use: e.use }]
        : [];
    });
    onHouse((h) => ({ ...h, rooms: [...h.rooms, ...rooms] }));
    setFound(null);
  };
  const set = (i: number, to: Partial<Entry>) =>
    setEntries(
      entries.map((e, k) =>
        k === i ? { ...e, ...to, own: e.own || to.name !== undefined || to.use !== undefined } : e,
      ),
    );
  const taken = entries.filter((e) => e.take).length;
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".dxf,.svg"
        hidden
        aria-label={say(msg('screen.rooms.floor-plan-file'))}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void open(file);
          e.target.value = '';
        }}
      />
      <Button loading={busy} onClick={() => input.current?.click()}>
        {say(msg('screen.rooms.read-a-floor-plan'))}
      </Button>
      {failed !== null && (
        <Alert type="error" title={failed} closable={{ onClose: () => setFailed(null) }} role="alert" />
      )}
      <Modal
        open={found !== null}
        title={found ? say(msg('screen.rooms.what-was-understood-of', { found: found.name })) : ''}
        width={760}
        okText={say(msg('screen.rooms.add-rooms', { taken }))}
        okButtonProps={{ disabled: taken === 0 || !found?.plan.scale.known }}
        onOk={() => void add()}
        onCancel={() => setFound(null)}
      >
        {found && (
          <div className="stack">
            <Measures plan={found.plan} house={house} />
            <Choice
              label={say(msg('screen.rooms.the-file-is-in'))}
              value={unit}
              options={UNITS}
              onChange={(u) => {
                setUnit(u);
                void read(found.name, found.source, found.kind, u);
              }}
            />
            <Outlines plan={found.plan} entries={entries} />
            <Entries entries={entries} plan={found.plan} house={house} set={set} />
          </div>
        )}
      </Modal>
    </>
  );
}
