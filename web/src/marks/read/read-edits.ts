import { CableId } from '@elwand/core';
import {
  MOST,
  type BoxReading,
  type Seat,
  type SeenBox,
  type SeenCable,
  type SeenDevice,
  type SeenWire,
  type WireAt,
  type WireColor,
} from '@elwand/core/reading';
import { freshId } from '../../parts/ids.ts';

/** Changes of a box as it is seen; each gives a new one, and what hung on a thing that went is to be looked at again. */

const UNSEEN: Seat = { on: 'unknown' };

/** The colors a cable of so many insulated conductors usually has: common practice. */
const COLORS: Readonly<Record<2 | 3 | 4, readonly WireColor[]>> = {
  2: ['black', 'white'],
  3: ['black', 'red', 'white'],
  4: ['black', 'red', 'blue', 'white'],
};

const withCables = (box: SeenBox, change: (cables: readonly SeenCable[]) => SeenCable[]): SeenBox => ({
  ...box,
  cables: change(box.cables),
});

export const changeCable = (box: SeenBox, i: number, change: Partial<SeenCable>): SeenBox =>
  withCables(box, (all) => all.map((c, k) => (k === i ? { ...c, ...change } : c)));

const changeWire = (box: SeenBox, at: WireAt, change: Partial<SeenWire>): SeenBox =>
  withCables(box, (all) =>
    all.map((c, i) =>
      i === at.cable ? { ...c, wires: c.wires.map((w, k) => (k === at.wire ? { ...w, ...change } : w)) } : c,
    ),
  );

export const seatWire = (box: SeenBox, at: WireAt, seat: Seat): SeenBox => changeWire(box, at, { seat });

/** A color, or a white that is taped over. */
export function colorWire(box: SeenBox, at: WireAt, color: WireColor, marked: boolean): SeenBox {
  const wire = box.cables[at.cable]?.wires[at.wire];
  if (!wire) return box;
  const { marked: _, ...rest } = wire;
  const next: SeenWire = { ...rest, color, ...(marked ? { marked: true as const } : {}) };
  return withCables(box, (all) =>
    all.map((c, i) =>
      i === at.cable ? { ...c, wires: c.wires.map((w, k) => (k === at.wire ? next : w)) } : c,
    ),
  );
}

/** One more cable, with the colors such a cable has and every end still to be looked at. */
export function addCable(box: SeenBox, conductors: 2 | 3 | 4): SeenBox {
  if (box.cables.length >= MOST.cables) return box;
  const colors: WireColor[] = [...COLORS[conductors], 'bare'];
  return withCables(box, (all) => [
    ...all,
    {
      id: CableId.parse(freshId('c')),
      type: 'NM-B',
      gauge: null,
      ground: 'wire',
      wires: colors.map((color) => ({ color, seat: UNSEEN })),
    },
  ]);
}

/** Readings without those of a wire or a cable that went; what came behind it moves up. */
function readingsWithout(
  readings: readonly BoxReading[],
  gone: (at: WireAt) => boolean,
  moved: (at: WireAt) => WireAt,
): BoxReading[] {
  return readings.flatMap((r): BoxReading[] => {
    if (gone(r.at) || (r.what === 'between' && gone(r.to))) return [];
    return r.what === 'between' ? [{ ...r, at: moved(r.at), to: moved(r.to) }] : [{ ...r, at: moved(r.at) }];
  });
}

export const removeCable = (box: SeenBox, i: number): SeenBox => ({
  ...withCables(box, (all) => all.filter((_, k) => k !== i)),
  readings: readingsWithout(
    box.readings,
    (at) => at.cable === i,
    (at) => (at.cable > i ? { ...at, cable: at.cable - 1 } : at),
  ),
});

export function addWire(box: SeenBox, cable: number, color: WireColor): SeenBox {
  const c = box.cables[cable];
  if (!c || c.wires.length >= MOST.wires) return box;
  return changeCable(box, cable, { wires: [...c.wires, { color, seat: UNSEEN }] });
}

export function removeWire(box: SeenBox, at: WireAt): SeenBox {
  const c = box.cables[at.cable];
  if (!c || c.wires.length <= 1) return box;
  return {
    ...changeCable(box, at.cable, { wires: c.wires.filter((_, k) => k !== at.wire) }),
    readings: readingsWithout(
      box.readings,
      (x) => x.cable === at.cable && x.wire === at.wire,
      (x) => (x.cable === at.cable && x.wire > at.wire ? { ...x, wire: x.wire - 1 } : x),
    ),
  };
}

export const addDevice = (box: SeenBox, device: SeenDevice): SeenBox =>
  box.devices.length >= MOST.devices ? box : { ...box, devices: [...box.devices, device] };

/** Ends and pigtails that hung on a device are to be looked at again; those of the devices behind it follow them. */
function withoutSeats(box: SeenBox, device: number, shift: 0 | 1): SeenBox {
  const seat = (s: Seat): Seat => {
    if (s.on !== 'screw') return s;
    if (s.device === device) return UNSEEN;
    return s.device > device ? { ...s, device: s.device - shift } : s;
  };
  return {
    ...box,
    cables: box.cables.map((c) => ({ ...c, wires: c.wires.map((w) => ({ ...w, seat: seat(w.seat) })) })),
    pigtails: box.pigtails.flatMap((p) => {
      if (p.to.on !== 'screw') return [p];
      if (p.to.device === device) return [];
      return [p.to.device > device ? { ...p, to: { ...p.to, device: p.to.device - shift } } : p];
    }),
  };
}

export const changeDevice = (box: SeenBox, i: number, to: SeenDevice): SeenBox => {
  const devices = box.devices.map((d, k) => (k === i ? to : d));
  // Other screws: what was on them must be looked at again. A tab that is looked at changes none.
  const same = box.devices[i]?.kind === to.kind && box.devices[i]?.volts === to.volts;
  return { ...(same ? box : withoutSeats(box, i, 0)), devices };
};

export const removeDevice = (box: SeenBox, i: number): SeenBox => ({
  ...withoutSeats(box, i, 1),
  devices: box.devices.filter((_, k) => k !== i),
});

type PigtailTo = SeenBox['pigtails'][number]['to'];
const samePlace = (a: PigtailTo, b: PigtailTo): boolean =>
  a.on === 'box' || b.on === 'box' ? a.on === b.on : a.device === b.device && a.screw === b.screw;

/** Puts a pigtail from a splice to a screw, or takes it away. */
export function togglePigtail(box: SeenBox, splice: number, to: PigtailTo): SeenBox {
  const is = (p: SeenBox['pigtails'][number]) => p.splice === splice && samePlace(p.to, to);
  return {
    ...box,
    pigtails: box.pigtails.some(is) ? box.pigtails.filter((p) => !is(p)) : [...box.pigtails, { splice, to }],
  };
}

/** Splices that something is in, in their order. */
export const splicesOf = (box: SeenBox): number[] =>
  [
    ...new Set([
      ...box.cables.flatMap((c) => c.wires.flatMap((w) => (w.seat.on === 'splice' ? [w.seat.n] : []))),
      ...box.pigtails.map((p) => p.splice),
    ]),
  ].sort((a, b) => a - b);

/** The number of a splice that is not there yet; null where no more fit. */
export function freeSplice(box: SeenBox): number | null {
  const taken = new Set(splicesOf(box));
  for (let n = 1; n <= MOST.splices; n++) if (!taken.has(n)) return n;
  return null;
}

export const addReading = (box: SeenBox, reading: BoxReading): SeenBox => ({
  ...box,
  readings: [...box.readings, reading].slice(-MOST.readings),
});
export const removeReading = (box: SeenBox, i: number): SeenBox => ({
  ...box,
  readings: box.readings.filter((_, k) => k !== i),
});
