import { readFileSync } from 'node:fs';
import { parse } from '@formatjs/icu-messageformat-parser';
import type { Plugin } from 'vite';
import { isPlain } from '../core/src/words/plain.ts';
import { inTestLanguage } from '../core/src/testing/struck.ts';

/** Sentences of pages that few open: they come with those pages (`app/late-sentences.ts`), not with the first load. */
/** Screens with a folder of their own, and nothing outside it that says their sentences. */
const LATE_SCREENS = [
  'sums',
  'asked',
  'look',
  'hunt',
  'read',
  'bench',
  'fault',
  'practice',
  'points',
  'start',
  'rooms',
  'local',
  'panel',
  'wall',
  'house',
  'supplies',
  'calendar',
  'strips',
  'rules',
  'feed',
  'site',
  'run',
  'wire',
  'buy',
  'do',
  'different',
  'photos',
  'year',
  'prove',
  'preferences',
  'print',
  'tap',
  'history',
  'loads',
  'naming',
  'trouble',
];
const LATE = new RegExp(
  `^(?:(?:sums|paper|wiring|materials|sheets|proof|work|routing|reading|bench|training|structure\\.ceiling|structure\\.photo|planning\\.share|planning\\.gain|evaluation\\.record|evaluation\\.card|feed\\.(?:hunt|directory))\\.|lighting\\.(?:step|lead)\\.|names\\.(?:light|appliance|part|roll|tool|terminal|screw|use|color|layer)\\.|document\\.(?:field|entry|value|itself|named)\\b|screen\\.(?:${LATE_SCREENS.join('|')})\\.|rules\\.(?:[\\w-]+\\.)+(?:[\\w-]+-)?about$)`,
);
/** What only paper says (`paper.json`) is left out: the server prints. */
const LATE_FILES = [
  'sums.json',
  'wiring.json',
  'materials.json',
  'lighting.json',
  'sheets.json',
  'rules.json',
  'document.json',
  'proof.json',
  'routing.json',
  'reading.json',
  'bench.json',
  'training.json',
  'structure.json',
  'planning.json',
  'work.json',
  'evaluation.json',
  'names.json',
  'feed.json',
  ...LATE_SCREENS.map((s) => `screen-${s}.json`),
];
const EN_US = new URL('../core/src/words/en-US/', import.meta.url);

/**
 * Catalogs as the page gets them: sentences parsed ahead, so that it needs no parser. What only names its values stays text.
 * @param testLanguage every letter of a sentence is struck out: for the test that finds texts that no catalog has
 */
export const catalogs = (testLanguage: boolean): Plugin => ({
  name: 'elwand-catalogs',
  enforce: 'pre',
  load: (id) => {
    const compiled = (text: string) =>
      testLanguage ? inTestLanguage(text) : isPlain(text) ? text : parse(text);
    const sentences = (file: string, late: boolean) =>
      Object.entries(JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>)
        .filter(([key]) => LATE.test(key) === late)
        .map(([key, text]) => [key, compiled(text)] as const);
    if (id.endsWith('/app/late-sentences.ts')) {
      const late = LATE_FILES.flatMap((f) => sentences(new URL(f, EN_US).pathname, true));
      return `export const sentences = ${JSON.stringify(Object.fromEntries(late))};`;
    }
    return /\/words\/[\w-]+\/[\w-]+\.json$/.test(id)
      ? JSON.stringify(Object.fromEntries(sentences(id, false)))
      : null;
  },
});
