import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { EDITIONS, necPack } from '../codes/index.ts';
import { demoHouses, demoJobs } from '../demo/index.ts';
import type { Bundle } from '../document/index.ts';
import { sourceLine, type Finding } from '../findings/index.ts';
import { said } from '../testing/said.ts';
import { anyBundle } from '../testing/random-house.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { evaluate } from './evaluate.ts';
import type { Evaluation } from './judge.ts';

/**
 * What is said of some sixty houses, kept as text: whoever changes a rule, a table or the search sees in review which verdict,
 * price, part or splice comes out otherwise, also where nobody looked for it. Nothing here says that a verdict is right; that is
 * said beside each rule and by the replays. `npm run test:unit -- verdicts -u` takes over what was meant.
 */

/** A few letters that change when a text does: the text itself would make this file too long to read. */
const mark = (text: string): string => {
  let h = 0x811c9dc5;
  for (const c of text) h = Math.imul(h ^ (c.codePointAt(0) ?? 0), 0x01000193);
  return (h >>> 0).toString(36);
};

const two = (n: number): number => Math.round(n * 100) / 100;

function findingLine(f: Finding): string {
  const because = f.because
    ? ` ${two(f.because.need)}/${f.because.have === null ? '?' : two(f.because.have)}`
    : '';
  const sources = [...new Set(f.sources.map((s) => said(sourceLine(s))))].join('; ');
  const remedies = f.remedies.map((r) => Object.values(r.edit).join(' ')).join(' | ');
  return `${f.severity} ${f.origin} ${f.rule} [${f.subjects.join()}]${because} «${said(f.says)}» ${f.detail === '' ? '' : mark(said(f.detail))} {${sources}} ${remedies}`.trimEnd();
}

function outcome({ options, findings, planning, chosen }: Evaluation): string[] {
  const taps = planning.candidates
    .filter((c) => c.reached)
    .map((c) => `tap ${said(c.candidate.label)} ${c.candidate.minutes} most ${c.candidate.most}`);
  return [
    ...options.map(
      (o) => `option ${o.key} ${o.way} ${o.state} ${two(o.minutes)} min ${o.priceCents} c ${two(o.cost)}`,
    ),
    ...taps,
    ...findings.map(findingLine),
    ...(chosen?.steps.map((s) => `step ${s.key} ${s.window} ${two(s.minutes)} ${mark(said(s.detail))}`) ??
      []),
    ...(chosen?.bill.lines.map((l) => `buy ${l.partKey} ${two(l.needed)}`) ?? []),
    ...(chosen?.boxes.flatMap((b) =>
      b.after.splices.map(
        (s) =>
          `splice ${b.point.label} ${s.role} ${s.connector} ${s.members
            .map((m) => (m.kind === 'conductor' ? `${m.conductor.cableId}/${m.conductor.color}` : m.kind))
            .join('+')}`,
      ),
    ) ?? []),
  ];
}

/** Houses of which only is kept whether anything came out otherwise, part by part: a change there is found by drawing the house again. */
const MORE = { wiring: 150, houses: 90 };
const more = [
  ...fc.sample(anyWiring, { numRuns: MORE.wiring, seed: 70 }),
  ...fc.sample(anyBundle, { numRuns: MORE.houses, seed: 70 }),
];
const drawn = [
  ...fc.sample(anyWiring, { numRuns: 34, seed: 7 }),
  ...fc.sample(anyBundle, { numRuns: 22, seed: 7 }),
];
const demo = demoJobs().map((job): Bundle => ({
  house: demoHouses().find((h) => h.id === job.houseId)!,
  job,
}));

describe('the numbers that rules compare with', () => {
  it.each(EDITIONS)('of %i', (edition) => {
    const pack = necPack(edition);
    const lines = pack.rules.flatMap((rule) =>
      rule
        .numbers(pack)
        .map((n) => `${rule.id} ${said(n.what)}: ${said(n.value)} {${said(sourceLine(n.source))}}`),
    );
    expect(lines.join('\n')).toMatchSnapshot();
  });
});

describe('what is said of the same houses as yesterday', () => {
  it.each([...demo, ...drawn].map((b, i) => [i, b] as const))('house %i', (_, b) =>
    expect(outcome(evaluate(b)).join('\n')).toMatchSnapshot(),
  );
  it('and of many more, in brief', () => {
    const brief = more.map((b, i) => {
      const lines = outcome(evaluate(b));
      const kinds = ['option', 'tap', 'step', 'buy', 'splice'];
      const of = (kind: string) => mark(lines.filter((l) => l.startsWith(`${kind} `)).join('\n'));
      const said = lines.filter((l) => !kinds.some((k) => l.startsWith(`${k} `)));
      return `${i} findings ${said.length} ${mark(said.join('\n'))} ${kinds.map((k) => `${k} ${of(k)}`).join(' ')}`;
    });
    expect(brief.join('\n')).toMatchSnapshot();
  });
});
