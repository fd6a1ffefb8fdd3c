import {
  BreakerId,
  makeBreaker,
  makeHouse,
  makePoint,
  makeRoom,
  PanelId,
  RoomId,
  type Breaker,
} from '../document/index.ts';
import { huntCandidates, huntEnd, nextWalk, type HuntWalk } from '../feed/index.ts';
import { feet, type Dice } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { Drill, Level, Move, Outcome } from './drill.ts';
import { question } from './why.ts';

/** Finding the breaker of a box: some off, a walk over, a look; in as few walks as can be. */

/** Labels as they are found in panels; the one that must stay on is known by its own. */
const LABELS = [
  'kitchen',
  'bath',
  'hall',
  'garage',
  'living',
  'den',
  'laundry',
  'upstairs',
  'lights',
  'plugs',
  'basement',
  'porch',
] as const;
const OWN = 'bedroom';
const FREEZER = 'freezer';
type Label = (typeof LABELS)[number] | typeof OWN | typeof FREEZER;
const isLabel = (text: string): text is Label =>
  text === OWN || text === FREEZER || LABELS.some((l) => l === text);

const COUNT: Readonly<Record<Level, number>> = { 1: 5, 2: 8, 3: 11 };

interface Panel {
  readonly breakers: readonly Breaker[];
  readonly keptOn: readonly BreakerId[];
  /** The breaker that feeds the box. */
  readonly feeds: BreakerId;
}

function panelOf(dice: Dice, level: Level): Panel {
  const names = dice.shuffled(LABELS).slice(0, COUNT[level]);
  // From the second level on nothing is labeled by the room; on the third something must not lose power.
  const labels = dice.shuffled([
    ...(level === 1 ? [OWN, ...names.slice(1)] : names.map((n, i) => (i % 3 === 0 ? '' : n))),
    ...(level === 3 ? [FREEZER] : []),
  ]);
  const breakers = labels.map((label, i) =>
    makeBreaker(`b${i}`, String(2 * i + 1), { label, amps: label === 'garage' ? 20 : 15 }),
  );
  const may = breakers.filter((b) => b.label !== FREEZER);
  const named = may.find((b) => b.label === OWN);
  return {
    breakers,
    keptOn: breakers.filter((b) => b.label === FREEZER).map((b) => b.id),
    feeds: (named && dice.below(4) > 0 ? named : dice.one(may)).id,
  };
}

const nameOf = (b: Breaker): Text =>
  isLabel(b.label)
    ? msg('training.breaker.named', { number: b.number, label: msg(`training.breaker.label.${b.label}`) })
    : msg('training.breaker.no-label', { number: b.number });

type Facts = ReturnType<typeof panelOf>;
type Done = readonly string[];

/** Which are off after some moves: each move of a breaker turns it over. */
const offAfter = ({ breakers }: Facts, done: Done): BreakerId[] =>
  breakers.map((b) => b.id).filter((id) => done.filter((d) => d === `turn:${id}`).length % 2 === 1);

function movesAfter(facts: Facts, done: Done): Move[] {
  const off = offAfter(facts, done);
  return [
    ...facts.breakers.map((b): Move => ({
      id: `turn:${b.id}`,
      group: 'do',
      says: msg(off.includes(b.id) ? 'training.breaker.on' : 'training.breaker.off', {
        breaker: nameOf(b),
      }),
    })),
    { id: 'walk', group: 'read', says: msg('training.breaker.walk', { count: off.length }) },
  ];
}

function outcomeOf(facts: Facts, done: Done, id: string): Outcome {
  if (id === 'walk')
    return {
      is: 'shown',
      says: msg(
        offAfter(facts, done).includes(facts.feeds) ? 'training.breaker.dead' : 'training.breaker.live',
      ),
    };
  const turned = id.slice('turn:'.length);
  return facts.keptOn.some((k) => k === turned)
    ? { is: 'unsafe', because: msg('training.breaker.unsafe.kept-on') }
    : { is: 'shown', says: msg('training.breaker.turned') };
}

/** Walks as they were gone. */
const walksIn = (facts: Facts, done: Done): HuntWalk[] =>
  done.flatMap((d, i): HuntWalk[] => {
    if (d !== 'walk') return [];
    const off = offAfter(facts, done.slice(0, i));
    return [{ off, answer: off.includes(facts.feeds) ? 'dead' : 'on' }];
  });

/** A guess is no finding: it must have been seen dead with that one off, and nothing else can be it. */
function notYet(facts: Facts, done: Done, choice: string): Text | null {
  const walks = walksIn(facts, done);
  const dead = walks.filter((w) => w.answer === 'dead');
  if (dead.length === 0) return msg('training.breaker.unsafe.not-seen-dead');
  const ruledOut = walks.filter((w) => w.answer === 'on').flatMap((w) => w.off);
  const may = facts.breakers.filter(
    (b) => dead.every((w) => w.off.includes(b.id)) && !ruledOut.includes(b.id),
  );
  return choice === facts.feeds && may.length > 1
    ? msg('training.breaker.unsafe.several', { count: may.length })
    : null;
}

const POINT = 'R1';
/** A drill in finding the breaker of a receptacle in a bedroom. */
export function breakerDrill(dice: Dice, level: Level): Drill {
  const facts = panelOf(dice, level);
  const { breakers, keptOn, feeds } = facts;
  const house = makeHouse('drill', 'Drill', {
    rooms: [makeRoom('room', OWN, 'bedroom', feet(12), feet(12))],
    panels: [{ id: PanelId.parse('p'), label: 'Panel', place: 'hall', breakers: [...breakers] }],
    points: [makePoint('r1', POINT, 'receptacle', { on: 'somewhere', roomId: RoomId.parse('room') })],
  });
  const point = house.points[0];
  if (!point) throw new RangeError('the drill has a box');
  const mixed = question(
    dice,
    msg('training.breaker.why'),
    msg('training.breaker.why-right'),
    [msg('training.breaker.why-wrong'), msg('training.breaker.why-other')],
    msg('training.breaker.why-because'),
  );
  return {
    kind: 'breaker',
    level,
    scene: [
      msg('training.breaker.scene', { box: POINT }),
      ...(keptOn.length > 0 ? [msg('training.breaker.freezer')] : []),
    ],
    box: null,
    moves: (done) => movesAfter(facts, done),
    does: (done, id) => outcomeOf(facts, done, id),
    tooSoon: (done, choice) => notYet(facts, done, choice),
    answer: {
      asks: msg('training.breaker.asks', { box: POINT }),
      choices: breakers.filter((b) => !keptOn.includes(b.id)).map((b) => ({ id: b.id, says: nameOf(b) })),
      right: feeds,
      because: msg('training.breaker.because', {
        breaker: breakers.find((b) => b.id === feeds)?.number ?? '',
      }),
    },
    why: mixed,
    best: bestWalks(huntCandidates(house, point.id), breakers, keptOn, feeds),
  };
}

/** The walks of the hunt, as moves: each turns over what has to be turned; until only one is left when nobody lies. */
function bestWalks(
  candidates: ReturnType<typeof huntCandidates>,
  breakers: readonly Breaker[],
  keptOn: readonly BreakerId[],
  feeds: BreakerId,
): string[] {
  const out: string[] = [];
  const walks: HuntWalk[] = [];
  let may: readonly BreakerId[] = breakers.map((b) => b.id).filter((id) => !keptOn.includes(id));
  let off: readonly BreakerId[] = [];
  let seenDead = false;
  while ((may.length > 1 || !seenDead) && !huntEnd(candidates, walks, keptOn)) {
    const left = candidates.filter((c) => may.includes(c.breaker.id));
    const next = left.length > 1 ? (nextWalk(left, [], keptOn) ?? may) : may;
    for (const { id } of breakers) if (off.includes(id) !== next.includes(id)) out.push(`turn:${id}`);
    out.push('walk');
    const dead = next.includes(feeds);
    seenDead ||= dead;
    walks.push({ off: next, answer: dead ? 'dead' : 'on' });
    may = may.filter((id) => next.includes(id) === dead);
    off = next;
  }
  return out;
}
