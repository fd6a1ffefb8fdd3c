import type { House } from '../document/index.ts';
import { ofContact } from '../network/index.ts';
import { boxText, cableText } from './places.ts';
import { msg, q, row, type Text } from '../words/index.ts';
import type { Trip } from './bench.ts';
import type { Look, Stand } from './diagnose.ts';
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
  return msg('bench.trip.device', { box: boxText(house, ofContact(key).point) });
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

/** A fault and where it is; null is right wiring. */
export function suspectText(house: House, fault: Fault | null): Text {
  if (fault === null) return msg('bench.sound');
  const cable = house.cables.find((c) => c.id === fault.cable);
  if (!cable) return msg('bench.suspect', { fault: faultText(fault.kind), box: boxText(house, fault.point) });
  return msg('bench.suspect-cable', {
    fault: faultText(fault.kind),
    box: boxText(house, fault.point),
    cable: cableText(house, cable, fault.point),
  });
}

/** Readings in a row; what floats may read anything. */
export const valuesText = (what: Look['what'], values: readonly (number | null)[]): Text =>
  row(
    values.map((v) =>
      v === null
        ? msg('bench.shows.ghost')
        : what === 'ohms'
          ? msg('bench.shows.ohms', { ohms: Math.round(v * 10) / 10 })
          : what === 'ground-amps'
            ? q.amps(v)
            : q.volts(v),
    ),
  );
