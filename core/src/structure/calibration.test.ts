import { describe, expect, it } from '@jest/globals';
import { ItemId, makeWall, type Hit, type Wall } from '../document/index.ts';
import { seeded } from '../units/seeded.ts';
import { feet, inches } from '../units/index.ts';
import { FRAMING_ERROR_MM, frameWall, HIT_ERROR_MM, oddsInMiddle, posteriorOf } from './index.ts';

/** What is said of bays, against walls that are framed, read and then opened: a thousand of each kind, always the same ones. */

const LENGTH_MM = feet(14);
const HALF_OPENING_MM = inches(1.125);
const HALF_STUD_MM = inches(0.75);
type Random = ReturnType<typeof seeded>;

interface Real {
  readonly studsMm: readonly number[];
  readonly wall: Wall;
}

/** How walls are irregular: the layout begins anew, a stud is doubled, one more stands between, one is missing. */
const KINDS = ['regular', 'restart', 'doubled', 'extra', 'missing'] as const;
type Kind = (typeof KINDS)[number];

function studsOf(random: Random, kind: Kind, spacingMm: number): number[] {
  const firstMm = random.uniform() * spacingMm;
  const off = () => random.normal() * FRAMING_ERROR_MM;
  const grid = (from: number, first: number, to: number) => {
    const out: number[] = [];
    for (let x = first + Math.ceil((from - first) / spacingMm) * spacingMm; x < to; x += spacingMm)
      out.push(x);
    return out;
  };
  const whole = grid(0, firstMm, LENGTH_MM);
  const pick = Math.floor(random.uniform() * whole.length);
  const at = whole[pick] ?? 0;
  switch (kind) {
    case 'regular':
      return whole.map((x) => x + off());
    case 'restart': {
      const from = LENGTH_MM * (0.3 + 0.4 * random.uniform());
      return [...grid(0, firstMm, from), ...grid(from, from + random.uniform() * spacingMm, LENGTH_MM)].map(
        (x) => x + off(),
      );
    }
    case 'doubled':
      return [...whole, at + 2 * HALF_STUD_MM].map((x) => x + off());
    case 'extra':
      return [...whole, at + random.uniform() * spacingMm].map((x) => x + off());
    case 'missing':
      return whole.filter((_, i) => i !== pick).map((x) => x + off());
  }
}

let n = 0;
/** Some of the studs, as a person finds them: with a magnet, a finder or a probe. */
function read(random: Random, studsMm: readonly number[], count: number): Hit[] {
  const methods: Hit['method'][] = ['magnet', 'finder', 'probe'];
  const left = [...studsMm];
  return Array.from({ length: Math.min(count, left.length) }, () => {
    const [x = 0] = left.splice(Math.floor(random.uniform() * left.length), 1);
    const method = methods[Math.floor(random.uniform() * methods.length)] ?? 'magnet';
    const atMm = Math.min(LENGTH_MM, Math.max(0, x + random.normal() * HIT_ERROR_MM[method]));
    return { id: ItemId.parse(`h${n++}`), method, atMm };
  });
}

function real(random: Random, kind: Kind, spacingMm: number, saidMm: number, count: number): Real {
  const studsMm = studsOf(random, kind, spacingMm);
  const bare = makeWall('w', 'Wall', LENGTH_MM);
  const wall = {
    ...bare,
    hits: read(random, studsMm, count),
    framing: { ...bare.framing, spacingMm: saidMm },
  };
  return { studsMm, wall };
}

interface Seen {
  readonly shown: number;
  readonly clear: boolean;
}
/** Every bay that is offered, with the odds that are shown for its middle, and whether it is clear. */
function bays({ wall, studsMm }: Real): Seen[] {
  const frame = frameWall(wall, feet(8));
  return frame.bays
    .filter((b) => b.leftMm > inches(4) && b.rightMm < LENGTH_MM - inches(4))
    .map((b) => {
      const middle = (b.leftMm + b.rightMm) / 2;
      return {
        shown: oddsInMiddle(frame, b),
        clear: !studsMm.some((x) => Math.abs(x - middle) < HALF_OPENING_MM + HALF_STUD_MM),
      };
    });
}

const share = <T>(list: readonly T[], of: (x: T) => number): number =>
  list.reduce((s, x) => s + of(x), 0) / Math.max(1, list.length);

/** Walls of a kind, with two to six readings each; spacings, and what the form says, take turns. */
function walls(kind: Kind, spacings: readonly number[], said: readonly number[], count: number): Seen[] {
  const random = seeded(7);
  const turn = (list: readonly number[], i: number) => inches(list[i % list.length] ?? 16);
  return Array.from({ length: count }, (_, i) => {
    const k = Math.floor(i / 5);
    const spacingMm = turn(spacings, k);
    return bays(real(random, kind, spacingMm, turn(said, Math.floor(k / spacings.length)), 2 + (i % 5)));
  }).flat();
}
const shown = (seen: readonly Seen[]): number => share(seen, (s) => s.shown);
const clear = (seen: readonly Seen[]): number => share(seen, (s) => Number(s.clear));
/** Of the bays that are shown as nearly sure, the share that is wood. */
const wrong = (seen: readonly Seen[]): number =>
  share(
    seen.filter((s) => s.shown >= 0.9),
    (s) => Number(!s.clear),
  );

const SPACINGS = [16, 19.2, 24] as const;

describe('what is said of bays after two to six readings', () => {
  const forms = SPACINGS.flatMap((t) => ([16, 24] as const).map((said) => [t, said] as const));
  it.each(forms)(
    'studs at %d in, the form says %d: the odds hold within 3 points, one in a hundred is wrong',
    (t, said) => {
      const seen = walls('regular', [t], [said], 400);
      expect(seen.length).toBeGreaterThan(1500);
      expect(Math.abs(shown(seen) - clear(seen))).toBeLessThan(0.03);
      expect(wrong(seen)).toBeLessThan(0.01);
      // And it is not bought by saying nothing.
      expect(seen.filter((s) => s.shown >= 0.9).length / seen.length).toBeGreaterThan(0.9);
    },
  );
  it('irregular walls, a thousand of each kind: three in a hundred are wrong', () => {
    const by = new Map(
      KINDS.filter((k) => k !== 'regular').map((k) => [k, walls(k, SPACINGS, [16, 24], 1000)] as const),
    );
    const all = [...by.values()].flat();
    expect(wrong(all)).toBeLessThan(0.03);
    expect(Math.abs(shown(all) - clear(all))).toBeLessThan(0.03);
    // A layout that begins anew is the worst of them.
    const worst = wrong(by.get('restart') ?? []);
    for (const seen of by.values()) expect(wrong(seen)).toBeLessThanOrEqual(worst);
    expect(worst).toBeLessThan(0.035);
  });
});

describe('readings that leave it open', () => {
  const wallOf = (at: readonly number[], said = 16): Wall => {
    const bare = makeWall('w', 'Wall', LENGTH_MM);
    const hits = at.map((x, i): Hit => ({ id: ItemId.parse(`o${i}`), method: 'magnet', atMm: inches(x) }));
    return { ...bare, hits, framing: { ...bare.framing, spacingMm: inches(said) } };
  };
  it('24, 72 and 120 in go with 16 as well as with 24: whatever the form says, it is not sure', () => {
    for (const said of [16, 24, 19.2]) expect(posteriorOf(wallOf([24, 72, 120], said)).sure).toBe(false);
    // One more reading between them settles it.
    expect(posteriorOf(wallOf([24, 72, 120, 40]))).toMatchObject({ sure: true, spacingMm: inches(16) });
    expect(posteriorOf(wallOf([24, 72, 120, 48]))).toMatchObject({ sure: true, spacingMm: inches(24) });
  });
  it('16, 32, 48 and 72, 88, 104 in are two layouts, with a stud where each has one', () => {
    const wall = wallOf([16, 32, 48, 72, 88, 104]);
    const p = posteriorOf(wall);
    expect(p.restartOdds).toBeGreaterThan(0.9);
    expect(p.spacingMm).toBe(inches(16));
    const frame = frameWall(wall, feet(8));
    const middles = frame.members
      .filter((m) => m.kind === 'stud')
      .map((m) => Math.round((m.leftMm + m.rightMm) / 2 / 25.4));
    // What lies between 48 and 72 nobody has read: the first layout goes on until the second begins.
    expect(middles).toEqual([16, 32, 48, 64, 72, 88, 104, 120, 136, 152]);
    expect(frame.fit.restartMm).toBeCloseTo(inches(71), 0);
    expect(frame.fit.outliers).toEqual([]);
  });
  it('one stray among readings that agree is one more piece of wood and no new layout', () => {
    const frame = frameWall(wallOf([16, 32, 48, 64, 71, 80, 96]), feet(8));
    expect(frame.fit.restartMm).toBeNull();
    expect(frame.members.filter((m) => m.kind === 'extra')).toHaveLength(1);
  });
});
