import { parseLength, type UnitSystem } from '../units/index.ts';
import type { Source } from '../findings/index.ts';
import { lengthFault, msg, row, type Text } from '../words/index.ts';

/** One thing that a sum asks for. Everything travels as text, so that a sum can be a link and a command line. */
export interface Field {
  readonly key: string;
  readonly label: Text;
  readonly kind: 'number' | 'length' | 'lengths' | 'choice' | 'yes';
  readonly unit?: string;
  readonly preset: string;
  readonly options?: readonly { readonly value: string; readonly label: Text }[];
  readonly least?: number;
  readonly most?: number;
}

/** One line of the working: what, the arithmetic, the result. */
export interface Line {
  readonly what: Text;
  readonly how: Text;
  readonly value: Text;
}

export interface SumResult {
  /** The answer in a sentence. */
  readonly says: Text;
  readonly verdict: 'holds' | 'fails' | 'told';
  readonly lines: readonly Line[];
  readonly sources: readonly Source[];
}

export interface FieldProblem {
  readonly key: string;
  readonly says: Text;
}

/** Values of a sum after they were read; asking for a field that the sum does not have is a programming mistake. */
export class Values {
  private readonly read: ReadonlyMap<string, number | string | boolean | readonly number[]>;

  constructor(read: ReadonlyMap<string, number | string | boolean | readonly number[]>) {
    this.read = read;
  }
  number(key: string): number {
    const v = this.read.get(key);
    if (typeof v !== 'number') throw new Error(`no number called ${key}`);
    return v;
  }
  lengths(key: string): readonly number[] {
    const v = this.read.get(key);
    if (typeof v !== 'object') throw new Error(`no list called ${key}`);
    return v;
  }
  yes(key: string): boolean {
    const v = this.read.get(key);
    if (typeof v !== 'boolean') throw new Error(`no yes or no called ${key}`);
    return v;
  }
  /** The chosen one among the values that the caller can handle. */
  choice<T extends string>(key: string, among: readonly T[]): T {
    const v = this.read.get(key);
    const found = among.find((a) => a === v);
    if (found === undefined) throw new Error(`no choice called ${key}`);
    return found;
  }
}

/** A field that was read, or what is wrong with it. */
type FieldRead<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly message: Text };

const fail = (message: Text): { ok: false; message: Text } => ({ ok: false, message });

function readNumber(text: string, field: Field): FieldRead<number> {
  const t = text.trim().replace(',', '.');
  if (t === '') return fail(msg('sums.field.missing', { field: field.label }));
  const n = Number(t);
  if (!Number.isFinite(n)) return fail(msg('sums.field.not-a-number', { text: text.trim() }));
  if (field.least !== undefined && n < field.least)
    return fail(msg('sums.field.least', { field: field.label, least: field.least }));
  if (field.most !== undefined && n > field.most)
    return fail(msg('sums.field.most', { field: field.label, most: field.most }));
  return { ok: true, value: n };
}

function lengthRead(text: string, units: UnitSystem): FieldRead<number> {
  const read = parseLength(text, units);
  return read.ok ? read : fail(lengthFault(read));
}

function readOne(
  text: string,
  field: Field,
  units: UnitSystem,
): FieldRead<number | string | boolean | readonly number[]> {
  switch (field.kind) {
    case 'number':
      return readNumber(text, field);
    case 'length':
      return lengthRead(text, units);
    case 'lengths': {
      const all = text
        .split(/[;,]/)
        .map((t) => t.trim())
        .filter((t) => t !== '')
        .map((t) => lengthRead(t, units));
      const bad = all.find((r) => !r.ok);
      return bad && !bad.ok ? bad : { ok: true, value: all.flatMap((r) => (r.ok ? [r.value] : [])) };
    }
    case 'choice':
      return field.options?.some((o) => o.value === text)
        ? { ok: true, value: text }
        : fail(
            msg('sums.field.not-one-of', { text, options: row((field.options ?? []).map((o) => o.value)) }),
          );
    case 'yes':
      return text === 'yes' || text === 'no'
        ? { ok: true, value: text === 'yes' }
        : fail(msg('sums.field.yes-or-no', { text }));
  }
}

/** Reads what was typed for a sum: left-out fields take their preset, every bad one is named with what is wrong. */
export function readValues(
  fields: readonly Field[],
  given: Readonly<Record<string, string>>,
  units: UnitSystem = 'imperial',
): { ok: true; values: Values } | { ok: false; problems: readonly FieldProblem[] } {
  const read = new Map<string, number | string | boolean | readonly number[]>();
  const problems: FieldProblem[] = [];
  for (const key of Object.keys(given))
    if (!fields.some((f) => f.key === key)) problems.push({ key, says: msg('sums.field.unknown', { key }) });
  for (const field of fields) {
    const r = readOne(given[field.key] ?? field.preset, field, units);
    if (r.ok) read.set(field.key, r.value);
    else problems.push({ key: field.key, says: r.message });
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, values: new Values(read) };
}

const options = (values: readonly string[], label: (v: string) => Text = (v) => v): Field['options'] =>
  values.map((value) => ({ value, label: label(value) }));

export const number = (
  key: string,
  label: Text,
  preset: number,
  unit = '',
  least = 0,
  most = 100_000,
): Field => ({
  key,
  label,
  kind: 'number',
  preset: String(preset),
  least,
  most,
  ...(unit ? { unit } : {}),
});
export const length = (key: string, label: Text, preset: string): Field => ({
  key,
  label,
  kind: 'length',
  preset,
});
export const yes = (key: string, label: Text, preset: 'yes' | 'no' = 'no'): Field => ({
  key,
  label,
  kind: 'yes',
  preset,
});
export const choice = (
  key: string,
  label: Text,
  values: readonly string[],
  preset: string,
  words?: (v: string) => Text,
): Field => ({ key, label, kind: 'choice', preset, options: options(values, words) ?? [] });

/** A sum that can be done without a house or a job: what it asks, and its answer with the working. */
export interface Sum {
  readonly id: string;
  readonly title: Text;
  readonly about: Text;
  readonly fields: readonly Field[];
  readonly compute: (values: Values) => SumResult;
}
