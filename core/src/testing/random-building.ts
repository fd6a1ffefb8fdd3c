import fc from 'fast-check';
import { ItemId, type Room, type Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';

/** What is known of the joists over and under generated rooms, of the roof, and of what is on their walls. */
export interface BuildingDraw {
  /** Where one was found, in; null where nobody has looked. */
  readonly over: number | null;
  readonly under: number | null;
  readonly spacing: 16 | 19.2 | 24;
  readonly members: NonNullable<Room['above']['members']>;
  readonly open: boolean;
  /** A duct between the joists of a closed ceiling: where it begins, as a share of the room. */
  readonly duct: number | null;
  readonly roof: Room['above']['roof'] | null;
  /** Which walls are outside ones, by a bit for each. */
  readonly outside: number;
  readonly block: boolean;
  /** A wall with cabinets along it, and one that is tiled up to the middle. */
  readonly cabinets: number | null;
  readonly tile: number | null;
}

export const buildingDraw: fc.Arbitrary<BuildingDraw> = fc.record({
  // Odd places: what is right on a joist could be on either side of it.
  over: fc.option(fc.double({ min: 0.137, max: 15.713, noNaN: true }), { freq: 1 }),
  under: fc.option(fc.double({ min: 0.137, max: 15.713, noNaN: true }), { freq: 1 }),
  spacing: fc.constantFrom<16 | 19.2 | 24>(16, 16, 19.2, 24),
  members: fc.constantFrom<BuildingDraw['members']>(
    'lumber',
    'lumber',
    'lumber',
    'truss',
    'i-joist',
    'glued',
  ),
  open: fc.constantFrom(false, false, false, true),
  duct: fc.option(fc.double({ min: 0.1, max: 0.7, noNaN: true }), { freq: 2 }),
  roof: fc.option(
    fc.record(
      {
        pitch: fc.constantFrom(2, 3, 4, 5, 6, 8, 12),
        shape: fc.constantFrom<'gable' | 'hip'>('gable', 'gable', 'hip'),
        heel: fc.constantFrom<'raised' | 'low'>('low', 'low', 'raised'),
      },
      { requiredKeys: [] },
    ),
  ),
  outside: fc.integer({ min: 0, max: 15 }),
  block: fc.boolean(),
  cabinets: fc.option(fc.integer({ min: 0, max: 3 }), { freq: 2 }),
  tile: fc.option(fc.integer({ min: 0, max: 3 }), { freq: 2 }),
});

/** The walls of a room as built: which are outside, what is fixed to them. */
const finished =
  (d: BuildingDraw) =>
  (wall: Wall, i: number): Wall => ({
    ...wall,
    exterior: (d.outside & (1 << i)) !== 0,
    // Some rooms whose joists show have no board on their walls either.
    ...(d.open && d.block && d.tile !== i && { finish: 'none' as const, boardMm: 0 }),
    framing:
      wall.framing.kind === 'masonry'
        ? { ...wall.framing, ...(d.block ? { masonry: 'hollow' as const } : {}) }
        : wall.framing,
    furniture: [
      ...wall.furniture,
      ...(d.cabinets === i
        ? [
            {
              id: ItemId.parse(`${wall.id}-cabinets`),
              name: 'cabinets',
              kind: 'cabinet' as const,
              leftMm: wall.lengthMm * 0.3,
              rightMm: wall.lengthMm * 0.55,
              bottomMm: 0,
              topMm: inches(34),
              depthMm: inches(24),
              planned: false,
            },
          ]
        : []),
    ],
    ...(d.tile === i
      ? {
          layers: [
            {
              id: ItemId.parse(`${wall.id}-tile`),
              name: 'tile',
              thicknessMm: inches(3 / 8),
              planned: false,
              area: {
                leftMm: wall.lengthMm * 0.5,
                rightMm: wall.lengthMm,
                bottomMm: 0,
                topMm: inches(48),
              },
            },
          ],
        }
      : {}),
  });

/** A room as drawn: its joists, its roof, its walls. */
export function asBuilt(room: Room, d: BuildingDraw): Room {
  const found = (at: number | null) =>
    at === null ? {} : { joistAtMm: inches(at), joistSpacingMm: inches(d.spacing) };
  const [width = 0, depth = 0] = room.walls.map((w) => w.lengthMm);
  const duct = d.duct === null || room.above.kind === 'attic' ? [] : [d.duct];
  return {
    ...room,
    walls: room.walls.map(finished(d)),
    above: {
      ...room.above,
      ...found(d.over),
      members: d.members,
      ...(d.roof ? { roof: d.roof } : {}),
      ...(d.open && room.above.kind !== 'attic' ? { open: true as const } : {}),
      obstacles: duct.map((at) => ({
        id: ItemId.parse('joist-duct'),
        kind: 'duct' as const,
        leftMm: at * width,
        rightMm: at * width + inches(14),
        nearMm: depth * 0.3,
        farMm: depth * 0.5,
      })),
    },
    below: { ...room.below, ...found(d.under) },
  };
}

/** The same joists in a mirror: across is counted from the other side. */
export function mirroredJoists<T extends Room['above'] | Room['below']>(space: T, widthMm: number): T {
  const { joistAtMm, joistSpacingMm = inches(16), joists } = space;
  const flipped = joistAtMm === undefined || joists === 'x' ? undefined : widthMm - joistAtMm;
  return {
    ...space,
    ...(flipped === undefined
      ? {}
      : { joistAtMm: ((flipped % joistSpacingMm) + joistSpacingMm) % joistSpacingMm }),
    ...('obstacles' in space && space.obstacles
      ? {
          obstacles: space.obstacles.map((o) => ({
            ...o,
            leftMm: widthMm - o.rightMm,
            rightMm: widthMm - o.leftMm,
          })),
        }
      : {}),
  };
}
