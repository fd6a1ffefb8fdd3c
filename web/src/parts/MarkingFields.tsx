import { isLamp, LampKind, msg, type BoxFunction, type DimmerMarking, type UnitSystem } from '@elwand/core';
import { useSay } from '../app/say.ts';
import { Choice } from './Choice.tsx';
import { NumberField } from './NumberField.tsx';
import { WeightField } from './WeightField.tsx';

const MOST_WATTS = 5000;
type DimmerLamps = DimmerMarking['lamps'];
/** Lamps that dimmers are made for. */
const DIMMED = LampKind.options.filter(
  (l): l is DimmerLamps => l !== 'led-not-dimmable' && l !== 'fluorescent',
);

/** What stands on a dimmer: the lamps that it is for, and how many watts of them. */
function DimmerFields<D extends BoxFunction>({
  device,
  put,
}: {
  readonly device: D;
  readonly put: (d: D) => void;
}) {
  const say = useSay();
  const { marked } = device;
  return (
    <>
      <Choice
        label={say(msg('screen.loads.dimmer-for'))}
        value={marked?.lamps ?? ''}
        width={220}
        options={[
          { value: '' as const, label: say(msg('screen.loads.not-read')) },
          ...DIMMED.map((l) => ({ value: l, label: say(msg(`names.lamps.${l}`)) })),
        ]}
        onChange={(lamps) => {
          const { marked: was, ...rest } = device;
          put(lamps === '' ? (rest as D) : { ...device, marked: { ...was, lamps } });
        }}
      />
      {marked && (
        <NumberField
          label={say(msg('screen.loads.watts'))}
          min={1}
          max={MOST_WATTS}
          width={110}
          placeholder={say(msg('screen.loads.not-read'))}
          value={marked.watts ?? null}
          onChange={(watts) => {
            const { lamps } = marked;
            put({ ...device, marked: watts === null ? { lamps } : { lamps, watts } });
          }}
        />
      )}
    </>
  );
}

/** What the label of a device says, as far as its kind has one: what a light weighs and which lamps are in it, what a dimmer is for. */
export function MarkingFields<D extends BoxFunction>({
  device,
  system,
  put,
}: {
  readonly device: D;
  readonly system: UnitSystem;
  readonly put: (d: D) => void;
}) {
  const say = useSay();
  if (device.kind === 'dimmer') return <DimmerFields device={device} put={put} />;
  if (!isLamp(device)) return null;
  return (
    <>
      {device.kind === 'luminaire' && (
        <Choice
          label={say(msg('screen.loads.lamps'))}
          value={device.lamps ?? ''}
          width={220}
          options={[
            { value: '' as const, label: say(msg('screen.loads.not-known')) },
            ...LampKind.options.map((l) => ({ value: l, label: say(msg(`names.lamps.${l}`)) })),
          ]}
          onChange={(lamps) => {
            const { lamps: _, ...rest } = device;
            put(lamps === '' ? (rest as D) : { ...device, lamps });
          }}
        />
      )}
      <WeightField
        kg={device.weightKg}
        system={system}
        onChange={(weightKg) => {
          const { weightKg: _, ...rest } = device;
          put(weightKg === undefined ? (rest as D) : { ...device, weightKg });
        }}
      />
    </>
  );
}
