import { describe, expect, it } from '@jest/globals';
import { CableId, makeHouse, PointId } from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { emptyBox, SeenBox, type BoxReading } from '@elwand/core/reading';
import {
  addCable,
  addDevice,
  addReading,
  addWire,
  changeDevice,
  colorWire,
  freeSplice,
  removeCable,
  removeDevice,
  removeReading,
  removeWire,
  seatWire,
  splicesOf,
  togglePigtail,
} from './read-edits.ts';
import { keepBox, keptBox } from './read-kept.ts';
import { nearest, pictureOf } from './picture-layout.ts';
import { deviceInMemory } from '../../state/device-in-memory.ts';

const start = (): SeenBox =>
  addDevice(addDevice(addCable(addCable(emptyBox('b'), 2), 3), { kind: 'receptacle' }), { kind: 'switch' });
const live = (cable: number, wire: number): BoxReading => ({
  what: 'live',
  at: { cable, wire },
  breaker: 'on',
  apart: true,
  shows: true,
});
const valid = (box: SeenBox): SeenBox => SeenBox.parse(box);
const onScrew = (device: number, screw: 'brass' | 'switch screw') => ({
  on: 'screw' as const,
  device,
  screw,
});

describe('changes of a box', () => {
  it('a cable comes with its colors, every end still to be looked at', () => {
    const box = valid(start());
    expect(box.cables.map((c) => c.wires.map((w) => w.color))).toEqual([
      ['black', 'white', 'bare'],
      ['black', 'red', 'white', 'bare'],
    ]);
    expect(box.cables.flatMap((c) => c.wires).every((w) => w.seat.on === 'unknown')).toBe(true);
  });
  it('readings of a cable go with it, those behind it move up', () => {
    const box = [
      live(0, 0),
      live(1, 2),
      { what: 'between', at: { cable: 1, wire: 0 }, to: { cable: 1, wire: 1 }, shows: true } as const,
    ].reduce<SeenBox>(addReading, start());
    const left = valid(removeCable(box, 0));
    expect(left.readings.map((r) => r.at)).toEqual([
      { cable: 0, wire: 2 },
      { cable: 0, wire: 0 },
    ]);
    expect(valid(removeReading(left, 0)).readings).toHaveLength(1);
  });
  it('readings of a wire go with it, the last wire of a cable stays', () => {
    const box = valid(
      removeWire(addReading(addReading(start(), live(1, 1)), live(1, 2)), { cable: 1, wire: 1 }),
    );
    expect(box.readings.map((r) => r.at)).toEqual([{ cable: 1, wire: 1 }]);
    const one = [0, 0, 0, 0].reduce<SeenBox>((b) => removeWire(b, { cable: 0, wire: 0 }), box);
    expect(one.cables[0]?.wires).toHaveLength(1);
  });
  it('what hung on a device that goes is to be looked at again; the others follow', () => {
    const wired = togglePigtail(
      seatWire(
        seatWire(start(), { cable: 0, wire: 0 }, onScrew(0, 'brass')),
        { cable: 1, wire: 0 },
        onScrew(1, 'switch screw'),
      ),
      1,
      onScrew(1, 'switch screw'),
    );
    const box = valid(removeDevice(wired, 0));
    expect(box.cables[0]?.wires[0]?.seat).toEqual({ on: 'unknown' });
    expect(box.cables[1]?.wires[0]?.seat).toEqual(onScrew(0, 'switch screw'));
    expect(box.pigtails).toEqual([{ splice: 1, to: onScrew(0, 'switch screw') }]);
  });
  it('another kind of device has other screws; a tab that is looked at changes none', () => {
    const wired = seatWire(start(), { cable: 0, wire: 0 }, onScrew(0, 'brass'));
    expect(
      valid(changeDevice(wired, 0, { kind: 'receptacle', tab: 'broken' })).cables[0]?.wires[0]?.seat,
    ).toEqual(onScrew(0, 'brass'));
    expect(valid(changeDevice(wired, 0, { kind: 'switch' })).cables[0]?.wires[0]?.seat).toEqual({
      on: 'unknown',
    });
  });
  it('pigtails come and go, splices are counted with them', () => {
    const one = togglePigtail(start(), 3, onScrew(0, 'brass'));
    expect(splicesOf(one)).toEqual([3]);
    expect(freeSplice(one)).toBe(1);
    expect(togglePigtail(one, 3, onScrew(0, 'brass')).pigtails).toEqual([]);
  });
  it('tape on a white comes and goes with the color', () => {
    const taped = colorWire(start(), { cable: 0, wire: 1 }, 'white', true);
    expect(taped.cables[0]?.wires[1]).toMatchObject({ color: 'white', marked: true });
    expect(colorWire(taped, { cable: 0, wire: 1 }, 'gray', false).cables[0]?.wires[1]).toEqual({
      color: 'gray',
      seat: { on: 'unknown' },
    });
  });
  it('no more than fit are added', () => {
    const many = Array.from({ length: 12 }).reduce<SeenBox>(
      (b) => addWire(addCable(b, 2), 0, 'red'),
      emptyBox('b'),
    );
    expect(valid(many).cables).toHaveLength(9);
    expect(many.cables[0]?.wires).toHaveLength(7);
    const devices = Array.from({ length: 9 }).reduce<SeenBox>(
      (b) => addDevice(b, { kind: 'switch' }),
      emptyBox('b'),
    );
    expect(valid(devices).devices).toHaveLength(6);
  });
});

describe('the drawing', () => {
  it('has a place for every wire, screw, splice, and one splice more', () => {
    const box = seatWire(start(), { cable: 0, wire: 0 }, { on: 'splice', n: 1 });
    const p = pictureOf(box);
    expect(p.wires).toHaveLength(7);
    expect(p.splices.map((s) => [s.n, s.isFree])).toEqual([
      [1, false],
      [2, true],
    ]);
    expect(p.wires[0]?.end).toMatchObject({ x: p.splices[0]!.x, y: p.splices[0]!.y });
    expect(p.targets.every((t) => t.y > 0 && t.y < p.height)).toBe(true);
  });
  it('a wire goes to the nearest place, and nowhere where none is near', () => {
    const p = pictureOf(start());
    const [screw] = p.screws;
    expect(nearest(p.targets, { x: screw!.x + 9, y: screw!.y + 4 })?.seat).toEqual({
      on: 'screw',
      device: 0,
      screw: screw!.screw,
    });
    expect(nearest(p.targets, { x: 380, y: 30 })).toBeNull();
  });
});

describe('what is kept of a box', () => {
  const house = demoHouses()[0]!;
  const id = house.points[0]!.id;
  const storage = deviceInMemory();
  it('comes back as it was noted, and is forgotten when told', () => {
    const box = seatWire(keptBox(house, id, storage), { cable: 0, wire: 0 }, { on: 'cap' });
    keepBox(house.id, id, box, storage);
    expect(keptBox(house, id, storage)).toEqual(box);
    keepBox(house.id, id, null, storage);
    expect(keptBox(house, id, storage).cables[0]?.wires[0]?.seat).toEqual({ on: 'unknown' });
  });
  it('what can’t be read is as if nothing had been noted', () => {
    for (const text of ['{', '{"format":"elwand-box"}', '[]', 'null']) {
      storage.setItem(`elwand-box:${house.id}:${id}`, text);
      expect(keptBox(house, id, storage).format).toBe('elwand-box');
    }
  });
  it('asks for a box that is there', () => {
    expect(() => keptBox(makeHouse('h', 'H'), PointId.parse('p'), storage)).toThrow(RangeError);
    expect(CableId.parse('c')).toBe('c');
  });
});
