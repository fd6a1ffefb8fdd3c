import { describe, expect, it } from '@jest/globals';
import { writeBundle } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { run } from './run.ts';

const files: Record<string, string> = {
  'tamarack.json': writeBundle(demoHouses()[0]!, demoJobs().slice(0, 2)),
  'quarry.json': writeBundle(demoHouses()[1]!, [demoJobs()[2]!]),
  'empty.json': writeBundle(demoHouses()[1]!, []),
  'cut.json': writeBundle(demoHouses()[1]!, []).slice(0, 900),
};
const call = (...args: string[]) =>
  run(args, (f) => {
    const text = files[f];
    if (text === undefined) throw new Error('no such file');
    return text;
  });

describe('elwand check', () => {
  it('ends with 0 when there is no stop', () => {
    const r = call('check', 'tamarack.json');
    expect(r.code).toBe(0);
    expect(r.out).toContain('Keyboard wall and picture light');
    expect(r.out).toContain('SETTLE');
    expect(r.out).toContain('Aquarium');
  });
  it('ends with 1 at a stop, and names it with numbers and source', () => {
    const r = call('check', 'quarry.json');
    expect(r.code).toBe(1);
    expect(r.out).toMatch(/STOP .*14 AWG .*20 A.*\(20\.00 A needed, 15\.00 there\)/);
    expect(r.out).toContain('NEC 240.4(D)');
  });
  it('as JSON', () =>
    expect((JSON.parse(call('check', 'quarry.json', '--json').out) as { job: string }[])[0]?.job).toBe(
      'freezer',
    ));
  it('one job only', () =>
    expect(call('check', 'tamarack.json', '--job', 'aquarium').out).not.toContain('Keyboard'));
});

describe('elwand plan', () => {
  it('gives options, plan, materials and steps', () => {
    const plan = JSON.parse(call('plan', 'tamarack.json').out) as {
      options: unknown[];
      chosen: { legs: unknown[] };
      materials: { lines: unknown[] };
      steps: unknown[];
      tests: unknown[];
      notUsable: { label: string; why: string[] }[];
    };
    expect(plan.options.length).toBeGreaterThan(2);
    expect(plan.chosen.legs).toHaveLength(3);
    expect(plan.materials.lines.length).toBeGreaterThan(5);
    expect(plan.steps.length).toBeGreaterThan(10);
    expect(plan.notUsable.find((n) => n.label === 'S1')?.why.join()).toContain('switch loop');
  });
});

describe('unusable calls end with 2 and say why', () => {
  it.each([
    [['check', 'gone.json'], 'no such file'],
    [['check', 'cut.json'], 'cut off'],
    [['check', 'empty.json'], 'no job'],
    [['check', 'tamarack.json', '--job', 'nope'], 'known: keyboard, aquarium'],
    [['plan'], 'needs a file'],
    [['draw', 'x'], 'no such command'],
    [['check', 'a', 'b'], 'one file'],
    [['check', 'a', '--fast'], 'no such option'],
    [[], 'a command'],
  ])('%j', (args, word) => {
    const r = call(...args);
    expect([r.code, r.out]).toEqual([2, '']);
    expect(r.err).toContain(word);
  });
  it('--help tells the exit codes', () =>
    expect(call('--help')).toMatchObject({ code: 0, out: expect.stringContaining('Exit code') }));
});
