import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { seeded } from '../units/seeded.ts';
import { inches } from '../units/index.ts';
import { PIN_ERROR_MM, pinPhoto, POINTING_PX, type OnFace, type Pin, type Pixel } from './index.ts';
import { heard, said } from '../testing/said.ts';

/** A pinhole camera before a wall, by first principles: turned aside and tilted, so far away, so many pixels of focal length. */
const camera =
  (turn: number, tilt: number, awayMm: number) =>
  ({ xMm, heightMm }: OnFace): Pixel => {
    const [x, y] = [xMm - 1800, heightMm - 1200];
    const [x1, z1] = [x * Math.cos(turn), awayMm + x * Math.sin(turn)];
    const [y2, z2] = [y * Math.cos(tilt) - z1 * Math.sin(tilt), z1 * Math.cos(tilt) + y * Math.sin(tilt)];
    return { x: 2000 + (2800 * x1) / z2, y: 1500 - (2800 * y2) / z2 };
  };
const face = (x: number, y: number): OnFace => ({ xMm: inches(x), heightMm: inches(y) });
const corners = [face(10, 10), face(130, 10), face(130, 90), face(10, 90)];
const pinsOf = (shot: (p: OnFace) => Pixel, places = corners): Pin[] =>
  places.map((is) => ({ at: shot(is), is }));
const pinned = (pins: readonly Pin[]) => {
  const r = pinPhoto(pins);
  if (!r.ok) throw new Error(said(r.message));
  return r.value;
};

describe('a photo that is pinned to a wall', () => {
  it('gives back every place of the wall, from wherever it was taken', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.double({ min: -0.4, max: 0.4, noNaN: true }),
        fc.double({ min: 2500, max: 6000, noNaN: true }),
        fc.integer({ min: 5, max: 135 }),
        fc.integer({ min: 5, max: 95 }),
        (turn, tilt, away, x, y) => {
          const shot = camera(turn, tilt, away);
          const r = pinned(pinsOf(shot)).read(shot(face(x, y)));
          expect(r.xMm).toBeCloseTo(inches(x), 3);
          expect(r.heightMm).toBeCloseTo(inches(y), 3);
        },
      ),
    ));
  it('says how sure it is: within a sixth of what throwing the errors two thousand times gives', () => {
    const shot = camera(0.4, -0.1, 3500);
    const exact = pinsOf(shot, [...corners, face(70, 50)]);
    const at = shot(face(100, 40));
    const told = pinned(exact).read(at).errorMm;
    const { normal } = seeded(7);
    const shake = (p: Pixel): Pixel => ({ x: p.x + POINTING_PX * normal(), y: p.y + POINTING_PX * normal() });
    const n = 2000;
    let [sx, sy] = [0, 0];
    for (let i = 0; i < n; i++) {
      const pins = exact.map((p) => ({
        at: shake(p.at),
        is: { xMm: p.is.xMm + PIN_ERROR_MM * normal(), heightMm: p.is.heightMm + PIN_ERROR_MM * normal() },
      }));
      const r = pinned(pins).read(shake(at));
      sx += (r.xMm - inches(100)) ** 2;
      sy += (r.heightMm - inches(40)) ** 2;
    }
    expect(told.xMm / Math.sqrt(sx / n)).toBeGreaterThan(5 / 6);
    expect(told.xMm / Math.sqrt(sx / n)).toBeLessThan(7 / 6);
    expect(told.heightMm / Math.sqrt(sy / n)).toBeGreaterThan(5 / 6);
    expect(told.heightMm / Math.sqrt(sy / n)).toBeLessThan(7 / 6);
  });
  it('is less sure outside of its pins than between them', () => {
    const shot = camera(0.3, 0, 3500);
    const photo = pinned(pinsOf(shot, [face(10, 10), face(50, 10), face(50, 50), face(10, 50)]));
    expect(photo.read(shot(face(120, 30))).errorMm.xMm).toBeGreaterThan(
      3 * photo.read(shot(face(30, 30))).errorMm.xMm,
    );
  });
  it('shows a pin that was measured wrong by how badly the five fit', () => {
    const shot = camera(0.2, 0.1, 3500);
    const good = pinsOf(shot, [...corners, face(70, 50)]);
    expect(pinned(good).misfitMm).toBeLessThan(0.01);
    const bad = good.map((p, i) => (i === 4 ? { ...p, is: face(74, 50) } : p));
    expect(pinned(bad).misfitMm).toBeGreaterThan(inches(1));
  });
  it('is refused with three pins, and with pins on a line', () => {
    const shot = camera(0, 0, 3000);
    expect(heard(pinPhoto(pinsOf(shot, corners.slice(0, 3))))).toMatchObject({
      ok: false,
      message: expect.stringContaining('1 more'),
    });
    expect(
      heard(
        pinPhoto(
          pinsOf(
            shot,
            [10, 40, 70, 100].map((x) => face(x, 20)),
          ),
        ),
      ),
    ).toMatchObject({
      ok: false,
      message: expect.stringContaining('line'),
    });
  });
});
