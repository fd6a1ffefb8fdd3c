import type { JoistMembers, Room } from '../document/index.ts';
import { practice, published, type Source } from '../findings/index.ts';
import { msg, type Text } from '../words/index.ts';

/** How a cable gets across members of that kind, and what is never done to them. */
export interface MemberFacts {
  readonly name: Text;
  /** Through holes that are bored, through what is open in them, or on a board under them. */
  readonly pass: 'bore' | 'knockouts' | 'webs' | 'board';
  /** Minutes for one member: common practice. */
  readonly minutes: number;
  readonly says: Text;
  readonly source: Source;
}

/** What is made in a factory is not altered on site. */
export const ENGINEERED = published('IRC R502.8.2, R802.10.4');

/** Joists and rafters by kind. Trusses, I-joists and glued timber are not cut but as their maker says. */
export const JOIST_MEMBERS: Readonly<Record<JoistMembers, MemberFacts>> = {
  lumber: {
    name: msg('structure.member.sawn'),
    pass: 'bore',
    minutes: 2.5,
    says: msg('structure.member.sawn-says'),
    source: practice(msg('structure.member.sawn-practice')),
  },
  'i-joist': {
    name: msg('structure.member.i-joists'),
    pass: 'knockouts',
    minutes: 2,
    says: msg('structure.member.i-joist'),
    source: ENGINEERED,
  },
  truss: {
    name: msg('structure.member.trusses'),
    pass: 'webs',
    minutes: 1.5,
    says: msg('structure.member.truss'),
    source: ENGINEERED,
  },
  glued: {
    name: msg('structure.member.glued'),
    pass: 'board',
    minutes: 4,
    says: msg('structure.member.glued-says'),
    source: ENGINEERED,
  },
};

/** What the joists over or under a room are; sawn lumber where nobody has said. */
export const joistsOf = (room: Room, side: 'above' | 'below'): MemberFacts =>
  JOIST_MEMBERS[room[side].members ?? 'lumber'];

/** What stands more than once in a frame. */
export const BORING: Source = practice(msg('structure.member.plates-practice'));
