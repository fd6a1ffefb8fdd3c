import {
  changeText,
  formatLength,
  isBetweenHots,
  isLamp,
  isReceptacleDevice,
  ItemId,
  PointId,
  shiftRoomMm,
  switchesOf,
  type BoxFunction,
  type Change,
  type DeviceKind,
  type House,
  type Point,
  msg,
  type Text,
  allOf,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { ChangedPart, PlugField } from './FunctionFields.tsx';
import { DEVICE_KINDS } from '../../house/device-words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { LoadsEditor } from '../../parts/LoadsEditor.tsx';
import { MarkingFields } from '../../parts/MarkingFields.tsx';
import { freshId } from '../../parts/ids.ts';
import { useWork } from '../../workspace/work.ts';
import { labelOf } from '../../house/words.ts';
import { useSay } from '../../app/say.ts';

const KINDS = [
  { value: 'replace', label: msg('screen.asked.replace-a-device') },
  { value: 'enlarge', label: msg('screen.asked.enlarge-its-box') },
  { value: 'reduce', label: msg('screen.asked.take-a-device-out') },
  { value: 'retire', label: msg('screen.asked.take-it-out-of-use') },
  { value: 'swap', label: msg('screen.asked.swap-it-with-another') },
  { value: 'split', label: msg('screen.asked.put-one-of-its-devices') },
  { value: 'shift', label: msg('screen.asked.shift-its-plate-over-the') },
  { value: 'seal', label: msg('screen.asked.seal-its-box-against-air') },
  { value: 'convert', label: msg('screen.asked.free-it-from-its-switch') },
  { value: 'move', label: msg('screen.asked.move-it-elsewhere') },
] as const;
type Kind = (typeof KINDS)[number]['value'];

const deviceName = (kind: DeviceKind): Text => labelOf(DEVICE_KINDS, kind);

/** One device of a point, by its place there. */
export interface OneDevice {
  readonly index: number;
  readonly name: Text;
}

/** What the person chose beside the point and the kind of change. */
interface Chosen {
  readonly index: number;
  readonly device: BoxFunction;
  readonly withId: string;
  readonly side: 'left' | 'right';
  readonly oversize: boolean;
}

/** What of the point is meant, where the change needs more than its name. */
function Details({
  kind,
  point,
  house,
  value,
  set,
}: {
  readonly kind: Kind;
  readonly point: Point;
  readonly house: House;
  readonly value: Chosen;
  readonly set: (to: Partial<Chosen>) => void;
}) {
  const say = useSay();
  const devices = point.devices.map((d, i) => ({
    value: String(i),
    label: `${i + 1}: ${say(deviceName(d.kind))}`,
  }));
  return (
    <>
      {(kind === 'replace' || kind === 'reduce' || kind === 'split') && devices.length > 0 && (
        <Choice
          label={say(msg('screen.asked.which'))}
          value={String(Math.min(value.index, devices.length - 1))}
          width={190}
          options={devices}
          onChange={(i) => set({ index: Number(i) })}
        />
      )}
      {(kind === 'replace' || kind === 'enlarge') && (
        <Choice
          label={kind === 'replace' ? say(msg('screen.asked.by')) : say(msg('screen.asked.for-one-more'))}
          value={value.device.kind}
          width={190}
          options={DEVICE_KINDS}
          onChange={(to) => set({ device: { kind: to } })}
        />
      )}
      {(kind === 'replace' || kind === 'enlarge') && isReceptacleDevice(value.device) && (
        <>
          <PlugField
            device={value.device}
            volts={isBetweenHots(point) ? 240 : 120}
            put={(device) => set({ device })}
          />
          {switchesOf(house, point.id).length > 0 && (
            <ChangedPart device={value.device} old={kind === 'replace'} put={(device) => set({ device })} />
          )}
        </>
      )}
      {kind === 'shift' && (
        <Choice
          label={say(msg('screen.asked.to-the'))}
          value={value.side}
          width={110}
          options={[
            { value: 'left', label: say(msg('screen.asked.left')) },
            { value: 'right', label: say(msg('screen.asked.right')) },
          ]}
          onChange={(side) => set({ side })}
        />
      )}
      {kind === 'shift' && (
        <Checkbox checked={value.oversize} onChange={(e) => set({ oversize: e.target.checked })}>
          {say(msg('screen.asked.oversize'))}
        </Checkbox>
      )}
      {kind === 'convert' && (
        <p className="muted">
          {switchesOf(house, point.id).length > 0
            ? say(
                msg('screen.asked.then-is-free-for-a', {
                  switches: allOf(
                    switchesOf(house, point.id).map(
                      (id) => house.points.find((p) => p.id === id)?.label ?? '?',
                    ),
                  ),
                }),
              )
            : say(msg('screen.asked.no-switch-commands-it-as'))}
        </p>
      )}
      {kind === 'shift' && (
        <p className="muted">
          {shiftRoomMm(point) > 0
            ? say(
                msg('screen.asked.by-its-box-has-a', {
                  distance: formatLength(shiftRoomMm(point), house.units, 'inches'),
                }),
              )
            : say(msg('screen.asked.it-fills-its-box-there'))}
        </p>
      )}
      {kind === 'swap' && (
        <Choice
          label={say(msg('screen.asked.with'))}
          value={value.withId}
          width={110}
          options={house.points
            .filter((p) => p.id !== point.id)
            .map((p) => ({ value: p.id, label: p.label }))}
          onChange={(withId) => set({ withId })}
        />
      )}
    </>
  );
}

/** Changes at points that are there: replace, enlarge, take out, swap, move. */
export function Changes({
  onMove,
}: {
  /** A point that moves, or one of its devices alone. */
  readonly onMove: (point: Point, one?: OneDevice) => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { house, job } = bundle;
  const [pointId, setPointId] = useState<string | null>(null);
  const [kind, setKind] = useState<Kind>('replace');
  const [details, setDetails] = useState<Chosen>({
    index: 0,
    device: { kind: 'receptacle-gfci' },
    withId: '',
    side: 'right',
    oversize: false,
  });
  const point = house.points.find((p) => p.id === pointId) ?? house.points[0];
  if (!point) return null;
  const changes = job.changes ?? [];
  const other =
    house.points.find((p) => p.id === details.withId) ?? house.points.find((p) => p.id !== point.id);
  const add = (...more: Change[]) => edits.job({ ...job, changes: [...changes, ...more] });
  const put = (to: Change) => edits.job({ ...job, changes: changes.map((c) => (c.id === to.id ? to : c)) });
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
      case 'seal':
        return add({ ...base, kind });
      case 'swap':
        return other && add({ ...base, kind, withId: PointId.parse(other.id) });
      case 'split':
        return onMove(point, { index, name: deviceName(point.devices[index]?.kind ?? 'blank') });
      case 'shift':
        return add({
          ...base,
          kind,
          byMm: shiftRoomMm(point) * (details.side === 'left' ? -1 : 1),
          ...(details.oversize ? { oversize: true } : {}),
        });
      case 'convert':
        return add(
          ...switchesOf(house, point.id).map((switchId): Change => ({
            ...base,
            id: ItemId.parse(freshId('change')),
            kind,
            switchId,
          })),
        );
      case 'move':
        return onMove(point);
    }
  };
  return (
    <section className="stack" aria-label={say(msg('screen.asked.changes-at-what-is-there'))}>
      <h3>{say(msg('screen.asked.changes-at-what-is-there'))}</h3>
      {changes.length > 0 && (
        <ul className="asked-changes">
          {changes.map((c) => (
            <li key={c.id} className="row">
              <div className="grow stack">
                <span>{say(changeText(house, c))}</span>
                {c.kind === 'replace' && (
                  <div className="row fields">
                    {(isLamp(c.device) || c.device.kind === 'appliance') && (
                      <LoadsEditor
                        loads={c.loads ?? []}
                        system={house.units}
                        onChange={(loads) => put({ ...c, loads })}
                      />
                    )}
                    <MarkingFields
                      device={c.device}
                      system={house.units}
                      put={(device) => put({ ...c, device })}
                    />
                  </div>
                )}
              </div>
              <Button
                type="text"
                size="small"
                aria-label={say(msg('screen.asked.leave-out', { changeText: changeText(house, c) }))}
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
          label={say(msg('screen.asked.point'))}
          value={point.id}
          width={110}
          options={house.points.map((p) => ({ value: p.id, label: p.label }))}
          onChange={setPointId}
        />
        <Choice
          label={say(msg('screen.asked.change'))}
          value={kind}
          width={190}
          options={KINDS}
          onChange={setKind}
        />
        <Details
          kind={kind}
          point={point}
          house={house}
          value={{ ...details, withId: other?.id ?? '' }}
          set={(to) => setDetails({ ...details, ...to })}
        />
        <Button onClick={apply}>{say(msg('screen.asked.add-this-change'))}</Button>
      </div>
    </section>
  );
}
