import { said } from '../testing/said.ts';
import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { readHouse, readJob } from './index.ts';

type Json = Record<string, unknown> | unknown[];

/** A copy of a document with one value changed, by its path. */
function changed(document: object, path: string, value: unknown): unknown {
  const copy = JSON.parse(JSON.stringify(document)) as Json;
  const keys = path.split('.');
  const last = keys.pop() ?? '';
  const at = keys.reduce<Json>((o, k) => (o as Record<string, Json>)[k] as Json, copy);
  (at as Record<string, unknown>)[last] = value;
  return copy;
}

/** `rooms.0.name` as an error names it: `house.rooms[0].name`. */
const named = (root: string, path: string): string => `${root}.${path}`.replace(/\.(\d+)/g, '[$1]');

const wherever = (result: ReturnType<typeof readHouse> | ReturnType<typeof readJob>): string[] =>
  result.ok ? [] : result.problems.map((p) => said(p.where));

describe('a house refuses, and names the place of', () => {
  const house = demoHouses()[0]!;
  it.each([
    ['name', ''],
    ['name', 'x'.repeat(121)],
    ['units', 'furlongs'],
    ['yearBuilt', 1500],
    ['yearBuilt', 1984.5],
    ['code', 'nec-1999'],
    ['supplyVolts', 12],
    ['panelWorkBy', 'anybody'],
    ['rooms.0.name', '  '],
    ['rooms.0.use', 'dungeon'],
    ['rooms.0.ceilingMm', 900],
    ['rooms.0.walls', []],
    ['rooms.0.walls.0.lengthMm', 0],
    ['rooms.0.walls.0.lengthMm', 1e9],
    ['rooms.0.walls.1.turn', 'back'],
    ['rooms.0.walls.0.framing.spacingMm', 20],
    ['rooms.0.walls.1.hits.0.atMm', -1],
    ['rooms.0.walls.1.hits.0.method', 'guess'],
    ['rooms.0.walls.0.openings.0.kind', 'hole'],
    ['rooms.0.above.kind', 'sky'],
    ['rooms.0.below.joists', 'z'],
    ['points.0.label', ''],
    ['points.0.kind', 'sculpture'],
    ['points.0.box.gangs', 0],
    ['points.0.box.gangs', 1.5],
    ['points.0.box.markedCubicInches', -3],
    ['points.0.condition', 'fine'],
    ['points.0.devices.0.amps', 0],
    ['points.0.devices.0.kind', 'toaster'],
    ['cables.0.gauge', '13'],
    ['cables.0.conductors', 7],
    ['cables.0.carries', 'water'],
    ['cables.0.ground', 'earth'],
    ['cables.0.way', 'guessed'],
    ['cables.0.metal', 'Fe'],
    ['panels.0.breakers.0.amps', -15],
    ['panels.0.breakers.0.poles', 3],
    ['panels.0.breakers.0.number', ''],
    ['panels.0.breakers.0.protection', 'hope'],
    ['loads.0.voltAmperes', -1],
    ['loads.0.voltAmperes', 1e6],
    ['loads.0.hours.0.1', 25],
    ['loads.0.connection', 'glue'],
  ])('%s = %j', (path, value) =>
    expect(wherever(readHouse(changed(house, path, value)))).toContain(named('house', path)),
  );

  it.each(['id', 'rooms.0.id', 'points.0.id', 'cables.0.id'])('an id with a blank in %s', (path) =>
    expect(wherever(readHouse(changed(house, path, 'a b')))).toContain(named('house', path)),
  );
  it('a field that is not there at all', () =>
    expect(wherever(readHouse({ ...house, points: undefined }))).toContain('house.points'));
  it('tells the first dozen at most', () =>
    expect(
      wherever(readHouse({ ...house, points: Array.from({ length: 40 }, () => ({})) })).length,
    ).toBeLessThanOrEqual(12));
});

describe('a job refuses, and names the place of', () => {
  const job = demoJobs()[0]!;
  it.each([
    ['name', ' '],
    ['wants.0.kind', 'wish'],
    ['wants.0.gangs', 4],
    ['wants.0.at.xMm', -5],
    ['wants.0.label', ''],
    ['wants.0.control.by', 'magic'],
    ['preferences.weigh', 'cheapest'],
    ['preferences.bayWish', 0.2],
    ['preferences.bayWish', 1],
    ['preferences.boxMarginCubicInches', -1],
    ['preferences.eveningMinutes', 5],
    ['preferences.connector', 'tape'],
    ['preferences.passPower', 'both'],
    ['protection.groundFault', 'somewhere'],
    ['protection.arcFault', 'at-new'],
    ['gauge', '16'],
    ['note', 'x'.repeat(4001)],
    ['signedOff', 'yesterday'],
  ])('%s = %j', (path, value) =>
    expect(wherever(readJob(changed(job, path, value)))).toContain(named('job', path)),
  );

  it('arc-fault protection at the new device alone is no choice there is', () =>
    expect(readJob(changed(job, 'protection.arcFault', 'at-first')).ok).toBe(true));
  it('a reading needs what was asked, in words, and when', () => {
    const reading = {
      id: 'r',
      testKey: 'k',
      says: 'hot, neutral',
      text: '121',
      value: 121,
      takenAt: '2026-11-25T10:00:00.000Z',
      planKey: 'p',
    };
    expect(readJob({ ...job, readings: [reading] }).ok).toBe(true);
    expect(wherever(readJob({ ...job, readings: [{ ...reading, takenAt: '10:00' }] }))).toContain(
      'job.readings[0].takenAt',
    );
    expect(wherever(readJob({ ...job, readings: [{ ...reading, says: undefined }] }))).toContain(
      'job.readings[0].says',
    );
  });
  it('an override needs a reason', () => {
    expect(
      wherever(readJob({ ...job, overrides: [{ rule: 'multiwire', subject: '', reason: ' x ' }] })),
    ).toContain('job.overrides[0].reason');
    expect(
      readJob({ ...job, overrides: [{ rule: 'multiwire', subject: '', reason: 'The inspector saw it.' }] })
        .ok,
    ).toBe(true);
  });
});
