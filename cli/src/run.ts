import { parseArgs, type ParseArgsConfig } from 'node:util';
import {
  becauseRounded,
  becauseText,
  EDITIONS,
  evaluate,
  holdsUp,
  necPack,
  readBundleText,
  sourceLine,
  speaker,
  spoken,
  type Bundle,
  type Evaluation,
  type Finding,
  type BundleFile,
  type Job,
  type Say,
  type UnitSystem,
} from '@elwand/core';
import { drawingDxf, drawingSvg, LETTER, planFile, sheetsOf } from '@elwand/core/sheets';
import { doSum, sumById, SUMS } from '@elwand/core/sums';
import { unusable, type Outcome } from './outcome.ts';
import { diagnosis } from './diagnose.ts';
import { probe, type Probing } from './probe.ts';
import { readBoxFile } from './read.ts';
import { spiceText } from './spice.ts';

const HELP = `elwand - plans a new point on a branch circuit that already exists

  elwand check FILE [--job ID] [--all] [--json]  findings of the house and its jobs
  elwand plan FILE [--job ID]             options with every way, chosen plan, materials and steps as JSON
  elwand plan FILE --sheet KEY [--as dxf] one drawing of the plan as SVG or DXF; an unknown KEY lists them
  elwand sheet FILE --pdf OUT [--job ID] [--page letter|a4] [--sheets LIST]
                                          the sheets of a job on paper; LIST is of job, boxes, tests, shopping, panel,
                                          template, directory, look; without it the first three
  elwand spice FILE [--job ID]            the wiring as a SPICE netlist: as surveyed, or with the plan of a job in it
  elwand probe FILE --between A --and B [--off N,N] [--fault KIND@BOX] [--json]
                                          what each instrument would show there: A and B like "R1 brass", "S1/2 common", earth
  elwand diagnose FILE --breaker N [--readings CSV] [--noticed LIST] [--json]
                                          what may be wrong with a circuit by readings, and by what was noticed (flickers,
                                          tingle ...); without readings the blank table
  elwand read FILE [--json]               a box as it was seen (format elwand-box): what each wire is, what is wrong,
                                          and the look or reading that settles most
  elwand rules [--edition YEAR] [--json]  every rule: what it checks, its numbers, where they come from
  elwand sum [ID [key=value ...]] [--json]  a calculation without a job; without ID the list of calculators
  elwand backup FILE, elwand restore FILE the whole database, whether Elwand runs or not
  elwand --help

FILE is a bundle exported from Elwand (house and jobs); - reads standard input.
--all      what is fine too, line by line.
--job ID   only this job; without it check looks at all jobs, plan at the first.
sum        left-out values take their presets; a calculation that fails ends with exit code 1.

Exit code: 0 no stop found, 1 a stop was found, 2 the file or the call is unusable, 3 something went wrong in Elwand itself.

Elwand plans and checks; local codes, the inspector and a licensed electrician have the last word.
`;

const COMMANDS = ['check', 'plan', 'spice', 'read', 'probe', 'diagnose'] as const;
interface Call {
  readonly command: (typeof COMMANDS)[number];
  readonly file: string;
  readonly job: string | null;
  readonly json: boolean;
  /** What is fine too, line by line. */
  readonly all: boolean;
  readonly sheet: string | null;
  readonly as: 'svg' | 'dxf';
  readonly probing: Probing;
  readonly breaker: string | null;
  readonly noticed: readonly string[];
  /** The file with readings. */
  readonly readings: string | null;
}

/** Options that a command knows; anything else is told, never read over. */
type Known = NonNullable<ParseArgsConfig['options']>;
interface Read {
  readonly flags: ReadonlySet<string>;
  readonly texts: ReadonlyMap<string, string>;
  readonly rest: readonly string[];
}

/** Reads a command line; a message where it can't be read. */
export function readArgs(args: readonly string[], options: Known): Read | string {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true });
    const entries = Object.entries(values);
    return {
      flags: new Set(entries.flatMap(([k, v]) => (v === true ? [k] : []))),
      texts: new Map(entries.flatMap(([k, v]) => (typeof v === 'string' ? [[k, v] as const] : []))),
      rest: positionals,
    };
  } catch (error) {
    const unknown = /^Unknown option '([^']+)'/.exec(String((error as Error).message))?.[1];
    return unknown === undefined ? (error as Error).message : `no such option: ${unknown}`;
  }
}

/** A list given with commas. */
const listOf = (text = ''): string[] =>
  text
    .split(',')
    .map((n) => n.trim())
    .filter((n) => n !== '');

function parseCall(args: readonly string[]): Call | string {
  const read = readArgs(args, {
    json: { type: 'boolean' },
    all: { type: 'boolean' },
    job: { type: 'string' },
    sheet: { type: 'string' },
    as: { type: 'string' },
    between: { type: 'string' },
    and: { type: 'string' },
    off: { type: 'string' },
    fault: { type: 'string' },
    breaker: { type: 'string' },
    noticed: { type: 'string' },
    readings: { type: 'string' },
  });
  if (typeof read === 'string') return read;
  const [command, file, more] = read.rest;
  const as = read.texts.get('as') ?? 'svg';
  if (as !== 'svg' && as !== 'dxf') return '--as is svg or dxf';
  const known = COMMANDS.find((c) => c === command);
  if (known === undefined)
    return command === undefined
      ? 'a command is needed: check, plan, sheet, spice, read, probe, diagnose, rules, sum, backup or restore'
      : `no such command: ${command}`;
  if (file === undefined) return `${command} needs a file`;
  if (more !== undefined) return `one file at a time; what is "${more}"?`;
  return {
    command: known,
    file,
    job: read.texts.get('job') ?? null,
    json: read.flags.has('json'),
    all: read.flags.has('all'),
    sheet: read.texts.get('sheet') ?? null,
    as,
    breaker: read.texts.get('breaker') ?? null,
    noticed: listOf(read.texts.get('noticed')),
    readings: read.texts.get('readings') ?? null,
    probing: {
      between: read.texts.get('between') ?? null,
      and: read.texts.get('and') ?? null,
      off: listOf(read.texts.get('off')),
      fault: read.texts.get('fault') ?? null,
      json: read.flags.has('json'),
    },
  };
}

const WORD: Record<Finding['severity'], string> = {
  stop: 'STOP  ',
  fix: 'FIX   ',
  watch: 'FIND  ',
  ok: 'ok    ',
};

function findingLines(f: Finding, units: UnitSystem): string {
  const say = speaker(units);
  const numbers = say(becauseText(f));
  const source = f.sources[0] ? `\n         ${f.sources.map((s) => say(sourceLine(s))).join('; ')}` : '';
  const word = f.origin === 'advice' && f.severity !== 'ok' ? 'ADVICE' : WORD[f.severity];
  return `  ${word} ${f.origin === 'standing' && f.severity !== 'ok' ? '(already so) ' : ''}${say(f.says)}${numbers ? ` (${numbers})` : ''}${f.detail === '' ? '' : `\n         ${say(f.detail)}`}${source}`;
}

/** What is fine is one line, unless all of it is asked for. */
function checkText({ bundle, findings, next }: Evaluation, all: boolean): string {
  const shown = all ? findings : findings.filter((f) => f.severity !== 'ok');
  const fine = findings.length - shown.length;
  return [
    bundle.job.name,
    ...shown.map((f) => findingLines(f, bundle.house.units)),
    ...(fine > 0 ? [`  ${WORD.ok} ${fine} more checks (--all lists them)`] : []),
    `  Next: ${speaker(bundle.house.units)(next.says)}`,
    '',
  ].join('\n');
}

/** A finding for a program: what it says as text and as message with its values; its numbers rounded, with their unit. */
const findingFile = (f: Finding, say: Say) => ({
  ...spoken(f, say),
  messages: { says: f.says, detail: f.detail },
  ...(f.because ? { because: becauseRounded(f.because) } : {}),
});

const stopped = (views: readonly Evaluation[]): 0 | 1 =>
  views.some((v) => v.findings.some((f) => f.severity === 'stop' && holdsUp(f))) ? 1 : 0;

function check(bundles: readonly Bundle[], { json, all }: Pick<Call, 'json' | 'all'>): Outcome {
  const views = bundles.map((b) => evaluate(b));
  const code = stopped(views);
  if (json)
    return {
      code,
      err: '',
      out: `${JSON.stringify(
        views.map((v) => {
          const say = speaker(v.bundle.house.units);
          return {
            job: v.bundle.job.id,
            next: spoken(v.next, say),
            findings: v.findings.map((f) => findingFile(f, say)),
          };
        }),
        null,
        2,
      )}\n`,
    };
  const text = views.map((v) => checkText(v, all));
  return { code, err: '', out: `${text.join('\n')}` };
}

function plan(bundle: Bundle): Outcome {
  const view = evaluate(bundle);
  const say = speaker(bundle.house.units);
  const { chosen } = view;
  const out = {
    ...planFile(bundle, view),
    findings: view.findings.filter((f) => f.severity !== 'ok').map((f) => findingFile(f, say)),
    ...spoken(
      {
        boxes: chosen?.boxes ?? [],
        materials: chosen?.bill ?? null,
        steps: chosen?.steps ?? [],
        tests: chosen?.tests ?? [],
        next: view.next,
      },
      say,
    ),
  };
  return { code: stopped([view]), err: '', out: `${JSON.stringify(out, null, 2)}\n` };
}

/** One drawing of the plan, by its key; without a key the list of them. */
function sheet(bundle: Bundle, key: string, as: 'svg' | 'dxf'): Outcome {
  const view = evaluate(bundle);
  const drawings = sheetsOf(view);
  const drawing = drawings.find((d) => d.key === key);
  if (!drawing)
    return unusable(
      `elwand: there is no sheet "${key}"; known: ${drawings.map((d) => d.key).join(', ') || 'none, because there is no plan'}`,
    );
  const caption = `${bundle.house.name}, ${bundle.job.name}.`;
  return {
    code: stopped([view]),
    err: '',
    out:
      as === 'dxf'
        ? drawingDxf(drawing)
        : `${drawingSvg(drawing, { scale: null, page: LETTER, caption, say: speaker(bundle.house.units) })}\n`,
  };
}

/** The text of a file, or what stands against reading it. */
function textOf(file: string, read: (file: string) => string): string | Outcome {
  try {
    return read(file);
  } catch (error) {
    return unusable(`elwand: can't read ${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** A house with its jobs from a file, or why it can't be used. */
export function openFile(
  file: string,
  read: (file: string) => string,
): Pick<BundleFile, 'house' | 'jobs' | 'photos'> | Outcome {
  const text = textOf(file, read);
  if (typeof text !== 'string') return text;
  const opened = readBundleText(text);
  const say = speaker('imperial');
  return opened.ok
    ? opened.value
    : unusable(
        `elwand: ${file} can't be used\n${opened.problems.map((p) => `  ${say(p.where)}: ${say(p.what)}`).join('\n')}`,
      );
}

/** The job of that id, or all of them where none is asked for; why there is none. */
export function jobsAsked(jobs: readonly Job[], id: string | null): readonly [Job, ...Job[]] | Outcome {
  const [first, ...others] = id === null ? jobs : jobs.filter((j) => j.id === id);
  return first
    ? [first, ...others]
    : unusable(
        `elwand: ${id === null ? 'the file holds no job' : `there is no job "${id}"; known: ${jobs.map((j) => j.id).join(', ') || 'none'}`}`,
      );
}

/** The wiring as a netlist; a survey that shorts a breaker has none. */
function netlist(house: Bundle['house'], job: Bundle['job'] | null): Outcome {
  try {
    return { code: 0, err: '', out: spiceText(house, job) };
  } catch (error) {
    if (error instanceof RangeError) return unusable(`elwand: no netlist: ${error.message}`);
    throw error;
  }
}

function rules(args: readonly string[]): Outcome {
  const read = readArgs(args, { json: { type: 'boolean' }, edition: { type: 'string' } });
  if (typeof read === 'string') return unusable(`elwand: ${read}`);
  if (read.rest[0] !== undefined) return unusable(`elwand: rules takes no "${read.rest[0]}"`);
  const json = read.flags.has('json');
  const asked = read.texts.get('edition');
  const editions = asked === undefined ? EDITIONS : EDITIONS.filter((e) => String(e) === asked);
  if (editions.length === 0)
    return unusable(`elwand: no edition "${asked ?? ''}"; known: ${EDITIONS.join(', ')}`);
  const packs = editions.map((e) => necPack(e));
  const list = (packs[0]?.rules ?? []).map((r) => ({
    id: r.id,
    title: r.title,
    about: r.about,
    numbers: packs.map((pack) => ({ edition: pack.edition, numbers: r.numbers(pack) })),
  }));
  const say = speaker('imperial');
  if (json) return { code: 0, err: '', out: `${JSON.stringify(spoken(list, say), null, 2)}\n` };
  const text = list.map((r) => {
    const numbers = r.numbers.flatMap(({ edition, numbers: of }) =>
      of.map((n) => `  ${edition}  ${say(n.what)}: ${say(n.value)}  [${say(sourceLine(n.source))}]`),
    );
    return [`${say(r.title)} (${r.id})`, `  ${say(r.about)}`, ...numbers].join('\n');
  });
  return { code: 0, err: '', out: `${text.join('\n\n')}\n` };
}

function sum(args: readonly string[]): Outcome {
  const read = readArgs(args, { json: { type: 'boolean' } });
  if (typeof read === 'string') return unusable(`elwand: ${read}`);
  const json = read.flags.has('json');
  const say = speaker('imperial');
  const [id, ...pairs] = read.rest;
  if (id === undefined) {
    const list = SUMS.map(
      (s) =>
        `${s.id.padEnd(14)} ${say(s.about)}\n${s.fields.map((f) => `                 ${f.key}=${f.preset}  ${say(f.label)}`).join('\n')}`,
    );
    return { code: 0, err: '', out: `${list.join('\n')}\n` };
  }
  const found = sumById(id);
  if (!found) return unusable(`elwand: there is no sum "${id}"; known: ${SUMS.map((s) => s.id).join(', ')}`);
  const bad = pairs.find((p) => !/^\w+=/.test(p));
  if (bad !== undefined) return unusable(`elwand: "${bad}" is not key=value`);
  const given = Object.fromEntries(
    pairs.map((p) => [p.slice(0, p.indexOf('=')), p.slice(p.indexOf('=') + 1)] as const),
  );
  const done = doSum(found, given);
  if (!done.ok)
    return unusable(
      `elwand: ${found.id} can't be worked out\n${done.problems.map((p) => `  ${p.key}: ${say(p.says)}`).join('\n')}`,
    );
  const { result } = done;
  const code = result.verdict === 'fails' ? 1 : 0;
  if (json) return { code, err: '', out: `${JSON.stringify(spoken(result, say), null, 2)}\n` };
  const lines = result.lines.map(
    (l) => `  ${say(l.what)}${l.how === '' ? '' : `: ${say(l.how)}`} = ${say(l.value)}`,
  );
  return {
    code,
    err: '',
    out: `${[say(result.says), ...lines, ...result.sources.map((s) => `  [${say(sourceLine(s))}]`)].join('\n')}\n`,
  };
}

/** A fault of ours: it never looks like a verdict. */
export const ourFault = (error: unknown): Outcome => ({
  code: 3,
  out: '',
  err: `elwand: something went wrong in Elwand itself: ${error instanceof Error ? error.message : String(error)}. Please report it with the file.\n`,
});

/** The same for a fault of ours. */
export function runSafely(args: readonly string[], read: (file: string) => string): Outcome {
  try {
    return run(args, read);
  } catch (error) {
    return ourFault(error);
  }
}

/**
 * Runs one call of the command line.
 * @param read gives the text of a file; throws when it cannot
 */
export function run(args: readonly string[], read: (file: string) => string): Outcome {
  if (args.includes('--help') || args.includes('-h')) return { code: 0, out: HELP, err: '' };
  if (args[0] === 'rules') return rules(args.slice(1));
  if (args[0] === 'sum') return sum(args.slice(1));
  const call = parseCall(args);
  if (typeof call === 'string') return unusable(`elwand: ${call}\nTry: elwand --help`);
  if (call.command === 'read') {
    const text = textOf(call.file, read);
    return typeof text === 'string' ? readBoxFile(text, call.json) : text;
  }
  const opened = openFile(call.file, read);
  if ('code' in opened) return opened;
  const { house, jobs } = opened;
  if (call.command === 'diagnose') {
    const text = call.readings === null ? null : textOf(call.readings, read);
    return text === null || typeof text === 'string'
      ? diagnosis(house, { breaker: call.breaker, readings: text, noticed: call.noticed, json: call.json })
      : text;
  }
  if (call.command === 'probe') return probe(house, call.probing);
  if (call.command === 'spice' && call.job === null) return netlist(house, null);
  const chosen = jobsAsked(jobs, call.job);
  if ('code' in chosen) return chosen;
  const [first] = chosen;
  if (call.command === 'spice') return netlist(house, first);
  return call.command === 'check'
    ? check(
        chosen.map((job) => ({ house, job })),
        call,
      )
    : call.sheet === null
      ? plan({ house, job: first })
      : sheet({ house, job: first }, call.sheet, call.as);
}
