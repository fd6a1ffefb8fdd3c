import { readFileSync } from 'node:fs';
import { parse } from '@formatjs/icu-messageformat-parser';
import type { Plugin } from 'vite';
import { isPlain } from '../core/src/words/plain.ts';
import { inTestLanguage } from '../core/src/testing/struck.ts';

/**
 * Catalogs as the page gets them: sentences parsed ahead, so that it needs no parser. What only names its values stays text.
 * @param testLanguage every letter of a sentence is struck out: for the test that finds texts that no catalog has
 */
export const catalogs = (testLanguage: boolean): Plugin => ({
  name: 'elwand-catalogs',
  enforce: 'pre',
  load: (id) => {
    if (!/\/words\/[\w-]+\/[\w-]+\.json$/.test(id)) return null;
    const compiled = (text: string) =>
      testLanguage ? inTestLanguage(text) : isPlain(text) ? text : parse(text);
    const catalog = JSON.parse(readFileSync(id, 'utf8')) as Record<string, string>;
    return JSON.stringify(
      Object.fromEntries(Object.entries(catalog).map(([key, text]) => [key, compiled(text)])),
    );
  },
});
