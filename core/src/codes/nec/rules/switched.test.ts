import { describe, expect, it } from '@jest/globals';
import { BreakerId, ItemId, PointId, type Cable, type Device, type House } from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import { atBreaker, atPoint, bundle, nm, outlet, panel, smallHouse, wanted } from '../../../testing/build.ts';
import { heard, said } from '../../../testing/said.ts';

/** Half-switched outlets: NEC 210.7 for two circuits on one device; the tab is common practice. */

const duplex = (tab?: 'whole' | 'broken'): Device => ({
  kind: 'receptacle',
  amps: 15,
  grounded: true,
  ...(tab ? { tab } : {}),
});
const s1 = outlet('s1', 56, { kind: 'switch', devices: [{ kind: 'switch', amps: 15, grounded: true }] });
const both: Partial<Cable> = { carries: 'both', conductors: 3, switchedBy: PointId.parse('s1') };

/** Power to the switch S1, from there constant and switched to R2, whose tab may be broken. */
const half = (tab?: 'whole' | 'broken', c2: Partial<Cable> = both, more: Partial<House> = {}): House =>
  smallHouse({
    points: [s1, outlet('r2', 88, { devices: [duplex(tab)] })],
    cables: [nm('c1', atBreaker(), atPoint('s1')), nm('c2', atPoint('s1'), atPoint('r2'), c2)],
    ...more,
  });
const tap = { source: { from: 'point' as const, pointId: PointId.parse('r2') } };
const judged = (house: House, control: { control?: ReturnType<typeof wanted>['control'] } = {}) =>
  evaluate(bundle(house, [wanted(100, { ...tap, ...control })]));
const told = (house: House) => judged(house).findings.filter((f) => f.rule === 'halves');
const box = (house: House, id = 'r2') => judged(house).chosen!.boxes.find((b) => b.point.id === id)!;
const ends = (house: House) =>
  box(house).after.splices.flatMap((j) =>
    j.members.flatMap((m) => (m.kind === 'pigtail' ? [`${j.role} to ${m.to}`] : [])),
  );

describe('the tab of an outlet to which constant and switched power come', () => {
  it('is asked about, and either answer ends the question', () => {
    const house = half();
    const [question] = told(house);
    expect(question).toMatchObject({ severity: 'watch', mark: 'site' });
    expect(said(question!.says)).toBe('Is the break-off tab between the brass screws of R2 broken?');
    expect(question!.remedies).toHaveLength(2);
    for (const { edit } of question!.remedies) {
      const answered = applyEdit(bundle(house, [wanted(100, tap)]), edit);
      expect(
        evaluate(answered)
          .findings.filter((f) => f.rule === 'halves')
          .map((f) => f.severity),
      ).toEqual(['ok']);
    }
  });
  it('broken: one half on the constant hot, the other on its switch, in the drawing as in the wall', () => {
    expect(ends(half('broken'))).toContain('hot to brass');
    const { after } = box(half('broken'));
    expect(after.terminations.map((t) => `${t.conductor.role} to ${t.screw}`)).toContain(
      'switched:s1 to lower brass',
    );
    expect(after.caps).toEqual([]);
  });
  it('whole: live at all times, and the switched conductor is capped', () => {
    const { after } = box(half('whole'));
    expect(heard(after.caps.map((c) => c.says))).toEqual(['red S1: switched hot, not used here']);
    expect(after.terminations.map((t) => t.screw)).not.toContain('lower brass');
  });
  it('is no question where only one of the two is there', () => {
    expect(told(half(undefined, {}))).toEqual([]);
  });
  it('what hangs on the switched half is switched, what hangs on the other is not', () => {
    const lamp = judged(half('broken'), { control: { by: 'switch', pointId: PointId.parse('s1') } });
    expect(lamp.chosen!.option.legs).toMatchObject([{ carries: 'switched' }]);
    expect(judged(half('broken')).chosen!.option.legs).toMatchObject([{ carries: 'feed' }]);
  });
});

describe('an outlet that is switched as a whole', () => {
  it('has the switched conductor on its brass screw', () => {
    const house = half(undefined, { carries: 'switched', switchedBy: PointId.parse('s1') });
    const e = evaluate(
      bundle(house, [wanted(100, { ...tap, control: { by: 'switch', pointId: PointId.parse('s1') } })]),
    );
    const b = e.chosen!.boxes.find((x) => x.point.id === 'r2')!;
    expect(b.before!.terminations.map((t) => `${t.conductor.role} to ${t.screw}`)).toContain(
      'switched:s1 to brass',
    );
  });
});

describe('two circuits on one outlet', () => {
  const twice = (multiwire: boolean): House => {
    const [first] = panel(15, { multiwire });
    const one = first!.breakers[0]!;
    return smallHouse({
      panels: [{ ...first!, breakers: [one, { ...one, id: BreakerId.parse('b2'), number: '3' }] }],
      points: [outlet('r1', 24), outlet('r2', 88, { devices: [duplex('broken')] })],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2')),
        nm('c3', atBreaker('b2'), atPoint('r2')),
      ],
    });
  };
  // Nothing can be tapped there: which conductor is whose is not known. The box is only sealed.
  const opened = (house: House) =>
    evaluate(
      bundle(house, [], {
        changes: [{ kind: 'seal', id: ItemId.parse('x'), pointId: PointId.parse('r2') }],
      }),
    ).findings.filter((f) => f.rule === 'halves');
  it('must go off together', () => {
    expect(heard(opened(twice(false)).map((f) => f.says))).toEqual([
      'The halves of R2 are on two breakers that don’t open together',
    ]);
  });
  it('a pair with one handle does', () => {
    expect(opened(twice(true))).toEqual([]);
  });
});

describe('a conductor that nothing uses', () => {
  it('ends under a connector of its own: the neutral that is kept at a switch', () => {
    const house = smallHouse({
      points: [outlet('r1', 24), s1],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('s1'), {
          carries: 'loop-neutral',
          conductors: 3,
          switchedBy: PointId.parse('s1'),
        }),
      ],
    });
    const e = evaluate(
      bundle(house, [wanted(40)], {
        changes: [{ kind: 'seal', id: ItemId.parse('x'), pointId: PointId.parse('s1') }],
      }),
    );
    const b = e.chosen!.boxes.find((x) => x.point.id === 's1')!;
    expect(heard(b.after.caps.map((c) => c.says))).toEqual(['white R1: neutral, kept for later use']);
  });
});
