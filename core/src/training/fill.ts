import { BOXES } from '../catalog/index.ts';
import { packFor, type BoxContents } from '../codes/index.ts';
import { makeHouse } from '../document/index.ts';
import { cubicInches, type Dice } from '../units/index.ts';
import { allOf, apart, msg, q, type Text } from '../words/index.ts';
import type { Drill, Level } from './drill.ts';
import { question } from './why.ts';

/** How much room a box needs, by eye: conductors, grounds, clamps, devices. */

type Wire = '14' | '12';
interface Run {
  readonly gauge: Wire;
  readonly conductors: 2 | 3;
}
const KINDS = ['receptacle', 'switch', 'receptacle-gfci'] as const;

/** What is asked of after the right sum: what people most often count wrong. */
const WHYS = ['grounds', 'device', 'pigtails'] as const;

const largest = (runs: readonly Run[]): Wire => (runs.some((r) => r.gauge === '12') ? '12' : '14');

/** A box with cables and devices, by chance. */
function boxOf(dice: Dice, level: Level) {
  const gangs = level === 1 ? 1 : 1 + dice.below(2);
  const count = level === 1 ? 1 + dice.below(2) : 2 + dice.below(3);
  const one = dice.one<Wire>(['14', '12']);
  const runs = Array.from({ length: count }, (): Run => ({
    // From the third level on gauges are mixed.
    gauge: level === 3 ? dice.one<Wire>(['14', '12']) : one,
    conductors: level > 1 && dice.below(3) === 0 ? 3 : 2,
  }));
  const box = dice.one(
    BOXES.filter((b) => b.gangs === gangs && (b.mounting === 'old-work' || b.mounting === 'new-work')),
  );
  const kinds = Array.from({ length: gangs }, () => dice.one(level === 1 ? KINDS.slice(0, 2) : KINDS));
  return { gangs, runs, box, kinds };
}
type Drawn = ReturnType<typeof boxOf>;

function contentsOf({ runs, box, kinds }: Drawn): BoxContents {
  const of = (gauge: Wire) => runs.filter((r) => r.gauge === gauge);
  const conductors: BoxContents['conductors'] = Object.fromEntries(
    (['14', '12'] as const)
      .filter((g) => of(g).length > 0)
      .map((g) => [g, of(g).reduce((n, r) => n + r.conductors, 0)]),
  );
  return {
    conductors,
    grounds: runs.length,
    largestGround: largest(runs),
    clampsInside: box.clampsInside,
    yokes: kinds.map(() => ({ gangs: 1, gauge: largest(runs) })),
  };
}

/** What comes out where a device is counted once, every ground is, clamps are left out or a conductor is forgotten; cu in. */
function slipsOf({ runs, box, kinds }: Drawn, right: number, each: number): number[] {
  const slips = [
    // A device counted once, every ground counted, clamps left out or counted where there are none, a conductor too few.
    right - each * kinds.length,
    right + each * (runs.length - 1),
    right + (box.clampsInside ? -each : each),
    right - each,
    right + each * 2,
  ];
  // Volumes that read alike are one.
  return slips
    .filter((s, i) => s > 0 && slips.findIndex((o) => cubicInches(o) === cubicInches(s)) === i)
    .filter((s) => cubicInches(s) !== cubicInches(right))
    .slice(0, 3);
}

/** A drill in box fill. */
export function fillDrill(dice: Dice, level: Level): Drill {
  const pack = packFor(makeHouse('drill', 'Drill'));
  const drawn = boxOf(dice, level);
  const { runs, box, kinds } = drawn;
  const contents = contentsOf(drawn);
  const fill = pack.fill(contents);
  const volume = (of: Partial<BoxContents>) => pack.fill({ ...contents, ...of }).cubicInches;
  const each = volume({ grounds: 1 }) - volume({ grounds: 0, largestGround: null });
  const right = fill.cubicInches;
  const wrong = slipsOf(drawn, right, each);
  const sum = apart(
    fill.items.map((i) =>
      msg('training.fill.item', { what: i.what, count: i.count, each: q.volume(i.eachCubicInches) }),
    ),
  );
  const because: Text = msg(
    right <= box.volumeCubicInches ? 'training.fill.fits' : 'training.fill.too-full',
    {
      sum,
      need: q.volume(right),
      have: q.volume(box.volumeCubicInches),
    },
  );
  const why = dice.one(WHYS);
  return {
    kind: 'fill',
    level,
    scene: [
      msg('training.fill.box', { box: box.name, clamps: box.clampsInside ? 'inside' : 'none' }),
      msg('training.fill.cables', {
        cables: allOf(
          runs.map((r) => msg('training.fill.cable', { gauge: r.gauge, conductors: r.conductors })),
        ),
        n: runs.length,
      }),
      msg('training.fill.devices', { devices: allOf(kinds.map((k) => msg(`names.device.${k}`))) }),
    ],
    box: null,
    moves: () => [],
    does: () => ({ is: 'shown', says: '' }),
    tooSoon: () => null,
    answer: question(
      dice,
      msg('training.fill.asks'),
      q.volume(right),
      wrong.map((w) => q.volume(w)),
      because,
    ),
    why: question(
      dice,
      msg(`training.fill.why.${why}`),
      msg(`training.fill.why-right.${why}`),
      [msg(`training.fill.why-wrong.${why}`), msg(`training.fill.why-other.${why}`)],
      msg(`training.fill.why-because.${why}`),
    ),
    best: [],
  };
}
