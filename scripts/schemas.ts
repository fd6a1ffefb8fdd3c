import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { BundleFile, House, Job, RecordFile } from '@elwand/core';
import { PlanFile } from '@elwand/core/sheets';
import { SeenBox } from '@elwand/core/reading';
import { z } from 'zod';

/** Writes the JSON Schema of every document format, or with --check tells whether the written ones are current. */
const check = process.argv.includes('--check');
mkdirSync('docs/schema', { recursive: true });
let stale = 0;
const formats = {
  house: House,
  job: Job,
  bundle: BundleFile,
  plan: PlanFile,
  box: SeenBox,
  record: RecordFile,
};
for (const [name, schema] of Object.entries(formats)) {
  const file = `docs/schema/${name}.schema.json`;
  const text = `${JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2)}\n`;
  if (!check) writeFileSync(file, text);
  else {
    const old = existsSync(file) ? readFileSync(file, 'utf8') : '';
    if (old !== text) {
      console.error(`${file} is not current: run npm run schemas`);
      stale += 1;
    }
  }
}
process.exitCode = stale > 0 ? 1 : 0;
