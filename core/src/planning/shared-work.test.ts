import { beforeAll, describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import { integerPrograms } from '../testing/integer-program.ts';
import { cheapestFrom, wayTo, type Edge, type RouteGraph } from '../routing/index.ts';
import { cheapestForest } from './forest.ts';
import { chargeFor, shareWork, type Priced } from './shared-work.ts';

/** A house with no walls: places joined by work, some of which is done once for all cables that come by. */
interface Instance {
  readonly wants: number;
  readonly taps: readonly { readonly fixed: number; readonly most: number }[];
  readonly portals: number;
  readonly links: readonly {
    readonly a: number;
    readonly b: number;
    readonly cost: number;
    readonly charge: number;
  }[];
  readonly charges: readonly { readonly cost: number; readonly most: number }[];
}

const nodesOf = (i: Instance): number => i.wants + i.taps.length + i.portals;
/** What a link costs with its shared work. */
const priceOf = (i: Instance, l: Instance['links'][number]): number =>
  l.cost + (i.charges[l.charge]?.cost ?? 0);

function graphOf(i: Instance): RouteGraph {
  const edges: Edge[][] = Array.from({ length: nodesOf(i) }, () => []);
  for (const l of i.links)
    for (const [from, to] of [
      [l.a, l.b],
      [l.b, l.a],
    ] as const)
      edges[from]!.push({
        to,
        op: 'fish',
        bit: 1,
        cableMm: 0,
        minutes: 0,
        openedMm2: 0,
        holes: 0,
        risk: 0,
        cost: priceOf(i, l),
        charge: l.charge,
      });
  const name = (n: number) =>
    n < i.wants ? `w${n}` : n < i.wants + i.taps.length ? `t${n - i.wants}` : null;
  const nodes = edges.map((_, id) => ({
    id,
    place: { in: 'wall' as const, wallId: 'w' as never, xMm: 0, heightMm: 0 },
    terminal: name(id),
  }));
  const terminals = new Map(nodes.flatMap((n) => (n.terminal ? [[n.terminal, n.id] as const] : [])));
  return {
    nodes,
    edges,
    halls: [],
    hallOf: new Map(),
    terminals,
    charges: i.charges.map((c) => ({ ...c, minutes: 0, openedMm2: 0, holes: 0, risk: 0 })),
  };
}

interface Legs {
  readonly legs: readonly { readonly to: number; readonly charges: readonly number[] }[];
}

/** The cheapest forest when every cable pays its own prices for the work. */
function atPrices(i: Instance, graph: RouteGraph, due: readonly Float64Array[]): Priced<Legs> | undefined {
  const trees = Array.from({ length: i.wants }, (_, w) =>
    cheapestFrom(graph, w, { more: due[w]!.map((d, g) => d - i.charges[g]!.cost) }),
  );
  const forest = cheapestForest({
    wants: i.wants,
    taps: i.taps.map((t, k) => ({ id: `t${k}`, circuit: 'c', ...t })),
    fromTap: (t, w) => trees[w]!.cost[i.wants + t]!,
    onward: (u, w) => trees[w]!.cost[u]!,
    fits: () => true,
  });
  if (!forest) return undefined;
  const legs = forest.legs.map((l) => ({
    to: l.to,
    charges: wayTo(trees[l.to]!, l.tap === null ? l.from! : i.wants + l.tap)!.edges.flatMap((e) =>
      e.charge < 0 ? [] : [e.charge],
    ),
  }));
  const uses = Array.from({ length: i.wants }, (_, w) => {
    const times = new Map<number, number>();
    for (const g of legs.find((l) => l.to === w)!.charges) times.set(g, (times.get(g) ?? 0) + 1);
    return times;
  });
  return { cost: forest.cost, uses, value: { legs } };
}

function own(i: Instance, most?: number) {
  const graph = graphOf(i);
  const full = Array.from({ length: i.wants }, () => Float64Array.from(i.charges, (c) => c.cost));
  const plain = atPrices(i, graph, full);
  if (!plain) return undefined;
  const saved = i.charges.reduce((s, c, g) => {
    const times = plain.uses.map((u) => u.get(g) ?? 0);
    return s + times.reduce((t, n) => t + n * c.cost, 0) - chargeFor(c, times);
  }, 0);
  let asked = 0;
  const found = shareWork(
    {
      charges: i.charges,
      cables: i.wants,
      useful: () => true,
      cheapest: (due) => {
        asked++;
        return atPrices(i, graph, due);
      },
    },
    { cost: plain.cost - saved, uses: plain.uses, value: plain.value, proved: true },
    { most },
  );
  return { ...found, plain: plain.cost - saved, asked };
}

/**
 * The same as a mixed integer program: a flow of one cable to every want, through places only, from a tap or another want; a whole
 * number for how often each work is done.
 */
function asLp(i: Instance): string {
  const wants = Array.from({ length: i.wants }, (_, w) => w);
  const arcs = i.links.flatMap((l, k) => [
    { name: `f${k}a`, from: l.a, to: l.b, l },
    { name: `f${k}b`, from: l.b, to: l.a, l },
  ]);
  const ends = i.wants + i.taps.length;
  const objective: string[] = [];
  const rows: string[] = [];
  const binary: string[] = [];
  for (const w of wants) {
    // A box is no place to pass through.
    const own = arcs.filter((x) => (x.to >= ends || x.to === w) && x.from !== w);
    const starts = [
      ...i.taps.map((_, t) => ({ node: i.wants + t, name: `s_${t}_${w}` })),
      ...wants.filter((u) => u !== w).map((u) => ({ node: u, name: `p_${u}_${w}` })),
    ];
    binary.push(...starts.map((s) => s.name), ...own.map((x) => `${x.name}_${w}`));
    objective.push(...own.map((x) => `${priceOf(i, x.l)} ${x.name}_${w}`));
    rows.push(`${starts.map((s) => s.name).join(' + ')} = 1`);
    for (let n = 0; n < nodesOf(i); n++) {
      const out = own.filter((x) => x.from === n).map((x) => `${x.name}_${w}`);
      const into = own.filter((x) => x.to === n).map((x) => `${x.name}_${w}`);
      const start = starts.find((s) => s.node === n)?.name;
      const terms = [...out, ...into.map((x) => `- ${x}`), ...(start ? [`- ${start}`] : [])];
      if (terms.length > 0) rows.push(`${terms.join(' + ').replaceAll('+ -', '-')} = ${n === w ? -1 : 0}`);
    }
    for (const u of wants)
      if (u !== w) rows.push(`o_${w} - o_${u} - ${i.wants} p_${u}_${w} >= ${1 - i.wants}`);
    i.charges.forEach((c, g) => {
      const by = own.filter((x) => x.l.charge === g).map((x) => `${x.name}_${w}`);
      rows.push(`u_${g}_${w}${by.map((x) => ` - ${x}`).join('')} <= 0`);
      binary.push(`u_${g}_${w}`);
      objective.push(`- ${c.cost} u_${g}_${w}`);
    });
  }
  i.taps.forEach((t, k) => {
    rows.push(`${wants.map((w) => `s_${k}_${w}`).join(' + ')} - ${t.most} y_${k} <= 0`);
    objective.push(`${t.fixed} y_${k}`);
    binary.push(`y_${k}`);
  });
  i.charges.forEach((c, g) => {
    const serves = Number.isFinite(c.most) ? c.most : i.wants;
    rows.push(`${wants.map((w) => `u_${g}_${w}`).join(' + ')} - ${serves} d_${g} <= 0`);
    objective.push(`${c.cost} d_${g}`);
  });
  return [
    'Minimize',
    ` obj: ${objective.join(' + ').replaceAll('+ -', '-')}`,
    'Subject To',
    ...rows.map((r, k) => ` r${k}: ${r}`),
    'Bounds',
    ...wants.map((w) => ` 0 <= o_${w} <= ${i.wants}`),
    ...i.charges.map((_, g) => ` 0 <= d_${g} <= ${i.wants}`),
    'Binary',
    ` ${binary.join(' ')}`,
    'General',
    ` ${i.charges.map((_, g) => `d_${g}`).join(' ')}`,
    'End',
  ].join('\n');
}

let least: (program: string) => number;
beforeAll(async () => {
  least = await integerPrograms();
});
const bySolver = (i: Instance): number => least(asLp(i));

/** A link with work of its own, with none that is shared, or with the work of the link before it. */
type Drawn = Omit<Instance['links'][number], 'charge'> & {
  readonly work: 'own' | 'none' | 'as before';
  readonly share: Instance['charges'][number];
};

const instance: fc.Arbitrary<Instance> = fc
  .record({
    wants: fc.integer({ min: 2, max: 4 }),
    taps: fc.integer({ min: 1, max: 3 }),
    portals: fc.integer({ min: 4, max: 8 }),
  })
  .chain(({ wants, taps, portals }) => {
    const ends = wants + taps;
    const portal = fc.integer({ min: ends, max: ends + portals - 1 });
    const from = (a: fc.Arbitrary<number>): fc.Arbitrary<Drawn> =>
      fc.record({
        a,
        b: portal,
        cost: fc.integer({ min: 0, max: 40 }),
        work: fc.constantFrom(
          'own',
          'own',
          'own',
          'none',
          'none',
          'own',
          'own',
          'none',
          'own',
          'none',
          'as before',
        ),
        share: fc.record({
          cost: fc.integer({ min: 5, max: 80 }),
          most: fc.constantFrom(2, Number.POSITIVE_INFINITY),
        }),
      });
    return fc.record({
      wants: fc.constant(wants),
      taps: fc.array(
        fc.record({ fixed: fc.integer({ min: 0, max: 60 }), most: fc.integer({ min: 1, max: 4 }) }),
        { minLength: taps, maxLength: taps },
      ),
      portals: fc.constant(portals),
      // Every box opens into one or two places.
      drawn: fc
        .tuple(
          ...Array.from({ length: ends }, (_, n) =>
            fc.array(from(fc.constant(n)), { minLength: 1, maxLength: 2 }),
          ),
          fc.array(from(portal), { minLength: 5, maxLength: 14 }),
        )
        .map((lists) => lists.flat().filter((l) => l.a !== l.b)),
    });
  })
  .map(({ drawn, ...rest }) => {
    const charges: Instance['charges'][number][] = [];
    const links = drawn.map(({ a, b, cost, work, share }) => {
      if (work === 'own') charges.push(share);
      return { a, b, cost, charge: work === 'none' ? -1 : charges.length - 1 };
    });
    return { ...rest, links, charges };
  });

describe('shared work against a general solver of integer programs', () => {
  // On 200 of them in the long run.
  it('costs the same on random houses: holes for two cables, openings for all', () => {
    let plans = 0;
    let gained = 0;
    let open = 0;
    const questions: number[] = [];
    fc.assert(
      fc.property(instance, (i) => {
        const found = own(i);
        const theirs = bySolver(i);
        // A way that comes by the same work twice pays it twice: such a house may stay without its proof.
        if (found && !found.proved) {
          open++;
          expect(found.cost).toBeGreaterThan(theirs - 1e-5);
          return;
        }
        expect(found?.cost ?? Number.POSITIVE_INFINITY).toBeCloseTo(theirs, 5);
        if (!found) return;
        plans++;
        questions.push(found.asked);
        if (found.cost < found.plain - 1e-6) gained++;
      }),
      { numRuns: runs(200), endOnFailure: true },
    );
    // The houses must have plans, and such that looking for the way of each cable alone gives a dearer one.
    expect(plans).toBeGreaterThan(runs(100));
    expect(gained).toBeGreaterThan(runs(20));
    expect(open).toBeLessThan(plans / 10);
    // Few questions settle most of them: what a plan may take while somebody waits.
    expect(questions.sort((a, b) => a - b)[Math.floor(plans / 2)]).toBeLessThan(30);
  });
});
