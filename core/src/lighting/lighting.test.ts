import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DRIVER_WATTS, REEL_MM } from '../catalog/index.ts';
import { ItemId, makeHouse, makeRoom, WallId, type StripLight } from '../document/index.ts';
import { allParts } from '../materials/index.ts';
import { byNgspice } from '../testing/ngspice.ts';
import { heard, said } from '../testing/said.ts';
import { diceOf, feet, inches, MM_PER_FOOT, seeded } from '../units/index.ts';
import { bestFeeds, fedFromOneEnd, type Feeding } from './feeds.ts';
import {
  alongWalls,
  leadsIn,
  leadsToPull,
  makeOf,
  piecesToCut,
  planStrip,
  stripCuts,
  stripFindings,
  stripNeeds,
  stripSteps,
} from './index.ts';
import { voltages, type Circuit } from '../network/solver.ts';
import { ladderVolts, type Rung } from './ladder.ts';
import { cutStrip, inParts, type CutPiece } from './strip-run.ts';

const room = makeRoom('kitchen', 'Kitchen', 'kitchen', feet(14), feet(11));
const house = makeHouse('h', 'House', { rooms: [room] });
const [north, east] = room.walls.map((w) => w.id) as [WallId, WallId];

const piece = (left: number, right: number, more: Partial<StripLight['pieces'][number]> = {}) => ({
  id: ItemId.parse(`p${left}-${right}-${more.wallId ?? ''}`),
  wallId: north,
  leftMm: inches(left),
  rightMm: inches(right),
  heightMm: inches(54),
  zone: 1,
  ...more,
});
const strip = (pieces: StripLight['pieces'], more: Partial<StripLight> = {}): StripLight => ({
  id: ItemId.parse('strip'),
  label: 'Counter',
  kind: 'task',
  volts: 24,
  widthMm: 10,
  wires: 2,
  pieces,
  corners: 'jumper',
  channel: 'surface',
  driver: { wallId: north, xMm: 0, heightMm: inches(54), spot: 'cabinet', connection: 'cord' },
  dimming: 'none',
  ...more,
});

/** A single straight chain fed without a lead. */
const straight = (
  ft: number,
  wattsPerFoot: number,
  volts: 12 | 24,
  cutIn = 1,
): { chain: CutPiece[]; feeding: Feeding } => {
  const cutMm = inches(cutIn);
  const cuts = Math.round(feet(ft) / cutMm);
  const at = (xMm: number) => ({ wallId: north, xMm, heightMm: 0 });
  return {
    chain: [
      {
        nth: 1,
        part: 1,
        zone: 1,
        cuts,
        lengthMm: cuts * cutMm,
        from: at(0),
        to: at(cuts * cutMm),
        linkMm: null,
      },
    ],
    feeding: {
      make: { volts, wattsPerMm: wattsPerFoot / MM_PER_FOOT, cutMm, mostFeedMm: Infinity, widthMm: 10 },
      leadMm: () => 0,
    },
  };
};

describe('voltage along a strip', () => {
  // By hand: k = sqrt(r i0 / (Vn - V0)) with r = 0.040 ohm/ft, i0 = 4.4 W/ft / Vn, V0 = 3/4 Vn; far V = V0 + (Vn - V0) / cosh(k L).
  // 24 V: k = sqrt(0.040 * 0.18333 / 6) = 0.034960, k L = 0.57335, cosh = 1.16891: 18 + 6 / 1.16891 = 23.133 V, 86 % light.
  // 12 V: k = sqrt(0.040 * 0.36667 / 3) = 0.069921, k L = 1.14670, cosh = 1.73276: 9 + 3 / 1.73276 = 10.731 V, 58 %.
  it.each([
    [24, 23.133, 0.855],
    [12, 10.731, 0.577],
  ] as const)('%d V, 16.4 ft at 4.4 W/ft, fed from one end', (volts, far, light) => {
    const { chain, feeding } = straight(16.4, 4.4, volts, 0.2);
    const fed = fedFromOneEnd(chain, feeding);
    expect(fed.leastVolts).toBeCloseTo(far, 2);
    expect(fed.leastLight).toBeCloseTo(light, 2);
  });
  // From both ends the middle is the far end of half the length: 24 V cosh(0.28668) = 1.04138: 23.762 V; 12 V cosh(0.57335) = 1.16891: 11.566 V.
  it.each([
    [24, 23.762],
    [12, 11.566],
  ] as const)('%d V from both ends', (volts, middle) => {
    const { chain, feeding } = straight(16.4, 4.4, volts, 0.2);
    const halves = inParts(chain[0]!, 2, feeding.make.cutMm);
    const one = fedFromOneEnd([halves[0]!], feeding);
    expect(one.leastVolts).toBeCloseTo(middle, 2);
  });
  // Longest run on one feed for 85 % at the far end: cosh(kL) = 1/0.85, so L = acosh(1.17647)/k = 0.58627/k.
  it.each([
    [12, 1.5, 14.36],
    [12, 3, 10.15],
    [12, 4.4, 8.38],
    [12, 5.5, 7.5],
    [24, 1.5, 28.72],
    [24, 3, 20.3],
    [24, 4.4, 16.77],
    [24, 5.5, 15],
  ] as const)('%d V, %d W/ft: %d ft is as far as one feed goes', (volts, watts, ft) => {
    const light = (by: number) => {
      const { chain, feeding } = straight(ft * by, watts, volts, 0.2);
      return fedFromOneEnd(chain, feeding).leastLight;
    };
    expect(light(0.98)).toBeGreaterThan(0.85);
    expect(light(1.02)).toBeLessThan(0.85);
  });
  it('is what the solver of the house’s network and a general circuit simulator find, with leads at several places', () => {
    const { uniform: next } = seeded(23);
    const below = (n: number) => Math.floor(next() * n);
    for (let n = 0; n < 25; n++) {
      const volts = n % 2 === 0 ? 12 : 24;
      const dark = volts * 0.75;
      const rungs: Rung[] = Array.from({ length: 4 + below(30) }, (_, i) => ({
        light: i % 5 === 0 ? 0 : 0.002 + next() * 0.05,
        lead: i === 0 || below(9) === 0 ? 1 / (0.02 + next() * 0.4) : 0,
        ohm: 0.002 + next() * 0.05,
      }));
      const found = ladderVolts(rungs, volts, dark);
      // Node 1 is the driver, node 2 the threshold of the lights, the rungs follow.
      const node = (i: number) => i + 3;
      const between = (a: number, b: number, value: number) => ({ kind: 'resistance' as const, a, b, value });
      const circuit: Circuit = {
        nodes: rungs.length + 3,
        nodeOf: () => undefined,
        sources: new Map([
          [1, volts],
          [2, dark],
        ]),
        driven: new Map(),
        elements: rungs.flatMap((r, i) => [
          ...(r.light > 0 ? [between(node(i), 2, 1 / r.light)] : []),
          ...(r.lead > 0 ? [between(node(i), 1, 1 / r.lead)] : []),
          ...(i < rungs.length - 1 ? [between(node(i), node(i + 1), r.ohm)] : []),
        ]),
      };
      const spice = byNgspice(circuit);
      const own = voltages(circuit, 60);
      found.forEach((v, i) => {
        expect(v).toBeCloseTo(spice[node(i) - 1]!.re, 6);
        expect(v).toBeCloseTo(own.get(node(i))!.re, 6);
      });
    }
  });
});

describe('where a strip is fed', () => {
  /** Every choice of ends and joints, one after another: what the search must not miss. */
  const fewest = (chain: readonly CutPiece[], feeding: Feeding): number => {
    for (let size = 1; size <= chain.length + 1; size++)
      for (let set = 1; set < 2 ** (chain.length + 1); set++) {
        const at = Array.from({ length: chain.length + 1 }, (_, i) => i).filter((i) => (set >> i) & 1);
        if (at.length === size && isBright(chain, feeding, at)) return size;
      }
    return Infinity;
  };
  /** Bright enough all along, by the formula for each stretch between feeds without resistance in leads and jumpers. */
  const isBright = (chain: readonly CutPiece[], { make }: Feeding, at: readonly number[]): boolean => {
    const { volts, wattsPerMm } = make;
    const k = Math.sqrt(((0.04 / MM_PER_FOOT) * (wattsPerMm / volts)) / (volts / 4));
    const length = (a: number, b: number) => chain.slice(a, b).reduce((s, p) => s + p.lengthMm, 0);
    const reach = [
      length(0, at[0]!),
      length(at.at(-1)!, chain.length),
      ...at.slice(1).map((b, i) => length(at[i]!, b) / 2),
    ];
    const clip = reach.map((mm) => (Math.tanh(k * mm) * (volts / 4) * k) / (0.04 / MM_PER_FOOT));
    return reach.every((mm) => 1 / Math.cosh(k * mm) >= 0.85) && clip.every((a) => a <= 3);
  };
  it('takes the fewest leads that keep it bright, as trying everything finds', () => {
    const { below } = diceOf(41);
    const counts = new Map<number, number>();
    for (let n = 0; n < 60; n++) {
      const volts = below(2) === 0 ? 12 : 24;
      const watts = [1.5, 3, 4.4, 5.5][below(4)]!;
      const { feeding } = straight(1, watts, volts, 0.5);
      const chain = Array.from({ length: 1 + below(6) }, (_, i): CutPiece => {
        const cuts = 12 + below(220);
        const at = { wallId: north, xMm: 0, heightMm: 0 };
        return {
          nth: i + 1,
          part: 1,
          zone: 1,
          cuts,
          lengthMm: cuts * inches(0.5),
          from: at,
          to: at,
          linkMm: i === 0 ? null : 0,
        };
      });
      const fed = bestFeeds(chain, feeding);
      const least = fewest(chain, feeding);
      expect(fed?.leads.length ?? Infinity).toBe(least);
      counts.set(least, (counts.get(least) ?? 0) + 1);
    }
    expect(counts.size).toBeGreaterThan(2);
  });
  it('a long run at 12 V is cut in the middle and fed there', () => {
    const plan = planStrip(house, strip([piece(2, 162)], { volts: 12, kind: 'cabinet' }));
    const [out] = plan.outputs;
    expect(out!.chains[0]!.pieces.length).toBe(1);
    expect(out!.chains[0]!.fed!.leads).toHaveLength(2);
    const bright = planStrip(house, strip([piece(2, 162)], { volts: 12, kind: 'task' }));
    // 13.3 ft at 4.4 W/ft is more than one Class 2 output at 12 V gives.
    expect(bright.outputs.length).toBe(2);
    for (const o of bright.outputs)
      for (const c of o.chains) expect(c.fed!.leastLight).toBeGreaterThanOrEqual(0.85);
  });
  it('keeps to what the label allows on one feed', () => {
    const on = (mostFeedMm?: number) =>
      leadsIn(
        planStrip(house, strip([piece(2, 122)], { kind: 'accent', ...(mostFeedMm ? { mostFeedMm } : {}) })),
      ).length;
    expect(on()).toBe(1);
    expect(on(feet(6))).toBe(2);
  });
  it('says so where nothing keeps it bright, and what one end alone would give', () => {
    const far = strip([piece(2, 160)], {
      volts: 12,
      kind: 'bright',
      driver: {
        wallId: north,
        xMm: 0,
        heightMm: 0,
        spot: 'cabinet',
        connection: 'cord',
        leadMm: feet(320),
      },
    });
    const plan = planStrip(house, far);
    expect(plan.outputs.some((o) => o.chains.some((c) => c.fed === null))).toBe(true);
    expect(stripFindings(plan, house, { wants: [] }, 'dry')).toContainEqual(
      expect.objectContaining({ severity: 'fix', key: expect.stringContaining(':light') }),
    );
    expect(planStrip(house, strip([piece(2, 162)], { volts: 12 })).fromOneEnd).toBeLessThan(0.85);
  });
});

describe('pieces of a strip', () => {
  it('are cut at their marks, and what stays dark is counted', () => {
    const { pieces, darkMm, tooShort } = cutStrip(house, strip([piece(2, 33), piece(40, 41)]));
    expect(pieces.map((p) => p.lengthMm)).toEqual([inches(30)]);
    expect(darkMm).toBeCloseTo(inches(1), 6);
    expect(tooShort).toEqual([2]);
  });
  it('go on round a corner by a jumper, or have a lead each', () => {
    const l = room.walls[0]!.lengthMm / 25.4;
    const round = [piece(l - 40, l - 1), piece(1, 40, { wallId: east })];
    expect(cutStrip(house, strip(round)).pieces.map((p) => p.linkMm && Math.round(p.linkMm / 25.4))).toEqual([
      null,
      2,
    ]);
    expect(cutStrip(house, strip(round, { corners: 'feed' })).pieces.map((p) => p.linkMm)).toEqual([
      null,
      null,
    ]);
    // The other way round it is the same run.
    expect(cutStrip(house, strip([...round].reverse())).pieces[1]!.linkMm).toBeCloseTo(inches(2), 6);
  });
  it('far apart, or dimmed apart, they have no jumper between them', () => {
    const links = (pieces: StripLight['pieces'], dimming: StripLight['dimming'] = 'none') =>
      cutStrip(house, strip(pieces, { dimming })).pieces.map((p) => p.linkMm);
    expect(links([piece(2, 30), piece(70, 90)])).toEqual([null, null]);
    expect(links([piece(2, 30), piece(30, 60, { zone: 2 })], 'pwm')).toEqual([null, null]);
    // Without a dimmer there is nothing to keep apart.
    expect(links([piece(2, 30), piece(30, 60, { zone: 2 })])).toEqual([null, 0]);
    expect(links([piece(2, 30), piece(30, 60)])).toEqual([null, 0]);
  });
  it('are no longer than a reel', () => {
    const l = room.walls[0]!.lengthMm;
    const long = { ...piece(0, 1), leftMm: 0, rightMm: Math.min(l, REEL_MM * 2) };
    for (const p of cutStrip({ rooms: [room] }, strip([long], { kind: 'accent' })).pieces)
      expect(p.lengthMm).toBeLessThanOrEqual(REEL_MM);
  });
  it('the way along the walls goes the shorter way round the room', () => {
    const way = alongWalls(house);
    const at = (wallId: WallId, x: number, h = 0) => ({ wallId, xMm: inches(x), heightMm: inches(h) });
    expect(way(at(north, 10), at(north, 30, 12))).toBeCloseTo(inches(32), 6);
    const west = room.walls[3]!;
    expect(way(at(north, 5), { wallId: west.id, xMm: west.lengthMm - inches(7), heightMm: 0 })).toBeCloseTo(
      inches(12),
      6,
    );
    expect(way(at(north, 5), at(WallId.parse('elsewhere'), 5))).toBe(Infinity);
  });
});

const anyStrip = fc
  .record({
    volts: fc.constantFrom<12 | 24>(12, 24),
    kind: fc.constantFrom<StripLight['kind']>('accent', 'cabinet', 'task', 'bright'),
    dimming: fc.constantFrom<StripLight['dimming']>('none', 'phase', 'pwm', '0-10v'),
    corners: fc.constantFrom<StripLight['corners']>('jumper', 'feed'),
    channel: fc.constantFrom<StripLight['channel']>('none', 'surface', 'recessed', 'corner'),
    wires: fc.constantFrom<StripLight['wires']>(2, 3, 4, 5, 6),
    at: fc.array(
      fc.record({
        wall: fc.nat(3),
        from: fc.double({ min: 0, max: 0.9, noNaN: true }),
        long: fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        zone: fc.integer({ min: 1, max: 3 }),
      }),
      { minLength: 1, maxLength: 9 },
    ),
  })
  .map(({ at, ...more }) =>
    strip(
      at.map(({ wall, from, long, zone }, i) => {
        const w = room.walls[wall]!;
        return {
          id: ItemId.parse(`q${i}`),
          wallId: w.id,
          leftMm: from * w.lengthMm,
          rightMm: Math.min(1, from + long) * w.lengthMm,
          heightMm: inches(54),
          zone,
        };
      }),
      more,
    ),
  );

describe('a planned strip, whatever it is', () => {
  const sold = new Set(allParts().map((p) => p.key));
  it('lights every piece once, within Class 2, with headroom, bright all along', () => {
    fc.assert(
      fc.property(anyStrip, (s) => {
        const plan = planStrip(house, s);
        const { pieces } = cutStrip(house, s);
        const lit = plan.outputs.flatMap((o) => o.chains.flatMap((c) => c.pieces));
        expect(lit.reduce((n, p) => n + p.cuts, 0)).toBe(pieces.reduce((n, p) => n + p.cuts, 0));
        expect(lit.every((p) => p.cuts > 0)).toBe(true);
        for (const o of plan.outputs) {
          expect(DRIVER_WATTS[s.volts]).toContain(o.driverWatts);
          expect(o.watts).toBeLessThanOrEqual(o.driverWatts * 0.8 + 1e-6);
          if (s.dimming === 'phase' || s.dimming === '0-10v') expect(o.zones).toHaveLength(1);
          for (const { fed, pieces: of } of o.chains) {
            expect(fed).not.toBeNull();
            expect(fed!.leastLight).toBeGreaterThanOrEqual(0.85 - 1e-9);
            expect(fed!.clipAmps).toBeLessThanOrEqual(3 + 1e-9);
            // What the leads bring is what the strip draws.
            expect(fed!.leads.reduce((n, l) => n + l.amps, 0)).toBeCloseTo(fed!.amps, 6);
            expect(fed!.amps * s.volts).toBeLessThanOrEqual(
              of.reduce((n, p) => n + p.lengthMm, 0) * makeOf(s).wattsPerMm + 1e-6,
            );
          }
        }
        // Each driver is needed: two neighbors together are too much for one, or of another zone.
        plan.outputs.slice(1).forEach((o, i) => {
          const before = plan.outputs[i]!;
          const both = before.watts + o.watts;
          const apart = (s.dimming === 'phase' || s.dimming === '0-10v') && before.zones[0] !== o.zones[0];
          expect(apart || both > Math.max(...DRIVER_WATTS[s.volts]) * 0.8 - 1e-6).toBe(true);
        });
      }),
      { numRuns: 150, endOnFailure: true },
    );
  });
  it('is bought in parts that are sold: reels and sticks hold what is cut, every end is closed', () => {
    fc.assert(
      fc.property(anyStrip, (s) => {
        const plan = planStrip(house, s);
        const needs = new Map(stripNeeds(plan, house).map((n) => [n.key, n.count] as const));
        for (const [key, n] of needs) {
          expect(sold).toContain(key);
          expect(Number.isInteger(n) && n > 0).toBe(true);
        }
        const { reels, channel } = stripCuts(plan);
        expect(reels.flatMap((c) => c.pieces).reduce((n, p) => n + p.lengthMm, 0)).toBeCloseTo(
          plan.litMm * 1.1,
          3,
        );
        for (const c of [...reels, ...channel])
          expect(c.pieces.reduce((n, p) => n + p.lengthMm, 0)).toBeLessThanOrEqual(c.roll.holds + 1e-3);
        if (s.channel !== 'none')
          expect(channel.flatMap((c) => c.pieces).reduce((n, p) => n + p.lengthMm, 0)).toBeCloseTo(
            plan.litMm,
            -1,
          );
        const chains = plan.outputs.flatMap((o) => o.chains);
        const ends = 2 * chains.reduce((n, c) => n + c.pieces.length, 0);
        expect((needs.get('strip-clip') ?? 0) + (needs.get('strip-end-cap') ?? 0)).toBe(ends);
        const ways = [2, 3, 4].reduce((n, w) => n + (needs.get(`splitter-${w}`) ?? 0) * (w - 1), 0);
        expect(ways).toBe(leadsIn(plan).length - plan.outputs.filter((o) => o.chains.length > 0).length);
      }),
      { numRuns: 100, endOnFailure: true },
    );
  });
});

describe('what is said of a strip', () => {
  const of = (more: Partial<StripLight>, moisture: 'dry' | 'damp' = 'dry', wants: never[] = []) => {
    const s = strip([piece(2, 50)], more);
    return heard(stripFindings(planStrip(house, s), house, { wants }, moisture)).map((f) => [
      f.severity,
      f.key.split(':').at(-1),
    ]);
  };
  it.each([
    [{ driver: null }, ['watch', 'driver']],
    [{ driver: { ...strip([]).driver!, spot: 'hidden' } }, ['stop', 'hidden']],
    [{ driver: { ...strip([]).driver!, wallId: WallId.parse('cellar') } }, ['watch', 'lead']],
    [{}, ['watch', 'supply']],
    [{ channel: 'none' }, ['fix', 'heat']],
    [{ kind: 'cabinet' }, ['watch', 'dots']],
    [{}, ['ok', 'class-2']],
    [{}, ['ok', 'light']],
  ] as const)('%j: %j', (more, told) => expect(of(more as Partial<StripLight>)).toContainEqual(told));
  it('asks for a listing where it is damp, and nothing of what is as it should be', () => {
    expect(of({}, 'damp')).toContainEqual(['watch', 'wet']);
    const keys = of({ channel: 'corner' }).map(([, k]) => k);
    for (const k of ['wet', 'heat', 'dots', 'hidden', 'lead', 'driver', 'short'])
      expect(keys).not.toContain(k);
  });
  it('names pieces past the end of their wall, and across a window, but not under it', () => {
    const window = {
      id: ItemId.parse('window'),
      kind: 'window' as const,
      leftMm: inches(60),
      rightMm: inches(90),
      bottomMm: inches(40),
      topMm: inches(80),
    };
    const [first, ...others] = room.walls;
    const walled = { ...house, rooms: [{ ...room, walls: [{ ...first!, openings: [window] }, ...others] }] };
    const told = (p: ReturnType<typeof piece>) =>
      stripFindings(planStrip(walled, strip([p])), walled, { wants: [] }, 'dry').map((f) =>
        f.key.split(':').at(-1),
      );
    expect(told(piece(2, 80))).toContain('across');
    expect(told({ ...piece(2, 80), heightMm: inches(36) })).not.toContain('across');
    expect(told(piece(2, 60))).not.toContain('across');
    expect(told(piece(100, 400))).toContain('off');
    expect(told(piece(100, 160))).not.toContain('off');
  });
  it('tells the steps, pieces and leads in words, with what the meter shows', () => {
    const s = strip([piece(2, 50), piece(52, 100)]);
    const plan = planStrip(house, s);
    const steps = heard(stripSteps(plan, house));
    expect(steps.map((x) => x.key.split(':')[1])).toEqual([
      'cut',
      'bench',
      'mount',
      'leads',
      'driver',
      'test',
    ]);
    expect(steps[0]!.detail).toContain('piece 1, 48 in');
    const volts = Number(/at least ([\d.]+) V/.exec(steps.at(-1)!.detail)![1]);
    expect(volts).toBeLessThanOrEqual(plan.outputs[0]!.chains[0]!.fed!.leastVolts);
    expect(volts).toBeGreaterThan(plan.outputs[0]!.chains[0]!.fed!.leastVolts - 0.11);
    expect(piecesToCut(plan)).toHaveLength(2);
    expect(said(leadsToPull(plan)[0]!.to)).toMatch(/^(start of piece 1|joint between pieces 1 and 2)$/);
  });
});
