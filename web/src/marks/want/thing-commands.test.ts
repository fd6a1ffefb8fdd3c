import { describe, expect, it } from '@jest/globals';
import { evaluate, Job, speaker } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { thingCommands } from './thing-commands.ts';

const say = speaker('imperial');

describe('what can become of a thing that is there', () => {
  const evaluations = demoHouses().flatMap((house) => {
    const job = demoJobs().find((j) => j.houseId === house.id);
    return job ? [evaluate({ house, job })] : [];
  });
  const all = evaluations.flatMap((evaluation) =>
    evaluation.bundle.house.points.map((point) => ({ evaluation, point })),
  );
  const keys = (label: string) => {
    const found = all.find((x) => x.point.label === label);
    return found ? thingCommands(found.evaluation, found.point, say).map((c) => c.key) : [];
  };
  it('an outlet, a switch and a light are each asked what fits them', () => {
    expect(keys('R2')).toEqual(['move', 'beside', 'gfci', 'switch', 'outlet', 'blank', 'retire']);
    expect(keys('S1')).toEqual(['move', 'beside', 'dimmer', 'switch', 'outlet', 'blank', 'retire']);
    expect(keys('L1')).toEqual(['move', 'fan', 'blank', 'retire']);
  });
  it('every command of every point of the demo makes a job that can be kept, with that one thing more', () => {
    expect(all.length).toBeGreaterThan(10);
    for (const { evaluation, point } of all)
      for (const command of thingCommands(evaluation, point, say)) {
        const { job: before } = evaluation.bundle;
        const { job, selects } = command.apply(before);
        expect(Job.parse(job)).toEqual(job);
        const [wants, changes] = [
          job.wants.length - before.wants.length,
          (job.changes?.length ?? 0) - (before.changes?.length ?? 0),
        ];
        expect(wants + Math.min(1, changes)).toBe(1);
        expect(job.wants.some((w) => w.id === selects)).toBe(selects !== undefined);
        expect(say(command.says)).not.toBe('');
      }
  });
});
