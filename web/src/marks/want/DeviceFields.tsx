import {
  askedDevice,
  CableId,
  gangKinds,
  gangOfSwitch,
  msg,
  pairedIn,
  plugFacts,
  PlugKey,
  switchCount,
  voltsOf,
  type DeviceKind,
  type GangKind,
  type Message,
  type Want,
} from '@elwand/core';
import { Checkbox } from 'antd';
import { DEVICE_KINDS } from '../../house/device-words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { LengthInput } from '../../parts/LengthInput.tsx';
import { WeightField } from '../../parts/WeightField.tsx';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';
import { partners, partnerValue } from './want-controls.ts';

/** What a wanted box holds more closely: which device of its kind, which plug, which half is switched, what hangs there weighs. */

interface FieldProps {
  readonly want: Want;
  readonly put: (want: Want) => void;
}

/** Kinds of device that may be asked for where one of that kind is wanted; the usual one comes first. */
const CHOICES: Partial<Record<GangKind, readonly DeviceKind[]>> = {
  receptacle: ['receptacle', 'receptacle-single', 'receptacle-gfci', 'receptacle-afci', 'receptacle-dual'],
  switch: ['switch', 'dimmer', 'switch-pilot', 'fan-control'],
};

/** Which device of its kind each gang holds. */
function GangDevices({ want, put }: FieldProps) {
  const say = useSay();
  const { job } = useWork().bundle;
  const kinds = gangKinds(want);
  // One of two for the same light is a three-way, whatever else is wanted.
  const threeWays = [...pairedIn(want, job.wants)].map((nth) => gangOfSwitch(want, nth));
  return kinds.map((kind, gang) => {
    const choices = threeWays.includes(gang) ? [] : (CHOICES[kind] ?? []);
    return choices.length === 0 || voltsOf(want) === 240 ? null : (
      <Choice
        key={gang}
        label={say(
          kinds.length > 1 ? msg('screen.want.device-in-gang', { n: gang + 1 }) : msg('screen.want.device'),
        )}
        value={askedDevice(want, gang) ?? choices[0] ?? 'receptacle'}
        width={190}
        options={DEVICE_KINDS.filter((d) => choices.includes(d.value))}
        onChange={(device) => {
          const { devices: _, ...rest } = want;
          const all = kinds.map((k, i) =>
            i === gang ? device : (askedDevice(want, i) ?? CHOICES[k]?.[0] ?? 'receptacle'),
          );
          const usual = all.every((d, i) => d === CHOICES[kinds[i] ?? 'receptacle']?.[0]);
          put(usual ? rest : { ...rest, devices: all });
        }}
      />
    );
  });
}

/** The plug of what will be plugged in. */
function PlugField({ want, put }: FieldProps) {
  const say = useSay();
  return (
    <Choice
      label={say(msg('screen.want.plug'))}
      value={want.plug ?? ''}
      width={190}
      options={[
        { value: '', label: say(msg('screen.want.plug-ordinary')) },
        ...PlugKey.options
          .filter((key) => key !== '5-15')
          .map((key) => {
            const { amps, volts, neutral } = plugFacts(key);
            const kind: Message =
              volts === 120
                ? msg('screen.want.plug-120', { key, amps })
                : msg(neutral ? 'screen.want.plug-120-240' : 'screen.want.plug-240', { key, amps });
            return { value: key, label: say(kind) };
          }),
      ]}
      onChange={(key) => {
        const { plug: _, volts: __, devices: ___, half: ____, ...rest } = want;
        put(key === '' ? rest : { ...rest, plug: key });
      }}
    />
  );
}

/** Whether the whole of it hangs on its switch, or one half of an outlet, or the light of a fan alone. */
function PartField({ want, put }: FieldProps) {
  const say = useSay();
  if (want.control.by === 'always' || (want.kind !== 'receptacle' && want.kind !== 'fan')) return null;
  const fan = want.kind === 'fan';
  return (
    <Choice
      label={say(msg('screen.want.what-it-switches'))}
      value={(fan ? want.motor === 'always' : want.half === true) ? 'part' : 'all'}
      width={210}
      options={[
        { value: 'all', label: say(msg(fan ? 'screen.want.fan-and-light' : 'screen.want.both-halves')) },
        { value: 'part', label: say(msg(fan ? 'screen.want.light-alone' : 'screen.want.lower-half')) },
      ]}
      onChange={(v) => {
        const { motor: _, half: __, lightNth: ___, ...rest } = want;
        if (v === 'all') put(rest);
        else put(fan ? { ...rest, motor: 'always' } : { ...rest, half: true });
      }}
    />
  );
}

/** The other of two switches for one light: both become three-ways. */
function PartnerField({ want, put }: FieldProps) {
  const say = useSay();
  const { house, job } = useWork().bundle;
  const others = partners(want, house.points, job.wants);
  if (others.length === 0 && want.partner === undefined) return null;
  return (
    <Choice
      label={say(msg('screen.want.partner'))}
      value={partnerValue(want)}
      width={190}
      options={[{ value: '', label: say(msg('screen.want.partner-none')) }, ...others]}
      onChange={(value) => {
        const { partner: _, source: __, devices: ___, ...rest } = want;
        const control = others.find((o) => o.value === value)?.control;
        put(control === undefined || control.by === 'always' ? rest : { ...rest, partner: control });
      }}
    />
  );
}

/** A cable that is to be cut into: those that somebody has seen, or that run along one wall. */
function CableField({ want, put }: FieldProps) {
  const say = useSay();
  const { house } = useWork().bundle;
  const name = (end: (typeof house.cables)[number]['from']): string =>
    end.at === 'point'
      ? (house.points.find((p) => p.id === end.pointId)?.label ?? '?')
      : say(
          msg('names.breaker', {
            number:
              house.panels.flatMap((p) => p.breakers).find((b) => b.id === end.breakerId)?.number ?? '?',
          }),
        );
  const cables = house.cables.filter((c) => (c.seenAt ?? []).length > 0);
  if (cables.length === 0) return null;
  return (
    <Choice
      label={say(msg('screen.want.cut-into'))}
      value={want.source?.from === 'cable' ? want.source.cableId : ''}
      width={190}
      options={[
        { value: '', label: say(msg('screen.want.no-cable')) },
        ...cables.map((c) => ({
          value: c.id,
          label: say(msg('planning.cut-in.label', { from: name(c.from), to: name(c.to) })),
        })),
      ]}
      onChange={(id) => {
        const { source, ...rest } = want;
        if (id !== '') put({ ...rest, source: { from: 'cable', cableId: CableId.parse(id) } });
        else put(source?.from === 'cable' ? rest : want);
      }}
    />
  );
}

/** How far the cables of a point that moves can be drawn along: where that is enough, none is run and no junction stays. */
function ReachField({ want, put }: FieldProps) {
  const say = useSay();
  const { house } = useWork().bundle;
  const { reachMm: _, ...rest } = want;
  return (
    <LengthInput
      label={say(msg('screen.want.reach'))}
      value={want.reachMm ?? null}
      system={house.units}
      placeholder={say(msg('screen.want.reach-unknown'))}
      width={150}
      onChange={(reachMm) => put({ ...rest, reachMm })}
      onClear={() => put(rest)}
    />
  );
}

/** How the box is held, and whether it is kept tight. */
function BoxFields({ want, put }: FieldProps) {
  const say = useSay();
  return (
    <>
      {want.at.on === 'wall' && (
        <Choice
          label={say(msg('screen.want.mounting'))}
          value={want.mounting ?? ''}
          width={190}
          options={[
            { value: '', label: say(msg('screen.want.mounting-usual')) },
            { value: 'screwed', label: say(msg('screen.want.mounting-screwed')) },
            { value: 'surface', label: say(msg('screen.want.mounting-surface')) },
          ]}
          onChange={(mounting) => {
            const { mounting: _, ...rest } = want;
            put(mounting === '' ? rest : { ...rest, mounting });
          }}
        />
      )}
      <Checkbox
        checked={want.seal === true}
        onChange={(e) => {
          const { seal: _, ...rest } = want;
          put(e.target.checked ? { ...rest, seal: true } : rest);
        }}
      >
        {say(msg('screen.want.seal'))}
      </Checkbox>
    </>
  );
}

export function DeviceFields({ want, put }: FieldProps) {
  const { house } = useWork().bundle;
  const hangs = want.kind === 'luminaire' || want.kind === 'fan';
  return (
    <>
      {CHOICES[want.kind] && want.replaces === undefined && <GangDevices want={want} put={put} />}
      {want.kind === 'receptacle' && want.gangs === 1 && want.replaces === undefined && (
        <PlugField want={want} put={put} />
      )}
      {switchCount(want) > 0 && want.replaces === undefined && <PartnerField want={want} put={put} />}
      {switchCount(want) === 0 && want.replaces === undefined && <PartField want={want} put={put} />}
      {hangs && (
        <WeightField
          kg={want.weightKg}
          system={house.units}
          onChange={(weightKg) => {
            const { weightKg: _, ...rest } = want;
            put(weightKg === undefined ? rest : { ...rest, weightKg });
          }}
        />
      )}
      {want.replaces !== undefined && want.replacesDevice === undefined && want.at.on === 'wall' && (
        <ReachField want={want} put={put} />
      )}
      {want.replaces === undefined && want.partner === undefined && <CableField want={want} put={put} />}
      <BoxFields want={want} put={put} />
    </>
  );
}
