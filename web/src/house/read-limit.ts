import {
  inLimitRange,
  LIMITS,
  limitRange,
  limitWords,
  parseLength,
  type House,
  type LimitKey,
} from '@elwand/core';
import { sayIn } from '../app/say.ts';

/** What was typed for a limit, in its own unit; a message where it can't be read or can't be meant. */
export function readLimit(key: LimitKey, text: string, units: House['units']): number | string {
  const value = readValue(key, text, units);
  if (typeof value === 'string') return value;
  if (inLimitRange(key, value)) return value;
  const { least, most } = limitRange(key);
  const { unit } = LIMITS[key];
  const say = sayIn(units);
  return `Must be between ${say(limitWords(least, unit))} and ${say(limitWords(most, unit))}`;
}

function readValue(key: LimitKey, text: string, units: House['units']): number | string {
  const { unit } = LIMITS[key];
  if (unit === 'mm') {
    const r = parseLength(text, units);
    return r.ok ? r.value : r.message;
  }
  const n = Number(text.replace('%', '').replace(',', '.').trim());
  if (text.trim() === '' || !Number.isFinite(n) || n < 0) return `"${text.trim()}" is not a number`;
  if (unit !== 'share') return n;
  const share = text.includes('%') || n > 1 ? n / 100 : n;
  return share <= 1 ? share : `"${text.trim()}" is more than the whole`;
}
