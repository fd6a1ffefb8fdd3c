// Starts, builds and tests Elwand on a machine that has only Node and npm. Uses nothing outside Node itself.
import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync, readdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
process.chdir(root);
const isRoot = process.getuid?.() === 0;
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
const quiet = { stdio: 'inherit', env: process.env };
const bin = (name) => `node_modules/.bin/${name}`;

const apt = (...packages) => {
  if (!isRoot || !existsSync('/usr/bin/apt-get')) return false;
  console.log(`Installing system packages with apt-get: ${packages.join(', ')} ...`);
  try {
    execFileSync('apt-get', ['update', '-qq'], { stdio: 'ignore' });
    execFileSync('apt-get', ['install', '-y', '-qq', ...packages], {
      stdio: 'ignore',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    return true;
  } catch {
    return false;
  }
};

function install() {
  const stamp = 'node_modules/.install-stamp';
  const hash = createHash('sha256')
    .update(readFileSync('package-lock.json'))
    .update(process.version)
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  const env = { ...process.env };
  // Linking the system's SQLite saves minutes of compiling; without it npm builds the bundled one.
  if (existsSync('/usr/include/sqlite3.h') || apt('libsqlite3-dev'))
    env.npm_package_config_node_gyp_sqlite = '/usr';
  console.log('Installing packages (once) ...');
  execFileSync(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: 'inherit', env });
  writeFileSync(stamp, hash);
}

function build() {
  execFileSync(bin('tsc'), ['-b', 'core', 'paper', 'server', 'web', 'cli'], quiet);
  for (const [entry, bundle] of [
    ['server/src/main.ts', 'server/bundle/main.js'],
    ['server/src/reading/reading.worker.ts', 'server/bundle/reading.worker.js'],
    ['server/src/cards/cards.worker.ts', 'server/bundle/cards.worker.js'],
    ['server/src/printing/printing.worker.ts', 'server/bundle/printing.worker.js'],
    ['server/src/admin.ts', 'server/bundle/admin.js'],
    ['cli/src/main.ts', 'cli/bundle/main.js'],
  ])
    execFileSync(
      bin('esbuild'),
      [
        entry,
        '--bundle',
        '--platform=node',
        '--format=esm',
        '--target=node20',
        '--packages=external',
        '--sourcemap',
        '--alias:@elwand/core=./core/src/index.ts',
        '--alias:@elwand/paper=./paper/src/index.ts',
        '--alias:@elwand/core/demo=./core/src/demo/index.ts',
        '--alias:@elwand/core/sums=./core/src/sums/index.ts',
        '--alias:@elwand/core/sheets=./core/src/sheets/index.ts',
        '--alias:@elwand/core/network=./core/src/network/solver.ts',
        '--alias:@elwand/core/bench=./core/src/bench/index.ts',
        '--alias:@elwand/core/reading=./core/src/reading/index.ts',
        '--alias:@elwand/core/training=./core/src/training/index.ts',
        '--alias:@elwand/core/calendar=./core/src/calendar/index.ts',
        `--outfile=${bundle}`,
        '--log-level=warning',
      ],
      quiet,
    );
  buildPage();
}

/** The page; in the test language for the browser test of the catalogs. */
function buildPage(env = {}) {
  execFileSync('node', ['../node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'], {
    stdio: 'inherit',
    env: { ...process.env, ...env },
    cwd: 'web',
  });
}

/** Ports that nobody listens on; all are held until the last is found, so that none comes twice. */
async function freePorts(count) {
  const probes = Array.from({ length: count }, () => createServer());
  await Promise.all(probes.map((p) => new Promise((done) => p.listen(0, '127.0.0.1', done))));
  const ports = probes.map((p) => p.address().port);
  await Promise.all(probes.map((p) => new Promise((done) => p.close(done))));
  return ports;
}

const portFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

function start(commands) {
  const children = commands.map(([command, args, env = {}, cwd = root]) =>
    spawn(command, args, { stdio: 'inherit', cwd, env: { ...process.env, ...env } }),
  );
  const stop = () => children.forEach((c) => c.kill('SIGTERM'));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  children.forEach((c) =>
    c.on('exit', (code) => {
      process.exitCode ??= code ?? 0;
      stop();
    }),
  );
}

async function demo() {
  const port = Number(process.env.PORT ?? 4600);
  if (!(await portFree(port))) {
    console.error(
      `\n  Port ${port} is taken by another program. Stop it, or choose another port: PORT=${port + 100} npm run demo\n`,
    );
    process.exit(1);
  }
  install();
  console.log('Building ...');
  build();
  start([
    [
      'node',
      ['server/bundle/main.js', ...process.argv.slice(3)],
      {
        PORT: String(port),
        DEMO: '1',
        DATA_DIR: process.env.DATA_DIR ?? 'data',
        LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      },
    ],
  ]);
}

function dev() {
  install();
  start([
    [
      'node',
      ['node_modules/tsx/dist/cli.mjs', 'watch', '--conditions=@elwand/source', 'server/src/main.ts'],
      { DEMO: '1', DATA_DIR: 'data', LOG_LEVEL: 'warn' },
    ],
    ['node', ['../node_modules/vite/bin/vite.js'], {}, `${root}web`],
  ]);
}

/** The circuit simulator that the network of conductors is checked against. */
const ngspice = () => existsSync('/usr/bin/ngspice') || apt('ngspice');

function chromium() {
  const known = [
    process.env.CHROMIUM,
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ];
  const found = () => known.find((p) => p && existsSync(p));
  return found() ?? (apt('chromium') ? found() : undefined);
}

/** Runs every check in turn, goes on after a failure, and ends with one line that counts. */
async function test() {
  install();
  // Fixed, so that a failure can be seen again; SEED=random looks further.
  const seed = process.env.SEED === 'random' ? String(Date.now() % 1e9) : (process.env.SEED ?? '20261128');
  console.log(`Property tests with seed ${seed} (SEED=random npm test for another one)`);
  process.env.SEED = seed;
  let passed = 0;
  let failed = 0;
  const step = (name, command, args, env = {}) => {
    process.stdout.write(`\n--- ${name}\n`);
    try {
      execFileSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
      return true;
    } catch {
      console.error(`--- ${name} failed`);
      return false;
    }
  };
  const check = (...a) => (step(...a) ? (passed += 1) : (failed += 1));
  mkdirSync('test-results', { recursive: true });
  check('format', bin('prettier'), ['--check', '.', '--log-level', 'warn']);
  check('types', bin('tsc'), ['-b']);
  check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
  check('boundaries', bin('depcruise'), [
    'core/src',
    'server/src',
    'web/src',
    'cli/src',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
  ]);
  check('unused', bin('knip'), []);
  check('words', 'node', ['--conditions=@elwand/source', '--import', 'tsx', 'scripts/words.ts']);
  check('catalogs', 'node', ['--conditions=@elwand/source', '--import', 'tsx', 'scripts/catalogs.ts']);
  check('schemas current', 'node', [
    '--conditions=@elwand/source',
    '--import',
    'tsx',
    'scripts/schemas.ts',
    '--check',
  ]);
  let built = true;
  try {
    build();
  } catch {
    built = false;
    failed += 1;
    console.error('--- build failed');
  }
  const report = 'test-results/jest.json';
  if (!ngspice()) console.error('ngspice is missing: the checks of the solver against it will fail');
  const jestRan = step('unit and server tests', 'node', [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    '--json',
    `--outputFile=${report}`,
    '--silent',
    '--reporters=default',
  ]);
  const jest = existsSync(report)
    ? JSON.parse(readFileSync(report, 'utf8'))
    : { numPassedTests: 0, numFailedTests: 1 };
  passed += jest.numPassedTests;
  failed += jest.numFailedTests + (!jestRan && jest.numFailedTests === 0 ? 1 : 0);
  if (built) {
    const script = ['--conditions=@elwand/source', '--import', 'tsx'];
    check('20 kills', 'node', [...script, 'scripts/crash.ts', '20']);
    check('fuzz, short', 'node', [...script, 'scripts/fuzz.ts', '--requests', '3000', '--seed', seed]);
  }
  if (built) buildPage({ TEST_LANGUAGE: '1' });
  const browser = chromium();
  if (!browser) {
    failed += 1;
    console.error('--- no Chromium: set CHROMIUM to its path, or install it');
  } else if (built) {
    const e2e = 'test-results/e2e.json';
    const ran = step(
      'browser tests',
      bin('playwright'),
      ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'],
      {
        CHROMIUM: browser,
        PLAYWRIGHT_JSON_OUTPUT_NAME: `${root}${e2e}`,
        E2E_PORTS: (await freePorts(6)).join(','),
      },
    );
    const stats = existsSync(e2e)
      ? JSON.parse(readFileSync(e2e, 'utf8')).stats
      : { expected: 0, unexpected: 1, flaky: 0 };
    if (!ran) pagesThatFailed();
    // One that passes only on a retry has failed.
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky + (!ran && stats.unexpected + stats.flaky === 0 ? 1 : 0);
  }
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed > 0 ? 1 : 0);
}

/** What the pages of failed browser tests showed: on another machine the log is all there is to go by. */
function pagesThatFailed() {
  const folder = `${root}test-results/e2e/`;
  const found = existsSync(folder) ? readdirSync(folder) : [];
  for (const name of found
    .map((f) => `${folder}${f}/error-context.md`)
    .filter(existsSync)
    .slice(0, 3))
    console.error(`${readFileSync(name, 'utf8').slice(0, 12_000)}\n`);
}

const actions = { demo, dev, test, build: () => (install(), build()) };
const action = actions[process.argv[2]];
if (!action) {
  console.error(`say one of: ${Object.keys(actions).join(', ')}`);
  process.exit(2);
}
try {
  await action();
} catch (error) {
  // The tool that failed has already said why on its own output.
  console.error(`\n  ${process.argv[2]} stopped: ${String(error.message).split('\n')[0]}\n`);
  process.exit(1);
}
