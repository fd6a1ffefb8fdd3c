import { describe, expect, it } from '@jest/globals';
import { BreakerId, makePoint, makeRoom, PointId, type House, type Point } from '../document/index.ts';
import { ceilingAt, nm, atBreaker, atPoint, outlet, smallHouse, wallAt } from '../testing/build.ts';
import { feet } from '../units/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { applyEdit } from '../findings/index.ts';
import { bundle, wanted } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { buildFeed, chained } from './index.ts';

/** Boxes put on one breaker in one go: how cable usually runs is common practice. */

const B1 = BreakerId.parse('b1');
const onWall = (id: string, kind: Point['kind'], wall: string, x: number): Point =>
  makePoint(id, id.toUpperCase(), kind, wallAt(x, kind === 'switch' ? 48 : 15, wall));
const lamp = (id: string) => makePoint(id, id.toUpperCase(), 'luminaire', ceilingAt(60, 60));
const chain = (house: House, ids: readonly string[] = house.points.map((p) => p.id)) => {
  let n = 0;
  return chained(
    house,
    B1,
    ids.map((id) => PointId.parse(id)),
    { type: 'NM-B', gauge: '14' },
    () => `c-${n++}`,
  );
};
const drawn = ({ cables }: House) =>
  cables.map((c) => {
    const end = (e: typeof c.from) => (e.at === 'breaker' ? 'breaker' : e.pointId);
    return `${end(c.from)} ${end(c.to)}${c.carries === 'feed' ? '' : ` ${c.carries} by ${c.switchedBy}`}`;
  });

describe('boxes chained on one breaker', () => {
  it('go around the walls, the light behind the switch of its room', () => {
    const points = [
      lamp('l1'),
      onWall('r3', 'receptacle', 'room-w4', 20),
      onWall('r1', 'receptacle', 'room-w1', 90),
      onWall('s1', 'switch', 'room-w2', 40),
      onWall('r0', 'receptacle', 'room-w1', 20),
    ];
    const { house, fed } = chain(smallHouse({ points, cables: [] }));
    expect(drawn(house)).toEqual(['breaker r0', 'r0 r1', 'r1 s1', 's1 r3', 's1 l1 switched by s1']);
    expect(fed).toEqual(['r0', 'r1', 's1', 'r3', 'l1']);
    expect(house.cables.every((c) => c.assumed === true && c.gauge === '14' && c.way === 'unknown')).toBe(
      true,
    );
    expect(buildFeed(house).unfed).toEqual([]);
    expect(
      evaluate({ house, job: bundle(house, []).job }).findings.filter((f) => f.severity === 'stop'),
    ).toEqual([]);
  });
  it('a light without a switch goes on from box to box; more lights than switches hang one behind the other', () => {
    const alone = smallHouse({ points: [lamp('l1'), onWall('r1', 'receptacle', 'room-w1', 20)], cables: [] });
    expect(drawn(chain(alone).house)).toEqual(['breaker r1', 'r1 l1']);
    const three = smallHouse({
      points: [
        onWall('s1', 'switch', 'room-w1', 20),
        onWall('s2', 'switch', 'room-w2', 20),
        lamp('l1'),
        lamp('l2'),
        lamp('l3'),
      ],
      cables: [],
    });
    expect(drawn(chain(three).house)).toEqual([
      'breaker s1',
      's1 s2',
      's1 l1 switched by s1',
      's2 l2 switched by s2',
      'l2 l3 switched by s2',
    ]);
    expect(buildFeed(chain(three).house).unfed).toEqual([]);
  });
  it('a switch of another room commands nothing here', () => {
    const next = makeRoom('next', 'Hall', 'hall', feet(4), feet(10), { place: { xMm: feet(14), yMm: 0 } });
    const house = smallHouse({
      points: [onWall('s1', 'switch', 'next-w1', 20), lamp('l1')],
      cables: [],
    });
    expect(drawn(chain({ ...house, rooms: [...house.rooms, next] }).house)).toEqual(['breaker l1', 'l1 s1']);
  });
  it('what is fed already is passed over, and only what was asked for is chained', () => {
    const house = smallHouse({
      points: [outlet('r1', 24), outlet('r2', 88), outlet('r3', 120)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    const { house: after, fed } = chain(house, ['r1', 'r3']);
    expect(fed).toEqual(['r3']);
    expect(drawn(after)).toEqual(['breaker r1', 'breaker r3']);
  });
  it('of cable whose jacket tells nothing the ground is not assumed', () => {
    const house = smallHouse({ points: [outlet('r1', 24)], cables: [] });
    const grounds = (['NM-B', 'AC', 'old-NM', 'knob-and-tube'] as const).map(
      (type) =>
        chained(house, B1, [PointId.parse('r1')], { type, gauge: null }, () => 'c').house.cables[0]!.ground,
    );
    expect(grounds).toEqual(['wire', 'armor', 'unknown', 'unknown']);
  });
});

describe('what is only assumed', () => {
  const looked = (assumed: boolean) => {
    const house = smallHouse({
      points: [outlet('r1', 24), outlet('r2', 88)],
      cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'))].map((c) =>
        assumed ? { ...c, assumed: true as const } : c,
      ),
    });
    return bundle(house, [wanted(60)]);
  };
  const asks = (b: ReturnType<typeof bundle>) =>
    evaluate(b).findings.filter((f) => f.rule === 'box-condition' && f.severity === 'watch');
  it('is to be found out at the box that is worked in, and nowhere else', () => {
    expect(asks(looked(false))).toEqual([]);
    const [ask, ...more] = asks(looked(true));
    expect(more).toEqual([]);
    expect(said(ask!.says)).toMatch(/^Check the cables in R\d/);
  });
  it('until somebody has looked', () => {
    const b = looked(true);
    const [ask] = asks(b);
    const after = applyEdit(b, ask!.remedies[0]!.edit);
    expect(asks(after)).toEqual([]);
    const at = ask!.subjects[0]!;
    for (const c of after.house.cables) {
      const here = [c.from, c.to].some((e) => e.at === 'point' && e.pointId === at);
      expect(c.assumed).toBe(here ? undefined : true);
    }
  });
});
