import { isReceptacleDevice, type Device, type DeviceKind, type Point } from '@elwand/core';
import { Button } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { DEVICE_KINDS } from './device-words.ts';
import { useRowKeys } from '../parts/use-row-keys.ts';

const MOST = 6;
const PLAIN: Device = { kind: 'receptacle', amps: 15, grounded: true };
const AMPS = [15, 20, 30, 40, 50].map((a) => ({ value: String(a), label: `${a} A` }));
const TABS = [
  { value: '', label: 'not looked' },
  { value: 'whole', label: 'whole' },
  { value: 'broken', label: 'broken: halves apart' },
] as const;

/** One device with what can be said of its kind. */
function Row({
  device,
  label,
  onChange,
  onRemove,
}: {
  readonly device: Device;
  readonly label: string;
  readonly onChange: (to: Device) => void;
  readonly onRemove: (() => void) | null;
}) {
  // What belongs to one kind of device does not follow it to another.
  const become = (kind: DeviceKind) => {
    const { tab: _, lightNth: __, ...rest } = device;
    onChange({ ...rest, kind });
  };
  return (
    <div className="row fields" role="group" aria-label={label}>
      <Choice label={label} value={device.kind} width={190} options={DEVICE_KINDS} onChange={become} />
      {device.kind !== 'blank' && (
        <Choice
          label="Rating"
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
          label="Tab between its brass screws"
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
          label="Slots"
          value={device.grounded ? 'three' : 'two'}
          width={150}
          options={[
            { value: 'three', label: 'with ground hole' },
            { value: 'two', label: 'two slots only' },
          ]}
          onChange={(s) => onChange({ ...device, grounded: s === 'three' })}
        />
      )}
      {device.kind === 'fan' && (
        <Choice
          label="Its light"
          value={String(device.lightNth ?? '')}
          width={170}
          options={[
            { value: '', label: 'with the fan' },
            { value: '1', label: 'by switch 1 of its box' },
            { value: '2', label: 'by switch 2 of its box' },
          ]}
          onChange={(n) => {
            const { lightNth: _, ...rest } = device;
            onChange(n === '' ? rest : { ...rest, lightNth: Number(n) });
          }}
        />
      )}
      {onRemove && (
        <Button type="text" size="small" aria-label={`Take out ${label.toLowerCase()}`} onClick={onRemove}>
          ✕
        </Button>
      )}
    </div>
  );
}

/** What is mounted in a box, from the left. */
export function DeviceRows({
  point,
  set,
}: {
  readonly point: Point;
  readonly set: (change: (p: Point) => Point) => void;
}) {
  const put = (devices: Device[]) => set((p) => ({ ...p, devices }));
  const { devices } = point;
  const several = devices.length > 1;
  const { keys, gone } = useRowKeys(devices.length);
  return (
    <div className="stack">
      {devices.map((d, i) => (
        <Row
          key={keys[i]}
          device={d}
          label={several ? `Device ${i + 1}` : 'Device'}
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
            {devices.length === 0 ? 'Add a device' : 'One more device in this box'}
          </Button>
        </div>
      )}
    </div>
  );
}
