import { sourceLine, type Finding } from '../findings/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { said } from './said.ts';

/** What is said of a house as lines of text, to be kept and compared: in full, or a few letters for each part of it. */

/** A few letters that change when a text does: the text itself would make such a file too long to read. */
export const mark = (text: string): string => {
  let h = 0x811c9dc5;
  for (const c of text) h = Math.imul(h ^ (c.codePointAt(0) ?? 0), 0x01000193);
  return (h >>> 0).toString(36);
};

const two = (n: number): number => Math.round(n * 100) / 100;

/** One finding with everything that it says. */
export function findingLine(f: Finding): string {
  const because = f.because
    ? ` ${two(f.because.need)}/${f.because.have === null ? '?' : two(f.because.have)}`
    : '';
  const sources = [...new Set(f.sources.map((s) => said(sourceLine(s))))].join('; ');
  const remedies = f.remedies.map((r) => Object.values(r.edit).join(' ')).join(' | ');
  return `${f.severity} ${f.origin} ${f.rule} [${f.subjects.join()}]${because} «${said(f.says)}» ${f.detail === '' ? '' : mark(said(f.detail))} {${sources}} ${remedies}`.trimEnd();
}

/** Options, taps, findings, steps, parts and splices of an evaluation, a line each. */
export function outcome({ options, findings, planning, chosen }: Evaluation): string[] {
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

/** A value as text in which nothing depends on how it is stored; numbers to a hundredth, or as they are. */
export const plainly = (value: unknown, number: (n: number) => number = two): string =>
  JSON.stringify(value ?? null, (_, v: unknown) => {
    if (typeof v === 'number') return number(v);
    if (v instanceof Map) return [...(v as Map<unknown, unknown>)];
    return v instanceof Set ? [...(v as Set<unknown>)] : v;
  });

/** A finding by its sentence and what it is about, and a few letters for everything else that it says. */
export function inShort(f: Finding): string {
  const id = typeof f.says === 'object' && 'id' in f.says ? f.says.id : said(f.says);
  return `${f.severity} ${f.origin} ${id} [${f.subjects.join()}] ${mark(plainly(f))}`;
}

/** The same and what lies behind it, a few letters for each part: a change is found by drawing the house again. */
export function brief(e: Evaluation): string {
  const lines = outcome(e);
  const kinds = ['option', 'tap', 'step', 'buy', 'splice'];
  const ofKind = (kind: string) => mark(lines.filter((l) => l.startsWith(`${kind} `)).join('\n'));
  const findings = lines.filter((l) => !kinds.some((k) => l.startsWith(`${k} `)));
  const { chosen, planning, feed, placements, offers } = e;
  const parts = {
    reasons: planning.candidates.map((c) => [c.shown, c.candidate]),
    legs: chosen?.option.legs.map(({ route, ...leg }) => [leg, route.moves, route.cableMm]),
    boxes: chosen?.boxes.map((b) => [b.after, b.before, b.notes, b.cables]),
    tests: chosen?.tests,
    after: chosen?.applied.house,
    feed: feed.boxes,
    places: [placements, offers],
  };
  return [
    `findings ${findings.length} ${mark(findings.join('\n'))}`,
    ...kinds.map((k) => `${k} ${ofKind(k)}`),
    ...Object.entries(parts).map(([name, part]) => `${name} ${mark(plainly(part))}`),
  ].join(' ');
}
