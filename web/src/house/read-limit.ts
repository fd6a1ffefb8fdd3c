import {
  inLimitRange,
  LIMITS,
  limitRange,
  limitWords,
  parseLength,
  type House,
  type LimitKey,
  msg,
  type Text,
  lengthFault,
  pounds,
} from '@elwand/core';

/** What was typed for a limit, in its own unit; a message where it can't be read or can't be meant. */
export function readLimit(key: LimitKey, text: string, units: House['units']): number | Text {
  const value = readValue(key, text, units);
  if (typeof value !== 'number') return value;
  if (inLimitRange(key, value)) return value;
  const { least, most } = limitRange(key);
  const { unit } = LIMITS[key];
  return msg('screen.local.must-be-between-and', {
    least: limitWords(least, unit),
    most: limitWords(most, unit),
  });
}

function readValue(key: LimitKey, text: string, units: House['units']): number | Text {
  const { unit } = LIMITS[key];
  if (unit === 'mm') {
    const r = parseLength(text, units);
    return r.ok ? r.value : lengthFault(r);
  }
  const n = Number(text.replace('%', '').replace(',', '.').trim());
  if (text.trim() === '' || !Number.isFinite(n) || n < 0)
    return msg('screen.local.is-not-a-number', { text: text.trim() });
  if (unit === 'kg') return units === 'metric' ? n : pounds(n);
  if (unit !== 'share') return n;
  const share = text.includes('%') || n > 1 ? n / 100 : n;
  return share <= 1 ? share : msg('screen.local.is-more-than-the-whole', { text: text.trim() });
}
