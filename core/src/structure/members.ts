import type { JoistMembers, Room } from '../document/index.ts';
import { practice, published, type Source } from '../findings/index.ts';

/** How a cable gets across members of that kind, and what is never done to them. */
export interface MemberFacts {
  readonly name: string;
  /** Through holes that are bored, through what is open in them, or on a board under them. */
  readonly pass: 'bore' | 'knockouts' | 'webs' | 'board';
  /** Minutes for one member: common practice. */
  readonly minutes: number;
  readonly says: string;
  readonly source: Source;
}

/** What is made in a factory is not altered on site. */
export const ENGINEERED = published('IRC R502.8.2, R802.10.4');

/** Joists and rafters by kind. Trusses, I-joists and glued timber are not cut but as their maker says. */
export const JOIST_MEMBERS: Readonly<Record<JoistMembers, MemberFacts>> = {
  lumber: {
    name: 'sawn lumber',
    pass: 'bore',
    minutes: 2.5,
    says: 'Through bored joists or on a running board, never bare across their undersides. Holes in the middle third of the joist.',
    source: practice('bored joists or a running board'),
  },
  'i-joist': {
    name: 'I-joists',
    pass: 'knockouts',
    minutes: 2,
    says: 'Through the knockouts that the maker left in the webs, and only there: never touch the flanges, never drill without the hole chart of the maker.',
    source: ENGINEERED,
  },
  truss: {
    name: 'trusses',
    pass: 'webs',
    minutes: 1.5,
    says: 'Through the open webs. Never drill, notch or cut a chord, a web or a plate of a truss.',
    source: ENGINEERED,
  },
  glued: {
    name: 'glued timber',
    pass: 'board',
    minutes: 4,
    says: 'On a running board screwed under the joists. Glued timber is not bored without the word of its maker or of a design professional.',
    source: ENGINEERED,
  },
};

/** What the joists over or under a room are; sawn lumber where nobody has said. */
export const joistsOf = (room: Room, side: 'above' | 'below'): MemberFacts =>
  JOIST_MEMBERS[room[side].members ?? 'lumber'];

/** What stands more than once in a frame. */
export const BORING: Source = practice(
  'plates stand double, partitions along the joists have a nailer board for the ceiling on top, corners two studs and more',
);
