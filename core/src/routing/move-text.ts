import { isRaceway } from '../document/index.ts';
import { joistsOf, JOIST_MEMBERS, type MemberFacts } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { allOf, msg, q, type Message, type Text } from '../words/index.ts';
import { boreText } from './boring.ts';
import { atDrill } from './crossings.ts';
import { holeDiameterMm, type OperationKind } from './operations.ts';
import { onWall, type Place } from './places.ts';
import type { Hole, RouteSetting } from './move.ts';

/** One piece of work as the person there does it. */
export interface Doing {
  readonly op: OperationKind;
  readonly from: Place;
  readonly to: Place;
  readonly cableMm: number;
  readonly holes: readonly Hole[];
  /** The surface is opened for it. */
  readonly opened: boolean;
  /** It is laid along a stud that is seen. */
  readonly stapled: boolean;
}

/** Openings in a surface as they are cut, mm: common practice. */
const STRIP_MM = inches(4);
const HATCH_MM = inches(6);
const SOFFIT_HATCH_MM = inches(8);
/** Less than this up or down is across. */
const LEVEL_MM = 50;

/** From a single-gang plastic box without clamps, the first staple, mm: NEC 314.17(C) exception. */
const PLASTIC_MM = inches(8);

const joistsUnder = (setting: RouteSetting, place: Place): MemberFacts => {
  const room = onWall(place) ? undefined : setting.house.rooms.find((r) => r.id === place.roomId);
  return room ? joistsOf(room, place.in === 'joists' ? 'above' : 'below') : JOIST_MEMBERS.lumber;
};

/** Is a cable known where one of the holes is drilled? */
const cableSeen = (setting: RouteSetting, holes: readonly Hole[]): boolean =>
  holes.some((h) => {
    const frame = setting.frames.get(h.wallId);
    return frame && atDrill(frame, h.xMm, h.xMm, h.heightMm).some((o) => o.kind === 'cable');
  });

/** What a move is said with: its two sentences, and more values where they take some. */
interface Sentences {
  readonly says: Message['id'];
  readonly why: Message['id'];
  readonly more?: Message['values'];
}

/** Each has its two sentences but the run along joists below, which says what joists they are. */
type Said = Exclude<OperationKind, 'run-below'>;

const both = (op: Said, more?: Message['values']): Sentences => ({
  says: `routing.move.${op}`,
  why: `routing.move.${op}-why`,
  ...(more ? { more } : {}),
});

function fishing({ pack, method }: RouteSetting, { from, to, stapled }: Doing): Sentences {
  const rise = onWall(from) && onWall(to) ? to.heightMm - from.heightMm : 0;
  const way = Math.abs(rise) < LEVEL_MM ? 'across' : rise > 0 ? 'up' : 'down';
  if (!stapled) return both('fish', { way });
  const { everyMm, fromBoxMm } = pack.support(method);
  return {
    says: 'routing.move.staple',
    why: 'routing.move.staple-why',
    more: { way, every: q.distance(everyMm), box: q.length(fromBoxMm), plastic: q.length(PLASTIC_MM) },
  };
}

/** Through studs: bored from inside, from open framing, or through a slot in the board. */
function throughStuds(op: 'drill-stud' | 'bore-open' | 'slot-wall', { holes }: Doing, wall: Text): Sentences {
  const isSteel = holes.some((h) => h.bushing);
  const steel = msg('routing.steel-stud');
  const studs = msg('routing.studs', {
    n: holes.length,
    at: allOf(holes.map((h) => q.mark(h.xMm))),
    wall,
    height: q.mark(holes[0]?.heightMm ?? 0),
  });
  const said = both(op, { studs, steel: String(isSteel), rule: isSteel ? steel : '' });
  return isSteel && op !== 'slot-wall' ? { ...said, why: 'routing.steel-stud' } : said;
}

function underRoof(
  op: 'drill-eave-above' | 'drill-eave-below',
  { plan }: RouteSetting,
  on: Place,
): Sentences {
  const room = onWall(on) ? plan.lines.get(on.wallId)?.room : undefined;
  return both(op, { pitch: room?.above.roof?.pitch === undefined ? 'unknown' : 'known' });
}

const wallOf = ({ plan }: RouteSetting, p: Place): Text =>
  (onWall(p) && plan.lines.get(p.wallId)?.wall.name.toLowerCase()) || msg('routing.the-wall');

/** The sentences of a move, by what is done. */
function sentencesOf(setting: RouteSetting, op: Said, doing: Doing, on: Place): Sentences {
  const { from, to, holes } = doing;
  switch (op) {
    case 'fish':
      return fishing(setting, doing);
    case 'drill-stud':
    case 'bore-open':
    case 'slot-wall':
      return throughStuds(op, doing, wallOf(setting, from));
    case 'run-attic':
      return both(op, { guard: q.distance(inches(72)) });
    case 'cross-blocking':
      return both(op, { n: holes.length, heights: allOf(holes.map((h) => q.mark(h.heightMm))) });
    case 'drill-eave-above':
    case 'drill-eave-below':
      return underRoof(op, setting, on);
    case 'surface-run':
      return {
        says: onWall(from) && onWall(to) ? 'routing.move.surface-run' : 'routing.move.surface-ceiling',
        why: 'routing.move.surface-run-why',
      };
    case 'open-soffit':
      return both(op, { hatch: q.length(SOFFIT_HATCH_MM) });
    default:
      return both(op);
  }
}

/** What is done, and what to mind while doing it. */
export function moveText(setting: RouteSetting, doing: Doing): { says: Text; why: Text } {
  const { op, from, to, cableMm, holes, opened } = doing;
  const on = onWall(from) ? from : to;
  const bore = holes.find((h) => h.bore)?.bore;
  const values = {
    cable: q.cable(cableMm),
    wall: wallOf(setting, from),
    at: onWall(on) ? msg('routing.at', { x: q.mark(on.xMm), wall: wallOf(setting, on) }) : '',
    on: wallOf(setting, on),
    bit: q.length(holes[0]?.diameterMm ?? holeDiameterMm(op, isRaceway(setting.method))),
    strip: q.length(STRIP_MM),
    hatch: q.length(HATCH_MM),
    wood: bore ? boreText(bore) : '',
    seen: cableSeen(setting, holes) ? msg('routing.cable-seen') : '',
    opened: String(opened),
  };
  if (op === 'run-below')
    return {
      says: msg(
        from.in === 'joists' && to.in === 'joists' ? 'routing.move.run-open' : 'routing.move.run-below',
        values,
      ),
      why: joistsUnder(setting, from).says,
    };
  const { says, why, more } = sentencesOf(setting, op, doing, on);
  return { says: msg(says, { ...values, ...more }), why: msg(why, { ...values, ...more }) };
}

/** A piece of work that an earlier run has done: its holes are there, or what was opened is open. */
export const doneText = (run: number, holes: number): { says: Text; why: Text } =>
  holes > 0
    ? {
        says: msg('routing.move.through', { n: holes, run: run + 1 }),
        why: msg('routing.move.through-why'),
      }
    : { says: msg('routing.move.is-open', { run: run + 1 }), why: msg('routing.move.is-open-why') };
