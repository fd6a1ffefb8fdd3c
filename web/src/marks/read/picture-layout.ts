import { seenScrews, type Seat, type SeenBox, type SeenWire, type WireAt } from '@elwand/core/reading';
import type { Screw } from '@elwand/core';
import { freeSplice, splicesOf } from './read-edits.ts';

/** Where things stand in the drawing of a box: cables on the left, splices between, devices on the right. */

export const WIDTH = 560;
const TOP = 30;
const ROW = 26;
const STUB_X = 118;
const SPLICE_X = 300;
const SCREW_X = 448;
/** From the stub to a wire that is capped. */
const CAP_X = 176;

export interface Spot {
  readonly x: number;
  readonly y: number;
}

export interface PlacedWire {
  readonly at: WireAt;
  readonly wire: SeenWire;
  readonly stub: Spot;
  readonly end: Spot;
}
export interface PlacedCable {
  readonly cable: number;
  readonly y: number;
  readonly height: number;
}
export interface PlacedScrew extends Spot {
  readonly device: number;
  readonly screw: Screw;
}
export interface PlacedDevice {
  readonly device: number;
  readonly y: number;
  readonly height: number;
}
/** Where a wire can be let go. */
export interface Target extends Spot {
  readonly seat: Seat;
}

export interface Picture {
  readonly height: number;
  readonly cables: readonly PlacedCable[];
  readonly wires: readonly PlacedWire[];
  readonly devices: readonly PlacedDevice[];
  readonly screws: readonly PlacedScrew[];
  readonly splices: readonly (Spot & { readonly n: number; readonly isFree: boolean })[];
  readonly metal: Spot | null;
  readonly pigtails: readonly { readonly from: Spot; readonly to: Spot }[];
  readonly targets: readonly Target[];
}

/** Lays a box out. */
export function pictureOf(box: SeenBox): Picture {
  let y = TOP;
  const cables: PlacedCable[] = [];
  const stubs: { readonly at: WireAt; readonly wire: SeenWire; readonly stub: Spot }[] = [];
  box.cables.forEach((c, cable) => {
    const height = c.wires.length * ROW + 8;
    cables.push({ cable, y, height });
    c.wires.forEach((wire, i) =>
      stubs.push({ at: { cable, wire: i }, wire, stub: { x: STUB_X, y: y + 16 + i * ROW } }),
    );
    y += height + 30;
  });
  let right = TOP;
  const devices: PlacedDevice[] = [];
  const screws: PlacedScrew[] = [];
  box.devices.forEach((d, device) => {
    const own = seenScrews(d);
    const height = Math.max(1, own.length) * ROW + 8;
    devices.push({ device, y: right, height });
    own.forEach((screw, i) => screws.push({ device, screw, x: SCREW_X, y: right + 16 + i * ROW }));
    right += height + 30;
  });
  const free = freeSplice(box);
  const numbers = [...splicesOf(box), ...(free === null ? [] : [free])];
  const height = Math.max(y, right, TOP + numbers.length * 48 + (box.metal === true ? 48 : 0), 200) + 6;
  const step = Math.min(64, (height - TOP) / (numbers.length + (box.metal === true ? 1 : 0)));
  const splices = numbers.map((n, i) => ({ n, x: SPLICE_X, y: TOP + step * (i + 0.5), isFree: n === free }));
  const metal = box.metal === true ? { x: SPLICE_X, y: TOP + step * (numbers.length + 0.5) } : null;
  const spot = (seat: Seat, stub: Spot): Spot => {
    switch (seat.on) {
      case 'screw':
        return screws.find((s) => s.device === seat.device && s.screw === seat.screw) ?? stub;
      case 'splice':
        return splices.find((s) => s.n === seat.n) ?? stub;
      case 'box':
        return metal ?? stub;
      case 'cap':
        return { x: CAP_X, y: stub.y };
      case 'unknown':
        return { x: stub.x + 14, y: stub.y };
    }
  };
  return {
    height,
    cables,
    wires: stubs.map((s) => ({ ...s, end: spot(s.wire.seat, s.stub) })),
    devices,
    screws,
    splices,
    metal,
    pigtails: box.pigtails.flatMap((p) => {
      const from = splices.find((s) => s.n === p.splice);
      const to = p.to.on === 'box' ? metal : spot(p.to, { x: 0, y: 0 });
      return from && to ? [{ from, to }] : [];
    }),
    targets: [
      ...screws.map(({ x, y: at, device, screw }) => ({
        x,
        y: at,
        seat: { on: 'screw' as const, device, screw },
      })),
      ...splices.map(({ x, y: at, n }) => ({ x, y: at, seat: { on: 'splice' as const, n } })),
      ...(metal ? [{ ...metal, seat: { on: 'box' as const } }] : []),
      ...stubs.map(({ stub }) => ({ x: CAP_X, y: stub.y, seat: { on: 'cap' as const } })),
    ],
  };
}

/** A wire let go nearer than this goes there. */
const REACH = 40;
/** The target that a wire is let go at; null where none is near. */
export function nearest(targets: readonly Target[], { x, y }: Spot): Target | null {
  let best: Target | null = null;
  let least = REACH;
  for (const t of targets) {
    const d = Math.hypot(t.x - x, t.y - y);
    if (d < least) {
      best = t;
      least = d;
    }
  }
  return best;
}

/** A wire as it lies: out of its cable, over, and in. */
export const pathBetween = (a: Spot, b: Spot): string => {
  const bend = Math.max(20, Math.abs(b.x - a.x) / 2);
  return `M${a.x} ${a.y}C${a.x + bend} ${a.y} ${b.x - bend} ${b.y} ${b.x} ${b.y}`;
};
