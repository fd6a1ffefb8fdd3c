import {
  allOf,
  amps,
  cablesByPoint,
  circuitsByCable,
  isAtPoint,
  isProtecting,
  msg,
  type House,
  type PointId,
  type Step,
  type Text,
} from '@elwand/core';
import {
  arcTrips,
  beeps,
  benchDuring,
  cableText,
  drawnOut,
  faultsIn,
  handleOf,
  handlesIn,
  keyOfUse,
  lampText,
  momentAfter,
  ohmText,
  pressButton,
  readClamp,
  readLamps,
  readLowZ,
  readMeter,
  readOhms,
  readSolenoid,
  settle,
  tripOf,
  tripText,
  voltText,
  type Bench,
  type Fault,
  type FaultKind,
  type VoltReading,
} from '@elwand/core/bench';

/** What stands on the bench: breakers, handles, what is plugged in, the two probes, and a fault to compare with. */
export interface Setup {
  readonly off: readonly string[];
  /** Handles in their other position. */
  readonly moved: readonly string[];
  /** Uses that draw, by their place in the network; null where nobody has chosen: what is fixed draws. */
  readonly drawing: readonly string[] | null;
  /** Devices whose TEST button was pressed, by their relay. */
  readonly tripped: readonly string[];
  /** Devices that are drawn out with their wires off, by `point#device`. */
  readonly pulled: readonly string[];
  readonly red: string;
  readonly black: string;
  readonly fault: FaultKind | null;
}

/** What is plugged in where the survey knows of nothing, VA: a heater on an outlet, a bulb. Common practice. */
const USUAL_VA = { light: 60, outlet: 1200 } as const;

type Use = Bench['network']['uses'][number];
export const vaOf = (u: Use): number =>
  u.what === 'light' || u.what === 'pilot light' ? USUAL_VA.light : USUAL_VA.outlet;

const isFixed = (u: Use): boolean => u.what === 'light' || u.what === 'fan motor';
export const isDrawing = ({ drawing }: Setup, u: Use): boolean =>
  drawing === null ? isFixed(u) : drawing.includes(keyOfUse(u));

/** A bench as it is set up. */
export const setUp = (wired: Bench, setup: Setup): Bench => {
  const bench = drawnOut(wired, new Set(setup.pulled));
  return {
    ...bench,
    off: new Set(setup.off),
    state: new Map([...setup.moved, ...setup.tripped].map((k) => [k, 1] as const)),
    plugged: new Map(bench.network.uses.filter((u) => isDrawing(setup, u)).map((u) => [u, vaOf(u)])),
  };
};

export interface Row {
  readonly key: string;
  readonly what: Text;
  readonly shows: Text;
}

const tripsText = ({ house }: Bench, trips: VoltReading['trips']): Text =>
  trips.length === 0 ? msg('screen.bench.trips-nothing') : allOf(trips.map((t) => tripText(house, t)));
const tripped = (bench: Bench, shows: Text, trips: VoltReading['trips']): Text =>
  trips.length === 0 ? shows : msg('screen.bench.and-trips', { shows, trips: tripsText(bench, trips) });

/** What is held to two places by hand. */
function heldRows(bench: Bench, { red, black }: Setup): Row[] {
  const volts = (key: 'meter' | 'low-z' | 'solenoid', read: VoltReading): Row => ({
    key,
    what: msg(`screen.bench.held.${key}`),
    shows: tripped(bench, voltText(read), read.trips),
  });
  return [
    volts('meter', readMeter(bench, red, black)),
    volts('low-z', readLowZ(bench, red, black)),
    volts('solenoid', readSolenoid(bench, red, black)),
    {
      key: 'non-contact',
      what: msg('screen.bench.non-contact'),
      shows: msg(beeps(bench, red) ? 'screen.bench.beeps' : 'screen.bench.silent'),
    },
    { key: 'ohms', what: msg('screen.bench.ohms'), shows: ohmText(readOhms(bench, red, black)) },
  ];
}

/** What is plugged into an outlet. */
function pluggedRows(bench: Bench, box: PointId): Row[] {
  const point = bench.house.points.find((p) => p.id === box);
  return (point?.devices ?? []).flatMap((d, i): Row[] => {
    const ground = `${box}#${i}:green`;
    const use = bench.network.uses.find((u) => u.point.id === box && u.device === i && d.volts !== 240);
    if (!use || !d.kind.startsWith('receptacle')) return [];
    const device = msg('screen.bench.device', { device: msg(`names.device.${d.kind}`), n: i + 1 });
    const lamps = readLamps(bench, use.line, use.back, ground);
    return [
      {
        key: `lamps ${i}`,
        what: msg('screen.bench.lamps', { device }),
        shows: tripped(bench, lampText(lamps), lamps.trips),
      },
      {
        key: `button ${i}`,
        what: msg('screen.bench.button'),
        shows: tripsText(bench, pressButton(bench, use.line, ground)),
      },
      {
        key: `arc ${i}`,
        what: msg('screen.bench.arc', { device }),
        shows: tripsText(bench, arcTrips(bench, use.line, use.back)),
      },
    ];
  });
}

/** What is clamped around the cables of a box. */
const clampedRows = (bench: Bench, box: PointId): Row[] =>
  bench.house.cables
    .filter((cable) => isAtPoint(cable, box))
    .flatMap((cable) => {
      const wires = bench.network.wires.filter((w) => w.cable.id === cable.id);
      const of = (...colors: string[]) => wires.filter((w) => colors.includes(w.color));
      const name = cableText(bench.house, cable, box);
      return [
        {
          key: `clamp ${cable.id}`,
          what: msg('screen.bench.clamp-hot', { cable: name }),
          shows: amps(readClamp(bench, of('black'))),
        },
        {
          key: `clamp both ${cable.id}`,
          what: msg('screen.bench.clamp', { cable: name }),
          shows: amps(readClamp(bench, of('black', 'white'))),
        },
      ];
    });

/** What every instrument shows on one bench. */
export const rowsOf = (bench: Bench, box: PointId, setup: Setup): Row[] => [
  ...heldRows(bench, setup),
  ...pluggedRows(bench, box),
  ...clampedRows(bench, box),
  { key: 'trips', what: msg('screen.bench.tripped'), shows: tripsText(bench, settle(bench).trips) },
];

/** The faults of a box, each kind once. */
export const faultsOf = (house: House, box: PointId): Fault[] => {
  const point = house.points.find((p) => p.id === box);
  const all = point ? faultsIn(house, point) : [];
  return all.filter((f, i) => all.findIndex((o) => o.kind === f.kind) === i);
};

/** Breakers, handles, TEST buttons, devices of the box and uses of the circuits that come to a box. */
export function aroundBox(house: House, bench: Bench, box: PointId) {
  const circuits = circuitsByCable(house);
  const at = cablesByPoint(house.cables);
  const of = (id: PointId) => (at.get(id) ?? []).flatMap((c) => [...(circuits.get(c.id) ?? [])]);
  const own = new Set(of(box));
  const near = house.points.filter((p) => p.id === box || of(p.id).some((b) => own.has(b)));
  const handles = new Set(handlesIn(bench.network));
  return {
    breakers: house.panels.flatMap((p) => p.breakers).filter((b) => own.has(b.id)),
    handles: near.flatMap((point) =>
      point.devices.flatMap(({ kind }, device) => {
        const key = handleOf(point.id, device);
        return handles.has(key) ? [{ key, point, device, kind }] : [];
      }),
    ),
    relays: near.flatMap((point) =>
      point.devices.flatMap((d, device) =>
        isProtecting(d) ? [{ key: tripOf(point.id, device), point, kind: d.kind }] : [],
      ),
    ),
    devices: near
      .filter((p) => p.id === box)
      .flatMap((point) =>
        point.devices.map(({ kind }, device) => ({ key: `${point.id}#${device}`, device, kind })),
      ),
    uses: bench.network.uses.filter((u) => near.some((p) => p.id === u.point.id) && u.what !== 'pilot light'),
  };
}

/** The bench as it stands when some steps are done, and as it stood before the last of them. */
export interface AtStep {
  readonly bench: Bench;
  readonly before: Bench | null;
}
export const atStep = (
  plan: Parameters<typeof benchDuring>[0],
  steps: readonly Step[],
  done: number,
): AtStep => ({
  bench: benchDuring(plan, momentAfter(steps, done)),
  before: done > 0 ? benchDuring(plan, momentAfter(steps, done - 1)) : null,
});
