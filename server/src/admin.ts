import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { backupCommand, restoreCommand } from './backup.ts';
import { CannotStart, isSaid } from './open.ts';
import { storageProblem } from './problem.ts';

/** `elwand backup FILE` and `elwand restore FILE`, beside a running server or without one. */

const USAGE = `elwand backup FILE    copies the database into FILE, which must not exist yet
elwand restore FILE   puts FILE in the place of what is in the data folder; that is backed up first

  --data FOLDER       the data folder; left out, DATA_DIR or data

Both work while Elwand runs and while it does not. Exit code: 0 done, 1 not done, nothing was changed.
`;

async function run(args: readonly string[]): Promise<string> {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { data: { type: 'string' }, help: { type: 'boolean', short: 'h', default: false } },
  });
  if (values.help) return USAGE;
  const [command, file, more] = positionals;
  if (file === undefined || more !== undefined)
    throw new CannotStart(`${command ?? ''} needs one file.\n${USAGE}`);
  const dataDir = resolve(values.data ?? process.env.DATA_DIR ?? 'data');
  return command === 'backup'
    ? `Backed up to ${await backupCommand(dataDir, resolve(file))}`
    : restoreCommand(dataDir, resolve(file), new Date());
}

try {
  console.log(await run(process.argv.slice(2)));
} catch (error) {
  const told = isSaid(error) ? error : storageProblem(error);
  console.error(`elwand: ${told?.message ?? 'something went wrong in Elwand itself; nothing was changed'}`);
  process.exitCode = told ? 1 : 3;
}
