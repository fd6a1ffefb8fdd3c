import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import { speaker, type Text } from '../words/index.ts';
import {
  answerMove,
  DRILL_KINDS,
  drillOf,
  LEVELS,
  NO_PROGRESS,
  play,
  progressAfter,
  TO_NEXT_LEVEL,
  whyMove,
  type Drill,
  type DrillKind,
  type Played,
} from './index.ts';

const say = speaker('imperial');
const SEEDS: Readonly<Record<DrillKind, number>> = {
  dead: runs(40),
  breaker: runs(60),
  box: runs(8),
  'switch-loop': runs(8),
  'line-load': runs(20),
  fill: runs(80),
  fault: runs(5),
};
const all = DRILL_KINDS.flatMap((kind) => LEVELS.map((level) => ({ kind, level })));
const drills = (kind: DrillKind, level: Drill['level']) =>
  Array.from({ length: SEEDS[kind] }, (_, seed) => drillOf(kind, level, seed));
const solved = (d: Drill): string[] => [...d.best, answerMove(d.answer.right), whyMove(d.why.right)];
/** Everything that a person may read of it. */
const texts = (p: Played): Text[] => [
  ...p.scene,
  ...p.gone.flatMap((g) => [g.says, g.shows]),
  ...p.moves.map((m) => m.says),
  ...(p.question ? [p.question.asks, ...p.question.choices.map((c) => c.says)] : []),
  ...(p.end ? [p.end.because] : []),
];

describe.each(all)('drills of $kind at level $level', ({ kind, level }) => {
  const made = drills(kind, level);
  it('the shortest way leads to the right answer without a wrong step, every move of it one that is offered', () => {
    for (const d of made) {
      const end = play(d, solved(d));
      expect([end.end?.is, end.gone.length]).toEqual(['right', d.best.length]);
      expect(end.readings).toBe(end.best?.readings);
    }
  });
  it('the answer is among the choices once, and they differ', () => {
    for (const d of made)
      for (const q of [d.answer, d.why]) {
        expect(q.choices.filter((c) => c.id === q.right)).toHaveLength(1);
        const said = q.choices.map((c) => say(c.says));
        expect(new Set(said).size).toBe(said.length);
        expect(said.length).toBeGreaterThan(1);
      }
  });
  it('every sentence of it can be said', () => {
    for (const d of made.slice(0, 10))
      for (const p of [
        play(d, []),
        play(d, d.best),
        play(d, [...d.best, answerMove(d.answer.right)]),
        play(d, solved(d)),
      ])
        for (const t of texts(p)) expect(say(t)).not.toBe('');
  });
  it('the right answer with the wrong reason does not count, and a wrong answer ends it', () => {
    for (const d of made) {
      const wrongWhy = d.why.choices.find((c) => c.id !== d.why.right)!;
      expect(play(d, [...d.best, answerMove(d.answer.right), whyMove(wrongWhy.id)]).end?.is).toBe(
        'misunderstood',
      );
      const wrong = d.answer.choices.find((c) => c.id !== d.answer.right)!;
      expect(play(d, [...d.best, answerMove(wrong.id)]).end?.is).toBe('wrong');
    }
  });
  it('the same seed gives the same drill', () => {
    const [a, b] = [drillOf(kind, level, 3), drillOf(kind, level, 3)];
    expect(play(a, solved(a))).toEqual(play(b, solved(b)));
  });
});

describe('a wrong safety step ends a drill with its reason', () => {
  /** Reasons that were given when moves of the shortest way were left out, put in a wrong order, or made at once. */
  const reasons = (kind: DrillKind): string[] => {
    const out = new Set<string>();
    for (const level of LEVELS)
      for (const d of drills(kind, level)) {
        const tries = [
          ...d.best.map((_, i) => d.best.filter((_x, k) => k !== i)),
          ...d.best.map((m) => [m]),
          [],
          ...play(d, []).moves.map((m) => [m.id]),
          ...play(d, d.best).moves.map((m) => [...d.best, m.id]),
        ];
        for (const t of tries) {
          const { end } = play(d, [...t, answerMove(d.answer.right)]);
          if (end?.is === 'unsafe') out.add(say(end.because));
        }
      }
    return [...out];
  };
  it.each([
    [
      'dead',
      [
        /10 A jack/,
        /live receptacle out of its box/,
        /before both its outlets were tested dead/,
        /with the breaker on/,
        /measured since the breaker was turned off/,
        /something in the box is live/,
        /voltage that nobody explained/,
        /known live outlet first/,
        /known live outlet afterward/,
      ],
    ],
    ['breaker', [/freezer lost power/, /Nobody has seen the lamp go out/, /guess among/]],
    ['box', [/without testing it dead/, /worked on live wires/, /ohmmeter to a live circuit/]],
    ['switch-loop', [/without testing it dead/]],
    ['line-load', [/worked on live wires/, /without testing it dead/]],
    ['fault', [/ohmmeter to a live circuit/, /nothing has been read/]],
  ] as const)('%s', (kind, wanted) => {
    const said = reasons(kind);
    for (const reason of wanted) expect(said).toContainEqual(expect.stringMatching(reason));
  });
});

it('a box that was tested while its breaker was on was not tested dead', () => {
  for (const kind of ['line-load', 'box', 'switch-loop'] as const) {
    const d = drillOf(kind, 1, 1);
    const early = kind === 'line-load' ? ['test', 'off', 'apart'] : ['on', 'test', 'off', 'apart'];
    const { end } = play(d, early);
    expect([end?.is, end && say(end.because)]).toEqual([
      'unsafe',
      expect.stringMatching(/without testing it dead/),
    ]);
    expect(play(d, [...early.slice(0, -1), 'test', 'apart']).end).toBeNull();
  }
});

describe('dead or not', () => {
  const findDead = (text: RegExp) =>
    LEVELS.flatMap((l) => drills('dead', l)).find((d) => text.test(say(d.why.asks)))!;
  const shows = (d: Drill, ids: readonly string[]) => say(play(d, ids).gone.at(-1)!.shows);
  it('with its tab broken off the bottom outlet stays live on the other breaker', () => {
    const d = findDead(/both outlets of one receptacle/);
    // Beside the live red the dead black has a ghost on it.
    expect(shows(d, ['meter', 'off-7', 'top'])).toMatch(/^[1-9]\d\.\d V, /);
    expect(shows(d, ['meter', 'off-7', 'bottom'])).toMatch(/^12\d\.\d V|^11\d\.\d V/);
    expect(shows(d, ['meter', 'off-7', 'off-12', 'bottom'])).toMatch(/^0\.0 V, 0\.0 V/);
  });
  it('a ghost shows on the meter and goes on 3 kohm', () => {
    const d = findDead(/showed a voltage on a dead wire/);
    const [volts] = shows(d, ['meter', 'off-7', 'top']).split(' ');
    expect(Number(volts)).toBeGreaterThan(15);
    expect(Number(volts)).toBeLessThan(100);
    expect(shows(d, ['meter', 'off-7', 'top', 'low-z'])).toMatch(/^0\.0 V, 0\.0 V/);
  });
  it('a second circuit is found at the wires only', () => {
    const d = findDead(/every wire, after both/);
    expect(shows(d, ['meter', 'off-7', 'top', 'bottom', 'open', 'wires'])).toMatch(/12\d\.\d V|11\d\.\d V/);
  });
});

describe('how far somebody has come', () => {
  const after = (...ends: Parameters<typeof progressAfter>[1][]) => ends.reduce(progressAfter, NO_PROGRESS);
  it('so many right in a row lead to the next level, and no further than the last', () => {
    const three = Array.from({ length: TO_NEXT_LEVEL }, () => 'right' as const);
    expect(after(...three)).toEqual({ level: 2, inARow: 0, done: 3, right: 3, unsafe: 0 });
    expect(after(...three, ...three, ...three)).toMatchObject({ level: 3, inARow: 3, right: 9 });
  });
  it('a right answer that was not understood counts nothing; an unsafe step takes a level away', () => {
    expect(after('right', 'right', 'misunderstood')).toMatchObject({
      level: 1,
      inARow: 0,
      right: 2,
      done: 3,
    });
    expect(after('right', 'right', 'right', 'right', 'unsafe')).toMatchObject({
      level: 1,
      inARow: 0,
      unsafe: 1,
    });
    expect(after('unsafe')).toMatchObject({ level: 1 });
    expect(after('wrong')).toMatchObject({ done: 1, right: 0 });
  });
});
