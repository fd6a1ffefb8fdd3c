import { describe, expect, it } from '@jest/globals';
import { PointId, CableId, WantId } from '../document/index.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { applyEdit, bySeverity, holdsUp, sourceLine, worst, type Edit, type Finding } from './index.ts';
import { said } from '../testing/said.ts';

const finding = (severity: Finding['severity'], origin: Finding['origin'] = 'new'): Finding => ({
  rule: 'r',
  key: `${severity}-${origin}`,
  severity,
  origin,
  mark: 'tap',
  subjects: [],
  says: '',
  detail: '',
  sources: [],
  remedies: [],
});
const start = bundle(smallHouse(), [wanted(104)]);

describe('what holds a job up', () => {
  it('stops, things to settle and things to ask do; what holds and what was already so do not', () => {
    expect((['stop', 'fix', 'watch', 'ok'] as const).map((s) => holdsUp(finding(s)))).toEqual([
      true,
      true,
      true,
      false,
    ]);
    expect((['stop', 'fix', 'watch'] as const).map((s) => holdsUp(finding(s, 'standing')))).toEqual([
      false,
      false,
      false,
    ]);
    expect(holdsUp(finding('fix', 'worse'))).toBe(true);
  });
  it('the worst of a list, standing faults aside', () => {
    expect(worst([])).toBe('ok');
    expect(worst([finding('watch'), finding('fix'), finding('ok')])).toBe('fix');
    expect(worst([finding('stop', 'standing'), finding('watch')])).toBe('watch');
  });
  it('the order of the checks: stop, settle, ask, already so, holds', () => {
    const all = [
      finding('ok'),
      finding('fix', 'standing'),
      finding('watch'),
      finding('stop'),
      finding('fix'),
    ];
    expect([...all].sort(bySeverity).map((f) => f.key)).toEqual([
      'stop-new',
      'fix-new',
      'watch-new',
      'fix-standing',
      'ok-new',
    ]);
  });
});

describe('sources in one line', () => {
  it('say edition, memory and doubt', () => {
    expect(
      said(
        sourceLine({
          kind: 'published',
          ref: 'NEC 210.8(A)',
          edition: 2023,
          fromMemory: true,
          certainty: 'sure',
        }),
      ),
    ).toBe('NEC 210.8(A), 2023');
    expect(
      said(sourceLine({ kind: 'published', ref: 'X', fromMemory: false, certainty: 'fairly-sure' })),
    ).toBe('X');
    expect(said(sourceLine({ kind: 'practice', note: 'tug each one' }))).toBe(
      'Common practice: tug each one',
    );
    expect(said(sourceLine({ kind: 'computed', from: 'the table' }))).toBe('Calculated from the table');
    expect(said(sourceLine({ kind: 'local', note: 'our inspector' }))).toBe('Local rule: our inspector');
  });
});

describe('remedies as edits', () => {
  const after = (edit: Edit) => applyEdit(start, edit);
  it('change just what they say', () => {
    expect(after({ edit: 'set-box', subject: 'r2', model: 'old-1g-20' }).job.boxes).toEqual({
      r2: 'old-1g-20',
    });
    expect(after({ edit: 'protect', which: 'groundFault', how: 'at-new' }).job.protection).toEqual({
      groundFault: 'at-new',
      arcFault: null,
    });
    expect(after({ edit: 'protect-arc', how: 'at-first' }).job.protection).toEqual({
      groundFault: null,
      arcFault: 'at-first',
    });
    expect(after({ edit: 'choose-option', key: 'r1|same bay' }).job.option).toBe('r1|same bay');
    expect(after({ edit: 'new-gauge', gauge: '12' }).job.gauge).toBe('12');
    expect(
      after({ edit: 'move-want', wantId: WantId.parse('w1'), xMm: 1000, heightMm: 400 }).job.wants[0]?.at,
    ).toMatchObject({ xMm: 1000, heightMm: 400 });
    expect(
      after({ edit: 'set-gauge', cableId: CableId.parse('c2'), gauge: '12' }).house.cables.map(
        (c) => c.gauge,
      ),
    ).toEqual(['14', '12']);
    expect(
      after({ edit: 'set-ground', cableId: CableId.parse('c1'), ground: 'none' }).house.cables[0]?.ground,
    ).toBe('none');
    expect(
      after({ edit: 'set-condition', pointId: PointId.parse('r1'), condition: 'burnt' }).house.points[0]
        ?.condition,
    ).toBe('burnt');
    expect(
      after({ edit: 'set-clamps', pointId: PointId.parse('r1'), clamps: 'inside' }).house.points[0]?.box
        .clamps,
    ).toBe('inside');
    expect(after({ edit: 'breaker-proved', breakerId: 'b1' }).house.panels[0]?.breakers[0]?.proved).toBe(
      true,
    );
  });
  it('of wires and boxes too', () => {
    const c1 = CableId.parse('c1');
    const r1 = PointId.parse('r1');
    expect(after({ edit: 'new-method', method: 'EMT' }).job.method).toBe('EMT');
    expect(after({ edit: 'set-ring', pointId: r1, ring: 'ring-oct-1-1/2' }).job.rings).toEqual({
      r1: 'ring-oct-1-1/2',
    });
    expect(after({ edit: 'clamps-outside', pointId: r1 }).job.clampsOutside).toEqual(['r1']);
    expect(after({ edit: 'set-raceway', cableId: c1, size: '3/4' }).house.cables[0]?.size).toBe('3/4');
    expect(after({ edit: 'ground-proved', cableId: c1 }).house.cables[0]?.groundProved).toBe(true);
    expect(after({ edit: 'set-listed', pointId: r1, listedFor: 'fan' }).house.points[0]?.box.listedFor).toBe(
      'fan',
    );
  });
  it('leave the bundle they were given as it was', () => {
    const before = JSON.stringify(start);
    after({ edit: 'set-gauge', cableId: CableId.parse('c2'), gauge: '12' });
    after({ edit: 'set-box', subject: 'r2', model: 'old-1g-20' });
    expect(JSON.stringify(start)).toBe(before);
  });
  it('for something that is gone change nothing', () => {
    expect(after({ edit: 'set-gauge', cableId: CableId.parse('gone'), gauge: '12' }).house.cables).toEqual(
      start.house.cables,
    );
    expect(after({ edit: 'move-want', wantId: WantId.parse('gone'), xMm: 1, heightMm: 1 }).job.wants).toEqual(
      start.job.wants,
    );
  });
});
