import fc from 'fast-check';
import { ItemId, type Room } from '../document/index.ts';
import { inches } from '../units/index.ts';

/** What is known of the joists over and under generated rooms. */
export interface JoistDraw {
  /** Where one was found, in; null where nobody has looked. */
  readonly over: number | null;
  readonly under: number | null;
  readonly spacing: 16 | 19.2 | 24;
  readonly members: NonNullable<Room['above']['members']>;
  readonly open: boolean;
  /** A duct between the joists of a closed ceiling: where it begins, as a share of the room. */
  readonly duct: number | null;
}

export const joistDraw: fc.Arbitrary<JoistDraw> = fc.record({
  // Odd places: what is right on a joist could be on either side of it.
  over: fc.option(fc.double({ min: 0.137, max: 15.713, noNaN: true }), { freq: 1 }),
  under: fc.option(fc.double({ min: 0.137, max: 15.713, noNaN: true }), { freq: 1 }),
  spacing: fc.constantFrom<16 | 19.2 | 24>(16, 16, 19.2, 24),
  members: fc.constantFrom<JoistDraw['members']>('lumber', 'lumber', 'lumber', 'truss', 'i-joist', 'glued'),
  open: fc.constantFrom(false, false, false, true),
  duct: fc.option(fc.double({ min: 0.1, max: 0.7, noNaN: true }), { freq: 2 }),
});

/** The joists of a room as drawn. */
export function withJoists(room: Room, d: JoistDraw): Room {
  const found = (at: number | null) =>
    at === null ? {} : { joistAtMm: inches(at), joistSpacingMm: inches(d.spacing) };
  const [width = 0, depth = 0] = room.walls.map((w) => w.lengthMm);
  const duct = d.duct === null || room.above.kind === 'attic' ? [] : [d.duct];
  return {
    ...room,
    above: {
      ...room.above,
      ...found(d.over),
      members: d.members,
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
