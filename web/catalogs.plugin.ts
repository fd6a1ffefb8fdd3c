import { readFileSync } from 'node:fs';
import { parse } from '@formatjs/icu-messageformat-parser';
import type { Plugin } from 'vite';

/** Catalogs as the page gets them: sentences parsed ahead, so that it needs no parser. What takes no values stays text. */
export const catalogs = (): Plugin => ({
  name: 'elwand-catalogs',
  enforce: 'pre',
  load: (id) => {
    if (!/\/words\/[\w-]+\/[\w-]+\.json$/.test(id)) return null;
    const catalog = JSON.parse(readFileSync(id, 'utf8')) as Record<string, string>;
    return JSON.stringify(
      Object.fromEntries(
        Object.entries(catalog).map(([key, text]) => [key, text.includes('{') ? parse(text) : text]),
      ),
    );
  },
});
