import { describe, expect, it } from '@jest/globals';
import type { Cable, House, Want } from '../document/index.ts';
import { CableId, ItemId, makePoint, makeWant, PointId, RoomId } from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { buildFeed } from '../feed/index.ts';
import { planOfHouse } from '../structure/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  knownBox,
  nm,
  outlet,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { inches } from '../units/index.ts';
import type { CutIn } from './candidate.ts';
import { groupWants } from './candidates.ts';
import { cutBoxes, cutInCandidate, cutIns, restOf, withCutIns } from './cut-in.ts';

/** R1 at 24 in feeds R2 at 120 in along the wall, 8 ft of cable; heights as given. */
function house(more: Partial<Cable> = {}, heights: readonly [number, number] = [15, 15]): House {
  return smallHouse({
    points: [
      outlet('r1', 24, { at: wallAt(24, heights[0]) }),
      outlet('r2', 120, { at: wallAt(120, heights[1]) }),
    ],
    cables: [
      nm('c1', atBreaker(), atPoint('r1')),
      nm('c2', atPoint('r1'), atPoint('r2'), { lengthMm: inches(96), ...more }),
    ],
  });
}
const group = (want: Want) => groupWants([want])[0]!;
const cutsIn = (h: House, want: Want) => cutIns(h, buildFeed(h), planOfHouse(h), group(want));
const inchesOf = (mm: number) => Math.round((mm / 25.4) * 1000) / 1000;
const onWall = ({ at }: CutIn) => {
  if (at.on !== 'wall') throw new Error('not on a wall');
  return at;
};
const xOf = (h: House, want: Want) => cutsIn(h, want).map((c) => inchesOf(onWall(c).xMm));
/** Wanted on another wall: the cable is cut in its middle. */
const elsewhere = wanted(40, { at: wallAt(40, 15, 'room-w3') });

describe('where a cable may be cut into', () => {
  it('in its middle for a want on another wall, at the height it has there', () => {
    const [cut] = cutsIn(house({}, [15, 47]), elsewhere);
    expect([inchesOf(onWall(cut!).xMm), inchesOf(onWall(cut!).heightMm)]).toEqual([72, 31]);
    expect([cut!.from?.id, cut!.to.id]).toEqual(['r1', 'r2']);
  });
  it('12 in before a wanted box on its wall, so that three boxes stand clear', () => {
    expect(xOf(house(), wanted(80))).toEqual([68]);
    const [cut] = cutsIn(house({}, [15, 47]), wanted(84));
    expect([inchesOf(onWall(cut!).xMm), inchesOf(onWall(cut!).heightMm)]).toEqual([72, 31]);
  });
  it('6 in after it where there is no room before it; never within 16 in of a box', () => {
    expect(xOf(house(), wanted(52))).toEqual([40]);
    expect(xOf(house(), wanted(51.9))).toEqual([57.9]);
    expect(xOf(house(), wanted(98))).toEqual([86]);
    expect(xOf(house(), wanted(116))).toEqual([104]);
    expect(xOf(house(), wanted(116.1))).toEqual([]);
  });
  it('the other way round where power comes from the right', () => {
    const h = smallHouse({
      points: [outlet('r1', 120), outlet('r2', 24)],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r2'), atPoint('r1'), { lengthMm: inches(96) }),
      ],
    });
    const [cut] = cutsIn(h, wanted(80));
    expect([cut!.from?.id, cut!.to.id, inchesOf(onWall(cut!).xMm)]).toEqual(['r1', 'r2', 92]);
  });
  it('not where nobody knows its way, nor between walls, nor where the boxes stand close', () => {
    expect(xOf(house({ way: 'unknown' }), elsewhere)).toEqual([]);
    const corner = smallHouse({
      points: [outlet('r1', 24), outlet('r2', 60, { at: wallAt(60, 15, 'room-w2') })],
      cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    expect(xOf(corner, elsewhere)).toEqual([]);
    const close = (second: number) =>
      smallHouse({
        points: [outlet('r1', 24), outlet('r2', second)],
        cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'))],
      });
    expect(xOf(close(56), elsewhere)).toEqual([]);
    expect(xOf(close(57), elsewhere)).toEqual([40.5]);
  });
  it('not in a door or a window, nor within 6 in of one', () => {
    const withDoor = (left: number, right: number) => {
      const h = house();
      return {
        ...h,
        rooms: h.rooms.map((r) => ({
          ...r,
          walls: r.walls.map((w, i) =>
            i === 0
              ? {
                  ...w,
                  openings: [
                    {
                      id: ItemId.parse('d'),
                      kind: 'door' as const,
                      leftMm: inches(left),
                      rightMm: inches(right),
                      bottomMm: 0,
                      topMm: inches(80),
                    },
                  ],
                }
              : w,
          ),
        })),
      };
    };
    expect(xOf(withDoor(60, 90), elsewhere)).toEqual([]);
    expect(xOf(withDoor(77, 100), elsewhere)).toEqual([]);
    expect(xOf(withDoor(78, 100), elsewhere)).toEqual([72]);
    expect(xOf(withDoor(40, 66), elsewhere)).toEqual([72]);
    expect(xOf(withDoor(40, 67), elsewhere)).toEqual([]);
  });
});

describe('a cable as a tap', () => {
  const reasons = (h: House, want: Want) => {
    const feed = buildFeed(h);
    const [cut] = cutsIn(h, want);
    const breaker = h.panels[0]!.breakers[0]!;
    return cutInCandidate(feed, cut!, breaker, [], group(want));
  };
  const refused = (h: House, want: Want) =>
    reasons(h, want).reasons.flatMap((r) =>
      r.kind === 'no' && typeof r.says === 'object' && 'id' in r.says ? [r.says.id] : [],
    );
  it('is one with its time told, both ends to be traced', () => {
    const c = reasons(house(), elsewhere);
    expect(c).toMatchObject({ usable: true, most: 2, minutes: 105, atPanel: false });
    expect(c.reasons.map((r) => r.kind)).toEqual(['ask', 'work']);
  });
  it('not for 240 V, not for what a switch commands, not where another box was named', () => {
    expect(
      refused(house(), { ...elsewhere, kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] }),
    ).toEqual(['planning.cut-in.wrong']);
    const onSwitch = { by: 'switch' as const, pointId: PointId.parse('r1') };
    expect(refused(house(), { ...elsewhere, kind: 'luminaire', control: onSwitch })).toEqual([
      'planning.cut-in.wrong',
    ]);
    const source = { from: 'point' as const, pointId: PointId.parse('r1') };
    expect(refused(house(), { ...elsewhere, source })).toEqual(['planning.tap.elsewhere']);
  });
  it('not where the cable carries something else, or its box has no power or no ground', () => {
    expect(refused(house({ carries: 'travelers' }), elsewhere)).toContain('planning.cut-in.unknown');
    const dead = { ...house(), cables: house().cables.slice(1) };
    expect(refused(dead, elsewhere)).toContain('planning.cut-in.no-power');
    expect(refused(house({ type: 'EMT' }), elsewhere)).toEqual(['planning.cut-in.raceway']);
    const bare = { ...house(), cables: house().cables.map((c) => ({ ...c, ground: 'none' as const })) };
    expect(refused(bare, elsewhere)).toEqual(['planning.cut-in.no-ground']);
  });
});

describe('a cable that was seen somewhere else', () => {
  const attic = { on: 'attic' as const, roomId: RoomId.parse('room'), xMm: inches(60), yMm: inches(50) };
  const cellar = { ...attic, on: 'basement' as const };
  /** The two outlets stand on different walls: where their cable runs is only known where it was seen. */
  const seen = (more: Partial<Cable> = {}): House =>
    smallHouse({
      points: [outlet('r1', 24), outlet('r2', 60, { at: wallAt(60, 15, 'room-w2') })],
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { seenAt: [attic] }),
        nm('c2', atPoint('r1'), atPoint('r2'), { way: 'unknown', ...more }),
      ],
    });
  const cutFor = (h: House, want: Want, id = 'c2') => cutsIn(h, want).find((c) => c.cable.id === id);
  it('is cut into there, the nearest place first', () => {
    expect(cutFor(seen(), elsewhere)).toBeUndefined();
    const far = { ...attic, xMm: inches(140), yMm: inches(10) };
    expect(cutFor(seen({ seenAt: [far, attic] }), elsewhere)?.at).toEqual(attic);
    expect(cutFor(seen({ seenAt: [cellar] }), elsewhere)?.at).toEqual(cellar);
  });
  it('so is the one that comes from the breaker', () => {
    const cut = cutFor(seen(), elsewhere, 'c1')!;
    expect([cut.from, cut.to.id]).toEqual([null, 'r1']);
    expect(said(cut.fromLabel)).toBe('breaker 1');
    const feed = buildFeed(withCutIns(seen(), [cut]));
    expect(cutBoxes(cut).map((id) => feed.boxes.get(id)?.circuits)).toEqual([['b1'], ['b1']]);
  });
  it('gets boxes on the framing there, and one of them alone where 12 in of it hang loose', () => {
    const boxes = (h: House) => {
      const cut = cutFor(h, elsewhere)!;
      const after = withCutIns(h, [cut]);
      return after.points.slice(2).map((p) => [p.at.on, p.box.model]);
    };
    const one = ['attic', 'sq-4-1-1/2'];
    expect(boxes(seen({ seenAt: [attic] }))).toEqual([one, one]);
    expect(boxes(seen({ seenAt: [attic], slackMm: inches(11.9) }))).toEqual([one, one]);
    expect(boxes(seen({ seenAt: [attic], slackMm: inches(12) }))).toEqual([one]);
  });
  it('a switched one feeds what its switch commands, one with both feeds either; the whole plan holds', () => {
    const s1 = makePoint('s1', 'S1', 'switch', wallAt(24, 48), { ...knownBox('new-1g-22') });
    const l1 = makePoint('l1', 'L1', 'luminaire', ceilingAt(110, 90), knownBox('oct-4-1-1/2'));
    const lit = (carries: 'switched' | 'both'): House =>
      smallHouse({
        points: [s1, l1],
        cables: [
          nm('c1', atBreaker(), atPoint('s1')),
          nm('c2', atPoint('s1'), atPoint('l1'), {
            carries,
            conductors: carries === 'both' ? 3 : 2,
            switchedBy: s1.id,
            seenAt: [attic],
          }),
        ],
      });
    const source = { from: 'cable' as const, cableId: CableId.parse('c2') };
    const light = makeWant('w1', 'new 1', ceilingAt(40, 40), {
      kind: 'luminaire',
      control: { by: 'switch', pointId: s1.id },
      source,
    });
    const always = { ...elsewhere, source };
    const planned = (house: House, want: Want) => {
      const e = evaluate(bundle(house, [want]));
      expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
      return e.chosen?.applied.cuts.map((c) => c.cable.id) ?? [];
    };
    expect(planned(lit('switched'), light)).toEqual(['c2']);
    expect(planned(lit('both'), light)).toEqual(['c2']);
    expect(planned(lit('both'), always)).toEqual(['c2']);
    expect(planned(lit('switched'), always)).toEqual([]);
  });
});

describe('the house with a cut cable', () => {
  const h = house({}, [15, 47]);
  const [cut] = cutsIn(h, wanted(60));
  const after = withCutIns(h, [cut!]);
  const [near, far] = cutBoxes(cut!);
  const cable = (id: string) => after.cables.find((c) => c.id === id)!;
  const joins = (c: Cable) => [c.from, c.to].map((e) => (e.at === 'point' ? e.pointId : e.breakerId));
  it('has two blank boxes 6 in apart, the first on the side of the power', () => {
    const at = (id: string) => after.points.find((p) => p.id === id)!;
    expect([near, far].map((id) => inchesOf((at(id!).at as { xMm: number }).xMm))).toEqual([48, 54]);
    for (const id of [near, far])
      expect(at(id!)).toMatchObject({ kind: 'junction', devices: [{ kind: 'blank' }], condition: 'sound' });
  });
  it('has its two pieces and a bridge in place of it; the pieces share its length as they lie', () => {
    expect(after.cables).toHaveLength(h.cables.length + 2);
    expect(joins(cable('c2'))).toEqual(['r1', near]);
    expect(joins(cable(restOf(cut!.cable)))).toEqual([far, 'r2']);
    expect([cable('c2').lengthMm, cable(restOf(cut!.cable)).lengthMm].map((v) => inchesOf(v!))).toEqual([
      24, 72,
    ]);
    const bridge = after.cables.find((c) => joins(c).join() === [near, far].join())!;
    expect(inchesOf(bridge.lengthMm!)).toBe(30);
    expect(bridge).toMatchObject({ type: 'NM-B', ground: 'wire', way: 'seen' });
  });
  it('feeds what it fed', () => {
    const feed = buildFeed(after);
    expect([near, far, 'r2'].map((id) => feed.boxes.get(id as PointId)?.circuits)).toEqual([
      ['b1'],
      ['b1'],
      ['b1'],
    ]);
  });
  it('of a cable of unknown length has pieces of unknown length', () => {
    const [c] = cutsIn(house({ lengthMm: null }), elsewhere);
    const pieces = withCutIns(house({ lengthMm: null }), [c!]).cables.filter((x) => x.id !== 'c1');
    expect(pieces.map((x) => x.lengthMm === null).sort()).toEqual([false, true, true]);
  });
});

describe('the boxes of a cut', () => {
  const cutOf = (more: Partial<Cable> = {}, want = elsewhere, h = house(more)) => {
    const [cut] = cutsIn(h, want);
    return { cut: cut!, after: withCutIns(h, [cut!]) };
  };
  it('are junctions with a blank, in the size that a wall takes, named after both sides', () => {
    const { after } = cutOf();
    const fresh = after.points.filter((p) => !house().points.some((q) => q.id === p.id));
    expect(fresh).toHaveLength(2);
    for (const p of fresh) {
      expect([p.kind, p.devices.map((d) => d.kind)]).toEqual(['junction', ['blank']]);
      expect(p.box.metal).toBe(false);
    }
    const armored = cutOf({ type: 'MC', ground: 'wire' }).after.points.slice(-2);
    expect(armored.map((p) => p.box.metal)).toEqual([true, true]);
  });
  it('part its length by where the cut is along the wall, in half where nobody can tell', () => {
    const lengths = ({ after }: ReturnType<typeof cutOf>) =>
      after.cables
        .filter((c) => c.id === 'c2' || c.id === restOf({ id: CableId.parse('c2') }))
        .map((c) => c.lengthMm!);
    const near = lengths(cutOf({}, wanted(60)));
    // R1 at 24 in, R2 at 120 in, the cut 12 in before the wanted box: a quarter of the way.
    expect(near.map((mm) => Math.round((1000 * mm) / inches(96)))).toEqual([250, 750]);
    const attic = { seenAt: [{ ...ceilingAt(60, 60), on: 'attic' as const }] };
    expect(lengths(cutOf(attic)).map((mm) => mm / inches(96))).toEqual([0.5, 0.5]);
  });
  it('where a cable was seen in several places it is cut nearest to what is wanted', () => {
    const seen = [120, 30].map((x) => ({ ...ceilingAt(x, 60), on: 'attic' as const }));
    const at = (xIn: number) => {
      const { cut } = cutOf({ seenAt: seen }, wanted(40, { at: ceilingAt(xIn, 60) }));
      return cut.at.on === 'attic' ? inchesOf(cut.at.xMm) : null;
    };
    expect([at(110), at(40)]).toEqual([120, 30]);
  });
});
