import { switchedIn, type Cable, type SwitchKey } from '../document/index.ts';

export type Color = 'black' | 'white' | 'red' | 'blue' | 'bare';
export type Role =
  'hot' | 'second-hot' | 'neutral' | 'ground' | 'traveler' | 'unread' | 'spare' | `switched:${string}`;

export interface Conductor {
  readonly cableId: string;
  readonly color: Color;
  readonly role: Role;
  readonly isNew: boolean;
  /** A white conductor that is used hot and must be re-marked. */
  readonly remark: boolean;
}

/**
 * Which color carries what in a cable, by what the cable carries: `also` is there only where a second switched conductor is.
 * Colors are the usual ones of cables with ground, blue the fourth (common practice).
 */
type Meant = readonly (readonly [Color, Role | 'switched' | 'also'])[];
const ROLES: Readonly<Record<Exclude<Cable['carries'], `common-travelers${string}`>, Meant>> = {
  feed: [
    ['black', 'hot'],
    ['white', 'neutral'],
  ],
  switched: [
    ['black', 'switched'],
    ['red', 'also'],
    ['white', 'neutral'],
  ],
  loop: [
    ['white', 'hot'],
    ['black', 'switched'],
    ['red', 'also'],
  ],
  'loop-neutral': [
    ['black', 'hot'],
    ['red', 'switched'],
    ['blue', 'also'],
    ['white', 'neutral'],
  ],
  both: [
    ['black', 'hot'],
    ['red', 'switched'],
    ['blue', 'also'],
    ['white', 'neutral'],
  ],
  travelers: [
    ['black', 'traveler'],
    ['red', 'traveler'],
    ['white', 'unread'],
  ],
  // The first pair goes out, the second comes back.
  'travelers-both-ways': [
    ['black', 'traveler'],
    ['red', 'traveler'],
    ['blue', 'traveler'],
    ['white', 'traveler'],
  ],
  'two-hots': [
    ['black', 'hot'],
    ['white', 'second-hot'],
  ],
  'two-hots-neutral': [
    ['black', 'hot'],
    ['red', 'second-hot'],
    ['white', 'neutral'],
  ],
  unknown: [
    ['black', 'unread'],
    ['white', 'unread'],
  ],
};

/**
 * To a three-way at the end of a run. Without a neutral the white is marked over: as what supplies the switch, never as what comes
 * back from it to the lamp (NEC 200.7(C), from memory).
 */
function toThreeWay(carries: `common-travelers${'' | '-neutral'}`, onSwitch: boolean): Meant {
  const common = onSwitch ? 'switched' : 'hot';
  if (carries === 'common-travelers-neutral')
    return [
      ['black', common],
      ['red', 'traveler'],
      ['blue', 'traveler'],
      ['white', 'neutral'],
    ];
  return onSwitch
    ? [
        ['black', common],
        ['red', 'traveler'],
        ['white', 'traveler'],
      ]
    : [
        ['white', common],
        ['black', 'traveler'],
        ['red', 'traveler'],
      ];
}

const meantBy = ({ carries, switchedBy }: Cable): Meant =>
  carries === 'common-travelers' || carries === 'common-travelers-neutral'
    ? toThreeWay(carries, switchedBy !== null)
    : ROLES[carries];

const INSULATED: readonly Color[] = ['black', 'white', 'red', 'blue'];

/** The conductors of a cable with their roles; a two-conductor cable has no red, whatever it carries. */
export function conductorsOf(cable: Cable, isNew: boolean): Conductor[] {
  const [first, second] = switchedIn(cable);
  const switched: Role = `switched:${first?.key ?? 'unknown'}`;
  const out = meantBy(cable).flatMap(([color, r]): Conductor[] => {
    if (r === 'also' ? !second : color === 'red' && cable.conductors < 3) return [];
    const role: Role = r === 'switched' ? switched : r === 'also' ? `switched:${second?.key ?? ''}` : r;
    const remark = color === 'white' && (role === 'hot' || role === 'second-hot' || role === 'traveler');
    return [{ cableId: cable.id, color, role, isNew, remark }];
  });
  // What a cable has more than it carries is a spare, capped at both ends.
  const colors = out.map((c) => c.color);
  const left = Math.max(0, cable.conductors - out.length);
  for (const color of INSULATED.filter((c) => !colors.includes(c)).slice(0, left))
    out.push({
      cableId: cable.id,
      color,
      role: cable.carries === 'unknown' ? 'unread' : 'spare',
      isNew,
      remark: false,
    });
  if (cable.ground === 'wire' || cable.ground === 'unknown')
    out.push({ cableId: cable.id, color: 'bare', role: 'ground', isNew, remark: false });
  return out;
}

const SWITCHED = 'switched:';
/** The switches whose conductors are among these, each once. */
export const switchesOn = (conductors: readonly Pick<Conductor, 'role'>[]): SwitchKey[] => [
  ...new Set(
    conductors.flatMap(({ role }) => (role.startsWith(SWITCHED) ? [role.slice(SWITCHED.length)] : [])),
  ),
];
