import { z } from 'zod';
import { BoxFunction, CableId, CableType, Gauge, type Device, type DeviceKind } from '../document/index.ts';
import { partsOf, screwsOf, SCREWS, type DeviceParts, type Screw } from '../network/index.ts';

/** What a person sees in an open box, and what an instrument showed there: nothing in it is concluded. */

export const WIRE_COLORS = [
  'black',
  'white',
  'red',
  'blue',
  'brown',
  'orange',
  'yellow',
  'purple',
  'gray',
  'green',
  'bare',
  'unclear',
] as const;
export const WireColor = z.enum(WIRE_COLORS);
export type WireColor = z.infer<typeof WireColor>;

/** Devices, cables, wires and splices that one box can hold here. */
export const MOST = { devices: 6, cables: 9, wires: 7, splices: 12, readings: 60 } as const;

const DeviceNumber = z
  .int()
  .min(0)
  .max(MOST.devices - 1);
const SpliceNumber = z.int().min(1).max(MOST.splices);
const OnScrew = z.object({ on: z.literal('screw'), device: DeviceNumber, screw: z.enum(SCREWS) });

/** Where a wire ends in the box; `box` is the screw or clip of a metal box. */
export const Seat = z.discriminatedUnion('on', [
  OnScrew,
  z.object({ on: z.literal('splice'), n: SpliceNumber }),
  z.object({ on: z.literal('cap') }),
  z.object({ on: z.literal('box') }),
  z.object({ on: z.literal('unknown') }),
]);
export type Seat = z.infer<typeof Seat>;

export const SeenWire = z.object({
  color: WireColor,
  /** Taped or painted over: re-identified as a hot. */
  marked: z.literal(true).optional(),
  seat: Seat,
});
export type SeenWire = z.infer<typeof SeenWire>;

export const SeenCable = z.object({
  /** The same as in the house where it is known there. */
  id: CableId,
  /** Where it seems to go, in the person's words. */
  label: z.string().max(120).optional(),
  type: CableType,
  gauge: Gauge.nullable(),
  /** How it grounds; `none` where there is nothing, `unknown` where nobody can see. */
  ground: z.enum(['wire', 'armor', 'tubing', 'none', 'unknown']),
  wires: z.array(SeenWire).min(1).max(MOST.wires),
});
export type SeenCable = z.infer<typeof SeenCable>;

export const SeenDevice = BoxFunction.pick({
  kind: true,
  tab: true,
  volts: true,
  plug: true,
  motor: true,
  lightNth: true,
});
export type SeenDevice = z.infer<typeof SeenDevice>;

/** A short wire from a splice to a device or to the metal of the box. */
export const Pigtail = z.object({
  splice: SpliceNumber,
  to: z.discriminatedUnion('on', [OnScrew, z.object({ on: z.literal('box') })]),
});
export type Pigtail = z.infer<typeof Pigtail>;

/** A wire of the box, by the places of its cable and of itself in the list. */
const WireAt = z.object({
  cable: z
    .int()
    .min(0)
    .max(MOST.cables - 1),
  wire: z
    .int()
    .min(0)
    .max(MOST.wires - 1),
});
export type WireAt = z.infer<typeof WireAt>;
export const isSameWire = (a: WireAt, b: WireAt): boolean => a.cable === b.cable && a.wire === b.wire;

/** How the switches of the box stood, by device: off or on, or the two positions of a three-way; left out, nobody has noted it. */
const Stood = z
  .array(z.object({ device: DeviceNumber, at: z.literal([0, 1]) }))
  .max(MOST.devices)
  .optional();

/**
 * What an instrument showed.
 * live: to ground, by an instrument that ghost voltage does not fool, with the breaker of this box on or off, all made up or every wire
 * taken apart; follows: with everything on, changes when switches elsewhere are worked; joined: breaker off, taken apart, no more than a
 * few ohms to ground; between: the same between two wires of a cable, opening and closing when switches elsewhere are worked.
 */
export const BoxReading = z.discriminatedUnion('what', [
  z.object({
    what: z.literal('live'),
    at: WireAt,
    breaker: z.enum(['on', 'off']),
    apart: z.boolean(),
    stood: Stood,
    shows: z.boolean(),
  }),
  z.object({ what: z.literal('follows'), at: WireAt, shows: z.boolean() }),
  z.object({ what: z.literal('joined'), at: WireAt, shows: z.boolean() }),
  z.object({ what: z.literal('between'), at: WireAt, to: WireAt, shows: z.boolean() }),
]);
export type BoxReading = z.infer<typeof BoxReading>;

const SEEN_FORMAT = 'elwand-box';

export const SeenBox = z
  .object({
    format: z.literal(SEEN_FORMAT),
    formatVersion: z.literal(1),
    label: z.string().max(120),
    /** Is the box metal? Null where nobody can tell. */
    metal: z.boolean().nullable(),
    devices: z.array(SeenDevice).max(MOST.devices),
    cables: z.array(SeenCable).max(MOST.cables),
    pigtails: z.array(Pigtail).max(24),
    readings: z.array(BoxReading).max(MOST.readings),
  })
  .superRefine((box, ctx) => {
    const fault = (path: (string | number)[], message: string) =>
      ctx.addIssue({ code: 'custom', path, message });
    const screwThere = (seat: { device: number; screw: Screw }, path: (string | number)[]) => {
      const device = box.devices[seat.device];
      if (!device) fault([...path, 'device'], 'there is no such device in this box');
      else if (!screwsOf(deviceOf(device)).includes(seat.screw))
        fault([...path, 'screw'], 'this device has no such screw');
    };
    box.cables.forEach((c, i) =>
      c.wires.forEach((w, k) => {
        if (w.seat.on === 'screw') screwThere(w.seat, ['cables', i, 'wires', k, 'seat']);
      }),
    );
    const ids = box.cables.map((c) => c.id);
    ids.forEach((id, i) => {
      if (ids.indexOf(id) !== i) fault(['cables', i, 'id'], 'another cable has the same id');
    });
    box.pigtails.forEach((p, i) => {
      if (p.to.on === 'screw') screwThere(p.to, ['pigtails', i, 'to']);
    });
    const wireThere = (at: WireAt, path: (string | number)[]) => {
      if (!box.cables[at.cable]?.wires[at.wire]) fault(path, 'there is no such wire in this box');
    };
    box.readings.forEach((r, i) => {
      wireThere(r.at, ['readings', i, 'at']);
      if (r.what === 'between') wireThere(r.to, ['readings', i, 'to']);
    });
  });
export type SeenBox = z.infer<typeof SeenBox>;

/** A box with nothing in it yet. */
export const emptyBox = (label: string, metal: boolean | null = null): SeenBox => ({
  format: SEEN_FORMAT,
  formatVersion: 1,
  label,
  metal,
  devices: [],
  cables: [],
  pigtails: [],
  readings: [],
});

/** What was seen of a device, as the network takes it: its rating plays no part there. */
export const deviceOf = (seen: SeenDevice): Device => ({ ...seen, amps: 15, grounded: true });
export const seenParts = (seen: SeenDevice): DeviceParts => partsOf(deviceOf(seen));
export const seenScrews = (seen: SeenDevice): Screw[] => screwsOf(deviceOf(seen));

/** A grounding wire by its looks: bare or green. */
export const isGroundWire = ({ color }: Pick<SeenWire, 'color'>): boolean =>
  color === 'bare' || color === 'green';

const THREE_AND_FOUR: readonly DeviceKind[] = ['switch-three-way', 'switch-four-way'];
/** Has this device a handle that makes and breaks? */
export const hasHandle = (seen: SeenDevice): boolean =>
  seenParts(seen).contacts.some((c) => c.by === 'handle');
export const isTravelerDevice = ({ kind }: SeenDevice): boolean => THREE_AND_FOUR.includes(kind);

/** Has anybody said what is on the screws of a device, the green one left out? An end that nobody saw may be there. */
export const isEntered = (box: SeenBox, device: number): boolean => {
  const here = (seat: Seat) => seat.on === 'screw' && seat.device === device && seat.screw !== 'green';
  return (
    box.cables.some((c) =>
      c.wires.some((w) => here(w.seat) || (w.seat.on === 'unknown' && !isGroundWire(w))),
    ) || box.pigtails.some((p) => here(p.to))
  );
};
