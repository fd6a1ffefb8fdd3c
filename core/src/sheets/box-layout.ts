import { nthOf, type Device } from '../document/index.ts';
import type { Conductor, Screw, Splice, SpliceMember } from '../network/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import type { At } from './drawing.ts';

/**
 * One box, before or after, laid out from its wiring data: a row for each conductor, a column for each role, the devices with their
 * screws below. Both pictures share one frame, so that cables and devices that stay are where they were. Units are those of a
 * picture 480 wide.
 */

export const BOX_WIDTH = 480;
const ROW = 24;
const TOP = 40;
const BLOCK_GAP = 24;
const LEFT_PORT = 36;
const RIGHT_PORT = BOX_WIDTH - 36;
/** The middle of the devices. */
export const DEVICE_X = 262;
/** Devices stand below each other, each as high as this. */
const DEVICE_ROW = 96;
/** Where tails to the metal of the box, and its own ground run, end. */
const BOX_LEFT = 24;
const BOX_TOP = 12;
/** How far a capped conductor comes into the box. */
const CAP_IN = 60;

const SWITCHED = 352;
const COLUMN: Record<string, number> = {
  hot: 312,
  'second-hot': 178,
  neutral: 178,
  ground: 112,
  traveler: 230,
  unread: 230,
};
/** The conductor of a second switch has a column of its own. */
const SECOND_SWITCHED = 390;
/** A traveler to a screw on the right of its device comes down on that side. */
const TRAVELER_RIGHT = 328;
const columnOf = (role: string): number =>
  role.startsWith('switched') ? (nthOf(role) > 1 ? SECOND_SWITCHED : SWITCHED) : (COLUMN[role] ?? 230);

const SCREW: Record<Screw, { readonly dx: number; readonly dy: number }> = {
  brass: { dx: 34, dy: 16 },
  'other brass': { dx: -34, dy: 16 },
  'lower brass': { dx: 34, dy: 44 },
  silver: { dx: -34, dy: 16 },
  green: { dx: -34, dy: 64 },
  'line brass': { dx: 34, dy: 16 },
  'line silver': { dx: -34, dy: 16 },
  'load brass': { dx: 34, dy: 44 },
  'load silver': { dx: -34, dy: 44 },
  'switch screw': { dx: 34, dy: 16 },
  'other switch screw': { dx: 34, dy: 44 },
  'common screw': { dx: 34, dy: 16 },
  'traveler screw': { dx: 34, dy: 44 },
  'other traveler screw': { dx: -34, dy: 44 },
  'onward traveler screw': { dx: 34, dy: 16 },
  'other onward traveler screw': { dx: -34, dy: 16 },
  'lamp lead black': { dx: 34, dy: 16 },
  'lamp lead white': { dx: -34, dy: 16 },
  'fan lead black': { dx: 34, dy: 16 },
  'fan lead white': { dx: -34, dy: 16 },
  'light lead blue': { dx: 34, dy: 44 },
};

type CableOfBox = BoxWiring['cables'][number];
/** Which of the two pictures. */
export type When = 'before' | 'after';

/** A cable where it enters. `there`: it is in this picture; else it is still to come, or was taken out. */
export interface DrawnCable {
  readonly cable: CableOfBox;
  readonly side: 'left' | 'right';
  readonly top: number;
  readonly there: boolean;
  readonly ports: readonly { readonly conductor: Conductor; readonly at: At }[];
}
export interface DrawnWire {
  readonly points: readonly At[];
  readonly color: Conductor['color'];
  readonly isNew: boolean;
}
export interface DrawnScrew {
  readonly screw: Screw;
  readonly at: At;
  readonly side: 'left' | 'right';
}
export interface DrawnDevice {
  readonly device: Device;
  readonly top: number;
  readonly screws: readonly DrawnScrew[];
  /** It was in the box before and is not in it after. */
  readonly goes: boolean;
  /** It comes in with the plan. */
  readonly comes: boolean;
}
export interface BoxLayout {
  readonly height: number;
  readonly cables: readonly DrawnCable[];
  readonly wires: readonly DrawnWire[];
  readonly splices: readonly { readonly splice: Splice; readonly at: At }[];
  readonly devices: readonly DrawnDevice[];
  readonly caps: readonly At[];
}

/** Cables of both pictures: those that are there first, what is new after them. */
function cablesOf({ cables, cablesBefore }: BoxWiring): CableOfBox[] {
  const before = new Set(cablesBefore.map((c) => c.cable.id));
  return [...cablesBefore, ...cables.filter((c) => !before.has(c.cable.id))];
}

/** The first cable enters at the left, level with the first at the right; the others stand below each other at the right. */
function placed(cables: readonly CableOfBox[]): { tops: Map<string, number>; bottom: number } {
  const [first, ...rest] = cables;
  const tops = new Map<string, number>(first ? [[first.cable.id, TOP]] : []);
  let top = TOP;
  for (const c of rest) {
    tops.set(c.cable.id, top);
    top += c.conductors.length * ROW + BLOCK_GAP;
  }
  return { tops, bottom: Math.max(top, TOP + (first?.conductors.length ?? 0) * ROW + BLOCK_GAP) };
}

function drawnCables(box: BoxWiring, when: When, tops: ReadonlyMap<string, number>): DrawnCable[] {
  const here = new Map((when === 'before' ? box.cablesBefore : box.cables).map((c) => [c.cable.id, c]));
  return cablesOf(box).map((any, i): DrawnCable => {
    const side = i === 0 ? 'left' : 'right';
    const cable = here.get(any.cable.id) ?? any;
    const top = tops.get(any.cable.id) ?? TOP;
    const x = side === 'left' ? LEFT_PORT : RIGHT_PORT;
    const ports = cable.conductors.map((conductor, k) => ({ conductor, at: { x, y: top + k * ROW } }));
    return { cable, side, top, there: here.has(any.cable.id), ports };
  });
}

const screwAt = (s: Screw, device: number, top: number): At => ({
  x: DEVICE_X + SCREW[s].dx,
  y: top + device * DEVICE_ROW + SCREW[s].dy,
});

/** Where a straight conductor comes down to its screw. */
const columnTo = ({ conductor: { role }, screw }: BoxWiring['after']['terminations'][number]): number =>
  role === 'traveler' && SCREW[screw].dx > 0 ? TRAVELER_RIGHT : columnOf(role);

/** Where a splice is drawn: its column, and the rows of its first and its last conductor. */
interface Spot {
  readonly x: number;
  readonly low: number;
  readonly high: number;
}

/** Splices of one role beside each other; one of pigtails alone stands just above the devices. */
function spotsOf(
  splices: readonly Splice[],
  ports: ReadonlyMap<Conductor, At>,
  deviceY: number,
): Map<number, Spot> {
  const out = new Map<number, Spot>();
  splices.forEach((j, i) => {
    const beside = splices.slice(0, i).filter((o) => columnOf(o.role) === columnOf(j.role)).length;
    const rows = j.members.flatMap((m) => (m.kind === 'conductor' ? [ports.get(m.conductor)?.y ?? TOP] : []));
    const [low, high] =
      rows.length > 0 ? [Math.min(...rows), Math.max(...rows)] : [deviceY - 14, deviceY - 14];
    out.set(j.n, { x: columnOf(j.role) + 36 * beside, low, high });
  });
  return out;
}

/** The way of one member to its splice. All meet at the first row; what comes from further down runs up its own column. */
function memberWire(
  m: SpliceMember,
  i: number,
  { x, low, high }: Spot,
  spots: ReadonlyMap<number, Spot>,
  ports: ReadonlyMap<Conductor, At>,
  deviceY: number,
): readonly At[] {
  switch (m.kind) {
    case 'pigtail': {
      const to = screwAt(m.to, m.device, deviceY);
      return [{ x, y: high }, { x, y: to.y }, to];
    }
    case 'ground-run':
      return [
        { x, y: high },
        { x, y: BOX_TOP },
      ];
    case 'box-tail':
      return [
        { x, y: high },
        { x, y: high + 8 },
        { x: BOX_LEFT, y: high + 8 },
      ];
    case 'jumper': {
      const to = spots.get(m.to) ?? { x, high };
      return [
        { x, y: high },
        { x, y: to.high },
        { x: to.x, y: to.high },
      ];
    }
    case 'conductor': {
      const port = ports.get(m.conductor) ?? { x, y: low };
      const turn = x + (i % 2 === 0 ? 0 : 3);
      return [port, { x: turn, y: port.y }, { x: turn, y: low }];
    }
  }
}

const colorOf = (m: SpliceMember): Conductor['color'] =>
  m.kind === 'pigtail' ? m.color : m.kind === 'conductor' ? m.conductor.color : 'bare';

/** Devices that are in one list and not in the other, by their place in the first. */
const without = (of: readonly Device[], other: readonly Device[]): ReadonlySet<number> => {
  const left = other.map((d) => d.kind);
  return new Set(
    of.flatMap((d, i) => {
      const at = left.indexOf(d.kind);
      if (at < 0) return [i];
      left.splice(at, 1);
      return [];
    }),
  );
};

/** Lays out a box as it is found or as it is left. Before there is a box nothing is in it. */
export function boxLayout(box: BoxWiring, when: When): BoxLayout {
  const wired = (when === 'before' ? box.before : box.after) ?? { splices: [], terminations: [], caps: [] };
  const { tops, bottom: deviceY } = placed(cablesOf(box));
  const cables = drawnCables(box, when, tops);
  const ports = new Map(
    cables.flatMap((c) => (c.there ? c.ports.map((p) => [p.conductor, p.at] as const) : [])),
  );
  const [was, is] = [box.was?.devices ?? [], box.point.devices];
  const devices = when === 'before' ? was : is;
  const spots = spotsOf(wired.splices, ports, deviceY);
  const straight = wired.terminations.map((t, i): DrawnWire => {
    const to = screwAt(t.screw, t.device, deviceY);
    const port = ports.get(t.conductor) ?? { x: LEFT_PORT, y: TOP };
    // A straight conductor turns down in the column of its role; a second one of that role beside it.
    const column = columnTo(t);
    const turn = column + 10 * wired.terminations.slice(0, i).filter((x) => columnTo(x) === column).length;
    return {
      points: [port, { x: turn, y: port.y }, { x: turn, y: to.y }, to],
      color: t.conductor.color,
      isNew: t.conductor.isNew,
    };
  });
  const spliced = wired.splices.flatMap((j) => {
    const spot = spots.get(j.n);
    if (!spot) return [];
    return j.members.map((m, i): DrawnWire => ({
      points: memberWire(m, i, spot, spots, ports, deviceY),
      color: colorOf(m),
      isNew: m.kind === 'conductor' ? m.conductor.isNew : j.isNew,
    }));
  });
  const caps = wired.caps.map(({ conductor }) => {
    const port = ports.get(conductor) ?? { x: LEFT_PORT, y: TOP };
    return { port, end: { x: port.x + (port.x < DEVICE_X ? CAP_IN : -CAP_IN), y: port.y }, conductor };
  });
  const screwsOf = (device: number): DrawnScrew[] =>
    [
      ...new Set([
        ...wired.splices.flatMap((j) =>
          j.members.flatMap((m) => (m.kind === 'pigtail' && m.device === device ? [m.to] : [])),
        ),
        ...wired.terminations.flatMap((t) => (t.device === device ? [t.screw] : [])),
      ]),
    ].map((screw) => ({
      screw,
      at: screwAt(screw, device, deviceY),
      side: SCREW[screw].dx > 0 ? 'right' : 'left',
    }));
  const others = when === 'before' ? without(was, is) : without(is, was);
  const rows = Math.max(was.length, is.length);
  return {
    height: deviceY + (rows > 0 ? rows * DEVICE_ROW : 4),
    cables,
    wires: [
      ...straight,
      ...spliced,
      ...caps.map(({ port, end, conductor }): DrawnWire => ({
        points: [port, end],
        color: conductor.color,
        isNew: conductor.isNew,
      })),
    ],
    splices: wired.splices.map((splice) => {
      const { x, low, high } = spots.get(splice.n) ?? { x: columnOf(splice.role), low: TOP, high: TOP };
      return { splice, at: { x, y: (low + high) / 2 } };
    }),
    devices: devices.map((device, i) => ({
      device,
      top: deviceY + i * DEVICE_ROW,
      screws: screwsOf(i),
      goes: when === 'before' && others.has(i),
      comes: when === 'after' && box.was !== null && others.has(i),
    })),
    caps: caps.map((c) => c.end),
  };
}
