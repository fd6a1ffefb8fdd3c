import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import type { Bundle } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { holeCount } from '../routing/index.ts';
import { BOX_WIDTH, boxLayout, drillTable, letterOf } from './index.ts';

const bundles: Bundle[] = [
  ...fc.sample(anyWiring, { numRuns: 40, seed: 21 }),
  ...demoJobs().flatMap((job) =>
    demoHouses().flatMap((house) => (house.id === job.houseId ? [{ house, job }] : [])),
  ),
];
const planned = bundles.map((b) => evaluate(b)).filter((e) => e.chosen !== null);
const boxes = planned.flatMap((e) => e.chosen!.boxes);

describe('a box as it is drawn', () => {
  it('has what stays at the same place before and after', () => {
    let both = 0;
    for (const box of boxes.filter((b) => b.before)) {
      const [before, after] = [boxLayout(box, 'before'), boxLayout(box, 'after')];
      expect(after.height).toBe(before.height);
      expect(after.cables.map((c) => [c.cable.cable.id, c.side, c.top])).toEqual(
        before.cables.map((c) => [c.cable.cable.id, c.side, c.top]),
      );
      both += after.cables.filter((c, i) => c.there && before.cables[i]!.there).length;
    }
    expect(both).toBeGreaterThan(20);
  });
  it('shows a cable that comes or goes in one picture only', () => {
    for (const box of boxes) {
      const there = (when: 'before' | 'after') =>
        boxLayout(box, when)
          .cables.flatMap((c) => (c.there ? [c.cable.cable.id as string] : []))
          .sort();
      expect(there('after')).toEqual(box.cables.map((c) => c.cable.id as string).sort());
      expect(there('before')).toEqual(box.cablesBefore.map((c) => c.cable.id as string).sort());
    }
  });
  it('has a wire for every conductor that is joined, screwed on or capped, from where it enters', () => {
    for (const box of boxes) {
      const { wires, cables } = boxLayout(box, 'after');
      const ends = new Set(wires.map((w) => `${w.points[0]!.x} ${w.points[0]!.y}`));
      const used = [
        ...box.after.terminations.map((t) => t.conductor),
        ...box.after.caps.map((c) => c.conductor),
        ...box.after.splices.flatMap((s) =>
          s.members.flatMap((m) => (m.kind === 'conductor' ? [m.conductor] : [])),
        ),
      ];
      const ports = new Map(cables.flatMap((c) => c.ports.map((p) => [p.conductor, p.at] as const)));
      for (const c of used) {
        const at = ports.get(c)!;
        expect(ends.has(`${at.x} ${at.y}`)).toBe(true);
      }
      for (const p of wires.flatMap((w) => w.points)) {
        expect(p.x >= 0 && p.x <= BOX_WIDTH).toBe(true);
        expect(Number.isFinite(p.y)).toBe(true);
      }
    }
  });
  it('crosses out a device that is in the box before and not after', () => {
    const gone = boxes.flatMap((b) => boxLayout(b, 'before').devices.filter((d) => d.goes));
    const come = boxes.flatMap((b) => boxLayout(b, 'after').devices.filter((d) => d.comes));
    expect(gone.length).toBeGreaterThan(0);
    expect(come.length).toBeGreaterThan(0);
    for (const b of boxes.filter((x) => x.isNew))
      expect(boxLayout(b, 'after').devices.some((d) => d.comes)).toBe(false);
  });
});

describe('the table of what is cut and drilled', () => {
  it('counts in letters, A to Z and on', () => {
    expect([0, 25, 26, 51, 52, 701, 702].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']);
  });
  it('has a letter for every new box and every hole, each once', () => {
    for (const e of planned) {
      const { option, boxes: own } = e.chosen!;
      const holes = option.legs.reduce((s, l) => s + holeCount(l.route), 0);
      const rows = drillTable(e);
      const last = rows.at(-1)?.letters.split('-').at(-1);
      const count = own.filter((b) => b.isNew).length + holes;
      expect(last).toBe(count === 0 ? undefined : letterOf(count - 1));
    }
  });
  it('is empty without a plan', () => {
    const [b] = bundles;
    expect(drillTable(evaluate({ ...b!, job: { ...b!.job, wants: [], changes: [] } }))).toEqual([]);
  });
});
