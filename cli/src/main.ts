import { readFileSync } from 'node:fs';
import { run } from './run.ts';

const outcome = run(process.argv.slice(2), (file) => readFileSync(file === '-' ? 0 : file, 'utf8'));
process.stdout.write(outcome.out);
process.stderr.write(outcome.err);
process.exitCode = outcome.code;
