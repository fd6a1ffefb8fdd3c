import { changeWords, ItemId, PointId, type Change, type DeviceKind, type Point } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { DEVICE_KINDS } from '../../house/device-words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { freshId } from '../../parts/ids.ts';
import { useWork } from '../../workspace/work.ts';

const KINDS = [
  { value: 'replace', label: 'Replace a device' },
  { value: 'enlarge', label: 'Enlarge its box' },
  { value: 'reduce', label: 'Take a device out' },
  { value: 'retire', label: 'Take it out of use' },
  { value: 'swap', label: 'Swap it with another' },
  { value: 'move', label: 'Move it elsewhere' },
] as const;
type Kind = (typeof KINDS)[number]['value'];

const deviceName = (kind: DeviceKind): string => DEVICE_KINDS.find((d) => d.value === kind)?.label ?? kind;

/** What of the point is meant, where the change needs more than its name. */
function Details({
  kind,
  point,
  points,
  value,
  set,
}: {
  readonly kind: Kind;
  readonly point: Point;
  readonly points: readonly Point[];
  readonly value: { index: number; device: DeviceKind; withId: string };
  readonly set: (to: Partial<{ index: number; device: DeviceKind; withId: string }>) => void;
}) {
  const devices = point.devices.map((d, i) => ({
    value: String(i),
    label: `${i + 1}: ${deviceName(d.kind)}`,
  }));
  return (
    <>
      {(kind === 'replace' || kind === 'reduce') && devices.length > 0 && (
        <Choice
          label="Which"
          value={String(Math.min(value.index, devices.length - 1))}
          width={190}
          options={devices}
          onChange={(i) => set({ index: Number(i) })}
        />
      )}
      {(kind === 'replace' || kind === 'enlarge') && (
        <Choice
          label={kind === 'replace' ? 'By' : 'For one more'}
          value={value.device}
          width={190}
          options={DEVICE_KINDS}
          onChange={(device) => set({ device })}
        />
      )}
      {kind === 'swap' && (
        <Choice
          label="With"
          value={value.withId}
          width={110}
          options={points.filter((p) => p.id !== point.id).map((p) => ({ value: p.id, label: p.label }))}
          onChange={(withId) => set({ withId })}
        />
      )}
    </>
  );
}

/** Changes at points that are there: replace, enlarge, take out, swap, move. */
export function Changes({ onMove }: { readonly onMove: (point: Point) => void }) {
  const { bundle, edits } = useWork();
  const { house, job } = bundle;
  const [pointId, setPointId] = useState<string | null>(null);
  const [kind, setKind] = useState<Kind>('replace');
  const [details, setDetails] = useState<{ index: number; device: DeviceKind; withId: string }>({
    index: 0,
    device: 'receptacle-gfci',
    withId: '',
  });
  const point = house.points.find((p) => p.id === pointId) ?? house.points[0];
  if (!point) return null;
  const changes = job.changes ?? [];
  const other =
    house.points.find((p) => p.id === details.withId) ?? house.points.find((p) => p.id !== point.id);
  const add = (change: Change) => edits.job({ ...job, changes: [...changes, change] });
  const apply = () => {
    const base = { id: ItemId.parse(freshId('change')), pointId: point.id };
    const index = Math.min(details.index, Math.max(0, point.devices.length - 1));
    switch (kind) {
      case 'replace':
        return add({ ...base, kind, index, device: details.device });
      case 'enlarge':
        return add({ ...base, kind, devices: [details.device] });
      case 'reduce':
        return add({ ...base, kind, drop: [index] });
      case 'retire':
        return add({ ...base, kind });
      case 'swap':
        return other && add({ ...base, kind, withId: PointId.parse(other.id) });
      case 'move':
        return onMove(point);
    }
  };
  return (
    <section className="stack" aria-label="Changes at what is there">
      <h3>Changes at what is there</h3>
      {changes.length > 0 && (
        <ul className="others">
          {changes.map((c) => (
            <li key={c.id} className="row">
              <span className="grow">{changeWords(house, c)}</span>
              <Button
                type="text"
                size="small"
                aria-label={`Leave out: ${changeWords(house, c)}`}
                onClick={() => edits.job({ ...job, changes: changes.filter((x) => x.id !== c.id) })}
              >
                ✕
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="row fields">
        <Choice
          label="Point"
          value={point.id}
          width={110}
          options={house.points.map((p) => ({ value: p.id, label: p.label }))}
          onChange={setPointId}
        />
        <Choice label="Change" value={kind} width={190} options={KINDS} onChange={setKind} />
        <Details
          kind={kind}
          point={point}
          points={house.points}
          value={{ ...details, withId: other?.id ?? '' }}
          set={(to) => setDetails({ ...details, ...to })}
        />
        <Button onClick={apply}>Add this change</Button>
      </div>
    </section>
  );
}
