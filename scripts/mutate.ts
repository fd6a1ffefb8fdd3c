/**
 * Mutation testing of what decides: one small change at a time in `core/src/codes`, `wiring` and `planning`, and the tests
 * that pass through it must fail. A seeded sample; numbers in the tables are changed too. Not part of the gate.
 *
 *   npm run mutate                         400 mutants
 *   npm run mutate -- --mutants 100 --seed 7 --only codes/nec/rules
 *   npm run mutate -- --again last.txt     those that lived in an earlier run, of which this is the output
 */
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from 'esbuild';
import { mutantsOf, withMutants, type Mutant } from './mutants.ts';

const { values: args } = parseArgs({
  options: {
    mutants: { type: 'string', default: '400' },
    seed: { type: 'string', default: '20261128' },
    only: { type: 'string', default: '' },
    again: { type: 'string' },
  },
});
const FOLDERS = ['core/src/codes', 'core/src/wiring', 'core/src/planning'];
/** Seconds of tests that one mutant is asked of: those that have found the most in their time, and those beside it. */
const BUDGET_S = 24;
/** What lying beside the place counts for, where passing through all places counts 1, and so does having found all that was found. */
const NEAR = 1;
/** A mutant that makes the tests run this many times as long as they do has made a loop without an end. */
const HANG = 6;

type Numbered = Mutant & { readonly id: number };
interface Suite {
  readonly path: string;
  readonly seconds: number;
  readonly hits: ReadonlySet<number>;
}

const random = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
};

const sources = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts') && !f.endsWith('index.ts'))
    .map((f) => join(folder, f))
    .sort();

const inReport = (m: Mutant): string => `  ${m.file}:${m.line}  ${inWords(m)}`;
const inWords = (m: Mutant): string => `${short(m.was)}  ->  ${short(m.becomes)}`;

/** Those that an earlier run has named, wherever their lines are by now; one that is changed since is left out. */
function named(report: string, all: readonly Mutant[]): Mutant[] {
  return [...report.matchAll(/^ {2}(\S+\.ts):(\d+) {2}(.+)$/gm)].flatMap(([, file, line, words]) => {
    const away = (m: Mutant) => Math.abs(m.line - Number(line));
    const like = all.filter((m) => m.file === file && inWords(m) === words);
    return like.sort((a, b) => away(a) - away(b)).slice(0, 1);
  });
}

/** As many as can be taken in their order so that no two changes lie within each other. */
function apart(mutants: readonly Mutant[], count: number): Numbered[] {
  const taken: Mutant[] = [];
  for (const m of mutants) {
    if (taken.length === count) break;
    if (!taken.some((t) => t.file === m.file && t.start < m.end && m.start < t.end)) taken.push(m);
  }
  return taken.map((m, i) => ({ ...m, id: i + 1 }));
}

/** The mutants of this run: named by an earlier one, or a seeded sample. */
function sample(count: number, seed: number): Numbered[] {
  const all = FOLDERS.flatMap(sources)
    .filter((f) => f.includes(args.only))
    .flatMap((f) => mutantsOf(f, readFileSync(f, 'utf8')));
  const draw = random(seed);
  const order = args.again
    ? named(readFileSync(args.again, 'utf8'), all)
    : all
        .map((m) => ({ m, at: draw() }))
        .sort((a, b) => a.at - b.at)
        .map(({ m }) => m);
  const taken = apart(order, count);
  console.log(`${all.length} possible, ${taken.length} mutants, seed ${seed}`);
  return taken;
}

/** Names of the language that a test's context would ask the global object for each time: bound once. */
const BOUND =
  'const { Math, Number, Object, Array, Map, Set, JSON, String, Float64Array, Int32Array } = globalThis;';

/**
 * A copy of the core with the mutants asleep in it, and how a test wakes one and tells which it met. Each test file is one
 * bundle there: loading three hundred modules for every mutant would take longer than testing them.
 */
async function prepare(mutants: readonly Numbered[]): Promise<string> {
  const root = mkdtempSync(join(tmpdir(), 'mutants-'));
  for (const part of ['core', 'docs', 'scripts', 'jest.config.mjs', 'package.json'])
    cpSync(part, join(root, part), { recursive: true, filter: (f) => !/node_modules|dist/.test(f) });
  symlinkSync(join(process.cwd(), 'node_modules'), join(root, 'node_modules'));
  for (const file of new Set(mutants.map((m) => m.file)))
    writeFileSync(
      join(root, file),
      withMutants(
        readFileSync(file, 'utf8'),
        mutants.filter((m) => m.file === file),
      ),
    );
  for (const f of readdirSync(join(root, 'core/src'), { recursive: true, encoding: 'utf8' }))
    if (f.endsWith('.test.ts.snap'))
      renameSync(join(root, 'core/src', f), join(root, 'core/src', f.replace('.ts.snap', '.mjs.snap')));
  await build({
    entryPoints: readdirSync(join(root, 'core/src'), { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('.test.ts'))
      .map((f) => join(root, 'core/src', f)),
    outdir: join(root, 'core/src'),
    outbase: join(root, 'core/src'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    banner: { js: BOUND },
    logLevel: 'error',
  });
  writeFileSync(
    join(root, 'wake.mjs'),
    `import { writeFileSync } from 'node:fs';
const awake = Number(process.env.MUTANT ?? 0);
const met = new Set();
globalThis.__mutant = process.env.MET ? (k) => (met.add(k), false) : (k) => k === awake;
globalThis.__met = (path) => process.env.MET && writeFileSync(process.env.MET + path.replaceAll(/[^a-z.-]/gi, '_'), JSON.stringify([...met]));`,
  );
  writeFileSync(
    join(root, 'tell.mjs'),
    `import { afterAll, expect } from '@jest/globals';
afterAll(() => globalThis.__met(expect.getState().testPath.slice(${root.length + 1})));`,
  );
  writeFileSync(
    join(root, 'order.cjs'),
    `const Sequencer = require('@jest/test-sequencer').default;
const order = (process.env.ORDER ?? '').split(',');
module.exports = class extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => order.findIndex((o) => a.path.endsWith(o)) - order.findIndex((o) => b.path.endsWith(o)));
  }
};`,
  );
  writeFileSync(
    join(root, 'jest.mutants.mjs'),
    `import whole from './jest.config.mjs';
const core = whole.projects.find((p) => p.displayName === 'core');
export default { ...core, displayName: undefined, transform: {}, extensionsToTreatAsEsm: [], testMatch: ['**/*.test.mjs'], testTimeout: whole.testTimeout, maxWorkers: '100%', testSequencer: '<rootDir>/order.cjs',
  setupFiles: [...core.setupFiles, '<rootDir>/wake.mjs'], setupFilesAfterEnv: ['<rootDir>/tell.mjs'] };`,
  );
  return root;
}

interface Ran {
  readonly code: number | null;
  readonly out: string;
}
function jest(
  root: string,
  more: readonly string[],
  env: Record<string, string>,
  seconds: number,
): Promise<Ran> {
  return new Promise((done) => {
    const child = spawn(
      'node',
      [
        '--experimental-vm-modules',
        '--no-warnings',
        'node_modules/jest/bin/jest.js',
        '-c',
        'jest.mutants.mjs',
        ...more,
      ],
      { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] },
    );
    let out = '';
    const late = setTimeout(() => child.kill('SIGKILL'), seconds * 1000);
    child.stdout.on('data', (d: Buffer) => (out += d.toString()));
    child.stderr.on('data', (d: Buffer) => (out += d.toString()));
    child.on('exit', (code) => {
      clearTimeout(late);
      done({ code, out });
    });
  });
}

/** Every test file once with all mutants asleep: how long it takes, and which places it passes through. */
async function survey(root: string): Promise<Suite[]> {
  const met = join(root, 'met/');
  mkdirSync(met);
  const report = join(root, 'report.json');
  const ran = await jest(root, ['--ci', '--silent', '--json', `--outputFile=${report}`], { MET: met }, 1800);
  if (!existsSync(report)) throw new Error(`jest did not run:\n${ran.out.slice(-4000)}`);
  interface Result {
    name: string;
    status: string;
    startTime: number;
    endTime: number;
  }
  const { testResults } = JSON.parse(readFileSync(report, 'utf8')) as { testResults: Result[] };
  const broken = testResults.filter((r) => r.status !== 'passed');
  if (broken.length > 0) {
    console.error(ran.out.slice(-4000));
    throw new Error(`these fail before anything is changed: ${broken.map((b) => b.name).join(', ')}`);
  }
  return testResults.map((r) => {
    const path = relative(root, r.name);
    const hits = JSON.parse(readFileSync(met + path.replaceAll(/[^a-z.-]/gi, '_'), 'utf8')) as number[];
    return { path, seconds: (r.endTime - r.startTime) / 1000, hits: new Set(hits) };
  });
}

/** Mutants that each suite has found so far. */
const finds = new Map<string, number>();

/** The suites that one mutant is asked of, as many as the budget allows: what they found and pass through, and how near they are, for their time. */
function suitesFor(mutant: Numbered, suites: readonly Suite[], count: number): Suite[] {
  const folder = dirname(mutant.file);
  const foundInAll = Math.max(
    1,
    [...finds.values()].reduce((n, f) => n + f, 0),
  );
  const worth = (s: Suite) =>
    ((finds.get(s.path) ?? 0) / foundInAll + s.hits.size / count + (dirname(s.path) === folder ? NEAR : 0)) /
    (1 + s.seconds);
  let left = BUDGET_S;
  return suites
    .filter((s) => s.hits.has(mutant.id))
    .sort((a, b) => worth(b) - worth(a))
    .filter((s, i) => i === 0 || (s.seconds < left && (left -= s.seconds) > 0));
}

async function main(): Promise<void> {
  const began = Date.now();
  const mutants = sample(Number(args.mutants), Number(args.seed));
  const root = await prepare(mutants);
  try {
    const suites = await survey(root);
    console.log(`surveyed in ${Math.round((Date.now() - began) / 1000)} s: ${suites.length} test files`);
    const survivors: Numbered[] = [];
    const unmet: Numbered[] = [];
    const queue = [...mutants];
    let done = 0;
    const worker = async (): Promise<void> => {
      for (let m = queue.shift(); m; m = queue.shift()) {
        const asked = suitesFor(m, suites, mutants.length);
        if (asked.length === 0) {
          unmet.push(m);
          continue;
        }
        const usual = asked.reduce((s, t) => s + t.seconds, 0);
        const { code, out } = await jest(
          root,
          ['-i', '--ci', '--bail', '--silent', '--runTestsByPath', ...asked.map((s) => s.path)],
          { MUTANT: String(m.id), ORDER: asked.map((s) => s.path).join(',') },
          20 + usual * HANG,
        );
        // A run that fails without a failed test has said nothing of the mutant.
        if (code === 1 && !/failed/.test(out))
          throw new Error(`the tests could not be run:\n${out.slice(-2000)}`);
        if (code === 0) {
          survivors.push(m);
          console.log(inReport(m));
        }
        const [, finder] = /^FAIL (\S+)/m.exec(out) ?? [];
        if (finder) finds.set(finder, (finds.get(finder) ?? 0) + 1);
        done += 1;
        if (done % 25 === 0) console.log(`${done} of ${mutants.length}, ${survivors.length} lived`);
      }
    };
    await Promise.all(Array.from({ length: Math.max(2, cpus().length) }, worker));
    const list = (title: string, ms: readonly Numbered[]) => {
      if (ms.length > 0) console.log(`\n${title}`);
      for (const m of [...ms].sort((a, b) => a.file.localeCompare(b.file) || a.line - b.line))
        console.log(inReport(m));
    };
    list('Nothing passes through these:', unmet);
    list('These lived:', survivors);
    const killed = mutants.length - survivors.length - unmet.length;
    console.log(
      `\n${killed} of ${mutants.length} mutants killed: ${((100 * killed) / mutants.length).toFixed(1)} % in ${Math.round((Date.now() - began) / 60000)} minutes`,
    );
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}

const short = (s: string): string => s.replaceAll(/\s+/g, ' ').slice(0, 70);

await main();
