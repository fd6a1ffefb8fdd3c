import { describe, expect, it } from '@jest/globals';
import { makePoint, type Bundle } from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { holdsUp } from '../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import { said } from '../testing/said.ts';

/** A 20 A two-pole circuit feeds a heater H1; R1 hangs on nothing else. The want is a second heater beside it. */
const heaters = (poles: 1 | 2, volts: 120 | 240): Bundle => {
  const h1 = makePoint('h1', 'H1', 'appliance', wallAt(88), {
    ...knownBox('new-1g-22'),
    devices: [{ kind: 'appliance', amps: 20, grounded: true, volts: 240 }],
  });
  const plain = wanted(104, { kind: 'appliance', devices: [{ kind: 'appliance', volts }] });
  return bundle(
    smallHouse({
      panels: panel(20, { poles }),
      points: [h1],
      cables: [nm('c1', atBreaker(), atPoint('h1'), { gauge: '12', carries: 'two-hots' })],
    }),
    [plain],
  );
};

describe('an appliance between two hots', () => {
  const e = evaluate(heaters(2, 240));
  it('taps the 240 V circuit, and the new cable carries two hots', () => {
    expect(e.chosen?.option.taps[0]?.pointId).toBe('h1');
    expect(e.chosen?.applied.house.cables.at(-1)).toMatchObject({
      carries: 'two-hots',
      gauge: '12',
      conductors: 2,
    });
  });
  it('the white is hot and marked, in both boxes, and never joined with the black', () => {
    const fresh = e.chosen!.boxes.find((b) => b.isNew)!;
    expect(fresh.cables[0]?.conductors.map((c) => [c.color, c.role, c.remark])).toEqual([
      ['black', 'hot', false],
      ['white', 'second-hot', true],
      ['bare', 'ground', false],
    ]);
    expect(fresh.after.terminations.map((t) => [t.conductor.color, t.screw])).toEqual([
      ['black', 'brass'],
      ['white', 'other brass'],
      ['bare', 'green'],
    ]);
    for (const box of e.chosen!.boxes)
      for (const join of box.after.splices) {
        const roles = join.members.flatMap((m) => (m.kind === 'conductor' ? [m.conductor.role] : []));
        expect(new Set(roles).size).toBe(1);
      }
    expect(e.findings.find((f) => f.rule === 're-marked-white')).toMatchObject({ severity: 'ok' });
    expect(e.chosen!.bill.lines.some((l) => l.partKey === 'marking-tape')).toBe(true);
    expect(
      e
        .chosen!.steps.flatMap((s) => s.checks.map((c) => c.says))
        .map(said)
        .join(),
    ).toContain('Every hot white');
  });
  it('is proved dead and tested hot to hot, there is no neutral to measure', () => {
    expect(e.chosen!.chains[0]?.links.map((l) => said(l.test.says)).join('; ')).toContain('hot to other hot');
    expect(e.chosen!.chains[0]?.links.map((l) => said(l.test.says)).join('; ')).not.toContain('neutral');
    const live = e.chosen!.tests.filter((t) => t.group === 'live');
    expect(live.map((t) => [said(t.says).split(', ').at(-1), t.expect?.lowVolts])).toEqual([
      ['hot to other hot', 228],
      ['hot to ground', 114],
      ['other hot to ground', 114],
    ]);
  });
  it('a 120 V want finds nothing there, a 240 V want nothing on an ordinary circuit', () => {
    const of = (b: Bundle) =>
      said(evaluate(b).planning.candidates[0]?.candidate.reasons.find((r) => r.kind === 'no')?.says ?? '');
    expect(of(heaters(2, 120))).toContain('240 V only');
    const plain = bundle(
      smallHouse({ points: [outlet('r1', 24)], cables: [nm('c1', atBreaker(), atPoint('r1'))] }),
      [wanted(60, { kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] })],
    );
    expect(of(plain)).toContain('no 240 V circuit');
  });
  it('two hots behind a one-pole breaker stop', () => {
    const found = evaluate(heaters(1, 240)).findings.filter(holdsUp);
    expect(found.find((f) => f.rule === 're-marked-white')).toMatchObject({ severity: 'stop' });
  });
  it('load and voltage drop go by 240 V', () => {
    const b = heaters(2, 240);
    const want = {
      ...b.job.wants[0]!,
      loads: [loadAt('x', 2400, { connection: 'fixed' })],
    };
    const f = evaluate({ ...b, job: { ...b.job, wants: [want] } }).findings.find((x) => x.rule === 'load');
    expect(f?.because).toMatchObject({ need: 10, have: 20 });
  });
});
