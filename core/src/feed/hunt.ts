import type { Breaker, BreakerId, House, Point, PointId } from '../document/index.ts';
import { practice, type Source } from '../findings/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { entropy } from '../units/index.ts';
import { msg, type Message } from '../words/index.ts';
import { chained } from './chain.ts';
import { buildFeed, type Feed } from './feed.ts';

/**
 * Which breaker feeds a box, found in as few walks to the panel as can be: some breakers off, a look at the box, and the next walk is
 * chosen by what is left. One wrong answer does not mislead it: a breaker is out only when two answers speak against it.
 */

/** A breaker that may feed the box, how likely that is against the others before anything was tried, and what speaks for it. */
export interface HuntCandidate {
  readonly breaker: Breaker;
  readonly weight: number;
  readonly why: readonly Message[];
}

/** With some breakers off the box was dead, was still on, or nobody could tell. */
export type HuntAnswer = 'dead' | 'on' | 'unsure';

export interface HuntWalk {
  readonly off: readonly BreakerId[];
  readonly answer: HuntAnswer;
}

/** A breaker that is not out yet: how likely it is by now, and whether one answer speaks against it. */
export interface Suspect {
  readonly breaker: Breaker;
  readonly chance: number;
  readonly doubted: boolean;
}

/** How often an answer is wrong, a switched lamp taken for a dead one or the wrong handle moved: my judgement, common practice. */
const WRONG_ANSWER = 0.05;
const ODDS_WRONG = WRONG_ANSWER / (1 - WRONG_ANSWER);
export const HUNT_SOURCE: Source = practice(msg('feed.hunt.practice'));

/** What speaks for a breaker or against it, as factors of its odds: my judgement, common practice. */
const FACTOR = {
  namesRoom: 8,
  sameRoom: 6,
  besides: 3,
  spare: 0.1,
  twoPoles: 0.05,
  large: 0.1,
  otherwise: 0.2,
} as const;
/** Boxes nearer than this on one wall are often on one circuit, mm. */
const BESIDE_MM = 2500;
/** General circuits are no larger, A. */
const GENERAL_AMPS = 20;
const SPARE = /\b(spare|empty|unused|not used)\b/i;

const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\d]{3,}/gu) ?? [];

/** Breakers that may feed a box, each with its odds by label, size and what is known of the boxes around it. */
export function huntCandidates(
  house: House,
  pointId: PointId,
  feed: Feed = buildFeed(house),
): HuntCandidate[] {
  const point = house.points.find((p) => p.id === pointId);
  if (!point) return [];
  const plan = planOfHouse(house);
  const room = plan.roomOf(point.at);
  const named = new Set(room ? [...wordsOf(room.name), ...wordsOf(room.use)] : []);
  const feeders = new Set(house.panels.flatMap((p) => p.fedFrom ?? []));
  const known = (id: BreakerId) => house.points.filter((p) => feed.boxes.get(p.id)?.circuits.includes(id));
  const beside = (p: House['points'][number]): boolean =>
    p.at.on === 'wall' &&
    point.at.on === 'wall' &&
    p.at.wallId === point.at.wallId &&
    Math.abs(p.at.xMm - point.at.xMm) <= BESIDE_MM;
  return house.panels
    .flatMap((p) => p.breakers)
    .filter((b) => !feeders.has(b.id))
    .map((breaker): HuntCandidate => {
      const own = known(breaker.id);
      const others = own.filter((p) => p.id !== pointId);
      const mine = others.length < own.length;
      const why: Message[] = [];
      let weight = 1;
      const speaks = (factor: number, says: Message) => {
        weight *= factor;
        why.push(says);
      };
      if (wordsOf(breaker.label).some((w) => named.has(w)))
        speaks(FACTOR.namesRoom, msg('feed.hunt.names-room'));
      if (mine) speaks(FACTOR.namesRoom, msg('feed.hunt.survey'));
      if (others.some(beside)) speaks(FACTOR.sameRoom * FACTOR.besides, msg('feed.hunt.beside'));
      else if (room && others.some((p) => plan.roomOf(p.at)?.id === room.id))
        speaks(FACTOR.sameRoom, msg('feed.hunt.same-room'));
      if (SPARE.test(breaker.label)) speaks(FACTOR.spare, msg('feed.hunt.spare'));
      if (breaker.poles === 2 && point.kind !== 'appliance')
        speaks(FACTOR.twoPoles, msg('feed.hunt.two-poles'));
      else if (breaker.amps > GENERAL_AMPS) speaks(FACTOR.large, msg('feed.hunt.large'));
      // It was switched off once and what it feeds was noted: this box was not among them.
      if (breaker.proved && others.length > 0 && !mine) speaks(FACTOR.otherwise, msg('feed.hunt.proved'));
      return { breaker, weight, why };
    })
    .sort((a, b) => b.weight - a.weight);
}

interface Weighed {
  readonly at: number;
  readonly weight: number;
  readonly doubted: boolean;
}

/** What is left after an answer; a doubted one that is spoken against once more is out. */
const answered = (left: readonly Weighed[], off: ReadonlySet<number>, dead: boolean): Weighed[] =>
  left.flatMap((w): Weighed[] => {
    if (off.has(w.at) === dead) return [w];
    return w.doubted ? [] : [{ ...w, weight: w.weight * ODDS_WRONG, doubted: true }];
  });

function weighed(candidates: readonly HuntCandidate[], walks: readonly HuntWalk[]): Weighed[] {
  const start = candidates.map(({ weight }, at): Weighed => ({ at, weight, doubted: false }));
  return walks.reduce((left, { off, answer }) => {
    if (answer === 'unsure') return left;
    const there = new Set(candidates.flatMap(({ breaker }, at) => (off.includes(breaker.id) ? [at] : [])));
    return answered(left, there, answer === 'dead');
  }, start);
}

const total = (left: readonly Weighed[]): number => left.reduce((s, w) => s + w.weight, 0);

/** Breakers that are not out, the likeliest first. Empty when the answers speak twice against each of them. */
export function suspects(candidates: readonly HuntCandidate[], walks: readonly HuntWalk[]): Suspect[] {
  const left = weighed(candidates, walks);
  const sum = total(left);
  return left
    .flatMap(({ at, weight, doubted }): Suspect[] => {
      const candidate = candidates[at];
      return candidate ? [{ breaker: candidate.breaker, chance: weight / sum, doubted }] : [];
    })
    .sort((a, b) => b.chance - a.chance);
}

/** Bits that are still open: the entropy of what is left. */
const open = (left: readonly Weighed[]): number => entropy(left.map((w) => w.weight));

/** How likely the box is dead with these off, and what is then open on the average. */
function expectedOpen(left: readonly Weighed[], off: ReadonlySet<number>): number {
  const sum = total(left);
  const pDead =
    left.reduce((s, w) => {
      const wrong = w.doubted ? 0 : WRONG_ANSWER;
      return s + w.weight * (off.has(w.at) ? 1 - wrong : wrong);
    }, 0) / sum;
  return ([true, false] as const).reduce((s, dead) => {
    const p = dead ? pDead : 1 - pDead;
    const after = answered(left, off, dead);
    return after.length < 2 ? s : s + p * open(after);
  }, 0);
}

/** Up to so many that are left, every choice of breakers is weighed; more are split as evenly as can be. */
const ALL_CHOICES = 10;

/** Choices of breakers to turn off that are worth weighing. */
function* choices(left: readonly Weighed[]): Generator<ReadonlySet<number>> {
  if (left.length <= ALL_CHOICES) {
    for (let bits = 1; bits < 2 ** left.length; bits++)
      yield new Set(left.flatMap((w, i) => ((bits >> i) & 1 ? [w.at] : [])));
    return;
  }
  const sorted = [...left].sort((a, b) => b.weight - a.weight);
  for (const first of [0, 1]) {
    // One after the other to the lighter side.
    const sides = [new Set<number>(), new Set<number>()] as const;
    const sums = [0, 0];
    sorted.forEach((w, i) => {
      const side = i === 0 ? first : (sums[0] ?? 0) <= (sums[1] ?? 0) ? 0 : 1;
      sides[side as 0 | 1].add(w.at);
      sums[side] = (sums[side] ?? 0) + w.weight;
    });
    yield sides[0];
  }
  const growing = new Set<number>();
  for (const w of sorted) {
    growing.add(w.at);
    yield new Set(growing);
  }
}

/**
 * The breakers to turn off on the next walk: the choice that on the average leaves least open, and of those that are alike the one that
 * turns least off. Null when one is left, or none.
 * @param keptOn breakers that must not be turned off
 */
export function nextWalk(
  candidates: readonly HuntCandidate[],
  walks: readonly HuntWalk[],
  keptOn: readonly BreakerId[] = [],
): readonly BreakerId[] | null {
  const left = weighed(candidates, walks);
  if (left.length < 2) return null;
  const mayGo = (at: number) => {
    const id = candidates[at]?.breaker.id;
    return id !== undefined && !keptOn.includes(id);
  };
  let best: { off: ReadonlySet<number>; open: number } | null = null;
  for (const choice of choices(left)) {
    const off = new Set([...choice].filter(mayGo));
    if (off.size === 0) continue;
    const after = expectedOpen(left, off);
    const gain = best === null ? Infinity : best.open - after;
    if (best === null || gain > 1e-9 || (gain > -1e-9 && off.size < best.off.size))
      best = { off, open: after };
  }
  if (!best) return null;
  const { off } = best;
  return candidates.flatMap(({ breaker }, at) => (off.has(at) ? [breaker.id] : []));
}

/** What a hunt came to. */
export type HuntEnd =
  /** It is this one, whatever one answer was wrong. */
  | { readonly end: 'found'; readonly breaker: Breaker }
  /** The answers speak against each of them: two were wrong, or nothing in these panels feeds the box. */
  | { readonly end: 'none' }
  /** What is left can't be told apart: those that must stay on. */
  | { readonly end: 'kept-on'; readonly breakers: readonly Breaker[] };

/** Null while it goes on. */
export function huntEnd(
  candidates: readonly HuntCandidate[],
  walks: readonly HuntWalk[],
  keptOn: readonly BreakerId[] = [],
): HuntEnd | null {
  const left = suspects(candidates, walks);
  const [only] = left;
  if (!only) return { end: 'none' };
  if (left.length === 1) return { end: 'found', breaker: only.breaker };
  return left.every((s) => keptOn.includes(s.breaker.id))
    ? { end: 'kept-on', breakers: left.map((s) => s.breaker) }
    : null;
}

/**
 * The house with what was found: the breaker tested, and the boxes that were dead with it fed from it where nothing fed them, from box to
 * box as cable usually runs, every cable assumed. What somebody surveyed stays as it is.
 * @param dead the box that was hunted, and others that were seen to be dead with it
 * @param nextId gives fresh ids; the core has no randomness of its own
 */
export function withFound(
  house: House,
  breakerId: BreakerId,
  dead: readonly PointId[],
  nextId: () => string,
): House {
  const panels = house.panels.map((p) => ({
    ...p,
    breakers: p.breakers.map((b) => (b.id === breakerId ? { ...b, proved: true } : b)),
  }));
  return chained({ ...house, panels }, breakerId, dead, { type: 'NM-B', gauge: null }, nextId).house;
}

/** A box that was dead with a breaker while the survey has it on others. */
export interface Otherwise {
  readonly point: Point;
  readonly breakers: readonly Breaker[];
}

/** Boxes that were dead with a breaker and that the survey has on others. */
export function surveyedOtherwise(
  house: House,
  breakerId: BreakerId,
  dead: readonly PointId[],
  feed: Feed = buildFeed(house),
): Otherwise[] {
  const all = house.panels.flatMap((p) => p.breakers);
  return house.points.flatMap((point): Otherwise[] => {
    const said = feed.boxes.get(point.id)?.circuits ?? [];
    if (!dead.includes(point.id) || said.length === 0 || said.includes(breakerId)) return [];
    return [{ point, breakers: all.filter((b) => said.includes(b.id)) }];
  });
}
