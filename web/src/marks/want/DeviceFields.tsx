import {
  boxGangs,
  CableId,
  gangOfSwitch,
  isReceptacleDevice,
  msg,
  pairedIn,
  switchCount,
  voltsOf,
  type BoxFunction,
  type Want,
} from '@elwand/core';
import { Checkbox } from 'antd';
import { DEVICE_KINDS } from '../../house/device-words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { LengthInput } from '../../parts/LengthInput.tsx';
import { MarkingFields } from '../../parts/MarkingFields.tsx';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';
import { CHOICES, GANG_DEVICES, PartField, PlugField, without240 } from './FunctionFields.tsx';
import { partners, partnerValue } from './want-controls.ts';

/** What a wanted box holds more closely: which device of its kind, which plug, which half is switched, what hangs there weighs. */

interface FieldProps {
  readonly want: Want;
  readonly put: (want: Want) => void;
}

/** How many devices its box holds side by side, and what each is. */
function GangFields({ want, put }: FieldProps) {
  const say = useSay();
  const { job } = useWork().bundle;
  const moved = want.replaces !== undefined;
  // One of two for the same light is a three-way, whatever else is wanted.
  const threeWays = [...pairedIn(want, job.wants)].map((nth) => gangOfSwitch(want, nth));
  const { kind } = want;
  const several = kind === 'receptacle' || kind === 'switch';
  return (
    <>
      {several && (
        <Choice
          label={say(msg('screen.asked.gangs'))}
          value={String(moved ? boxGangs(want) : want.devices.length)}
          width={70}
          options={['1', '2', '3'].map((n) => ({ value: n, label: n }))}
          onChange={(n) => {
            if (moved) return put({ ...want, gangs: Number(n) });
            const { partner: _, ...rest } = want;
            // A box for several holds ordinary plugs: what takes 240 V has one of its own.
            const first = Number(n) > 1 ? want.devices.map(without240) : want.devices;
            put({ ...rest, devices: [...first, { kind }, { kind }].slice(0, Number(n)) });
          }}
        />
      )}
      {!moved &&
        want.devices.map((device, gang) => {
          const choices = gang > 0 ? GANG_DEVICES : (CHOICES[kind] ?? []);
          if (choices.length === 0 || threeWays.includes(gang) || voltsOf(want) === 240) return null;
          return (
            <Choice
              key={gang}
              label={say(
                want.devices.length > 1
                  ? msg('screen.asked.device-in-gang', { n: gang + 1 })
                  : msg('screen.asked.device'),
              )}
              value={device.kind}
              width={190}
              options={DEVICE_KINDS.filter((d) => choices.includes(d.value))}
              onChange={(to) =>
                put({ ...want, devices: want.devices.map((d, i) => (i === gang ? { kind: to } : d)) })
              }
            />
          );
        })}
    </>
  );
}

/** Whether the whole of each hangs on its switch, or one half of an outlet, one of two outlets, or the light of a fan alone. */
function PartFields({ want, put }: FieldProps) {
  const say = useSay();
  const several = want.devices.length > 1;
  return want.devices.map((device, gang) => (
    <PartField
      key={gang}
      device={device}
      several={several}
      label={say(
        several
          ? msg('screen.asked.what-it-switches-in', { n: gang + 1 })
          : msg('screen.asked.what-it-switches'),
      )}
      put={(to) => put({ ...want, devices: want.devices.map((d, i) => (i === gang ? to : d)) })}
    />
  ));
}

/** The other of two switches for one light: both become three-ways. */
function PartnerField({ want, put }: FieldProps) {
  const say = useSay();
  const { house, job } = useWork().bundle;
  const others = partners(want, house.points, job.wants);
  if (others.length === 0 && want.partner === undefined) return null;
  return (
    <Choice
      label={say(msg('screen.asked.partner'))}
      value={partnerValue(want)}
      width={190}
      options={[{ value: '', label: say(msg('screen.asked.partner-none')) }, ...others]}
      onChange={(value) => {
        const { partner: _, source: __, ...rest } = want;
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
      label={say(msg('screen.asked.cut-into'))}
      value={want.source?.from === 'cable' ? want.source.cableId : ''}
      width={190}
      options={[
        { value: '', label: say(msg('screen.asked.no-cable')) },
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
      label={say(msg('screen.asked.reach'))}
      value={want.reachMm ?? null}
      system={house.units}
      placeholder={say(msg('screen.asked.reach-unknown'))}
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
          label={say(msg('screen.asked.mounting'))}
          value={want.mounting ?? ''}
          width={190}
          options={[
            { value: '', label: say(msg('screen.asked.mounting-usual')) },
            { value: 'screwed', label: say(msg('screen.asked.mounting-screwed')) },
            { value: 'surface', label: say(msg('screen.asked.mounting-surface')) },
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
        {say(msg('screen.asked.seal'))}
      </Checkbox>
    </>
  );
}

export function DeviceFields({ want, put }: FieldProps) {
  const { house } = useWork().bundle;
  const moved = want.replaces !== undefined;
  const [first] = want.devices;
  const only = want.devices.length === 1 ? first : undefined;
  const sets = (to: BoxFunction) => put({ ...want, devices: [to] });
  return (
    <>
      <GangFields want={want} put={put} />
      {only && isReceptacleDevice(only) && !moved && <PlugField device={only} put={sets} />}
      {switchCount(want) > 0 && !moved && <PartnerField want={want} put={put} />}
      {switchCount(want) === 0 && want.control.by !== 'always' && !moved && (
        <PartFields want={want} put={put} />
      )}
      {want.devices.map((device, gang) => (
        <MarkingFields
          key={gang}
          device={device}
          system={house.units}
          put={(to) => put({ ...want, devices: want.devices.map((d, i) => (i === gang ? to : d)) })}
        />
      ))}
      {moved && want.replacesDevice === undefined && want.at.on === 'wall' && (
        <ReachField want={want} put={put} />
      )}
      {!moved && want.partner === undefined && <CableField want={want} put={put} />}
      <BoxFields want={want} put={put} />
    </>
  );
}
