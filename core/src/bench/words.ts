import { isProtecting, type House } from '../document/index.ts';
import { ofContact, tripOf } from '../network/index.ts';
import { boxText, cableText } from './places.ts';
import { allOf, msg, q, row, type Text } from '../words/index.ts';
import type { Trip } from './bench.ts';
import type { Danger, Symptom } from './belief.ts';
import { MOST_OHMS, type Look, type Stand } from './looks.ts';
import type { Fault, FaultKind } from './faults.ts';
import type { LampReading, OhmReading, VoltReading } from './instruments.ts';

/** What a bench shows, in messages. */

export const faultText = (kind: FaultKind): Text => msg(`bench.fault.${kind}`);

/** Below that it is nothing, V. */
const NOTHING_VOLTS = 0.05;
export const voltText = ({ volts }: VoltReading): Text =>
  volts < NOTHING_VOLTS ? msg('bench.shows.nothing') : msg('bench.shows.volts', { volts: q.volts(volts) });

/** More than an ohmmeter counts. */
const OPEN_OHMS = 1e7;
export function ohmText(read: OhmReading): Text {
  if ('live' in read) return msg('bench.shows.live');
  if (read.ohms > OPEN_OHMS) return msg('bench.shows.open');
  return msg(read.beeps ? 'bench.shows.ohms-beeps' : 'bench.shows.ohms', {
    ohms: Math.round(read.ohms * 100) / 100,
  });
}

export const lampText = ({ hotNeutral, hotGround, neutralGround }: LampReading): Text =>
  msg('bench.shows.lamps', { hn: hotNeutral, hg: hotGround, ng: neutralGround });

/** What tripped, by the names of the house. */
export function tripText(house: House, { what, key, why }: Trip): Text {
  if (what === 'breaker') {
    const breaker = house.panels.flatMap((p) => p.breakers).find((b) => b.id === key);
    return msg('bench.trip.breaker', { number: breaker?.number ?? '?', why });
  }
  return msg('bench.trip.device', { box: boxText(house, ofContact(key).point), why });
}

/** How the circuit stands while something is read. */
export function standText(house: House, stand: Stand): Text {
  if (stand.is !== 'moved') return msg(`bench.stand.${stand.is}`);
  const { point, device } = ofContact(stand.handle);
  return msg('bench.moved', { box: boxText(house, point), n: device + 1 });
}

/** What is to be read, and where. */
export const lookText = (house: House, look: Look): Text =>
  msg('bench.look-standing', {
    look: msg(`bench.look.${look.what}`, {
      place: msg('bench.look-at', { box: boxText(house, look.point), use: msg(`bench.use.${look.use}`) }),
    }),
    stand: standText(house, look.stand),
  });

function oneFaultText(house: House, fault: Fault): Text {
  const cable = house.cables.find((c) => c.id === fault.cable);
  if (!cable) return msg('bench.suspect', { fault: faultText(fault.kind), box: boxText(house, fault.point) });
  return msg('bench.suspect-cable', {
    fault: faultText(fault.kind),
    box: boxText(house, fault.point),
    cable: cableText(house, cable, fault.point),
  });
}
/** Faults and where they are; none is right wiring. */
export const suspectText = (house: House, faults: readonly Fault[]): Text =>
  faults.length === 0 ? msg('bench.sound') : allOf(faults.map((f) => oneFaultText(house, f)));

export const symptomText = (symptom: Symptom): Text => msg(`bench.symptom.${symptom}`);
export const dangerText = (danger: Danger): Text => msg(`bench.danger.${danger}`);
/** What is done about a fault. */
export const remedyText = ({ kind }: Fault): Text => msg(`bench.remedy.${kind}`);

/** The values of a look, each by its name: an appliance is read between its two hots. */
export function partText({ what, at }: Look): Text[] {
  if (what === 'three')
    return at[1]?.endsWith('brass')
      ? [msg('bench.part.hot-other'), msg('bench.part.hot-ground'), msg('bench.part.other-ground')]
      : [msg('bench.part.hot-neutral'), msg('bench.part.hot-ground'), msg('bench.part.neutral-ground')];
  return [
    msg(
      what === 'ohms' ? 'bench.part.ohms' : what === 'ground-amps' ? 'bench.part.amps' : 'bench.part.volts',
    ),
  ];
}

/** What may trip in a house, by the key that a reading names it by. */
export const tripChoices = (house: House): { readonly key: string; readonly says: Text }[] => [
  ...house.panels.flatMap((p) =>
    p.breakers.map((b) => ({ key: b.id, says: msg('bench.breaker', { number: b.number }) })),
  ),
  ...house.points.flatMap((p) =>
    p.devices.flatMap((d, i) =>
      isProtecting(d) ? [{ key: tripOf(p.id, i), says: msg('bench.device-at', { box: p.label }) }] : [],
    ),
  ),
];

/** Readings in a row. What would be shown may be anything where it floats; what was read may have been left out. */
export const valuesText = (
  what: Look['what'],
  values: readonly (number | null)[],
  as: 'shown' | 'read' = 'shown',
): Text =>
  row(
    values.map((v) =>
      v === null
        ? msg(as === 'read' ? 'bench.shows.not-read' : 'bench.shows.ghost')
        : what === 'ohms'
          ? v >= MOST_OHMS
            ? msg('bench.shows.open')
            : msg('bench.shows.ohms', { ohms: Math.round(v * 10) / 10 })
          : what === 'ground-amps'
            ? q.amps(v)
            : q.volts(v),
    ),
  );
