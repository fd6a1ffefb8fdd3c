import { inches, feet } from '../units/index.ts';
import type { Breaker, Cable, Framing, House, Point, Position, Room, RoomUse, Wall } from './house.ts';
import { HOUSE_FORMAT, HOUSE_VERSION } from './house.ts';
import { BreakerId, HouseId, JobId, PointId, RoomId, WallId, WantId, CableId } from './ids.ts';
import type { Job, Want } from './job.ts';
import { JOB_FORMAT, JOB_VERSION, defaultPreferences } from './job.ts';

/** Makers of documents with the values a person would expect to find filled in. Ids come from the caller. */

const standardFraming: Framing = {
  kind: 'wood',
  memberMm: inches(1.5),
  depthMm: inches(3.5),
  spacingMm: inches(16),
  firstStudMm: null,
};

export function makeWall(id: string, name: string, lengthMm: number, more: Partial<Wall> = {}): Wall {
  return {
    id: WallId.parse(id),
    name,
    lengthMm,
    turn: 'right',
    exterior: false,
    framing: standardFraming,
    boardMm: inches(0.5),
    insulated: false,
    openings: [],
    hits: [],
    obstacles: [],
    furniture: [],
    ...more,
  };
}

const WALL_NAMES = ['North wall', 'East wall', 'South wall', 'West wall'] as const;

/** A rectangular room: first wall along x, then clockwise as seen from above. */
export function makeRoom(
  id: string,
  name: string,
  use: RoomUse,
  widthMm: number,
  depthMm: number,
  more: Partial<Room> = {},
): Room {
  return {
    id: RoomId.parse(id),
    name,
    use,
    ceilingMm: feet(8),
    place: { xMm: 0, yMm: 0 },
    above: { kind: 'attic', canEnter: true, joists: 'y', insulated: true },
    below: { kind: 'slab', canEnter: false, joists: 'y' },
    walls: WALL_NAMES.map((n, i) => makeWall(`${id}-w${i + 1}`, n, i % 2 === 0 ? widthMm : depthMm)),
    ...more,
  };
}

export function makeHouse(id: string, name: string, more: Partial<House> = {}): House {
  return {
    format: HOUSE_FORMAT,
    formatVersion: HOUSE_VERSION,
    id: HouseId.parse(id),
    name,
    units: 'imperial',
    yearBuilt: null,
    code: 'nec-2023',
    supplyVolts: 120,
    panelWorkBy: 'electrician',
    rooms: [],
    panels: [],
    points: [],
    cables: [],
    loads: [],
    amendments: [],
    bannedMethods: [],
    atticCelsius: null,
    faultAmps: null,
    ...more,
  };
}

const DEVICE_OF: Record<Point['kind'], Point['devices']> = {
  receptacle: [{ kind: 'receptacle', amps: 15, grounded: true }],
  switch: [{ kind: 'switch', amps: 15, grounded: true }],
  luminaire: [{ kind: 'luminaire', amps: 15, grounded: true }],
  fan: [{ kind: 'fan', amps: 15, grounded: true }],
  junction: [],
  appliance: [{ kind: 'appliance', amps: 15, grounded: true }],
};

/** A point as found: its box not yet looked into. */
export function makePoint(
  id: string,
  label: string,
  kind: Point['kind'],
  at: Position,
  more: Partial<Point> = {},
): Point {
  return {
    id: PointId.parse(id),
    label,
    kind,
    at,
    box: { model: null, markedCubicInches: null, gangs: 1, clamps: 'unknown', metal: null },
    devices: DEVICE_OF[kind],
    condition: 'not-looked',
    accessible: true,
    ...more,
  };
}

/** A breaker that nothing is known of but its number. */
export const makeBreaker = (id: string, number: string, more: Partial<Breaker> = {}): Breaker => ({
  id: BreakerId.parse(id),
  number,
  amps: 15,
  poles: 1,
  protection: 'none',
  label: '',
  restriction: 'none',
  multiwire: false,
  proved: false,
  ...more,
});

export function makeCable(
  id: string,
  from: Cable['from'],
  to: Cable['to'],
  more: Partial<Cable> = {},
): Cable {
  return {
    id: CableId.parse(id),
    type: 'NM-B',
    gauge: null,
    metal: 'Cu',
    conductors: 2,
    ground: 'wire',
    from,
    to,
    carries: 'feed',
    switchedBy: null,
    lengthMm: null,
    way: 'unknown',
    ...more,
  };
}

export function makeJob(id: string, houseId: HouseId, name: string, more: Partial<Job> = {}): Job {
  return {
    format: JOB_FORMAT,
    formatVersion: JOB_VERSION,
    id: JobId.parse(id),
    houseId,
    name,
    wants: [],
    preferences: defaultPreferences,
    protection: { groundFault: null, arcFault: null },
    option: null,
    boxes: {},
    gauge: null,
    method: null,
    rings: {},
    clampsOutside: [],
    shelf: [],
    overrides: [],
    readings: [],
    log: [],
    note: '',
    signedOff: null,
    ...more,
  };
}

export function makeWant(id: string, label: string, at: Position, more: Partial<Want> = {}): Want {
  const kind = more.kind ?? 'receptacle';
  return {
    id: WantId.parse(id),
    label,
    kind,
    at,
    devices: [{ kind }],
    control: { by: 'always' },
    loads: [],
    note: '',
    ...more,
  };
}
