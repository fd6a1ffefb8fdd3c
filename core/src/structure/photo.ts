import { inches } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';

/**
 * A photo of a flat wall that measures: at least four points whose place on the wall is known tie the picture to it, and
 * everything else on it can be read off, with how sure that is.
 */

export interface Pixel {
  readonly x: number;
  readonly y: number;
}
export interface OnFace {
  readonly xMm: number;
  readonly heightMm: number;
}
export interface Pin {
  readonly at: Pixel;
  readonly is: OnFace;
}

/** How well a person points in a picture, px, and how well a pin was measured on the wall, mm: common practice. */
export const POINTING_PX = 1.5;
export const PIN_ERROR_MM = inches(1 / 16);
/** The least number of pins: a picture taken at an angle has eight unknowns, and each pin tells two numbers. */
export const LEAST_PINS = 4;

export interface PhotoReading extends OnFace {
  /** Standard error along the wall and up, mm. */
  readonly errorMm: OnFace;
}

/** Three by three, row by row, the last one is 1. */
type Homography = readonly number[];

interface Scale {
  readonly x: number;
  readonly y: number;
  readonly k: number;
}

/** Middle and size of a cloud of points: sums of very unlike numbers are kept out of the equations. */
function scaleOf(points: readonly Pixel[]): Scale {
  const mean = (of: (p: Pixel) => number) => points.reduce((s, p) => s + of(p), 0) / points.length;
  const [x, y] = [mean((p) => p.x), mean((p) => p.y)];
  const size = mean((p) => Math.hypot(p.x - x, p.y - y));
  return { x, y, k: size > 0 ? 1 / size : 1 };
}

/** Solves a square set of linear equations; undefined when they do not decide. Gauss with the largest pivot first. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | undefined {
  const n = right.length;
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++)
      if (Math.abs(rows[r]?.[c] ?? 0) > Math.abs(rows[best]?.[c] ?? 0)) best = r;
    const pivot = rows[best];
    if (!pivot || Math.abs(pivot[c] ?? 0) < 1e-9) return undefined;
    rows[best] = rows[c] ?? [];
    rows[c] = pivot;
    for (let r = 0; r < n; r++) {
      const row = rows[r];
      if (r === c || !row) continue;
      const f = (row[c] ?? 0) / (pivot[c] ?? 1);
      for (let k = c; k <= n; k++) row[k] = (row[k] ?? 0) - f * (pivot[k] ?? 0);
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}

interface Fitted {
  readonly h: Homography;
  readonly from: Scale;
  readonly to: Scale;
}

/** Least squares over all pins: exact for four, the best compromise for more. */
function fit(pins: readonly Pin[]): Fitted | undefined {
  const from = scaleOf(pins.map((p) => p.at));
  const to = scaleOf(pins.map((p) => ({ x: p.is.xMm, y: p.is.heightMm })));
  const rows: number[][] = [];
  const right: number[] = [];
  for (const { at, is } of pins) {
    const [x, y] = [(at.x - from.x) * from.k, (at.y - from.y) * from.k];
    const [u, v] = [(is.xMm - to.x) * to.k, (is.heightMm - to.y) * to.k];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  }
  const normal = Array.from({ length: 8 }, (_, i) =>
    Array.from({ length: 8 }, (__, j) => rows.reduce((s, row) => s + (row[i] ?? 0) * (row[j] ?? 0), 0)),
  );
  const h = solve(
    normal,
    Array.from({ length: 8 }, (_, i) => rows.reduce((s, row, r) => s + (row[i] ?? 0) * (right[r] ?? 0), 0)),
  );
  return h && { h: [...h, 1], from, to };
}

function apply({ h, from, to }: Fitted, at: Pixel): OnFace {
  const [x, y] = [(at.x - from.x) * from.k, (at.y - from.y) * from.k];
  const row = (i: number): number => (h[i] ?? 0) * x + (h[i + 1] ?? 0) * y + (h[i + 2] ?? 0);
  const w = row(6);
  return { xMm: row(0) / w / to.k + to.x, heightMm: row(3) / w / to.k + to.y };
}

export interface PinnedPhoto {
  /** Where a point of the picture is on the wall, and how sure that is. */
  readonly read: (at: Pixel) => PhotoReading;
  /** How far the pins lie from where the picture has them, root mean square, mm; 0 with four. */
  readonly misfitMm: number;
}

/** A photo that measures, or what is missing for it. */
export type Pinned =
  { readonly ok: true; readonly value: PinnedPhoto } | { readonly ok: false; readonly message: Text };

/** Ties a picture to a wall. Refuses fewer than four pins, and pins that lie on a line. */
export function pinPhoto(pins: readonly Pin[]): Pinned {
  if (pins.length < LEAST_PINS)
    return { ok: false, message: msg('structure.photo.more-pins', { n: LEAST_PINS - pins.length }) };
  const whole = fit(pins);
  if (!whole) return { ok: false, message: msg('structure.photo.in-line') };
  // How the answer moves when one number of one pin is off by its error.
  const moved = pins.flatMap((pin, i) =>
    (
      [
        { ...pin, at: { ...pin.at, x: pin.at.x + POINTING_PX } },
        { ...pin, at: { ...pin.at, y: pin.at.y + POINTING_PX } },
        { ...pin, is: { ...pin.is, xMm: pin.is.xMm + PIN_ERROR_MM } },
        { ...pin, is: { ...pin.is, heightMm: pin.is.heightMm + PIN_ERROR_MM } },
      ] satisfies Pin[]
    ).flatMap((other) => fit(pins.map((p, k) => (k === i ? other : p))) ?? []),
  );
  const misfit = pins.map((p) => {
    const r = apply(whole, p.at);
    return Math.hypot(r.xMm - p.is.xMm, r.heightMm - p.is.heightMm);
  });
  return {
    ok: true,
    value: {
      misfitMm: Math.sqrt(misfit.reduce((s, m) => s + m * m, 0) / misfit.length),
      read: (at) => {
        const place = apply(whole, at);
        const others = [
          ...moved.map((f) => apply(f, at)),
          apply(whole, { ...at, x: at.x + POINTING_PX }),
          apply(whole, { ...at, y: at.y + POINTING_PX }),
        ];
        const spread = (of: (p: OnFace) => number): number =>
          Math.sqrt(others.reduce((s, o) => s + (of(o) - of(place)) ** 2, 0));
        return { ...place, errorMm: { xMm: spread((p) => p.xMm), heightMm: spread((p) => p.heightMm) } };
      },
    },
  };
}
