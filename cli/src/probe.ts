import { speaker, type House, type Say } from '@elwand/core';
import {
  benchOf,
  FAULT_KINDS,
  faultsIn,
  faultText,
  lampText,
  ohmText,
  placeNamed,
  readLamps,
  readLowZ,
  readMeter,
  readOhms,
  readSolenoid,
  settle,
  tripText,
  voltText,
  type Bench,
  type Fault,
  type NoPlace,
} from '@elwand/core/bench';
import { unusable, type Outcome } from './outcome.ts';

export interface Probing {
  readonly between: string | null;
  readonly and: string | null;
  /** Breakers that are off, by number. */
  readonly off: readonly string[];
  /** A fault as KIND@BOX. */
  readonly fault: string | null;
  readonly json: boolean;
}

const notThere = ({ missing, asked, there }: NoPlace): string =>
  `no ${missing} called "${asked}"${there.length > 0 ? `; there is: ${there.join(', ')}` : ''}`;

/** The fault that is asked for, or what stands against it. */
function faultAsked(house: House, text: string | null): readonly Fault[] | string {
  if (text === null) return [];
  const [kind, label] = text.split('@');
  const point = house.points.find((p) => p.label.toLowerCase() === label?.trim().toLowerCase());
  if (!point) return `--fault is KIND@BOX; no box called "${label ?? ''}"`;
  const all = faultsIn(house, point);
  const found = all.find((f) => f.kind === kind);
  if (found) return [found];
  const known = (FAULT_KINDS as readonly string[]).includes(kind ?? '');
  return `${known ? `${kind} can't be at ${point.label}` : `no such fault: ${kind}`}; there can be: ${[...new Set(all.map((f) => f.kind))].join(', ')}`;
}

/** What each instrument shows between two places of a house, with breakers and a fault as asked: a simulation. */
export function probe(house: House, asked: Probing): Outcome {
  if (asked.between === null || asked.and === null)
    return unusable(
      'elwand: probe needs --between A --and B, for example --between "R1 brass" --and "R1 silver"',
    );
  const [a, b] = [placeNamed(house, asked.between), placeNamed(house, asked.and)];
  if ('missing' in a) return unusable(`elwand: ${notThere(a)}`);
  if ('missing' in b) return unusable(`elwand: ${notThere(b)}`);
  const faults = faultAsked(house, asked.fault);
  if (typeof faults === 'string') return unusable(`elwand: ${faults}`);
  const breakers = house.panels.flatMap((p) => p.breakers);
  const unknown = asked.off.find((n) => !breakers.some((x) => x.number === n));
  if (unknown !== undefined) return unusable(`elwand: no breaker ${unknown}`);
  const bench: Bench = {
    ...benchOf(house, faults),
    off: new Set(breakers.filter((x) => asked.off.includes(x.number)).map((x) => x.id)),
  };
  const say = speaker(house.units);
  const rows = readings(bench, a.node, b.node, say);
  const trips = settle(bench).trips.map((t) => say(tripText(house, t)));
  if (asked.json)
    return {
      code: 0,
      out: `${JSON.stringify({ simulated: true, between: asked.between, and: asked.and, readings: Object.fromEntries(rows), trips }, null, 2)}\n`,
      err: '',
    };
  return {
    code: 0,
    out: [
      `${asked.between} to ${asked.and}${faults[0] ? `, ${say(faultText(faults[0].kind))}` : ''}`,
      ...rows.map(([what, shows]) => `  ${what.padEnd(22)}${shows}`),
      ...trips.map((t) => `  ${t}`),
      '  Simulated: never instead of a reading at the wall.',
      '',
    ].join('\n'),
    err: '',
  };
}

function readings(bench: Bench, a: string, b: string, say: Say): readonly (readonly [string, string])[] {
  const with_ = (read: ReturnType<typeof readMeter>): string =>
    [say(voltText(read)), ...read.trips.map((t) => say(tripText(bench.house, t)))].join('. ');
  const screws = ['brass', 'silver', 'green'].map((s) => `${a.split(':')[0] ?? ''}:${s}`);
  const [hot, neutral, ground] = screws;
  const isOutlet = bench.network.uses.some((u) => u.line === hot);
  return [
    ['multimeter', with_(readMeter(bench, a, b))],
    ['low impedance', with_(readLowZ(bench, a, b))],
    ['solenoid', with_(readSolenoid(bench, a, b))],
    ['ohms', say(ohmText(readOhms(bench, a, b)))],
    ...(isOutlet && hot && neutral && ground
      ? [['plug tester', say(lampText(readLamps(bench, hot, neutral, ground)))] as const]
      : []),
  ];
}
