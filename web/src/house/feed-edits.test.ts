import { plainly } from '../app/voices.ts';
import { describe, expect, it } from '@jest/globals';
import {
  buildFeed,
  houseProblems,
  makeHouse,
  makePoint,
  makeRoom,
  PointId,
  WallId,
  withoutPoint,
  withPoint,
  type House,
  type Point,
} from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { withoutRoom, withWall } from '../state/edit.ts';
import {
  addCable,
  addCableLike,
  cablesAt,
  commandedBy,
  endValue,
  farEnd,
  isCommanded,
  newPoint,
  sourcesFor,
  switchChoices,
  withCable,
  withoutCable,
} from './feed-edits.ts';

const room = makeRoom('room', 'Den', 'den', 3600, 3000);
const on = (id: string, label: string, kind: Point['kind'], x: number) =>
  makePoint(id, label, kind, { on: 'wall', wallId: WallId.parse('room-w1'), xMm: x, heightMm: 400 });
const house: House = {
  ...makeHouse('h', 'H'),
  rooms: [room],
  panels: demoHouses()[0]!.panels,
  points: [
    on('r1', 'R1', 'receptacle', 500),
    on('s1', 'S1', 'switch', 1500),
    on('l1', 'L1', 'luminaire', 2500),
  ],
};
const point = (id: string) => house.points.find((p) => p.id === id)!;

describe('what a cable can come from', () => {
  it('every breaker with its label, and every other point', () => {
    const labels = sourcesFor(house, 'r1').map((s) => plainly(s.label));
    expect(labels).toEqual([
      'breaker 7, Music room',
      'breaker 9, Hall',
      'breaker 11, Kitchen counter',
      'S1',
      'L1',
    ]);
  });
});

describe('adding a cable', () => {
  it('from a breaker to an outlet carries power', () => {
    const h = addCable(house, 'b:b7', point('r1'), '14');
    expect(h.cables[0]).toMatchObject({ carries: 'feed', gauge: '14', switchedBy: null });
    expect(buildFeed(h).boxes.get(PointId.parse('r1'))?.constantHot).toBe(true);
  });
  it('from a light to a switch is taken for a loop, from a switch to a light for its switched leg', () => {
    expect(addCable(house, 'p:l1', point('s1'), null).cables[0]).toMatchObject({
      carries: 'loop',
      switchedBy: 's1',
    });
    expect(addCable(house, 'p:s1', point('l1'), null).cables[0]).toMatchObject({
      carries: 'switched',
      switchedBy: 's1',
    });
  });
  it('the same cable again has its kind, size, metal and ground, and a way of its own', () => {
    const first = addCable(house, 'b:b7', point('r1'), '12');
    const old = {
      ...first.cables[0]!,
      type: 'old-NM' as const,
      ground: 'none' as const,
      metal: 'Al' as const,
      lengthMm: 4000,
      way: 'unknown' as const,
    };
    const [, copy] = addCableLike({ ...house, cables: [old] }, 'p:r1', point('s1'), old).cables;
    expect(copy).toMatchObject({
      gauge: '12',
      type: 'old-NM',
      ground: 'none',
      metal: 'Al',
      lengthMm: null,
      carries: 'feed',
      from: { at: 'point', pointId: 'r1' },
      to: { at: 'point', pointId: 's1' },
    });
    expect(copy!.id).not.toBe(old.id);
  });
  it('is seen from both of its ends, changed and taken out', () => {
    const h = addCable(addCable(house, 'b:b7', point('r1'), '14'), 'p:r1', point('s1'), null);
    expect(cablesAt(h, 'r1')).toHaveLength(2);
    expect(endValue(farEnd(h.cables[1]!, 'r1'))).toBe('p:s1');
    expect(endValue(farEnd(h.cables[0]!, 'r1'))).toBe('b:b7');
    const id = h.cables[1]!.id;
    expect(withCable(h, id, { gauge: '12' }).cables[1]?.gauge).toBe('12');
    expect(withoutCable(h, id).cables).toHaveLength(1);
  });
});

describe('a new point', () => {
  it('takes the next free name of its kind and stands where its kind stands', () => {
    expect([
      newPoint(house, room, 'receptacle').label,
      newPoint(house, room, 'switch').label,
      newPoint(house, room, 'fan').label,
    ]).toEqual(['R2', 'S2', 'F1']);
    expect(newPoint(house, room, 'luminaire').at.on).toBe('ceiling');
    expect(newPoint(house, room, 'junction').at.on).toBe('attic');
    expect(newPoint(house, { ...room, above: { ...room.above, kind: 'finished' } }, 'junction').at.on).toBe(
      'basement',
    );
  });
  it('of every kind keeps the house in one piece', () => {
    for (const kind of ['receptacle', 'switch', 'luminaire', 'fan', 'junction', 'appliance'] as const) {
      const p = newPoint({ ...house, points: [] }, room, kind);
      expect(houseProblems({ ...house, points: [p] })).toEqual([]);
    }
  });
});

describe('taking out', () => {
  const full = demoHouses()[0]!;
  it('a point takes its cables and loads with it, and nothing dangles', () => {
    for (const p of full.points) {
      const h = withoutPoint(full, p.id);
      expect(h.points).toHaveLength(full.points.length - 1);
      expect(houseProblems(h)).toEqual([]);
    }
  });
  it('a room takes everything in it', () => {
    const h = withoutRoom(full, 'hall');
    expect(h.rooms.map((r) => r.name)).toEqual(['Music room']);
    expect(houseProblems(h)).toEqual([]);
    expect(h.points.every((p) => 'wallId' in p.at || p.at.roomId !== 'hall')).toBe(true);
  });
  it('what is not changed stays the same thing', () => {
    const h = withWall(full, WallId.parse('music-w2'), (w) => ({ ...w, insulated: false }));
    expect(h.rooms[1]).toBe(full.rooms[1]);
    expect(h.points).toBe(full.points);
    expect(withPoint(full, 'r1', (p) => ({ ...p, label: 'X' })).points[1]).toBe(full.points[1]);
  });
});

describe('several switches in one box', () => {
  const two: House['points'] = house.points.map((p) =>
    p.id === 's1' ? { ...p, devices: [p.devices[0]!, p.devices[0]!] } : p,
  );
  const choices = switchChoices(two);
  const cable = () => addCable({ ...house, points: two }, 'p:s1', point('l1'), '14').cables.at(-1)!;

  it('are told apart by their number; a switch alone goes by its name', () => {
    expect(choices.map((c) => plainly(c.label))).toEqual(['S1, switch 1', 'S1, switch 2']);
    expect(switchChoices(house.points).map((c) => plainly(c.label))).toEqual(['S1']);
  });
  it.each([
    ['switched', undefined, 2],
    ['switched', 1, 3],
    ['loop-neutral', undefined, 3],
    ['both', 1, 4],
  ] as const)('%s with second switch %s has %i conductors', (carries, second, n) => {
    const to = commandedBy(
      { ...cable(), carries },
      choices[0],
      second === undefined ? undefined : choices[second],
    );
    expect(to.conductors).toBe(n);
    expect(to.switchedBy).toBe('s1');
    expect(to.also).toEqual(second === undefined ? undefined : { switchedBy: 's1', nth: 2 });
  });
  it('nobody commands a cable that only brings power, and no second switch stands without a first', () => {
    const to = commandedBy({ ...cable(), carries: 'feed' }, undefined, choices[1]);
    expect(to).toMatchObject({ switchedBy: null, conductors: 2 });
    expect(to).not.toHaveProperty('also');
    expect((['feed', 'travelers', 'unknown', 'two-hots'] as const).some(isCommanded)).toBe(false);
  });
  it('taking the switch out takes its cables along, also where it is only the second', () => {
    const first = commandedBy(cable(), { value: 'r1', label: 'R1', by: point('r1').id, nth: 1 }, choices[1]);
    expect(withoutPoint({ ...house, points: two, cables: [first] }, 's1').cables).toEqual([]);
  });
});
