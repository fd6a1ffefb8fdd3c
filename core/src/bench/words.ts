import type { House } from '../document/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import type { Trip } from './bench.ts';
import type { FaultKind } from './faults.ts';
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
  const id = key.slice('trip '.length).split('#')[0];
  return msg('bench.trip.device', { box: house.points.find((p) => p.id === id)?.label ?? '?' });
}
