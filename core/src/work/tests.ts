import {
  isTravelerSwitch,
  type Cable,
  isReceptacleDevice,
  switchesIn,
  switchPlaces,
  type House,
  type Point,
  type Reading,
  type SwitchKey,
} from '../document/index.ts';
import { commandedBy, togetherWith, type Feed } from '../feed/index.ts';
import { practice, type Source } from '../findings/index.ts';
import { allOf, msg, type Text } from '../words/index.ts';

/** What a measurement should read. Word readings: OL on a meter, jumps when a value will not settle. */
export interface Expectation {
  readonly lowVolts: number;
  readonly highVolts: number;
  readonly says: Text;
  readonly source: Source;
}

export interface Test {
  readonly key: string;
  readonly pointId: string;
  readonly group: 'dead' | 'live' | 'after';
  readonly says: Text;
  readonly expect: Expectation | null;
  /** For tests that are seen, not read off a meter. */
  readonly see: Text | null;
  /** A reading between a pair of terminals: where, and which pair; so that a sheet can have a row for one and a column for the other. */
  readonly between?: { readonly place: Text; readonly pair: Text };
}

const supply = (nominal: number): Expectation => ({
  lowVolts: nominal * 0.95,
  highVolts: nominal * 1.05,
  says: msg('work.test.range', { low: Math.round(nominal * 0.95), high: Math.round(nominal * 1.05) }),
  source: practice(msg('work.test.supply-practice')),
});
/** Under this a contact meter shows nothing that could hurt: common practice; above it "it is live" stands until explained. */
export const DEAD_BELOW_VOLTS = 1;
const dead: Expectation = {
  lowVolts: 0,
  highVolts: DEAD_BELOW_VOLTS,
  says: msg('work.test.under', { volts: DEAD_BELOW_VOLTS }),
  source: practice(msg('work.test.dead-practice')),
};
const quiet: Expectation = {
  lowVolts: 0,
  highVolts: 2,
  says: msg('work.test.under', { volts: 2 }),
  source: practice(msg('work.test.quiet-practice')),
};

const PAIRS = ['hot-neutral', 'hot-ground', 'neutral-ground'] as const;
/** Between two hots there is no neutral to measure against. */
const TWO_HOT_PAIRS = ['hot-hot', 'hot-ground', 'other-ground'] as const;
const FOUR_WIRE_PAIRS = [...TWO_HOT_PAIRS, 'hot-neutral', 'other-neutral', 'neutral-ground'] as const;
export type Pair = (typeof PAIRS)[number] | (typeof FOUR_WIRE_PAIRS)[number];
const PAIR: Record<Pair, Text> = {
  'hot-hot': msg('work.test.pair.hot-hot'),
  'other-ground': msg('work.test.pair.other-ground'),
  'other-neutral': msg('work.test.pair.other-neutral'),
  'hot-neutral': msg('work.test.pair.hot-neutral'),
  'hot-ground': msg('work.test.pair.hot-ground'),
  'neutral-ground': msg('work.test.pair.neutral-ground'),
};

/** A point that is fed by two hots: with a neutral beside them, or none. */
const fedBy = (house: House, point: Point, carries: Cable['carries']): boolean =>
  house.cables.some(
    (c) => c.carries === carries && [c.from, c.to].some((e) => e.at === 'point' && e.pointId === point.id),
  );
const isBetweenHots = (house: House, point: Point): boolean =>
  fedBy(house, point, 'two-hots') || fedBy(house, point, 'two-hots-neutral');
const pairsAt = (house: House, point: Point): readonly Pair[] =>
  fedBy(house, point, 'two-hots-neutral')
    ? FOUR_WIRE_PAIRS
    : fedBy(house, point, 'two-hots')
      ? TWO_HOT_PAIRS
      : PAIRS;

/** What a pair reads when all is right. */
function expected(house: House, pair: Pair): Expectation {
  if (pair === 'hot-hot') return supply(2 * house.supplyVolts);
  return pair === 'neutral-ground' ? quiet : supply(house.supplyVolts);
}

type Spot = 'top' | 'bottom' | 'terminals';
/** Halves of a duplex are measured one by one: a broken tab may leave one of them live. */
const spots = (point: Point): Spot[] =>
  point.devices.some((d) => isReceptacleDevice(d) && d.kind !== 'receptacle-single' && d.volts !== 240)
    ? ['top', 'bottom']
    : ['terminals'];

export type ChainLink = 'known-live-before' | 'target-live' | 'breaker-off' | 'pairs' | 'known-live-after';

export interface DeadChain {
  readonly pointId: string;
  readonly label: string;
  readonly links: readonly { readonly link: ChainLink; readonly test: Test }[];
}

/** The cables in a box, each by where it goes. */
function cablesAt(house: House, { id }: Point): { id: string; to: Text }[] {
  return house.cables.flatMap((c) => {
    const ends = [c.from, c.to];
    if (!ends.some((e) => e.at === 'point' && e.pointId === id)) return [];
    const far = ends.find((e) => e.at !== 'point' || e.pointId !== id);
    const to =
      far?.at === 'point'
        ? house.points.find((p) => p.id === far.pointId)?.label
        : msg('work.test.the-panel');
    return [{ id: c.id, to: to ?? '?' }];
  });
}

/**
 * Can a box be proved dead without opening it? In the slots of its outlets, where one circuit and no other is in it:
 * a cable that only passes through can't be reached from outside. Common practice.
 * @param circuits how many circuits are known in the box
 */
export const measuredClosed = ({ devices }: Point, circuits: number): boolean =>
  circuits === 1 && devices.some(isReceptacleDevice);

/**
 * The chain that proves a box dead: same meter, same setting; known live, target live, off, target dead pair by pair,
 * known live again. Common practice; see the trade's own order.
 * @param closed it is measured in its slots: the cables behind them aren't reached
 */
export function deadChain(house: House, point: Point, closed = false): DeadChain {
  const base = `dead:${point.id}`;
  const live = supply(house.supplyVolts);
  const test = (key: string, says: Text, expect: Expectation | null, see: Text | null): Test => ({
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
      { link: 'known-live-before', test: test('known-1', msg('work.test.known-live'), live, null) },
      {
        link: 'target-live',
        test: test(
          'target-live',
          msg('work.test.still-on', {
            box: point.label,
            pair: isBetweenHots(house, point) ? PAIR['hot-hot'] : PAIR['hot-neutral'],
          }),
          isBetweenHots(house, point) ? expected(house, 'hot-hot') : live,
          null,
        ),
      },
      { link: 'breaker-off', test: test('off', msg('work.test.off'), null, 'off') },
      ...spots(point).flatMap((spot) =>
        pairsAt(house, point).map((pair) => ({
          link: 'pairs' as const,
          test: test(
            `${spot}:${pair}`,
            spot === 'terminals'
              ? PAIR[pair]
              : msg('work.test.spot', { spot: msg(`work.test.outlet.${spot}`), pair: PAIR[pair] }),
            dead,
            null,
          ),
        })),
      ),
      // Two circuits can share a box: every cable in it is tested by itself.
      ...(closed ? [] : cablesAt(house, point)).map(({ id, to }) => ({
        link: 'pairs' as const,
        test: test(`cable:${id}`, msg('work.test.cable', { to }), dead, null),
      })),
      { link: 'known-live-after', test: test('known-2', msg('work.test.known-again'), live, null) },
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

/** One of several switches for a light: it changes the light however the others stand. */
function togetherTest(feed: Feed, point: Point, key: SwitchKey, i: number): Test[] {
  const others = togetherWith(feed, point);
  const what = [key, ...others.map((o) => o.key)].flatMap((k) => commandedBy(feed, k));
  if (others.length === 0 || what.length === 0) return [];
  return [
    {
      key: `prove:${point.id}:switch-${i + 1}`,
      pointId: point.id,
      group: 'after',
      says: msg('work.test.together', {
        switch: point.label,
        others: allOf(others.map((o) => o.point.label)),
      }),
      expect: null,
      see: msg('work.test.changes-each-time', { things: allOf(what) }),
    },
  ];
}

/** Every new or changed switch moved: what it commands goes on and off, and nothing else does. */
function switchTests(feed: Feed, point: Point): Test[] {
  const keys = switchesIn(point);
  const threeWays = new Set(switchPlaces(point).flatMap((s) => (isTravelerSwitch(s.device) ? [s.key] : [])));
  return keys.flatMap((key, i): Test[] => {
    if (threeWays.has(key)) return togetherTest(feed, point, key, i);
    const what = commandedBy(feed, key);
    if (what.length === 0) return [];
    const name = keys.length > 1 ? msg('work.test.switch-n', { n: i + 1, box: point.label }) : point.label;
    return [
      {
        key: `prove:${point.id}:switch-${i + 1}`,
        pointId: point.id,
        group: 'after',
        says: msg('work.test.both-ways', { switch: name }),
        expect: null,
        see: msg('work.test.goes-on-off', { things: allOf(what), n: what.length }),
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
      says: msg('work.test.switch-off', { box: point.label }),
      expect: dead,
      see: null,
    },
  ];
}

/** Something that protects and was put in by this job: a device, or a breaker. */
export interface Protector {
  readonly key: string;
  readonly pointId: string;
  readonly name: Text;
  /** Points that go dead with it, by name. */
  readonly covers: readonly string[];
}

const protectorTest = ({ key, pointId, name, covers }: Protector): Test => ({
  key: `prove:${key}:trip`,
  pointId,
  group: 'after',
  says: msg('work.test.press', { device: name }),
  expect: null,
  see: msg('work.test.trips', {
    things: covers.length > 0 ? allOf(covers) : msg('work.test.what-it-protects'),
    n: covers.length,
  }),
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
          says:
            spot === 'terminals'
              ? msg('work.test.box-pair', { box: p.label, pair: PAIR[pair] })
              : msg('work.test.box-spot', { box: p.label, spot, pair: PAIR[pair] }),
          expect: expected(house, pair),
          see: null,
          between: {
            place: spot === 'terminals' ? p.label : msg('work.test.which-outlet', { box: p.label, spot }),
            pair: PAIR[pair],
          },
        });
    if (p.devices.some((d) => isReceptacleDevice(d) && d.volts !== 240))
      out.push({
        key: key('plug'),
        pointId: p.id,
        group: 'live',
        says: msg('work.test.plug', { box: p.label }),
        expect: null,
        see: msg('work.test.plug-see'),
      });
    out.push(...switchedOutletTests(feed, p), ...switchTests(feed, p));
    const by = feed.boxes.get(p.id)?.groundFaultBy;
    if (by && !protectors.some((x) => x.pointId === by || x.key === by))
      out.push({
        key: key('ground-fault'),
        pointId: p.id,
        group: 'after',
        says: msg('work.test.press-for', { box: p.label }),
        expect: null,
        see: msg('work.test.press-for-see', { box: p.label }),
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
      says: msg('work.test.as-before', { box: p.label }),
      expect: null,
      see: p.kind === 'switch' ? msg('work.test.switch-as-before') : msg('work.test.alive'),
    });
  }
  return out;
}

export interface Verdict {
  readonly ok: boolean | null;
  readonly says: Text;
}

const hasVolts = (v: number | null | undefined): boolean => v !== null && v !== undefined && v > 60;
const noVolts = (v: number | null | undefined): boolean => v !== null && v !== undefined && v < 20;

/** Reads what three pair readings of one place say together: the first guess of what is wrong. Common practice. */
export function diagnosePairs(hn: number | null, hg: number | null, ng: number | null): Verdict {
  if (hn === null || hg === null || ng === null) return { ok: null, says: msg('work.test.three-pairs') };
  if (hasVolts(hn) && hasVolts(hg) && noVolts(ng))
    return hn >= 114 && hn <= 126
      ? { ok: true, says: msg('work.test.right') }
      : {
          ok: false,
          says: msg('work.test.unusual'),
        };
  if (noVolts(hn) && noVolts(hg) && noVolts(ng))
    return {
      ok: false,
      says: msg('work.test.no-power'),
    };
  if (noVolts(hn) && hasVolts(hg) && hasVolts(ng))
    return {
      ok: false,
      says: msg('work.test.both-hot'),
    };
  if (!hasVolts(hn) && hasVolts(hg)) return { ok: false, says: msg('work.test.open-neutral') };
  if (hasVolts(hn) && noVolts(hg) && hasVolts(ng)) return { ok: false, says: msg('work.test.swapped') };
  if (hasVolts(hn) && !hasVolts(hg)) return { ok: false, says: msg('work.test.open-ground') };
  return {
    ok: false,
    says: msg('work.test.no-single'),
  };
}
