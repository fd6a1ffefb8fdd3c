import {
  boxOfKey,
  isReceptacleDevice,
  isSwitchDevice,
  msg,
  nthOf,
  plugFacts,
  PlugKey,
  switchKey,
  type Device,
  type DeviceKind,
  type House,
  type Point,
} from '@elwand/core';
import { Button } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { MarkingFields } from '../parts/MarkingFields.tsx';
import { switchesAt, type SwitchChoice } from './feed-edits.ts';
import { DEVICE_KINDS } from './device-words.ts';
import { useRowKeys } from '../parts/use-row-keys.ts';
import { useSay } from '../app/say.ts';

const MOST = 6;
const PLAIN: Device = { kind: 'receptacle', amps: 15, grounded: true };
const AMPS = [15, 20, 30, 40, 50].map((a) => ({ value: String(a), label: `${a} A` }));
const TABS = [
  { value: '', label: msg('screen.points.not-looked') },
  { value: 'whole', label: msg('screen.points.whole') },
  { value: 'broken', label: msg('screen.points.broken-halves-apart') },
] as const;

/** One device with what can be said of its kind. */
function Row({
  device,
  label,
  commands,
  system,
  onChange,
  onRemove,
}: {
  readonly device: Device;
  /** Switches whose conductors come into the box. */
  readonly commands: readonly SwitchChoice[];
  readonly system: House['units'];
  readonly label: string;
  readonly onChange: (to: Device) => void;
  readonly onRemove: (() => void) | null;
}) {
  const say = useSay();
  // What belongs to one kind of device does not follow it to another.
  const become = (kind: DeviceKind) => {
    const {
      tab: _,
      lightNth: __,
      motor: ___,
      by: ____,
      weightKg: _____,
      plug: ______,
      volts: _______,
      lamps: ________,
      marked: _________,
      ...rest
    } = device;
    onChange({ ...rest, kind });
  };
  return (
    <div className="row fields" role="group" aria-label={label}>
      <Choice label={label} value={device.kind} width={190} options={DEVICE_KINDS} onChange={become} />
      {device.kind !== 'blank' && (
        <Choice
          label={say(msg('screen.points.rating'))}
          value={String(device.amps)}
          width={90}
          options={
            AMPS.some((a) => a.value === String(device.amps))
              ? AMPS
              : [{ value: String(device.amps), label: `${device.amps} A` }, ...AMPS]
          }
          onChange={(a) => onChange({ ...device, amps: Number(a) })}
        />
      )}
      {device.kind === 'receptacle' && (
        <Choice
          label={say(msg('screen.points.tab-between-its-brass-screws'))}
          value={device.tab ?? ''}
          width={190}
          options={TABS}
          onChange={(tab) => {
            const { tab: _, ...rest } = device;
            onChange(tab === '' ? rest : { ...rest, tab });
          }}
        />
      )}
      {isReceptacleDevice(device) && (
        <Choice
          label={say(msg('screen.points.slots'))}
          value={device.grounded ? 'three' : 'two'}
          width={150}
          options={[
            { value: 'three', label: say(msg('screen.points.with-ground-hole')) },
            { value: 'two', label: say(msg('screen.points.two-slots-only')) },
          ]}
          onChange={(s) => onChange({ ...device, grounded: s === 'three' })}
        />
      )}
      {isReceptacleDevice(device) && (
        <Choice
          label={say(msg('screen.points.plug'))}
          value={device.plug ?? ''}
          width={190}
          options={[
            { value: '', label: say(msg('screen.points.plug-ordinary')) },
            ...PlugKey.options.map((key) => ({ value: key, label: key })),
          ]}
          onChange={(key) => {
            const { plug: _, volts: __, ...rest } = device;
            if (key === '') return onChange(rest);
            const { amps, volts } = plugFacts(key);
            onChange({ ...rest, plug: key, amps, ...(volts === 240 ? { volts } : {}) });
          }}
        />
      )}
      {commands.length > 1 && !isSwitchDevice(device) && device.kind !== 'blank' && (
        <Choice
          label={say(msg('screen.points.hangs-on'))}
          value={device.by ? switchKey(device.by.pointId, device.by.nth) : ''}
          width={170}
          options={[{ value: '', label: say(msg('screen.points.not-said')) }, ...commands]}
          onChange={(key) => {
            const { by: _, ...rest } = device;
            const nth = nthOf(key);
            onChange(
              key === '' ? rest : { ...rest, by: { pointId: boxOfKey(key), ...(nth === 1 ? {} : { nth }) } },
            );
          }}
        />
      )}
      <MarkingFields device={device} system={system} put={onChange} />
      {device.kind === 'fan' && (
        <Choice
          label={say(msg('screen.points.its-light'))}
          value={device.motor === 'always' ? 'alone' : String(device.lightNth ?? '')}
          width={170}
          options={[
            { value: '', label: say(msg('screen.points.with-the-fan')) },
            { value: '1', label: say(msg('screen.points.by-switch-1-of-its')) },
            { value: '2', label: say(msg('screen.points.by-switch-2-of-its')) },
            { value: 'alone', label: say(msg('screen.points.light-alone')) },
          ]}
          onChange={(n) => {
            const { lightNth: _, motor: __, ...rest } = device;
            if (n === 'alone') onChange({ ...rest, motor: 'always' });
            else onChange(n === '' ? rest : { ...rest, lightNth: Number(n) });
          }}
        />
      )}
      {onRemove && (
        <Button
          type="text"
          size="small"
          aria-label={say(msg('screen.points.delete', { label: label.toLowerCase() }))}
          onClick={onRemove}
        >
          ✕
        </Button>
      )}
    </div>
  );
}

/** What is mounted in a box, from the left. */
export function DeviceRows({
  house,
  point,
  set,
}: {
  readonly house: House;
  readonly point: Point;
  readonly set: (change: (p: Point) => Point) => void;
}) {
  const say = useSay();
  const put = (devices: Device[]) => set((p) => ({ ...p, devices }));
  const { devices } = point;
  const commands = switchesAt(house, point.id);
  const several = devices.length > 1;
  const { keys, gone } = useRowKeys(devices.length);
  return (
    <div className="stack">
      {devices.map((d, i) => (
        <Row
          key={keys[i]}
          device={d}
          commands={commands}
          system={house.units}
          label={
            several ? say(msg('screen.points.device-n', { n: i + 1 })) : say(msg('screen.points.device'))
          }
          onChange={(to) => put(devices.map((x, k) => (k === i ? to : x)))}
          onRemove={
            several
              ? () => {
                  gone(i);
                  put(devices.filter((_, k) => k !== i));
                }
              : null
          }
        />
      ))}
      {devices.length < MOST && (
        <div>
          <Button
            size="small"
            onClick={() =>
              set((p) => {
                const more = [...p.devices, p.devices.at(-1) ?? PLAIN];
                // A box whose kind is known has the gangs that it has.
                const gangs = p.box.model === null ? Math.max(p.box.gangs, more.length) : p.box.gangs;
                return { ...p, devices: more, box: { ...p.box, gangs } };
              })
            }
          >
            {devices.length === 0
              ? say(msg('screen.points.add-a-device'))
              : say(msg('screen.points.one-more-device-in-this'))}
          </Button>
        </div>
      )}
    </div>
  );
}
