import {
  isReceptacleDevice,
  msg,
  onSwitch,
  plugFacts,
  PlugKey,
  type BoxFunction,
  type DeviceKind,
  type Message,
  type Want,
} from '@elwand/core';
import { Choice } from '../../parts/Choice.tsx';
import { useSay } from '../../app/say.ts';
import { onWholeSwitch } from './want-controls.ts';

/** One function of a box, asked for in a want or in a change: which device, which plug, what of it is on a switch. */

/** Kinds of device that may be asked for where one of that kind is wanted; the usual one comes first. */
export const CHOICES: Partial<Record<Want['kind'], readonly DeviceKind[]>> = {
  receptacle: ['receptacle', 'receptacle-single', 'receptacle-gfci', 'receptacle-afci', 'receptacle-dual'],
  switch: ['switch', 'dimmer', 'switch-pilot', 'fan-control'],
};
/** What may stand beside another device in one box. */
export const GANG_DEVICES: readonly DeviceKind[] = [
  ...(CHOICES.receptacle ?? []),
  ...(CHOICES.switch ?? []),
  'low-voltage',
];

/** The same function, ordinary where it was for 240 V. */
export const without240 = (d: BoxFunction): BoxFunction =>
  d.plug !== undefined && plugFacts(d.plug).volts === 240 ? { kind: 'receptacle' } : d;

interface FunctionProps {
  readonly device: BoxFunction;
  readonly put: (device: BoxFunction) => void;
}

type Part = ReturnType<typeof onSwitch>;
const PARTS: Readonly<Record<'' | Part, Partial<BoxFunction>>> = {
  '': {},
  all: { switched: true },
  part: { tab: 'broken' },
  nothing: { switched: false, tab: 'whole' },
};

/** What of a receptacle that a change puts in is on the switch whose conductor is in its box. */
export function ChangedPart({ device, put, old }: FunctionProps & { readonly old: boolean }) {
  const say = useSay();
  const { tab, switched } = device;
  const value = tab === 'broken' ? 'part' : switched === undefined ? '' : switched ? 'all' : 'nothing';
  return (
    <Choice
      label={say(msg('screen.asked.what-it-switches'))}
      value={value}
      width={210}
      options={[
        { value: '' as const, label: say(msg(old ? 'screen.asked.as-it-was' : 'screen.asked.neither-half')) },
        { value: 'all' as const, label: say(msg('screen.asked.both-halves')) },
        ...(device.kind === 'receptacle'
          ? [{ value: 'part' as const, label: say(msg('screen.asked.lower-half')) }]
          : []),
        ...(old ? [{ value: 'nothing' as const, label: say(msg('screen.asked.neither-half')) }] : []),
      ]}
      onChange={(part) => {
        const { tab: _, switched: __, ...rest } = device;
        put({ ...rest, ...PARTS[part] });
      }}
    />
  );
}

/** The plug of what will be plugged in. */
export function PlugField({
  device,
  volts,
  put,
}: FunctionProps & {
  /** What the circuit gives; left out, a circuit can be made for it. */
  readonly volts?: 120 | 240;
}) {
  const say = useSay();
  return (
    <Choice
      label={say(msg('screen.asked.plug'))}
      value={device.plug ?? ''}
      width={190}
      options={[
        { value: '', label: say(msg('screen.asked.plug-ordinary')) },
        ...PlugKey.options
          .filter((key) => key !== '5-15' && (volts === undefined || plugFacts(key).volts === volts))
          .map((key) => {
            const { amps, volts, neutral } = plugFacts(key);
            const kind: Message =
              volts === 120
                ? msg('screen.asked.plug-120', { key, amps })
                : msg(neutral ? 'screen.asked.plug-120-240' : 'screen.asked.plug-240', { key, amps });
            return { value: key, label: say(kind) };
          }),
      ]}
      onChange={(key) => {
        const { plug: _, ...ordinary } = without240(device);
        put(
          key === ''
            ? ordinary
            : plugFacts(key).volts === 240
              ? { kind: 'receptacle', plug: key }
              : { ...ordinary, plug: key },
        );
      }}
    />
  );
}

/** What of a device is on the switch that its box has a conductor of. */
export function PartField({
  device,
  several,
  label,
  put,
}: FunctionProps & {
  readonly label: string;
  /** Other devices stand beside it: it may be hot at all times while they are not. */
  readonly several: boolean;
}) {
  const say = useSay();
  const fan = device.kind === 'fan';
  if (!fan && !isReceptacleDevice(device)) return null;
  const options: { value: Part; label: string }[] = [
    { value: 'all', label: say(msg(fan ? 'screen.asked.fan-and-light' : 'screen.asked.both-halves')) },
    ...(fan || device.kind === 'receptacle'
      ? [
          {
            value: 'part' as const,
            label: say(msg(fan ? 'screen.asked.light-alone' : 'screen.asked.lower-half')),
          },
        ]
      : []),
    ...(several && !fan ? [{ value: 'nothing' as const, label: say(msg('screen.asked.neither-half')) }] : []),
  ];
  return options.length < 2 ? null : (
    <Choice
      label={label}
      value={onSwitch(device)}
      width={210}
      options={options}
      onChange={(part) => {
        const rest = onWholeSwitch(device);
        if (part === 'all') put(rest);
        else if (part === 'nothing') put({ ...rest, switched: false });
        else put(fan ? { ...rest, motor: 'always' } : { ...rest, tab: 'broken' });
      }}
    />
  );
}
