import {
  isReceptacleDevice,
  nthOf,
  switchesIn,
  type House,
  type Point,
  type Reading,
  type SwitchKey,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { practice, type Source } from '../findings/index.ts';

/** What a measurement should read. Word readings: OL on a meter, jumps when a value will not settle. */
export interface Expectation {
  readonly lowVolts: number;
  readonly highVolts: number;
  readonly says: string;
  readonly source: Source;
}

export interface Test {
  readonly key: string;
  readonly pointId: string;
  readonly group: 'dead' | 'live' | 'after';
  readonly says: string;
  readonly expect: Expectation | null;
  /** For tests that are seen, not read off a meter. */
  readonly see: string | null;
}

const supply = (nominal: number): Expectation => ({
  lowVolts: nominal * 0.95,
  highVolts: nominal * 1.05,
  says: `${Math.round(nominal * 0.95)} to ${Math.round(nominal * 1.05)} V`,
  source: practice('114 to 126 V is ordinary supply on a 120 V circuit'),
});
/** Under this a contact meter shows nothing that could hurt: common practice; above it "it is live" stands until explained. */
export const DEAD_BELOW_VOLTS = 1;
const dead: Expectation = {
  lowVolts: 0,
  highVolts: DEAD_BELOW_VOLTS,
  says: `under ${DEAD_BELOW_VOLTS} V`,
  source: practice('a dead pair reads near nothing on a contact meter'),
};
const quiet: Expectation = {
  lowVolts: 0,
  highVolts: 2,
  says: 'under 2 V',
  source: practice('neutral and ground differ by little when nothing is wrong'),
};

const PAIRS = ['hot-neutral', 'hot-ground', 'neutral-ground'] as const;
/** Between two hots there is no neutral to measure against. */
const TWO_HOT_PAIRS = ['hot-hot', 'hot-ground', 'other-ground'] as const;
export type Pair = (typeof PAIRS)[number] | (typeof TWO_HOT_PAIRS)[number];
const pairWords: Record<Pair, string> = {
  'hot-hot': 'hot, other hot',
  'other-ground': 'other hot, ground',
  'hot-neutral': 'hot, neutral',
  'hot-ground': 'hot, ground',
  'neutral-ground': 'neutral, ground',
};

/** A point that is fed by two hots and no neutral. */
const isTwoHot = (house: House, point: Point): boolean =>
  house.cables.some(
    (c) => c.carries === 'two-hots' && [c.from, c.to].some((e) => e.at === 'point' && e.pointId === point.id),
  );
const pairsAt = (house: House, point: Point): readonly Pair[] =>
  isTwoHot(house, point) ? TWO_HOT_PAIRS : PAIRS;

/** What a pair reads when all is right. */
function expected(house: House, pair: Pair): Expectation {
  if (pair === 'hot-hot') return supply(2 * house.supplyVolts);
  return pair === 'neutral-ground' ? quiet : supply(house.supplyVolts);
}

/** Halves of a duplex are measured one by one: a broken tab may leave one of them live. */
const spots = (point: Point): string[] =>
  point.devices.some(isReceptacleDevice) ? ['top', 'bottom'] : ['terminals'];

export type ChainLink = 'known-live-before' | 'target-live' | 'breaker-off' | 'pairs' | 'known-live-after';

export interface DeadChain {
  readonly pointId: string;
  readonly label: string;
  readonly links: readonly { readonly link: ChainLink; readonly test: Test }[];
}

/** The cables in a box, each by where it goes. */
function cablesAt(house: House, { id }: Point): { id: string; to: string }[] {
  return house.cables.flatMap((c) => {
    const ends = [c.from, c.to];
    if (!ends.some((e) => e.at === 'point' && e.pointId === id)) return [];
    const far = ends.find((e) => e.at !== 'point' || e.pointId !== id);
    const to = far?.at === 'point' ? house.points.find((p) => p.id === far.pointId)?.label : 'the panel';
    return [{ id: c.id, to: to ?? '?' }];
  });
}

/**
 * The chain that proves a box dead: same meter, same setting; known live, target live, off, target dead pair by pair,
 * known live again. Common practice; see the trade's own order.
 */
export function deadChain(house: House, point: Point): DeadChain {
  const base = `dead:${point.id}`;
  const live = supply(house.supplyVolts);
  const test = (key: string, says: string, expect: Expectation | null, see: string | null): Test => ({
    key: `${base}:${key}`,
    pointId: point.id,
    group: 'dead',
    says,
    expect,
    see,
  });
  return {
    pointId: point.id,
    label: point.label,
    links: [
      { link: 'known-live-before', test: test('known-1', 'A point you know is live', live, null) },
      {
        link: 'target-live',
        test: test(
          'target-live',
          `${point.label}, ${isTwoHot(house, point) ? 'hot to the other hot' : 'hot to neutral'}, still on`,
          isTwoHot(house, point) ? expected(house, 'hot-hot') : live,
          null,
        ),
      },
      { link: 'breaker-off', test: test('off', 'Breaker off, locked out, tagged', null, 'off') },
      ...spots(point).flatMap((spot) =>
        pairsAt(house, point).map((pair) => ({
          link: 'pairs' as const,
          test: test(
            `${spot}:${pair}`,
            `${spot === 'terminals' ? '' : `${spot[0]?.toUpperCase()}${spot.slice(1)} `}${pairWords[pair]}`,
            dead,
            null,
          ),
        })),
      ),
      // Two circuits can share a box: every cable in it is tested by itself.
      ...cablesAt(house, point).map(({ id, to }) => ({
        link: 'pairs' as const,
        test: test(`cable:${id}`, `Cable to ${to}: each conductor to ground`, dead, null),
      })),
      { link: 'known-live-after', test: test('known-2', 'The same known live point again', live, null) },
    ],
  };
}

export type DeadState = 'open' | 'proved' | 'void' | 'live';

/**
 * What the readings of a chain prove. Dead is only proved after the last known-live reading; that reading failing voids
 * the chain; one live pair stops everything.
 * @param readings in the order taken; the newest of each test counts, and only in the chain's own order
 */
export function deadState(
  chain: DeadChain,
  readings: readonly Reading[],
): { state: DeadState; next: Test | null } {
  let lastAt = '';
  for (const { link, test } of chain.links) {
    const own = readings.filter((r) => r.testKey === test.key);
    const r = own.at(-1);
    // A reading taken before the link in front of it proves nothing: it must be taken again.
    if (!r || r.takenAt < lastAt) return { state: 'open', next: test };
    if (link === 'pairs' && (r.value === null || Math.abs(r.value) > DEAD_BELOW_VOLTS))
      return { state: 'live', next: test };
    if (
      (link === 'known-live-before' || link === 'known-live-after' || link === 'target-live') &&
      !within(test.expect, r.value)
    )
      return { state: link === 'known-live-after' ? 'void' : 'open', next: test };
    lastAt = r.takenAt;
  }
  return { state: 'proved', next: null };
}

export const within = (expect: Expectation | null, value: number | null): boolean =>
  expect === null || (value !== null && value >= expect.lowVolts && value <= expect.highVolts);

/** What a switch commands, by name: lights, fans and receptacles whose conductor is its own. */
function commandedBy(feed: Feed, key: SwitchKey): string[] {
  return [...feed.boxes.values()].flatMap(({ point, switchedBy, constantHot }) => {
    if (!switchedBy.includes(key) || switchesIn(point).includes(key)) return [];
    return point.devices.flatMap((d) => {
      if (d.kind === 'fan' && d.lightNth !== undefined)
        return nthOf(key) === d.lightNth ? [`the light of ${point.label}`] : [`the fan of ${point.label}`];
      if (isReceptacleDevice(d)) {
        if (d.tab === 'broken' && constantHot) return [`half of ${point.label}`];
        return d.switched === true || !constantHot ? [point.label] : [];
      }
      return d.kind === 'luminaire' || d.kind === 'fan' ? [point.label] : [];
    });
  });
}

/** Every new or changed switch moved: what it commands goes on and off, and nothing else does. */
function switchTests(feed: Feed, point: Point): Test[] {
  const keys = switchesIn(point);
  return keys.flatMap((key, i): Test[] => {
    const what = commandedBy(feed, key);
    if (what.length === 0) return [];
    const name = keys.length > 1 ? `Switch ${i + 1} of ${point.label}` : point.label;
    return [
      {
        key: `prove:${point.id}:switch-${i + 1}`,
        pointId: point.id,
        group: 'after',
        says: `${name}, both ways`,
        expect: null,
        see: `${what.join(' and ')} ${what.length === 1 ? 'goes' : 'go'} on and off, nothing else does`,
      },
    ];
  });
}

/** Receptacles on a switch are dead with it off; measured live, it is on. */
function switchedOutletTests(feed: Feed, point: Point): Test[] {
  const box = feed.boxes.get(point.id);
  const on = point.devices.some(
    (d) => isReceptacleDevice(d) && (d.tab === 'broken' || d.switched === true || box?.constantHot === false),
  );
  if (!box || !on || box.switchedBy.every((key) => switchesIn(point).includes(key))) return [];
  return [
    {
      key: `prove:${point.id}:switch-off`,
      pointId: point.id,
      group: 'after',
      says: `${point.label} with its switch off, the switched half, hot to neutral`,
      expect: dead,
      see: null,
    },
  ];
}

/** Something that protects and was put in by this job: a device, or a breaker. */
export interface Protector {
  readonly key: string;
  readonly pointId: string;
  readonly name: string;
  /** Points that go dead with it, by name. */
  readonly covers: readonly string[];
}

const protectorTest = ({ key, pointId, name, covers }: Protector): Test => ({
  key: `prove:${key}:trip`,
  pointId,
  group: 'after',
  says: `Press the test button of ${name}`,
  expect: null,
  see: `${covers.join(', ') || 'What it protects'} ${covers.length === 1 ? 'goes' : 'go'} dead and nothing else does; reset brings ${covers.length === 1 ? 'it' : 'them'} back`,
});

export interface TestSheetInput {
  /** The house with the plan in it, and what feeds what there. */
  readonly house: House;
  readonly feed: Feed;
  /** Points that are new, and those whose devices or wiring changed. */
  readonly changed: readonly Point[];
  /** Points that lost their power for the work. */
  readonly darkened: readonly Point[];
  readonly protectors: readonly Protector[];
}

/** The test sheet after the work: each new or changed point pair by pair, protection, switches, and that all old points still live. */
export function testSheet({ house, feed, changed, darkened, protectors }: TestSheetInput): Test[] {
  const out: Test[] = [];
  for (const p of changed) {
    const key = (k: string) => `prove:${p.id}:${k}`;
    if (p.devices.every((d) => d.kind === 'blank')) continue;
    for (const spot of spots(p))
      for (const pair of pairsAt(house, p))
        out.push({
          key: key(`${spot}:${pair}`),
          pointId: p.id,
          group: 'live',
          says: `${p.label}, ${spot === 'terminals' ? '' : `${spot}, `}${pairWords[pair]}`,
          expect: expected(house, pair),
          see: null,
        });
    if (p.devices.some((d) => isReceptacleDevice(d) && d.volts !== 240))
      out.push({
        key: key('plug'),
        pointId: p.id,
        group: 'live',
        says: `Plug tester in ${p.label}`,
        expect: null,
        see: 'both outer pairs lit: hot-neutral and hot-ground; neutral-ground dark',
      });
    out.push(...switchedOutletTests(feed, p), ...switchTests(feed, p));
    const by = feed.boxes.get(p.id)?.groundFaultBy;
    if (by && !protectors.some((x) => x.pointId === by || x.key === by))
      out.push({
        key: key('ground-fault'),
        pointId: p.id,
        group: 'after',
        says: `Press the test button that protects ${p.label}`,
        expect: null,
        see: `${p.label} and everything it protects lose power and nothing else does; reset brings them back`,
      });
  }
  out.push(...protectors.map(protectorTest));
  const tested = new Set(changed.map((p) => p.id));
  for (const p of darkened) {
    // What changed its job has tests of its own.
    if (tested.has(p.id)) continue;
    out.push({
      key: `prove:${p.id}:alive`,
      pointId: p.id,
      group: 'after',
      says: `${p.label} works as before`,
      expect: null,
      see: p.kind === 'switch' ? 'both positions do what they did' : 'it has power again',
    });
  }
  return out;
}

export interface Verdict {
  readonly ok: boolean | null;
  readonly says: string;
}

const hasVolts = (v: number | null | undefined): boolean => v !== null && v !== undefined && v > 60;
const noVolts = (v: number | null | undefined): boolean => v !== null && v !== undefined && v < 20;

/** Reads what three pair readings of one place say together: the first guess of what is wrong. Common practice. */
export function diagnosePairs(hn: number | null, hg: number | null, ng: number | null): Verdict {
  if (hn === null || hg === null || ng === null) return { ok: null, says: 'Three pairs are needed to tell.' };
  if (hasVolts(hn) && hasVolts(hg) && noVolts(ng))
    return hn >= 114 && hn <= 126
      ? { ok: true, says: 'Right.' }
      : {
          ok: false,
          says: 'Wired right, but the voltage is unusual: a loose splice, or the supply.',
        };
  if (noVolts(hn) && noVolts(hg) && noVolts(ng))
    return {
      ok: false,
      says: 'No power: open hot, breaker off, or a tripped GFCI upstream.',
    };
  if (noVolts(hn) && hasVolts(hg) && hasVolts(ng))
    return {
      ok: false,
      says: 'Hot on both: the neutral is open and a load feeds back, or there are two hots here.',
    };
  if (!hasVolts(hn) && hasVolts(hg))
    return { ok: false, says: 'Open neutral: check the last white splice toward the panel.' };
  if (hasVolts(hn) && noVolts(hg) && hasVolts(ng)) return { ok: false, says: 'Hot and neutral are swapped.' };
  if (hasVolts(hn) && !hasVolts(hg)) return { ok: false, says: 'Open ground: check the ground splice.' };
  return {
    ok: false,
    says: 'These readings don’t fit a single fault: measure again, then trace the circuit.',
  };
}
