import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { isReceptacleDevice } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { partsPlanOf, workPlanOf } from '../evaluation/prove-option.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { proveParts, proveWork, type PartsPlan, type StepOfPlan, type WorkPlan } from './index.ts';
import { heard } from '../testing/said.ts';

const plans = fc.sample(anyWiring, { numRuns: 140, seed: 5 }).flatMap((b) => {
  const e = evaluate(b);
  if (!e.chosen) return [];
  const work = workPlanOf(e.bundle, e.chosen.option, e.chosen);
  const parts = partsPlanOf(e.bundle, e.chosen.applied, e.chosen, e.chosen.option);
  return [{ work, parts }];
});
const works = plans.map((p) => p.work);

/** Changes the acts of every step. */
const acts = (plan: WorkPlan, change: (s: StepOfPlan) => StepOfPlan['does']): WorkPlan => ({
  ...plan,
  steps: plan.steps.map((s) => ({ ...s, does: change(s) })),
});
const without = (plan: WorkPlan, drop: (s: StepOfPlan) => boolean): WorkPlan | null => {
  const steps = plan.steps.filter((s) => !drop(s));
  return steps.length < plan.steps.length ? { ...plan, steps } : null;
};
/** The first step that fits goes to the front, with nothing to wait for. */
const first = (plan: WorkPlan, fits: (s: StepOfPlan) => boolean): WorkPlan | null => {
  const step = plan.steps.find(fits);
  return step ? { ...plan, steps: [{ ...step, after: [] }, ...plan.steps.filter((s) => s !== step)] } : null;
};
const does = (act: StepOfPlan['does'][number]['act']) => (s: StepOfPlan) => s.does.some((a) => a.act === act);

const besideBox = (p: WorkPlan, at: { wallId?: string; xMm?: number }): boolean =>
  p.before.points.some(
    (x) =>
      x.at.on === 'wall' &&
      x.at.wallId === at.wallId &&
      Math.abs(x.at.xMm - (at.xMm ?? 0)) < 300 &&
      p.before.cables.some((c) => [c.from, c.to].some((e) => e.at === 'point' && e.pointId === x.id)),
  );

const WRONG: readonly (readonly [string, readonly string[], (p: WorkPlan) => WorkPlan | null])[] = [
  ['the power is never turned off', ['live'], (p) => without(p, does('off'))],
  [
    'one breaker of several is left on',
    ['live'],
    (p) => {
      const off = p.steps.find(does('off'))?.does.find((a) => a.act === 'off');
      return off?.act === 'off' && off.breakers.length > 1
        ? acts(p, (s) => s.does.map((a) => (a.act === 'off' ? { ...a, breakers: a.breakers.slice(1) } : a)))
        : null;
    },
  ],
  [
    'a box is forgotten in the list of what is tested dead',
    ['live', 'not opened'],
    (p) => without(p, (s) => s === p.steps.find(does('prove'))),
  ],
  ['a box is tested dead before the breaker is off', ['live'], (p) => first(p, does('prove'))],
  [
    'a box that is worked in is tested dead from outside',
    ['not reached'],
    (p) =>
      p.steps.some(does('open'))
        ? acts(p, (s) =>
            s.does.map((a) => (a.act === 'prove' && does('open')(s) ? { ...a, through: 'slots' } : a)),
          )
        : null,
  ],
  [
    'a switch that a cut comes near is measured in slots that it doesn’t have',
    ['not reached'],
    (p) => {
      const plain = new Set(
        p.before.points.flatMap((x) => (x.devices.some(isReceptacleDevice) ? [] : [x.id as string])),
      );
      const near = (s: StepOfPlan) =>
        !does('open')(s) && s.does.some((a) => a.act === 'prove' && plain.has(a.point));
      return p.steps.some(near)
        ? acts(p, (s) => s.does.map((a) => (a.act === 'prove' && near(s) ? { ...a, through: 'slots' } : a)))
        : null;
    },
  ],
  ['a box is wired first thing', ['live', 'no cable yet'], (p) => first(p, does('wire'))],
  [
    'a hole is drilled beside a live box',
    ['live'],
    (p) => first(p, (s) => s.does.some((a) => a.act === 'bore' && 'wallId' in a.at && besideBox(p, a.at))),
  ],
  [
    'an opening is cut beside a live box',
    ['live'],
    (p) => first(p, (s) => s.key.startsWith('cut:') && s.after.includes('dead')),
  ],
  [
    'the cable is pulled before its hole',
    ['no hole yet'],
    (p) =>
      p.legs.some((l) => l.holes.length > 0)
        ? first(p, (s) => s.does.some((a) => a.act === 'pull' && (p.legs[a.leg - 1]?.holes.length ?? 0) > 0))
        : null,
  ],
  [
    'a strip is cut and never put up',
    ['order', 'not lit'],
    (p) => without(p, (s) => s.does.some((a) => a.act === 'strip' && a.what === 'mount')),
  ],
  [
    'a strip is tested before there is power for it',
    ['order', 'off'],
    (p) => first(p, (s) => s.does.some((a) => a.act === 'strip' && a.what === 'test')),
  ],
  [
    'a hole is in no step',
    ['no hole yet'],
    (p) => (p.steps.some(does('bore')) ? acts(p, (s) => s.does.filter((a) => a.act !== 'bore')) : null),
  ],
  [
    'one hole is drilled twice',
    ['one hole twice'],
    (p) => {
      const step = p.steps.find(does('bore'));
      return step
        ? {
            ...p,
            steps: p.steps.flatMap((s) => (s === step ? [s, { ...s, key: `${s.key}b`, minutes: 0 }] : [s])),
          }
        : null;
    },
  ],
  [
    'a cable is never pulled',
    ['no cable yet'],
    (p) => (p.legs.length > 0 ? acts(p, (s) => s.does.filter((a) => a.act !== 'pull')) : null),
  ],
  ['a box is never wired', ['not wired'], (p) => without(p, (s) => s === p.steps.find(does('wire')))],
  [
    'a box is wired twice',
    ['twice'],
    (p) => {
      const step = p.steps.find(does('wire'));
      return step
        ? {
            ...p,
            steps: p.steps.flatMap((s) => (s === step ? [s, { ...s, key: `${s.key}b`, minutes: 0 }] : [s])),
          }
        : null;
    },
  ],
  ['a box stays open', ['open'], (p) => acts(p, (s) => s.does.filter((a, i) => a.act !== 'close' || i > 0))],
  [
    'the power comes on before the boxes are closed',
    ['open'],
    (p) => {
      const on = p.steps.find(does('on'));
      const close = p.steps.findIndex(does('close'));
      return on
        ? {
            ...p,
            steps: [
              ...p.steps.slice(0, close),
              { ...on, after: [] },
              ...p.steps.slice(close).filter((s) => s !== on),
            ],
          }
        : null;
    },
  ],
  [
    'a breaker is never turned on again',
    ['off'],
    (p) => (p.steps.some(does('off')) ? acts(p, (s) => s.does.filter((a) => a.act !== 'on')) : null),
  ],
  [
    'what was installed is not tested',
    ['not tested'],
    (p) => acts(p, (s) => s.does.filter((a) => a.act !== 'test')),
  ],
  [
    'it is tested before the power is on',
    ['off'],
    (p) => {
      const test = p.steps.find(does('test'));
      const on = p.steps.findIndex(does('on'));
      return test && p.steps.some(does('off'))
        ? {
            ...p,
            steps: [
              ...p.steps.slice(0, on),
              { ...test, after: [] },
              ...p.steps.slice(on).filter((s) => s !== test),
            ],
          }
        : null;
    },
  ],
  ['a step comes before what it waits for', ['order'], (p) => ({ ...p, steps: [...p.steps].reverse() })],
  [
    'a stud is drilled through a box that nobody has opened',
    ['no open box'],
    (p) =>
      p.legs.some((l) => l.holes.some((h) => h.byHand.length > 0))
        ? acts(p, (s) => s.does.filter((a) => a.act !== 'open' && a.act !== 'cut'))
        : null,
  ],
  [
    'a stud is drilled through a box that is nailed to the framing',
    ['no open box'],
    (p) =>
      p.legs.some((l) => l.holes.some((h) => h.byHand.length > 0))
        ? {
            ...p,
            // Only boxes that were there are left open, and none of them comes out.
            before: {
              ...p.before,
              points: p.before.points.map((x) => ({ ...x, box: { ...x.box, model: 'new-1g-18' } })),
            },
            boxes: p.boxes.map((b) => ({ ...b, replaced: false })),
            steps: p.steps.map((s) => ({ ...s, does: s.does.filter((a) => a.act !== 'cut') })),
          }
        : null,
  ],
  [
    'the opening of a new box is never cut',
    ['no opening'],
    (p) => without(p, (s) => s.key.startsWith('cut:')),
  ],
  ['the plan says less time than its steps take', ['minutes'], (p) => ({ ...p, minutes: p.minutes - 12 })],
];

describe('the work of generated plans, carried out', () => {
  it('touches nothing live and leaves nothing undone', () => {
    expect(works.length).toBeGreaterThan(100);
    for (const w of works) expect(heard(proveWork(w).map((f) => f.says))).toEqual([]);
  });
  it.each(WRONG)('a seeded mistake is found: %s', (_, told, spoil) => {
    let tried = 0;
    for (const w of works) {
      const bad = spoil(w);
      if (!bad || tried >= 10) continue;
      tried += 1;
      expect(
        proveWork(bad)
          .map((f) => f.what)
          .filter((x) => told.includes(x)),
      ).not.toEqual([]);
    }
    expect(tried).toBeGreaterThan(0);
  });
});

const line = (p: PartsPlan, fits: (key: string) => boolean, to: string | null): PartsPlan | null => {
  const hit = p.lines.some((l) => fits(l.partKey));
  if (!hit) return null;
  return {
    ...p,
    lines: p.lines.flatMap((l) => (fits(l.partKey) ? (to === null ? [] : [{ ...l, partKey: to }]) : [l])),
  };
};
/** The drivers of a plan with strips, of another rating. */
const driversOf = (p: PartsPlan, watts: string): PartsPlan | null =>
  p.strips.some((s) => s.pieces.length > 0)
    ? {
        ...p,
        lines: p.lines.map((l) =>
          l.partKey.startsWith('driver-') ? { ...l, partKey: l.partKey.replace(/\d+$/, watts) } : l,
        ),
      }
    : null;

const SHORT: readonly (readonly [string, readonly string[], (p: PartsPlan) => PartsPlan | null])[] = [
  [
    'an indoor receptacle outdoors',
    ['no part'],
    (p) => line(p, (k) => k === 'receptacle-15-wr', 'receptacle-15'),
  ],
  [
    'an indoor GFCI outdoors',
    ['no part'],
    (p) => line(p, (k) => k.startsWith('gfci') && k.endsWith('-wr'), 'gfci-15'),
  ],
  ['an indoor plate outdoors', ['no cover'], (p) => line(p, (k) => k.startsWith('cover-in-use'), 'plate-1')],
  [
    'an ordinary receptacle on 240 V',
    ['no part'],
    (p) => line(p, (k) => k.startsWith('receptacle-240'), 'receptacle-20'),
  ],
  ['the receptacle forgotten', ['no part'], (p) => line(p, (k) => k.startsWith('receptacle-'), null)],
  ['the switch forgotten', ['no part'], (p) => line(p, (k) => k === 'switch', null)],
  ['the box forgotten', ['no box'], (p) => line(p, (k) => k.startsWith('box:'), null)],
  [
    'the plate forgotten',
    ['no cover'],
    (p) => line(p, (k) => k.startsWith('plate-') && k !== 'plate-blank', null),
  ],
  [
    'too few connectors',
    ['connectors'],
    (p) => {
      const l = p.lines.find((x) => x.partKey.startsWith('twist') || x.partKey.startsWith('lever'));
      return l ? { ...p, lines: p.lines.map((x) => (x === l ? { ...x, needed: 0 } : x)) } : null;
    },
  ],
  [
    'the ground screw of a metal box forgotten',
    ['ground screw'],
    (p) => line(p, (k) => k === 'ground-screw', null),
  ],
  [
    'a roll that is too short',
    ['cable'],
    (p) =>
      p.cable.length > 0 ? { ...p, cable: p.cable.map((c) => ({ pieces: c.pieces, boughtMm: 100 })) } : null,
  ],
  [
    'cable that is thinner than the run',
    ['cable'],
    (p) =>
      p.cable.length > 0
        ? {
            ...p,
            cable: p.cable.map((c) => ({
              ...c,
              pieces: c.pieces.map((x) => ({ ...x, gauge: '8' as const })),
            })),
          }
        : null,
  ],
  [
    'a piece at hand that is not there',
    ['cable'],
    (p) =>
      p.cable.length > 0
        ? { ...p, cable: p.cable.map((c) => ({ pieces: c.pieces, leftover: 'gone' })) }
        : null,
  ],
  [
    'a piece at hand that is cut twice',
    ['cable'],
    (p) => {
      const c = p.cable.find((x) => 'leftover' in x);
      return c ? { ...p, cable: [...p.cable, c] } : null;
    },
  ],
  [
    'the sealant outside forgotten',
    ['not sealed outside'],
    (p) => line(p, (k) => k === 'sealant-outdoor', null),
  ],
  [
    'no patch for what is opened',
    ['no patch'],
    (p) => (p.opened.length > 0 ? line(p, (k) => k.startsWith('patch'), null) : null),
  ],
  [
    'board of another thickness for what is opened',
    ['no patch'],
    (p) => (p.opened.length === 0 ? null : line(p, (k) => k === 'patch-board-1/2', 'patch-board-3/8')),
  ],
  [
    'nothing to smooth a patch with',
    ['no patch'],
    (p) => (p.opened.length === 0 ? null : line(p, (k) => /^patch-(compound|plaster)$/.test(k), null)),
  ],
  [
    'a light of a row forgotten',
    ['row', 'no part'],
    (p) => (p.rows.length === 0 ? null : line(p, (k) => k === 'luminaire', null)),
  ],
  [
    'a row that nothing holds',
    ['row'],
    (p) => (p.rows.length === 0 ? null : line(p, (k) => /^(hanging-screws|toggle-bolts)$/.test(k), null)),
  ],
  [
    'a tool that nobody brings',
    ['tool'],
    (p) => ({ ...p, tools: { ...p.tools, listed: p.tools.listed.filter((t) => t !== 'wire-strippers') } }),
  ],
  [
    'a toggle where all are to look alike',
    ['no part'],
    (p) => (p.decorator ? line(p, (k) => k === 'receptacle-decorator-15', 'receptacle-15') : null),
  ],
  [
    'a plate that does not fit a flat face',
    ['no cover'],
    (p) => {
      const bought = (key: RegExp) =>
        p.lines.some((l) => key.test(l.partKey) && l.why.length === 1 && l.why[0] === 'new 1');
      return p.movedFrom.size === 0 &&
        bought(/^(receptacle|switch)-decorator/) &&
        bought(/^plate-decorator-1$/)
        ? line(p, (k) => k === 'plate-decorator-1', 'plate-1')
        : null;
    },
  ],
  ['tape forgotten', ['tool'], (p) => line(p, (k) => k === 'electrical-tape', null)],
  ['a driver that is too small for its strip', ['strip'], (p) => driversOf(p, '1')],
  ['a driver that gives more than Class 2 allows', ['strip'], (p) => driversOf(p, '150')],
  [
    'a reel of strip forgotten',
    ['strip'],
    (p) =>
      p.strips.some((s) => s.pieces.length > 0)
        ? line(p, (k) => /^strip-(accent|cabinet|task|bright)/.test(k), null)
        : null,
  ],
  ['a run that is not on the bill', ['cable'], (p) => (p.runs.length > 0 ? { ...p, cable: [] } : null)],
  [
    'a receptacle that nothing uses',
    ['bought for nothing'],
    (p) => ({ ...p, lines: [...p.lines, { partKey: 'receptacle-15', needed: 1, why: ['nobody'] }] }),
  ],
];

describe('the parts of generated plans, laid out', () => {
  it('are what boxes, runs and places need', () => {
    for (const { parts } of plans) expect(heard(proveParts(parts).map((f) => f.says))).toEqual([]);
  });
  it.each(SHORT)('a seeded mistake is found: %s', (_, told, spoil) => {
    let tried = 0;
    for (const { parts } of plans) {
      const bad = spoil(parts);
      if (!bad || tried >= 10) continue;
      tried += 1;
      expect(
        proveParts(bad)
          .map((f) => f.what)
          .filter((x) => told.includes(x)),
      ).not.toEqual([]);
    }
    expect(tried).toBeGreaterThan(0);
  });
});
