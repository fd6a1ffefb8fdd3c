import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import { boxModel } from '../catalog/index.ts';
import { surveyBox } from '../codes/index.ts';
import {
  houseProblems,
  ItemId,
  PointId,
  readHouse,
  readJob,
  switchKey,
  switchNumbers,
  type Bundle,
} from '../document/index.ts';
import { evaluate, proofsOf } from './evaluate.ts';
import { UNPROVED } from './proof-findings.ts';
import { judge, settingOf } from './judge.ts';
import { signOff } from './sign-off.ts';
import { holdsUp, MARKS } from '../findings/index.ts';
import { planJob } from '../planning/index.ts';
import { holesOf } from '../routing/index.ts';
import { anyBundle, mirrored } from '../testing/random-house.ts';
import { inches } from '../units/index.ts';
import { conductorsOf } from '../network/index.ts';
import { SIGNER } from '../testing/build.ts';
import { said } from '../testing/said.ts';

/** What must hold for any house that hangs together, whatever is in it. */
const everywhere = (name: string, check: (b: Bundle) => void, numRuns = runs(60)) =>
  it(name, () => fc.assert(fc.property(anyBundle, check), { numRuns }));

const known = new Map<string, ReturnType<typeof evaluate>>();
/** Evaluated once for all the properties that only read it: each draws the same houses. */
function judged(b: Bundle): ReturnType<typeof evaluate> {
  const key = JSON.stringify(b);
  const e = known.get(key) ?? evaluate(b);
  known.set(key, e);
  return e;
}

describe('any house', () => {
  everywhere('is evaluated without a throw, and says what to do next', (b) => {
    const e = judged(b);
    expect(said(e.next.says).length).toBeGreaterThan(5);
    expect(MARKS).toContain(e.next.mark);
    expect(Object.keys(e.marks)).toEqual([...MARKS]);
  });
  everywhere('gives the same answer twice, byte for byte, from documents that went through a file', (b) => {
    const again = JSON.parse(JSON.stringify(b)) as Bundle;
    const view = (x: Bundle) => {
      const e = evaluate(x);
      return JSON.stringify([e.findings, e.options, e.chosen?.steps, e.chosen?.bill]);
    };
    expect(view(again)).toBe(view(b));
  });
  everywhere('generated documents are ones that the program itself would read', (b) => {
    expect(houseProblems(b.house).filter((p) => !said(p.what).includes('past the wall'))).toEqual([]);
    expect(readHouse(JSON.parse(JSON.stringify(b.house))).ok).toBe(true);
    expect(readJob(JSON.parse(JSON.stringify(b.job))).ok).toBe(true);
  });
  everywhere('keys of findings are its own: one fault of one thing is said once', (b) => {
    const keys = judged(b).findings.map((f) => `${f.key} ${said(f.says)}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
  everywhere('options searched elsewhere give the same screens as searched here', (b) => {
    const planned = JSON.parse(JSON.stringify(planJob(settingOf(b)))) as ReturnType<typeof planJob>;
    expect(JSON.stringify(evaluate(b, planned).options)).toBe(JSON.stringify(judged(b).options));
  });
});

describe('while something is dragged', () => {
  everywhere('the checks of the chosen way are those of a full evaluation, and nothing else is lost', (b) => {
    const before = judged(b);
    const moved: Bundle = {
      ...b,
      job: {
        ...b.job,
        wants: b.job.wants.map((w, i) =>
          i === 0 && w.at.on === 'wall' ? { ...w, at: { ...w.at, heightMm: w.at.heightMm + 10 } } : w,
        ),
      },
    };
    const replayed = proofsOf(moved);
    const light = judge(moved, { before, prove: (_, { key }) => replayed.get(key) ?? null });
    const full = evaluate(moved);
    expect(light.options.map((o) => o.key).sort()).toEqual(full.options.map((o) => o.key).sort());
    if (light.chosen?.option.key === full.chosen?.option.key) expect(light.findings).toEqual(full.findings);
  });
});

describe('an option that was not replayed', () => {
  everywhere('is never OK, says so in one place, and has its verdict when the replay has run', (b) => {
    const unproved = judge(b, { prove: () => null });
    for (const o of unproved.options) expect([o.key, o.state]).not.toEqual([o.key, 'ok']);
    if (unproved.chosen) expect(unproved.findings.filter((f) => f.key === UNPROVED.key)).toHaveLength(1);
    const replayed = proofsOf(b);
    const proved = judge(b, { prove: (_, { key }) => replayed.get(key) ?? null });
    expect(proved.findings).toEqual(judged(b).findings);
    expect(proved.options).toEqual(judged(b).options);
  });
});

describe('any plan', () => {
  const planned = (
    name: string,
    check: (
      e: ReturnType<typeof evaluate>,
      chosen: NonNullable<ReturnType<typeof evaluate>['chosen']>,
    ) => void,
  ) =>
    everywhere(name, (b) => {
      const e = judged(b);
      if (e.chosen) check(e, e.chosen);
    });

  planned('feeds every want, from a live source', (e, chosen) => {
    for (const w of e.bundle.job.wants) {
      const box = chosen.applied.feed.boxes.get(
        chosen.applied.house.points.find((p) => p.id === `new-${w.id}`)!.id,
      );
      expect([box?.neutral, box?.circuits.length]).toEqual([true, 1]);
      if (w.control.by === 'want') {
        const by = PointId.parse(`new-${w.control.wantId}`);
        for (const n of switchNumbers(w)) expect(box?.switchedBy).toContain(switchKey(by, n));
      } else expect(box?.constantHot).toBe(true);
    }
  });
  planned(
    'never drills through an opening, and every hole keeps its distance or carries a plate',
    (e, chosen) => {
      for (const hole of chosen.option.legs.flatMap((l) => holesOf(l.route))) {
        const wall = e.plan.lines.get(hole.wallId)!.wall;
        for (const o of wall.openings)
          expect(
            hole.xMm > o.leftMm &&
              hole.xMm < o.rightMm &&
              hole.heightMm < o.topMm &&
              hole.heightMm > o.bottomMm,
          ).toBe(false);
        expect(hole.plateNeeded || hole.edgeMm >= inches(1.25) - 0.01).toBe(true);
        expect(hole.xMm).toBeGreaterThanOrEqual(0);
        expect(hole.xMm).toBeLessThanOrEqual(wall.lengthMm);
      }
    },
  );
  planned(
    'has at least the straight distance of cable in each leg, and the slack at both ends',
    (e, chosen) => {
      for (const leg of chosen.option.legs) {
        const at = (id: string) => e.plan.spotOf(chosen.applied.house.points.find((p) => p.id === id)!.at)!;
        const [a, b] = [at(leg.from), at(leg.to)];
        expect(leg.route.cableMm).toBeGreaterThanOrEqual(
          Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) + 2 * inches(12) - inches(6),
        );
      }
    },
  );
  planned('gives every conductor of every touched box exactly one place', (_, chosen) => {
    for (const box of chosen.boxes) {
      const placed = [
        ...box.after.terminations.map((t) => t.conductor),
        ...box.after.caps.map((c) => c.conductor),
        ...box.after.splices.flatMap((j) =>
          j.members.flatMap((m) => (m.kind === 'conductor' ? [m.conductor] : [])),
        ),
      ];
      const all = box.cables.flatMap((c) => c.conductors);
      expect(placed).toHaveLength(all.length);
      expect(new Set(placed).size).toBe(all.length);
      // No join of one, and no join that mixes roles.
      for (const j of box.after.splices) {
        expect(j.members.length).toBeGreaterThan(1);
        for (const m of j.members) if (m.kind === 'conductor') expect(m.conductor.role).toBe(j.role);
      }
    }
  });
  planned(
    'never puts two conductors under one screw, but for the two pairs of a device that is passed through',
    (e, chosen) => {
      for (const box of chosen.boxes) {
        const used = new Map<string, number>();
        for (const t of box.after.terminations) {
          const end = `${t.device} ${t.screw}`;
          used.set(end, (used.get(end) ?? 0) + 1);
        }
        const most = e.bundle.job.preferences.passPower === 'through-device' ? 2 : 1;
        for (const [screw, n] of used) expect(n).toBeLessThanOrEqual(screw.endsWith(' green') ? 1 : most);
      }
    },
  );
  planned(
    'orders its steps so that each comes after what it waits for, and none touches conductors before the proof',
    (_, chosen) => {
      const at = new Map(chosen.steps.map((s, i) => [s.key, i] as const));
      expect(at.size).toBe(chosen.steps.length);
      for (const s of chosen.steps)
        for (const a of s.after) if (at.has(a)) expect(at.get(a)!).toBeLessThan(at.get(s.key)!);
      const proof = Math.max(...chosen.option.taps.map((t) => at.get(`dead:${t.pointId}`)!));
      for (const s of chosen.steps.filter((x) => x.key.startsWith('wire:')))
        expect(at.get(s.key)!).toBeGreaterThan(proof);
    },
  );
  planned(
    'buys a box, a device and cable for every new point, and cuts no roll beyond its end',
    (e, chosen) => {
      const boxes = chosen.bill.lines
        .filter((l) => l.partKey.startsWith('box:'))
        .reduce((s, l) => s + l.needed, 0);
      expect(boxes).toBeGreaterThanOrEqual(e.bundle.job.wants.length);
      expect(chosen.bill.cuts.flatMap((c) => c.pieces)).toHaveLength(chosen.option.legs.length);
      for (const c of chosen.bill.cuts) expect(c.leftMm).toBeGreaterThanOrEqual(-1e-6);
      expect(chosen.bill.totalCents).toBe(chosen.bill.lines.reduce((s, l) => s + (l.totalCents ?? 0), 0));
    },
  );
  planned('tells the outage as the sum of its own steps with the power off', (_, chosen) => {
    expect(chosen.option.outageMinutes).toBeCloseTo(
      chosen.steps.filter((s) => s.window === 'off').reduce((m, s) => m + s.minutes, 0),
      9,
    );
  });
  planned('uses new cable that suits the breaker, unless somebody chose otherwise', (e, chosen) => {
    for (const leg of chosen.option.legs) {
      const cable = chosen.applied.house.cables.find((c) => c.to.at === 'point' && c.to.pointId === leg.to)!;
      expect(e.pack.breakerLimit(cable.gauge!, 'Cu')!.value).toBeGreaterThanOrEqual(leg.breaker.amps);
    }
  });
  planned('chooses boxes that the wall takes', (e, chosen) => {
    for (const w of e.bundle.job.wants) {
      const point = chosen.applied.house.points.find((p) => p.id === `new-${w.id}`)!;
      const box = boxModel(point.box.model)!;
      const frame = w.at.on === 'wall' ? e.frames.get(w.at.wallId)! : undefined;
      // In a wall where none fits, that is told.
      const told = e.findings.some((f) => f.rule === 'place-too-deep' && f.subjects.includes(w.id));
      if (frame && !told) expect(box.depthMm).toBeLessThanOrEqual(frame.clearDepthMm + frame.wall.boardMm);
      const survey = surveyBox(chosen.applied.feed.boxes.get(point.id)!);
      const full = e.findings.some(
        (f) => f.rule === 'box-fill' && f.severity === 'fix' && f.subjects.includes(point.id),
      );
      if (!full)
        expect(survey.volume!.cubicInches).toBeGreaterThanOrEqual(e.pack.fill(survey.contents).cubicInches);
    }
  });
  planned('can be signed off into a house that hangs together and needs no further plan', (e, chosen) => {
    const { house, job } = signOff(e, '2026-11-25T10:00:00.000Z', SIGNER);
    expect(
      houseProblems(house).filter(
        (p) => said(p.what).includes('not there') || said(p.what).includes('same id'),
      ),
    ).toEqual([]);
    expect(readHouse(JSON.parse(JSON.stringify(house))).ok).toBe(true);
    expect(house.points).toHaveLength(e.bundle.house.points.length + chosen.option.legs.length);
    expect(new Set(house.points.map((p) => p.label)).size).toBe(house.points.length);
    expect(evaluate({ house, job }).chosen).toBeNull();
  });
});

describe('a house in a mirror', () => {
  everywhere(
    'has the mirrored plan: the same best cost, cable and holes',
    (b) => {
      // The framing of the mirror image must be known, not assumed from the left corner of each wall; nothing stands right on the
      // middle of a stud, where either bay would do.
      const framed: Bundle = {
        ...b,
        house: {
          ...b.house,
          rooms: b.house.rooms.map((r) => ({
            ...r,
            walls: r.walls.map((w) => ({
              ...w,
              hits: [],
              framing: { ...w.framing, firstStudMm: w.lengthMm / 2 + 7.3 },
            })),
          })),
        },
      };
      const [e, m] = [evaluate(framed), evaluate(mirrored(framed))];
      expect(m.options.length).toBe(e.options.length);
      const [a, c] = [e.options[0], m.options[0]];
      if (!a || !c) return;
      expect(c.cost).toBeCloseTo(a.cost, 3);
      expect(c.cableMm).toBeCloseTo(a.cableMm, 3);
      expect(c.holes).toBe(a.holes);
    },
    25,
  );
});

describe('more in the way', () => {
  everywhere(
    'never makes the best way cheaper',
    (b) => {
      const blocked: Bundle = {
        ...b,
        house: {
          ...b.house,
          rooms: b.house.rooms.map((r) => ({
            ...r,
            walls: r.walls.map((w, i) =>
              i === 2
                ? {
                    ...w,
                    obstacles: [
                      ...w.obstacles,
                      {
                        id: ItemId.parse('extra'),
                        kind: 'pipe' as const,
                        leftMm: w.lengthMm * 0.4,
                        rightMm: w.lengthMm * 0.4 + inches(15),
                        bottomMm: inches(20),
                        topMm: inches(85),
                      },
                    ],
                  }
                : w,
            ),
          })),
        },
      };
      // Within one wiring method: where the usual one is shut out another is taken, which may go where that one may not.
      const { method } = judged(b).planning;
      const best = (x: Bundle) =>
        Math.min(
          Number.POSITIVE_INFINITY,
          ...evaluate({ ...x, job: { ...x.job, method } }).options.map((o) => o.cost),
        );
      expect(best(blocked)).toBeGreaterThanOrEqual(best(b) - 1e-6);
    },
    25,
  );
});

describe('conductors of a cable', () => {
  it('are as many as its name says, with one ground', () => {
    fc.assert(
      fc.property(anyBundle, ({ house }) => {
        for (const c of house.cables) {
          const list = conductorsOf(c, false);
          expect(list.filter((x) => x.color !== 'bare')).toHaveLength(2);
          expect(list.filter((x) => x.color === 'bare')).toHaveLength(c.ground === 'none' ? 0 : 1);
        }
      }),
      { numRuns: 20 },
    );
  });
});

describe('what holds a job up', () => {
  everywhere('is new or worse, never what was already so', (b) => {
    for (const f of judged(b).findings.filter(holdsUp)) expect(f.origin).not.toBe('standing');
  });
  everywhere('an ungrounded way is never planned', (b) => {
    const e = judged(b);
    for (const leg of e.chosen?.option.legs ?? []) {
      const path = e.feed.boxes.get(e.chosen!.option.taps[0]!.pointId)!.path;
      expect(e.bundle.house.cables.filter((c) => path.includes(c.id)).every((c) => c.ground !== 'none')).toBe(
        true,
      );
      expect(leg.route.cableMm).toBeGreaterThan(0);
    }
  });
});
