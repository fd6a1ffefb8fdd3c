import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import {
  ItemId,
  RecordFile,
  readHouse,
  readJob,
  recordFile,
  type Bundle,
  type StripLight,
} from '../document/index.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { feet } from '../units/index.ts';
import { evaluate } from './evaluate.ts';
import { signOff } from './sign-off.ts';
import { changedSince, undoSignOff } from './undo-sign-off.ts';

const AT = '2026-11-28T18:00:00.000Z';
const SIGNER = { by: 'Wilma Tester', reason: 'The electrician tests on Monday' };
const sign = (b: Bundle): Bundle => signOff(evaluate(b), AT, SIGNER);
/** Through the file and back, as the server keeps it. */
const filed = ({ house, job }: Bundle): Bundle => {
  const [h, j] = [readHouse(JSON.parse(JSON.stringify(house))), readJob(JSON.parse(JSON.stringify(job)))];
  if (!h.ok || !j.ok) throw new Error('a signed job can be read');
  return { house: h.value, job: j.value };
};
const jobs: readonly Bundle[] = demoJobs().map((job) => ({
  house: demoHouses().find((h) => h.id === job.houseId)!,
  job,
}));

describe('what was built', () => {
  it.each(jobs.map((b) => [b.job.name, b] as const))('%s: every new cable and box, with its sums', (_, b) => {
    const { house, job } = sign(b);
    const built = job.record!.built!;
    const stood = new Set<string>(b.house.cables.map((c) => c.id));
    const fresh = house.cables.filter((c) => !stood.has(c.id));
    expect(built.cables).toHaveLength(fresh.length);
    for (const c of built.cables) {
      expect(c.lengthMm).toBeGreaterThan(feet(1));
      for (const end of [c.from, c.to])
        expect(house.points.some((p) => p.label === end) || end.startsWith('breaker ')).toBe(true);
    }
    const points = house.points.filter((p) => !b.house.points.some((o) => o.id === p.id));
    for (const p of points) {
      const box = built.boxes.find((x) => x.label === p.label)!;
      expect(box.devices).toHaveLength(p.devices.length);
      expect(box.neededCubicInches).toBeGreaterThan(0);
      expect(box.sums).toMatch(/cu in/);
    }
    // Nobody finds “new 1” in the house.
    const told = JSON.stringify([built, job.record!.tests, job.record!.findings]);
    for (const w of b.job.wants)
      if (!house.points.some((p) => p.label === w.label)) expect(told).not.toContain(w.label);
    expect(built.circuits.length).toBeGreaterThan(0);
    expect(built.checks.length).toBeGreaterThan(5);
    expect(built.checks.some((c) => /NEC \d/.test(c.source))).toBe(true);
  });
  it('is a file of its own, which its format accepts', () => {
    const { house, job } = filed(sign(jobs[1]!));
    const file = recordFile(house, { ...job, permit: { number: 'E-12', by: 'Town', inspections: [] } })!;
    expect(RecordFile.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
    expect(file.permit?.number).toBe('E-12');
    expect(recordFile(jobs[0]!.house, jobs[0]!.job)).toBeNull();
  });
});

describe('taking a sign-off back', () => {
  it.each(jobs.map((b) => [b.job.name, b] as const))('%s: house and job are as they were', (_, b) => {
    const back = undoSignOff(filed(sign(b)));
    expect(back).toEqual(filed(b));
  });
  it('so it is in generated houses, whatever was done in them', () => {
    fc.assert(
      fc.property(anyWiring, (b) => {
        const e = evaluate(b);
        if (!e.chosen) return;
        const signed = signOff(e, AT, SIGNER);
        expect(changedSince(filed(signed))).toEqual([]);
        const back = undoSignOff(filed(signed));
        const sorted = (x: Bundle) => ({
          ...x.house,
          points: [...x.house.points].sort((p, q) => (p.id < q.id ? -1 : 1)),
          cables: [...x.house.cables].sort((p, q) => (p.id < q.id ? -1 : 1)),
          loads: [...x.house.loads].sort((p, q) => (p.id < q.id ? -1 : 1)),
        });
        expect(sorted(back)).toEqual(sorted(filed(b)));
        expect(evaluate(back).chosen?.option.key).toBe(e.chosen.option.key);
      }),
      { numRuns: 40, seed: 3, endOnFailure: true },
    );
  });
  it('is refused where something it left was changed since, by name; what others added stays', () => {
    const signed = sign(jobs[1]!);
    const mine = signed.house.points.find((p) => !jobs[1]!.house.points.some((o) => o.id === p.id))!;
    const moved: Bundle = {
      ...signed,
      house: {
        ...signed.house,
        points: signed.house.points.map((p) => (p.id === mine.id ? { ...p, accessible: false } : p)),
      },
    };
    expect(changedSince(moved)).toEqual([mine.label]);
    expect(() => undoSignOff(moved)).toThrow(RangeError);
    const gone: Bundle = {
      ...signed,
      house: { ...signed.house, points: signed.house.points.filter((p) => p.id !== mine.id) },
    };
    expect(changedSince(gone)).not.toEqual([]);
    const other = { ...jobs[1]!.house.loads[0]!, id: 'later' as never };
    const more: Bundle = { ...signed, house: { ...signed.house, loads: [...signed.house.loads, other] } };
    expect(undoSignOff(more).house.loads.map((l) => l.id)).toContain('later');
    expect(() => undoSignOff(jobs[1]!)).toThrow(RangeError);
  });
  it('strip lighting is the house’s once it is signed off, is told where it was changed since, and goes with the undo', () => {
    const [b] = jobs;
    const strip: StripLight = {
      id: ItemId.parse('shelf-light'),
      label: 'Shelf light',
      kind: 'accent',
      volts: 24,
      widthMm: 10,
      wires: 2,
      pieces: [
        {
          id: ItemId.parse('p'),
          wallId: b!.house.rooms[0]!.walls[0]!.id,
          leftMm: 0,
          rightMm: feet(3),
          heightMm: feet(5),
          zone: 1,
        },
      ],
      corners: 'jumper',
      channel: 'none',
      driver: null,
      dimming: 'none',
    };
    const with_: Bundle = { ...b!, job: { ...b!.job, strips: [strip] } };
    const signed = filed(sign(with_));
    expect(signed.house.strips).toMatchObject([{ label: 'Shelf light', pieces: strip.pieces }]);
    expect(undoSignOff(signed).house.strips).toBeUndefined();
    const { strips: _, ...bare } = signed.house;
    expect(changedSince({ ...signed, house: bare })).not.toEqual([]);
    // A second one beside it stays.
    const other = { ...strip, id: ItemId.parse('other') };
    const more = { ...signed, house: { ...signed.house, strips: [...signed.house.strips!, other] } };
    expect(undoSignOff(more).house.strips).toEqual([other]);
  });
});
