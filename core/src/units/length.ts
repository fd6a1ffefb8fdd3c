/**
 * Lengths are millimeters everywhere inside; people write them as they measure them.
 * One inch is exactly 25.4 mm (international yard and pound agreement, 1959).
 */
const MM_PER_INCH = 25.4;
export const MM_PER_FOOT = 304.8;

export type UnitSystem = 'imperial' | 'metric';

/** What is wrong with a length that was typed. */
export type LengthFault = 'none-given' | 'negative' | 'fraction-over-zero' | 'no-length';
export type ParsedLength =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly fault: LengthFault; readonly text: string; readonly system: UnitSystem };

export const inches = (n: number): number => n * MM_PER_INCH;
export const feet = (n: number): number => n * MM_PER_FOOT;

const MIXED = String.raw`(\d+(?:\.\d+)?(?:[\s-]+\d+\/\d+)?|\d+\/\d+)`;
const FEET_INCHES = new RegExp(
  String.raw`^(\d+(?:\.\d+)?)\s*(?:'|′|ft|feet|foot)\s*-?\s*(?:${MIXED}\s*(?:"|″|''|in|inch|inches)?)?$`,
  'i',
);
const INCHES = new RegExp(String.raw`^${MIXED}\s*(?:"|″|''|in|inch|inches)$`, 'i');
const METRIC = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m)$/i;
const BARE = new RegExp(`^${MIXED}$`);

/** Reads `15`, `15.5`, `3/8` or `15 3/8`; undefined when a denominator is zero. */
function mixedNumber(text: string): number | undefined {
  const parts = text.trim().split(/[\s-]+/);
  let sum = 0;
  for (const part of parts) {
    if (part.includes('/')) {
      const [top, bottom] = part.split('/').map(Number);
      if (top === undefined || !bottom) return undefined;
      sum += top / bottom;
    } else {
      sum += Number(part);
    }
  }
  return Number.isFinite(sum) ? sum : undefined;
}

/**
 * Reads a length as a person writes it: `7' 4 3/8"`, `88 3/8`, `7ft4`, `2.25 m`, `750`.
 * @param text what was typed
 * @param system decides what a bare number means: inches (imperial) or millimeters (metric)
 * @returns millimeters, or what is wrong with the text; `lengthFault` says it
 */
export function parseLength(text: string, system: UnitSystem = 'imperial'): ParsedLength {
  const t = text.trim();
  const fail = (fault: LengthFault): ParsedLength => ({ ok: false, fault, text: t, system });
  if (t === '') return fail('none-given');
  if (/^-/.test(t)) return fail('negative');
  const metric = METRIC.exec(t);
  if (metric) {
    const n = Number(metric[1]?.replace(',', '.'));
    const unit = metric[2]?.toLowerCase();
    return { ok: true, value: n * (unit === 'm' ? 1000 : unit === 'cm' ? 10 : 1) };
  }
  const fi = FEET_INCHES.exec(t);
  if (fi) {
    const rest = fi[2] === undefined ? 0 : mixedNumber(fi[2]);
    if (rest === undefined) return fail('fraction-over-zero');
    return { ok: true, value: feet(Number(fi[1])) + inches(rest) };
  }
  const inch = INCHES.exec(t);
  const bare = inch ?? BARE.exec(t);
  if (bare?.[1] !== undefined) {
    const n = mixedNumber(bare[1]);
    if (n === undefined) return fail('fraction-over-zero');
    return { ok: true, value: inch || system === 'imperial' ? inches(n) : n };
  }
  return fail('no-length');
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

function sixteenths(total: number): string {
  const whole = Math.floor(total / 16);
  const rest = total % 16;
  if (rest === 0) return String(whole);
  const g = gcd(rest, 16);
  const fraction = `${rest / g}/${16 / g}`;
  return whole === 0 ? fraction : `${whole} ${fraction}`;
}

export type LengthStyle = 'feet' | 'inches';

/**
 * Prints a length to the nearest 1/16 in or 1 mm.
 * @param style `feet` gives 7' 4 3/8", `inches` gives 88 3/8 in (how a tape is read)
 */
export function formatLength(
  mm: number,
  system: UnitSystem = 'imperial',
  style: LengthStyle = 'feet',
): string {
  if (!Number.isFinite(mm)) return '∞';
  const sign = mm < 0 ? '-' : '';
  const abs = Math.abs(mm);
  if (system === 'metric') {
    const n = Math.round(abs);
    return n === 0 ? '0 mm' : `${sign}${n} mm`;
  }
  const total = Math.round((abs / MM_PER_INCH) * 16);
  const s = total === 0 ? '' : sign;
  if (style === 'inches') return `${s}${sixteenths(total)} in`;
  const ft = Math.floor(total / 192);
  const rest = total % 192;
  if (ft === 0) return `${s}${sixteenths(rest)}"`;
  return `${s}${ft}' ${sixteenths(rest)}"`;
}

/** A distance as rules and people say it: `6 ft`, `5 ft 6 in`, `18 in`; `1.83 m` or `450 mm`. */
export function formatDistance(mm: number, system: UnitSystem = 'imperial'): string {
  if (!Number.isFinite(mm)) return formatLength(mm, system);
  if (system === 'metric') return mm >= 1000 ? `${Math.round(mm / 10) / 100} m` : formatLength(mm, system);
  const total = Math.round((mm / MM_PER_INCH) * 16);
  if (total < 24 * 16) return `${sixteenths(total)} in`;
  const rest = total % 192;
  return `${Math.floor(total / 192)} ft${rest === 0 ? '' : ` ${sixteenths(rest)} in`}`;
}

/** Where to mark: to the nearest 1/8 in, as a tape is read, or 1 mm. */
export const formatMark = (mm: number, system: UnitSystem = 'imperial'): string =>
  formatLength(system === 'imperial' ? inches(Math.round((mm / MM_PER_INCH) * 8) / 8) : mm, system, 'inches');

/** Cable as it is cut, mm: to the next 6 in or 0.1 m. */
export const cutLength = (mm: number, system: UnitSystem): number =>
  system === 'metric' ? 100 * Math.ceil(mm / 100 - 1e-6) : inches(6 * Math.ceil(mm / inches(6) - 1e-6));

/** Cable to cut: rounded up to 6 in, or to 0.1 m. */
export function formatCable(mm: number, system: UnitSystem = 'imperial'): string {
  if (!Number.isFinite(mm)) return formatLength(mm, system);
  const cut = cutLength(mm, system);
  return system === 'metric' ? `${(cut / 1000).toFixed(1)} m` : formatLength(cut);
}

/** Prints an area of opened wall in ft2 (to 0.1) or m2 (to 0.01). */
export function formatArea(mm2: number, system: UnitSystem = 'imperial'): string {
  return system === 'imperial'
    ? `${(mm2 / (MM_PER_FOOT * MM_PER_FOOT)).toFixed(1)} ft²`
    : `${(mm2 / 1e6).toFixed(2)} m²`;
}
