import { execFileSync } from 'node:child_process';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import {
  WEIGHTS,
  buildFeed,
  doneEntry,
  ItemId,
  buildGraph,
  cheapestFrom,
  edgesFrom,
  evaluate,
  judge,
  proofsOf,
  framesOf,
  makeWant,
  planJob,
  planOfHouse,
  proveOption,
  settingOf,
  WallId,
  type Bundle,
  type House,
  type RouteGraph,
} from '@elwand/core';
import { benchOf, caseBench, caseOf, diagnose, settle, shownBy } from '@elwand/core/bench';
import { demoHouses, demoJobs, largeHouse, largeJob, spreadJob } from '@elwand/core/demo';

/** Most memory that a process of its own ever held, MB: garbage of the other measurements does not count. */
function peakOf(what: 'plan' | 'idle'): string {
  return execFileSync(process.execPath, [process.argv[1] ?? '', what], { encoding: 'utf8' }).trim();
}
if (process.argv[2] === 'plan' || process.argv[2] === 'idle') {
  if (process.argv[2] === 'plan') planJob(settingOf({ house: largeHouse(25, 3), job: spreadJob(25) }));
  console.log((process.resourceUsage().maxRSS / 1024).toFixed(0));
  process.exit(0);
}

/** Medians and ratios of the heavy parts. The machine may be shared: compare runs of one session, not absolute numbers. */

function median(work: () => void, runs = 41): number {
  for (let i = 0; i < Math.min(15, runs); i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(runs / 2)] ?? 0;
}
const tell = (what: string, ms: number, note = '') =>
  console.log(`${what.padEnd(58)} ${ms.toFixed(2).padStart(9)} ms  ${note}`);

const bundle: Bundle = { house: demoHouses()[0] as House, job: demoJobs()[0] as Bundle['job'] };

const settled = evaluate(bundle);

/** What one step of a drag costs: the job is new, the house is the same. */
function dragStep(): void {
  const wants = bundle.job.wants.map((w, i) =>
    i === 0 && w.at.on === 'wall' ? { ...w, at: { ...w.at, xMm: 2400 + Math.random() * 100 } } : w,
  );
  // The replays run beside the screen and answer a frame or two later.
  judge({ house: bundle.house, job: { ...bundle.job, wants } }, { before: settled, prove: () => [] });
}

function inPackage(graph: RouteGraph): DirectedGraph {
  const g = new DirectedGraph();
  graph.nodes.forEach((n) => g.addNode(n.id));
  graph.nodes.forEach(({ id: a }) =>
    edgesFrom(graph, a).forEach((e) => {
      if (!g.hasEdge(a, e.to) || (g.getEdgeAttribute(g.edge(a, e.to), 'weight') as number) > e.cost)
        g.mergeEdge(a, e.to, { weight: e.cost });
    }),
  );
  return g;
}

tell('one step of a drag, demo house, all checks and options', median(dragStep), 'budget 16 ms');
tell(
  'replays of all its options, beside the screen',
  median(() => void proofsOf({ house: bundle.house, job: { ...bundle.job } })),
  'budget 100 ms',
);
/** The three replays of the chosen option: what believing a plan costs. */
function proof(of: Bundle): number {
  const e = evaluate(of);
  const { chosen } = e;
  if (!chosen) throw new Error('a job without a plan has nothing to prove');
  return median(() => void proveOption(e.bundle, chosen.option, chosen.applied, chosen), 21);
}
tell('replay of one option, demo house', proof(bundle), 'budget 5 ms');
tell('replay of one option, 25 rooms', proof({ house: largeHouse(25), job: largeJob() }), 'budget 50 ms');
tell(
  'demo house evaluated from scratch',
  median(() => void evaluate({ house: { ...bundle.house }, job: { ...bundle.job } })),
);

const noWants = { ...bundle.job, wants: [] };
tell(
  'every rule over the demo house, from scratch (budget 10 ms)',
  median(() => void evaluate({ house: { ...bundle.house }, job: noWants })),
);

for (const rooms of [1, 4, 12, 25]) {
  const house = largeHouse(rooms);
  tell(
    `feed and framing of ${rooms} rooms, ${house.points.length} points`,
    median(() => {
      buildFeed(house);
      framesOf(house);
      planOfHouse(house);
    }, 21),
  );
}

const big = largeHouse(25);
tell(
  `${big.points.length} points, 2 wants, all of it from scratch`,
  median(() => void evaluate({ house: { ...big }, job: largeJob() }), 9),
);

tell(
  `${big.points.length} points, every rule from scratch (budget 100 ms)`,
  median(() => void evaluate({ house: { ...big }, job: { ...largeJob(), wants: [] } }), 9),
);

const planOf = (house: House, job: Bundle['job']) => void planJob(settingOf({ house, job }));
tell(
  'options of the demo job, from scratch (budget 50 ms)',
  median(() => planOf({ ...bundle.house }, bundle.job)),
);
const stories = largeHouse(25, 3);
tell(
  `three stories, 25 rooms, ${stories.points.length} points, 6 wants: options (budget 500 ms)`,
  median(() => planOf({ ...stories }, spreadJob(25)), 7),
);
console.log(
  `memory of a process that only makes that plan: ${peakOf('plan')} MB at its peak, ${peakOf('idle')} MB for one that plans nothing (budget 200 MB)`,
);
for (const rooms of [1, 3, 10, 30, 100]) {
  const house = largeHouse(rooms, rooms < 3 ? 1 : 3);
  const job =
    rooms < 6 ? { ...spreadJob(rooms), wants: spreadJob(rooms).wants.slice(0, rooms) } : spreadJob(rooms);
  tell(
    `growth: ${rooms} rooms, ${house.points.length} points, ${job.wants.length} wants`,
    median(() => planOf({ ...house }, job), rooms > 20 ? 3 : 7),
  );
}

{
  const ten = largeHouse(10, 3);
  const wants = ten.rooms.flatMap((r, i) => {
    const [wall] = r.walls;
    return wall
      ? [makeWant(`t${i}`, `T${i}`, { on: 'wall', wallId: wall.id, xMm: 900, heightMm: 300 }, {})]
      : [];
  });
  tell(
    '10 wants in 10 rooms: options (budget 300 ms)',
    median(() => planOf({ ...ten }, { ...spreadJob(10), wants }), 7),
  );
}

const house = bundle.house;
const graph = buildGraph({
  house,
  plan: planOfHouse(house),
  frames: framesOf(house),
  weights: WEIGHTS.balanced,
  alone: true,
  terminals: [
    ...house.points.map((p) => ({ id: p.id, at: p.at })),
    ...bundle.job.wants.map((w) => ({ id: w.id, at: w.at })),
    {
      id: 'x',
      at: makeWant('x', 'x', { on: 'wall', wallId: WallId.parse('music-w1'), xMm: 2400, heightMm: 400 }).at,
    },
  ],
});
const from = graph.terminals.get('w1') ?? 0;
const own = median(() => void cheapestFrom(graph, from));
const general = inPackage(graph);
const theirs = median(() => void dijkstra.singleSource(general, String(from), 'weight'));
tell(`all ways from one point, ${graph.nodes.length} portals`, own);
tell('the same by a general graph package', theirs, `ratio ${(theirs / own).toFixed(1)} to 1`);

// The bench: one solve of a large house, and the demo circuit with everything that may be wrong with it, as a worker does it.
const sixty = benchOf(largeHouse(25, 3));
tell(
  `solve of a network of ${sixty.house.points.length} boxes (budget 10 ms)`,
  median(() => void settle(sixty), 11),
);
const seven =
  house.panels.flatMap((p) => p.breakers).find((b) => b.number === '7') ?? house.panels[0]?.breakers[0];
if (seven)
  tell(
    'diagnosis of the demo circuit from its first reading (budget 300 ms)',
    median(() => {
      const of = caseOf(house, seven.id);
      const [look] = of.looks;
      const open = of.singles.find((s) => s.faults[0]?.kind === 'open-neutral')?.faults ?? [];
      if (look) diagnose(of, [{ look, shown: shownBy(caseBench(of.house, open), look) }]);
    }, 7),
  );

// A job that was worked on for long: a thousand entries in its log, all of its plan among them.
const [worn] = demoJobs();
if (worn) {
  const done = evaluate({ house, job: worn }).chosen?.steps ?? [];
  const log = Array.from({ length: 1000 }, (_, i) => {
    const step = done[i % Math.max(1, done.length)];
    return step
      ? [
          doneEntry(step, {
            id: ItemId.parse(`log${i}`),
            at: new Date(Date.UTC(2026, 10, 1, 0, i)).toISOString(),
            says: step.key,
            minutes: 12,
          }),
        ]
      : [];
  }).flat();
  const short = median(() => void judge({ house, job: { ...worn, log: [] } }, { prove: () => null }), 11);
  const long = median(
    () => void judge({ house, job: { ...worn, log: [...log] } }, { prove: () => null }),
    11,
  );
  tell(
    `a job with ${log.length} steps in its log`,
    long,
    `ratio ${(long / short).toFixed(2)} to 1 (budget 1.5)`,
  );
}
