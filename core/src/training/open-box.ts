import { makeBreaker, type House } from '../document/index.ts';
import {
  agreed,
  askText,
  asksOf,
  isSameWire,
  leftAfter,
  openedBoxes,
  placeIn,
  readBox,
  wireText,
  type BoxAsk,
  type BoxReading,
  type Kept,
  type OpenedBox,
  type Place,
  type SeenBox,
  type WireAt,
  type WireRole,
  type Wiring,
} from '../reading/index.ts';
import { entropy, tellsMost, type Dice } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';
import { atBreaker, Circuits, drillHouse, type Station } from './circuits.ts';
import type { Drill, DrillKind, Level, Move, Outcome } from './drill.ts';
import { handMoves, handOutcome, standsAfter, type Stands } from './stands.ts';
import { question } from './why.ts';

/** An open box, and one of its wires: what is it? The reader of boxes knows what its readings leave open. */

const STATIONS: Readonly<Record<'box' | 'switch-loop', Readonly<Record<Level, readonly Station[]>>>> = {
  box: {
    1: ['outlet', 'switch-light'],
    2: ['half', 'light-loop', 'gfci-load'],
    3: ['three-way', 'three-way-end', 'half', 'fan-two'],
  },
  'switch-loop': {
    1: ['light-loop', 'switch-light'],
    2: ['light-loop', 'light-loop-neutral', 'switch-light'],
    3: ['light-loop', 'light-loop-neutral', 'three-way'],
  },
};

/** A circuit with the station in it, and an outlet that comes after. */
function houseOf(station: Station): House {
  const c = new Circuits({ wiring: 'cable', amps: 15 });
  const start = c.station('outlet', atBreaker());
  c.station('outlet', c.station(station, start));
  return drillHouse(c, [makeBreaker('b1', '7')]);
}

const MOST_READINGS = 12;
/** Readings that a drill offers: the rest of them takes two probes or two people. */
type DrillAsk = Extract<BoxAsk, { what: 'live' | 'joined' | 'follows' }>;
const isOffered = (ask: { readonly what: string }): ask is DrillAsk =>
  ask.what === 'live' || ask.what === 'joined' || ask.what === 'follows';

const isApart = (ask: DrillAsk): boolean => ask.what === 'joined' || (ask.what === 'live' && ask.apart);

const roleAt = ({ wires }: Kept['nodes'], at: WireAt): number => wires.findIndex((w) => isSameWire(w.at, at));

/** What is asked: one wire, or where in its circuit the whole box stands. */
type Subject = { readonly of: 'wire'; readonly at: WireAt } | { readonly of: 'box' };
type Is = WireRole | Place;
/** The answer that one wiring gives. */
const isIn = (subject: Subject, { nodes }: Kept, w: Wiring): Is =>
  subject.of === 'box' ? placeIn(w) : (w.roles[roleAt(nodes, subject.at)] ?? 'spare');
const isPlace = (is: Is): is is Place => PLACES.some((p) => p === is);
const isText = (is: Is): Text => (isPlace(is) ? msg(`reading.place.${is}`) : msg(`reading.role.${is}`));
const PLACES: readonly Place[] = ['end', 'middle', 'switch-end', 'switched-only', 'no-supply'];

/** What one wire is by the time nothing more can be told, and the readings that lead there; null where it stays open. */
function settled(
  opened: OpenedBox,
  subject: Subject,
): {
  readonly is: Is;
  readonly asks: readonly DrillAsk[];
  readonly first: readonly Is[];
} | null {
  let seen: SeenBox = opened.seen;
  const asks: DrillAsk[] = [];
  let first: readonly Is[] | null = null;
  for (;;) {
    const read = readBox(seen);
    if ('why' in read) return null;
    const { kept } = read;
    const answers = kept.wirings.map((w) => isIn(subject, kept, w));
    const told = agreed(kept, (w) => isIn(subject, kept, w));
    first ??= told.odds.map((o) => o.is);
    if (told.how === 'certain') return { is: told.is, asks, first };
    if (asks.length >= MOST_READINGS) return null;
    const next = tellsMost(
      // What was taken apart stays apart.
      asksOf(kept)
        .filter(isOffered)
        .filter((a) => !asks.some(isApart) || isApart(a)),
      entropy(told.odds.map((o) => o.chance)),
      (ask) => leftAfter(kept, ask, answers),
      (ask) => (ask.what === 'joined' ? 0 : ask.what === 'live' && ask.apart ? 2 : 1),
      1e-6,
    );
    if (!next) return null;
    asks.push(next.question);
    const reading: BoxReading = { ...next.question, shows: opened.shows(next.question, ALL_ON) };
    seen = { ...seen, readings: [...seen.readings, reading] };
  }
}
/** Every handle in its other position: what is switched is on. */
const ALL_ON = 0x3fffffff;

const keyOf = (what: DrillAsk['what'], { cable, wire }: WireAt) => `${what}:${cable}:${wire}`;

/** The moves that readings take, with what has to be done before each. */
function bestOf(asks: readonly DrillAsk[]): string[] {
  const out: string[] = [];
  const go = (id: string) => out.push(id);
  for (const ask of asks) {
    const s = () => standsAfter(false, out);
    if (isApart(ask) && !s().apart) {
      if (s().on) go('off');
      if (!s().tested) go('test');
      go('apart');
    }
    const on = ask.what === 'follows' || (ask.what === 'live' && ask.breaker === 'on');
    if (on !== s().on) go(on ? 'on' : 'off');
    go(keyOf(ask.what, ask.at));
  }
  return out;
}

/** A drill with an open box: what is this wire, or the box? Or, at a switch: is its white a neutral? */
export function openBoxDrill(
  dice: Dice,
  level: Level,
  kind: Extract<DrillKind, 'box' | 'switch-loop'>,
): Drill {
  for (const station of dice.shuffled(STATIONS[kind][level]))
    for (const opened of dice.shuffled(openedBoxes(houseOf(station))))
      for (const subject of dice.shuffled(subjectsFor(opened, kind, station))) {
        const found = settled(opened, subject);
        if (found && (level === 1 || found.asks.length > 0))
          return drillOf(dice, level, kind, opened, subject, found);
      }
  throw new RangeError('nothing in the drill can be told');
}

/** What may be asked for: the box itself, as often as a wire; no grounds; at a switch, the white ones. */
function subjectsFor({ seen, point }: OpenedBox, kind: 'box' | 'switch-loop', station: Station): Subject[] {
  if (kind === 'switch-loop' && point.kind !== 'switch') return [];
  // The outlets before and after are there to be fed: the box is one of the station itself.
  if (
    station !== 'outlet' &&
    seen.devices.every((d) => d.kind === 'receptacle') &&
    point.devices[0]?.tab !== 'broken'
  )
    return [];
  const wires = seen.cables.flatMap((c, cable) =>
    c.wires.flatMap((w, wire): Subject[] => {
      const asked = kind === 'switch-loop' ? w.color === 'white' : w.color !== 'bare' && w.color !== 'green';
      return asked ? [{ of: 'wire', at: { cable, wire } }] : [];
    }),
  );
  return kind === 'switch-loop' ? wires : wires.flatMap((w): Subject[] => [w, { of: 'box' }]);
}

/** Answers that are offered where too few may be. */
const FILL: Readonly<Record<Subject['of'], readonly Is[]>> = {
  wire: ['hot', 'neutral', 'switched', 'traveler'],
  box: PLACES,
};

const askNow = (what: DrillAsk['what'], wire: WireAt, s: Stands): DrillAsk =>
  what === 'live' ? { what, at: wire, breaker: s.on ? 'on' : 'off', apart: s.apart } : { what, at: wire };

/** What can be done at the box: a breaker, taking it apart, and each reading at each wire. */
function movesAt({ seen }: OpenedBox, done: readonly string[]): Move[] {
  const wires = seen.cables.flatMap((c, cable) =>
    c.wires.flatMap((w, wire) => (w.color === 'bare' || w.color === 'green' ? [] : [{ cable, wire }])),
  );

  const s = standsAfter(false, done);
  const kinds: readonly DrillAsk['what'][] = s.apart ? ['live', 'joined'] : ['live', 'follows'];
  return [
    ...handMoves(s, msg('training.open.apart')),
    ...wires.flatMap((wire) =>
      kinds.map((what): Move => ({
        id: keyOf(what, wire),
        group: 'read',
        says: askText(seen, askNow(what, wire, s)),
      })),
    ),
  ];
}

function outcomeAt({ shows }: OpenedBox, done: readonly string[], id: string): Outcome {
  const s = standsAfter(false, done);
  const hand = handOutcome(s, id, msg('training.open.taken-apart'));
  if (hand) return hand;
  const [what = '', cable = '', wire = ''] = id.split(':');
  const ask = askNow(what as DrillAsk['what'], { cable: Number(cable), wire: Number(wire) }, s);
  if (ask.what === 'joined' && s.on) return { is: 'unsafe', because: msg('training.open.unsafe.ohms') };
  // Whether something follows its switch elsewhere is only to be seen with the power on.
  if (ask.what === 'follows' && !s.on) return { is: 'shown', says: msg('training.open.no-power') };
  const yes = shows(ask, ALL_ON);
  return {
    is: 'shown',
    says: msg(ask.what === 'live' ? 'training.open.live' : 'training.open.answer', {
      yes: yes ? 'yes' : 'no',
    }),
  };
}

function drillOf(
  dice: Dice,
  level: Level,
  kind: 'box' | 'switch-loop',
  opened: OpenedBox,
  subject: Subject,
  { is, asks, first }: NonNullable<ReturnType<typeof settled>>,
): Drill {
  const { seen } = opened;
  const wrong = [...new Set([...first, ...FILL[subject.of]])].filter((r) => r !== is).slice(0, 3);
  const asked =
    kind === 'switch-loop'
      ? is === 'neutral'
        ? 'neutral'
        : 'loop'
      : subject.of === 'box'
        ? 'place'
        : 'role';
  return {
    kind,
    level,
    scene: [msg('training.open.scene')],
    box: seen,
    moves: (done) => movesAt(opened, done),
    does: (done, id) => outcomeAt(opened, done, id),
    tooSoon: () => null,
    answer: question(
      dice,
      subject.of === 'box'
        ? msg('training.open.asks-box')
        : msg('training.open.asks', { wire: wireText(seen, subject.at) }),
      isText(is),
      wrong.map(isText),
      becauseText(seen, subject, is, asks),
    ),
    why: question(
      dice,
      msg(`training.open.why.${asked}`),
      msg(`training.open.why-right.${asked}`),
      [msg(`training.open.why-wrong.${asked}`), msg(`training.open.why-other.${asked}`)],
      msg(`training.open.why-because.${asked}`),
    ),
    best: bestOf(asks),
  };
}

function becauseText(seen: SeenBox, subject: Subject, is: Is, asks: readonly DrillAsk[]): Text {
  const what = subject.of === 'box' ? msg('training.open.this-box') : wireText(seen, subject.at);
  const of = { what, is: isText(is) };
  return asks.length === 0
    ? msg('training.open.because-seen', of)
    : msg('training.open.because-read', { ...of, count: asks.length });
}
