import type { Cable, PointId } from '../document/index.ts';

export type Colour = 'black' | 'white' | 'red' | 'bare';
export type Role = 'hot' | 'second-hot' | 'neutral' | 'ground' | 'traveler' | 'unread' | `switched:${string}`;

export interface Conductor {
  readonly cableId: string;
  readonly colour: Colour;
  readonly role: Role;
  readonly isNew: boolean;
  /** A white conductor that is used hot and must be re-marked. */
  readonly remark: boolean;
}

/** Which colour carries what in a cable, by what the cable carries. Colours are the usual ones of cables with ground. */
const ROLES: Readonly<Record<Cable['carries'], readonly (readonly [Colour, Role | 'switched'])[]>> = {
  feed: [
    ['black', 'hot'],
    ['white', 'neutral'],
  ],
  switched: [
    ['black', 'switched'],
    ['white', 'neutral'],
  ],
  loop: [
    ['white', 'hot'],
    ['black', 'switched'],
  ],
  'loop-neutral': [
    ['black', 'hot'],
    ['red', 'switched'],
    ['white', 'neutral'],
  ],
  both: [
    ['black', 'hot'],
    ['red', 'switched'],
    ['white', 'neutral'],
  ],
  travelers: [
    ['black', 'traveler'],
    ['red', 'traveler'],
    ['white', 'unread'],
  ],
  'two-hots': [
    ['black', 'hot'],
    ['white', 'second-hot'],
  ],
  unknown: [
    ['black', 'unread'],
    ['white', 'unread'],
  ],
};

/** The conductors of a cable with their roles; a two-conductor cable has no red, whatever it carries. */
export function conductorsOf(cable: Cable, isNew: boolean): Conductor[] {
  const switched: Role = `switched:${cable.switchedBy ?? ('unknown' as PointId | 'unknown')}`;
  const list = ROLES[cable.carries].filter(([colour]) => colour !== 'red' || cable.conductors > 2);
  const out = list.map(([colour, r]): Conductor => {
    const role = r === 'switched' ? switched : r;
    return {
      cableId: cable.id,
      colour,
      role,
      isNew,
      remark: colour === 'white' && (role === 'hot' || role === 'second-hot'),
    };
  });
  if (cable.ground === 'wire' || cable.ground === 'unknown')
    out.push({ cableId: cable.id, colour: 'bare', role: 'ground', isNew, remark: false });
  return out;
}
