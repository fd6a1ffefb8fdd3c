import { describe, expect, it } from '@jest/globals';
import {
  isArgumentElement,
  isPluralElement,
  isSelectElement,
  parse,
  type MessageFormatElement,
} from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { planFile, sheetsOf } from '../sheets/index.ts';
import { said } from '../testing/said.ts';
import { inTestLanguage } from '../testing/struck.ts';
import {
  allOf,
  anyOf,
  apart,
  article,
  capital,
  distinct,
  LANGUAGES,
  msg,
  q,
  row,
  sentences,
  speaker,
  speakerOf,
  spoken,
  type MessageId,
  type Values,
} from './index.ts';

const CATALOG = LANGUAGES['en-US'];
const demoBundles = () => {
  const houses = demoHouses();
  return demoJobs().map((job) => ({ house: houses.find((h) => h.id === job.houseId)!, job }));
};

/** Sets of values that together show every branch of a sentence once. */
function samples(
  elements: readonly MessageFormatElement[],
  sample: string | number = 'sample',
): Record<string, string | number>[] {
  const sets: Record<string, string | number>[] = [{}];
  const put = (name: string, values: readonly (string | number)[]) => {
    const first = values[0] ?? 'x';
    for (const s of sets) s[name] ??= first;
    for (const v of values.slice(1)) sets.push({ ...sets[0], [name]: v });
  };
  const walk = (list: readonly MessageFormatElement[]): void => {
    for (const e of list) {
      if (isArgumentElement(e)) put(e.value, [sample]);
      if (isPluralElement(e)) put(e.value, [1, 2]);
      if (isSelectElement(e)) put(e.value, Object.keys(e.options));
      if (isPluralElement(e) || isSelectElement(e)) Object.values(e.options).forEach((o) => walk(o.value));
    }
  };
  walk(elements);
  for (const s of sets.slice(1)) Object.assign(s, { ...sets[0], ...s });
  return sets;
}

describe('every sentence of the catalog', () => {
  const all = Object.entries(CATALOG) as [MessageId, string][];
  /** As the page has them, and the plain ones too. */
  const parsedAhead = Object.fromEntries(all.map(([id, text]) => [id, parse(text)]));
  it.each(['imperial', 'metric'] as const)('is said with sample values, %s', (units) => {
    const say = speaker(units);
    for (const [id, text] of all)
      for (const values of samples(parse(text))) {
        const spokenText = say(msg(id, values));
        expect([id, /undefined|\[object|[{}]/.test(spokenText)]).toEqual([id, false]);
      }
  });
  it.each(['sample', 1234.5])('is the same as text and as a syntax tree, with %j', (value) => {
    const [text, tree] = [speaker('imperial'), speakerOf('imperial', 'en-US', parsedAhead)];
    for (const [id, sentence] of all)
      for (const values of samples(parse(sentence), value))
        expect([id, text(msg(id, values))]).toEqual([id, tree(msg(id, values))]);
  });
  it('names no unit by itself that a house may not use', () => {
    const fixed = all.filter(([, text]) =>
      /\d ?(ft|feet|mm|inches)\b/.test(text.replaceAll(/\{[^}]*\}/g, '')),
    );
    // The calculators turn one unit into another and count by what a code table is printed for.
    expect(fixed.map(([id]) => id).filter((id) => !id.startsWith('sums.'))).toEqual([]);
  });
  it('is American, and says nothing that Elwand does not say', () => {
    const british = /\b(colour|neighbour|centre|aluminium|metre|grey|mould|storey|catalogue)\w*\b/i;
    expect(all.filter(([, text]) => british.test(text))).toEqual([]);
  });
});

describe('the renderer', () => {
  const say = (id: MessageId, values?: Values) => said(msg(id, values));
  it('counts', () =>
    expect([1, 3].map((n) => say('work.splices', { n, splices: 'x' }))).toEqual([
      '1 splice: x.',
      '3 splices: x.',
    ]));
  it('lists, and leaves out what is empty', () => {
    expect(said(allOf(['A', 'B', 'C']))).toBe('A, B, and C');
    expect(said(anyOf([q.rating(15), q.rating(20)]))).toBe('15 A or 20 A');
    expect(said(row(['A', '', 'B']))).toBe('A, B');
    expect(said(apart(['A', 'B']))).toBe('A; B');
    expect(said(sentences(['One.', '', 'Two.']))).toBe('One. Two.');
  });
  it('begins sentences and puts articles', () => {
    expect(said(capital(msg('names.breaker', { number: '7' })))).toBe('Breaker 7');
    expect([said(article('attic')), said(article('kitchen')), said(article('8 in board'))]).toEqual([
      'an attic',
      'a kitchen',
      'an 8 in board',
    ]);
  });
  it('leaves no blank where a value is empty', () =>
    expect(say('rules.fill.items', { items: '2 conductors 4.00', crowded: '' })).toBe('2 conductors 4.00.'));
  it.each([
    [q.length(406.4), '16 in', '406 mm'],
    [q.distance(1828.8), '6 ft', '1.83 m'],
    [q.distance(1676.4), '5 ft 6 in', '1.68 m'],
    [q.volume(18), '18.0 cu in', '295 cm³'],
    [q.area(1e6), '10.8 ft²', '1.00 m²'],
    [q.celsius(60), '140 °F', '60 °C'],
    [q.cable(3301), '11\' 0"', '3.4 m'],
    [q.share(0.8), '80%', '80%'],
  ])('%j in either system', (quantity, imperial, metric) =>
    expect([speaker('imperial')(quantity), speaker('metric')(quantity)]).toEqual([imperial, metric]),
  );
  it('an id that is not there, and a value that is not given, are mistakes of the program', () => {
    expect(() => speakerOf('imperial', 'en-US', {})(msg('names.cable'))).toThrow('no message names.cable');
    expect(() => said(msg('names.cable', { from: 'A' }))).toThrow();
  });
  it('things that say the same are one', () =>
    expect(distinct([msg('names.room.attic'), msg('names.room.attic'), 'attic'])).toHaveLength(2));
});

/** Every text in a piece of data. */
const texts = (value: unknown): string[] =>
  typeof value === 'string'
    ? [value]
    : typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(texts)
      : [];
/** What people typed. */
const typed = (value: unknown): string[] =>
  typeof value !== 'object' || value === null
    ? []
    : Object.entries(value).flatMap(([key, v]) =>
        typeof v === 'string' && /^(name|label|note)$/.test(key) ? [v] : typed(v),
      );

describe('another language', () => {
  // A test language: the sentences of the first one with every letter of their own struck out.
  const catalog = Object.fromEntries(
    Object.entries(CATALOG).map(([id, text]) => [id, printAST(inTestLanguage(text))]),
  );
  it('is a catalog: what a plan says comes from there, but for names, sizes and sections of the code', () => {
    const say = speakerOf('imperial', 'en-US', catalog);
    for (const bundle of demoBundles()) {
      const e = evaluate(bundle);
      const { findings, next, chosen } = e;
      const all = spoken(
        {
          findings: findings.map((f) => [f.says, f.detail, f.remedies.map((r) => r.says)]),
          next: next.says,
          steps: chosen?.steps.map((s) => [s.title, s.detail, s.cautions, s.checks.map((c) => c.says)]),
          tests: chosen?.tests.map((t) => [t.says, t.see, t.expect?.says]),
          notes: chosen?.boxes.map((b) => b.notes),
          why: e.options.map((o) => [o.why, o.schemes]),
        },
        say,
      );
      const words =
        texts(Object.values(all))
          .join(' ')
          .match(/\p{L}{4,}/gu) ?? [];
      const names = typed(bundle).join(' ').toLowerCase();
      expect([...new Set(words.filter((w) => !names.includes(w.toLowerCase())))]).toEqual([]);
    }
  });
  it('is spoken by sheets and files in the units of the house', () => {
    const [bundle] = demoBundles();
    const metric = evaluate({ ...bundle!, house: { ...bundle!.house, units: 'metric' } });
    expect(JSON.stringify(planFile(metric.bundle, metric).options[0]?.legs)).not.toMatch(/\d (in|ft)\b/);
    expect(
      sheetsOf(metric)
        .map((d) => d.note)
        .join(),
    ).not.toMatch(/\d (in|ft)\b/);
  });
});
