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

/** What is done, and what to mind while doing it. */
export function moveText(setting: RouteSetting, doing: Doing): { says: Text; why: Text } {
  const { op, from, to, cableMm, holes, opened } = doing;
  const on = onWall(from) ? from : to;
  const wallOf = (p: Place): Text =>
    (onWall(p) && setting.plan.lines.get(p.wallId)?.wall.name.toLowerCase()) || msg('routing.the-wall');
  const steel = holes.some((h) => h.bushing);
  const bore = holes.find((h) => h.bore)?.bore;
  const values = {
    cable: q.cable(cableMm),
    wall: wallOf(from),
    at: onWall(on) ? msg('routing.at', { x: q.mark(on.xMm), wall: wallOf(on) }) : '',
    on: wallOf(on),
    bit: q.length(holes[0]?.diameterMm ?? holeDiameterMm(op, isRaceway(setting.method))),
    strip: q.length(STRIP_MM),
    hatch: q.length(HATCH_MM),
    wood: bore ? boreText(bore) : '',
    seen: cableSeen(setting, holes) ? msg('routing.cable-seen') : '',
    opened: String(opened),
  };
  const say = (says: Message['id'], why: Message['id'], more: Message['values'] = {}) => ({
    says: msg(says, { ...values, ...more }),
    why: msg(why, { ...values, ...more }),
  });
  switch (op) {
    case 'fish': {
      const rise = onWall(from) && onWall(to) ? to.heightMm - from.heightMm : 0;
      const way = Math.abs(rise) < LEVEL_MM ? 'across' : rise > 0 ? 'up' : 'down';
      if (!doing.stapled) return say('routing.move.fish', 'routing.move.fish-why', { way });
      const { everyMm, fromBoxMm } = setting.pack.support(setting.method);
      return say('routing.move.staple', 'routing.move.staple-why', {
        way,
        every: q.distance(everyMm),
        box: q.length(fromBoxMm),
        plastic: q.length(PLASTIC_MM),
      });
    }
    case 'drill-stud':
    case 'bore-open':
    case 'slot-wall': {
      const studs = msg('routing.studs', {
        n: holes.length,
        at: allOf(holes.map((h) => q.mark(h.xMm))),
        wall: wallOf(from),
        height: q.mark(holes[0]?.heightMm ?? 0),
      });
      const values = { studs, steel: String(steel), rule: steel ? msg('routing.steel-stud') : '' };
      if (op === 'bore-open')
        return say(
          'routing.move.bore-open',
          steel ? 'routing.steel-stud' : 'routing.move.bore-open-why',
          values,
        );
      return op === 'drill-stud'
        ? say('routing.move.drill-stud', steel ? 'routing.steel-stud' : 'routing.move.drill-stud-why', values)
        : say('routing.move.slot-wall', 'routing.move.slot-wall-why', values);
    }
    case 'run-below':
      return {
        says: say(
          from.in === 'joists' && to.in === 'joists' ? 'routing.move.run-open' : 'routing.move.run-below',
          'routing.move.run-attic-why',
        ).says,
        why: joistsUnder(setting, from).says,
      };
    case 'run-attic':
      return say('routing.move.run-attic', 'routing.move.run-attic-why', { guard: q.distance(inches(72)) });
    case 'cross-blocking': {
      const heights = allOf(holes.map((h) => q.mark(h.heightMm)));
      return say('routing.move.cross-blocking', 'routing.move.cross-blocking-why', {
        n: holes.length,
        heights,
      });
    }
    case 'drill-eave-above':
    case 'drill-eave-below': {
      const room = onWall(on) ? setting.plan.lines.get(on.wallId)?.room : undefined;
      const pitch = room?.above.roof?.pitch === undefined ? 'unknown' : 'known';
      return say(`routing.move.${op}`, `routing.move.${op}-why`, { pitch });
    }
    case 'surface-run':
      return say(
        onWall(from) && onWall(to) ? 'routing.move.surface-run' : 'routing.move.surface-ceiling',
        'routing.move.surface-run-why',
      );
    case 'open-soffit':
      return say('routing.move.open-soffit', 'routing.move.open-soffit-why', {
        hatch: q.length(SOFFIT_HATCH_MM),
      });
    default:
      return say(`routing.move.${op}`, `routing.move.${op}-why`);
  }
}

/** A piece of work that an earlier run has done: its holes are there, or what was opened is open. */
export const doneText = (run: number, holes: number): { says: Text; why: Text } =>
  holes > 0
    ? {
        says: msg('routing.move.through', { n: holes, run: run + 1 }),
        why: msg('routing.move.through-why'),
      }
    : { says: msg('routing.move.is-open', { run: run + 1 }), why: msg('routing.move.is-open-why') };
