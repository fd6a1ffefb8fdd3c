import { describe, expect, it } from '@jest/globals';
import { plainly } from '../../../testing/verdict-text.ts';
import * as ampacity from './ampacity.ts';
import * as checks from './checks.ts';
import * as conductors from './conductors.ts';
import * as dimmers from './dimmers.ts';
import * as editions from './editions.ts';
import * as limits from './limits.ts';
import * as methods from './methods.ts';
import * as protection from './protection.ts';
import * as raceway from './raceway.ts';
import * as supports from './supports.ts';

/** Every table as it stands, kept as text: a value that slips is seen in review. Whether it is right is said beside each table's own test. */

const TABLES = {
  ampacity,
  checks,
  conductors,
  dimmers,
  editions,
  limits,
  methods,
  protection,
  raceway,
  supports,
};

/** Seven figures: more is the arithmetic's own. */
const whole = (n: number): number => Number(n.toPrecision(7));

const inLines = (name: string, value: unknown): string[] => {
  if (typeof value === 'function') return [];
  const entries =
    value instanceof Map
      ? [...(value as Map<unknown, unknown>)].map(([k, v]) => [String(k), v] as const)
      : typeof value === 'object' && value !== null && !(value instanceof Set) && !Array.isArray(value)
        ? Object.entries(value)
        : null;
  return entries
    ? entries.map(([k, v]) => `${name}.${k} ${plainly(v, whole)}`)
    : [`${name} ${plainly(value, whole)}`];
};

describe('the tables as they stand', () => {
  it.each(Object.entries(TABLES))('%s', (_, table) => {
    const lines = Object.entries(table).flatMap(([name, value]) => inLines(name, value));
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.join('\n')).toMatchSnapshot();
  });
});
