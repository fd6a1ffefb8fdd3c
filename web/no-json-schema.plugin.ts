import { readFileSync } from 'node:fs';
import type { Plugin } from 'vite';

const PARTS = /zod\/v4\/core\/(?:json-schema-processors|to-json-schema)\.js$/;

/**
 * Leaves out of zod what writes JSON Schemas: the page checks documents and never describes them (`npm run schemas` does), and
 * these parts hang on every schema, so that no bundler sees that they are not called. 6 kB of the first load.
 */
export const noJsonSchema = (): Plugin => ({
  name: 'no-json-schema',
  enforce: 'pre',
  load(id) {
    if (!PARTS.test(id)) return null;
    const text = readFileSync(id, 'utf8');
    const names = [...text.matchAll(/^export (?:const|function) (\w+)/gm)].map((m) => m[1]);
    const why = `() => { throw new Error('JSON Schemas are not made on the page'); }`;
    return [
      ...names.map((n) => `export const ${n} = ${n?.startsWith('create') ? `() => ${why}` : why};`),
      ...(text.includes('processSchema as process') ? ['export { processSchema as process };'] : []),
    ].join('\n');
  },
});
