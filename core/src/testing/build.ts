import type { Bundle, Change, House, Job, Load, LoadFacts, Point, Want } from '../document/index.ts';
import {
  BreakerId,
  ItemId,
  PanelId,
  PointId,
  RoomId,
  WallId,
  makeHouse,
  makeJob,
  makePoint,
  makeRoom,
  makeWant,
  type Furniture,
} from '../document/index.ts';
import type { OutletFacts, PlaceFacts } from '../codes/index.ts';
import type { RoomUse } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { atBreaker, atPoint, nm } from '../training/circuits.ts';
import type { Signer } from '../evaluation/record.ts';

/** Small named builders for tests: one room, one panel, one circuit, changed where a test needs it. */

export const wallAt = (x: number, height = 15, wall = 'room-w1') => ({
  on: 'wall' as const,
  wallId: WallId.parse(wall),
  xMm: inches(x),
  heightMm: inches(height),
});
export const ceilingAt = (x: number, y: number) => ({
  on: 'ceiling' as const,
  roomId: RoomId.parse('room'),
  xMm: inches(x),
  yMm: inches(y),
});
export const knownBox = (model: string, clamps: 'inside' | 'none' | 'unknown' = 'none'): Partial<Point> => ({
  condition: 'sound',
  box: { model, markedCubicInches: null, gangs: 1, clamps, metal: null },
});

export const outlet = (id: string, x: number, more: Partial<Point> = {}): Point =>
  makePoint(id, id.toUpperCase(), 'receptacle', wallAt(x), { ...knownBox('new-1g-22'), ...more });

export const panel = (
  amps = 15,
  more: Partial<House['panels'][number]['breakers'][number]> = {},
): House['panels'] => [
  {
    id: PanelId.parse('p'),
    label: 'Panel',
    place: 'hall',
    breakers: [
      {
        id: BreakerId.parse('b1'),
        number: '1',
        amps,
        poles: 1,
        protection: 'none',
        label: 'Room',
        restriction: 'none',
        multiwire: false,
        proved: true,
        ...more,
      },
    ],
  },
];

/** A 12 x 10 ft den with an attic: breaker 1 feeds R1, which feeds R2. */
export function smallHouse(more: Partial<House> = {}): House {
  const room = makeRoom('room', 'Den', 'den', feet(12), feet(10));
  return makeHouse('house', 'Sedge End', {
    rooms: [
      {
        ...room,
        walls: room.walls.map((w) => ({ ...w, framing: { ...w.framing, firstStudMm: inches(16) } })),
      },
    ],
    panels: panel(),
    points: [outlet('r1', 24), outlet('r2', 88)],
    cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'))],
    ...more,
  });
}

export const wanted = (x: number, more: Partial<Want> = {}): Want => makeWant('w1', 'new 1', wallAt(x), more);

export function bundle(house: House, wants: Want[], more: Partial<Job> = {}): Bundle {
  return { house, job: makeJob('job', house.id, 'A new outlet', { wants, ...more }) };
}

/** A dry place of a room, far from water, as far as protection goes. */
export const placeOf = (use: RoomUse, more: Partial<PlaceFacts> = {}): PlaceFacts => ({
  use,
  moisture: use === 'outdoor' ? 'wet' : 'dry',
  heightMm: 400,
  toSinkMm: null,
  toSinkStraightMm: null,
  toTub: null,
  overCounter: false,
  volts: 120,
  ...more,
});
export const OUTLET: OutletFacts = { kind: 'receptacle', appliance: null, amps: 15 };

/** Something that runs at a point, plugged in and at any hour unless the test says otherwise. */
export const loadAt = (pointId: string, voltAmperes: number, more: Partial<LoadFacts> = {}): Load => ({
  id: ItemId.parse(
    `l-${pointId}-${voltAmperes}-${more.name ?? ''}`.replace(/[^A-Za-z0-9-]/g, '-').slice(0, 64),
  ),
  pointId: PointId.parse(pointId),
  name: `${voltAmperes} VA thing`,
  voltAmperes,
  connection: 'cord',
  continuous: false,
  motor: false,
  roomAirConditioner: false,
  hours: [],
  ...more,
});

/** Signs off whatever is open. */
export const SIGNER: Signer = { by: 'Wilma Tester', reason: 'Signed off by a test' };

/** Something that stands before a wall, from and to in feet, as high and deep as a counter unless the test says otherwise. */
export const standing = (
  kind: Furniture['kind'],
  leftFeet: number,
  rightFeet: number,
  more: Partial<Furniture> = {},
): Furniture => ({
  id: ItemId.parse(`${kind}-${Math.round(leftFeet * 10)}`),
  name: kind,
  kind,
  leftMm: feet(leftFeet),
  rightMm: feet(rightFeet),
  bottomMm: 0,
  topMm: inches(36),
  depthMm: inches(25),
  planned: false,
  ...more,
});

/** A change of a job; there is one at a time in a test. */
export const change = (c: Omit<Change, 'id'> & Record<string, unknown>): Change =>
  ({ id: ItemId.parse('c1'), ...c }) as Change;

export { atBreaker, atPoint, device, nm } from '../training/circuits.ts';
