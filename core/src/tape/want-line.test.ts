import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { inches } from '../units/index.ts';
import { smallHouse } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { parseWants } from './index.ts';

const room = smallHouse().rooms[0]!;
const read = (line: string) => parseWants(line, room, room.walls[0]!, 'imperial');
const fault = (line: string) => read(line).faults.map((f) => said(f.why))[0];
const place = (line: string) => {
  const at = read(line).wants[0]?.at;
  return at?.on === 'wall'
    ? [
        room.walls.findIndex((w) => w.id === at.wallId),
        Math.round((at.xMm / inches(1)) * 16) / 16,
        at.heightMm / inches(1),
      ]
    : at;
};

describe('wanted points as they are typed', () => {
  it('what, which wall, how far, how high', () => {
    expect(place('outlet south 60@15')).toEqual([2, 60, 15]);
    expect(place('l e 40 1/2 @ 66')).toEqual([1, 40.5, 66]);
    expect(place('switch w 12')).toEqual([3, 12, 50]);
  });
  it('without a wall the one that is worked on', () => expect(place('o 30')).toEqual([0, 30, 15]));
  it('a ceiling light in the middle, or measured from a wall and out from it', () => {
    expect(read('ceiling').wants).toEqual([
      { kind: 'luminaire', at: null, heightTyped: false, switched: false },
    ]);
    expect(place('fan south 30@40')).toEqual({
      on: 'ceiling',
      roomId: room.id,
      xMm: expect.closeTo(inches(144 - 30), 6),
      yMm: expect.closeTo(inches(120 - 40), 6),
    });
  });
  it('with a switch of its own', () => {
    expect(read('sconce east 40 switched').wants[0]).toMatchObject({ kind: 'luminaire', switched: true });
    expect(fault('outlet east 40 switched')).toContain('light or a fan');
  });
  it('several, and what is wrong with one leaves the others', () => {
    const { wants, faults } = read('o 30; lamp 20; l e 40 switched');
    expect(wants.map((w) => w.kind)).toEqual(['receptacle', 'luminaire']);
    expect(faults.map((f) => f.text)).toEqual(['lamp 20']);
  });
  it('says what is wrong', () => {
    expect(fault('outlet')).toContain('left corner');
    expect(fault('outlet upper 30')).toContain('upper');
    expect(fault('outlet east 400')).toContain('east wall is only 120 in long');
    expect(fault('outlet east banana')).toContain('banana');
    expect(fault('outlet east 30@15@20')).toContain('one height');
  });
  it('a name that begins several walls is not guessed', () => {
    const twins = { ...room, walls: room.walls.map((w) => ({ ...w, name: `Side ${w.name}` })) };
    const { faults } = parseWants('o side 30', twins, twins.walls[0]!, 'imperial');
    expect(said(faults[0]!.why)).toContain('more than one');
  });
  it('never throws', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        const { wants, faults } = read(text);
        expect(wants.length + faults.length).toBe(text.split(/[;\n]/).filter((p) => p.trim() !== '').length);
      }),
    ));
});
