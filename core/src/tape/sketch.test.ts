import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { RoomUse } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { said } from '../testing/said.ts';
import { parseSketch, useByName } from './index.ts';

const one = (line: string, system: 'imperial' | 'metric' = 'imperial') => {
  const { rooms, faults } = parseSketch(line, system);
  expect(faults).toEqual([]);
  expect(rooms).toHaveLength(1);
  return rooms[0]!;
};
const why = (line: string) => parseSketch(line, 'imperial').faults.map((f) => said(f.why));

describe('a room as it is sketched', () => {
  it('a name and two sizes', () => {
    const room = one(`sewing room 11'2" x 13'7"`);
    expect(room).toMatchObject({ name: 'sewing room', use: 'den', ceilingMm: null });
    expect(room.widthMm).toBeCloseTo(feet(11) + inches(2), 6);
    expect(room.depthMm).toBeCloseTo(feet(13) + inches(7), 6);
  });
  it('a third size is the ceiling', () =>
    expect(one(`Kitchen 12' by 10' by 7' 6"`)).toMatchObject({ ceilingMm: feet(7.5), use: 'kitchen' }));
  it('bare numbers are feet, or meters, or millimeters where they can be nothing else', () => {
    expect(one('hall 4 x 14')).toMatchObject({ widthMm: feet(4), depthMm: feet(14) });
    expect(one('hall 1.2 x 4,3', 'metric')).toMatchObject({ widthMm: 1200, depthMm: 4300 });
    expect(one('hall 1200 x 4300', 'metric')).toMatchObject({ widthMm: 1200, depthMm: 4300 });
    expect(one('hall 4m x 350cm')).toMatchObject({ widthMm: 4000, depthMm: 3500 });
  });
  it('a number that belongs to the name, an x that belongs to it, fractions, no name', () => {
    expect(one('Bedroom 2 12 x 10')).toMatchObject({ name: 'Bedroom 2', widthMm: feet(12) });
    expect(one('Max box room 9 × 8 1/2')).toMatchObject({ name: 'Max box room' });
    expect(one(`10' 6 1/2" x 9`)).toMatchObject({ name: '', widthMm: feet(10) + inches(6.5) });
    expect(one('attic: 20 x 12').name).toBe('attic');
  });
  it('several, with a semicolon, a comma or a new line between them', () =>
    expect(
      parseSketch(`den 12 x 10; hall 4 x 14, bath 8 x 5\nloft 20 x 10`, 'imperial').rooms.map((r) => r.name),
    ).toEqual(['den', 'hall', 'bath', 'loft']));
  it('what cannot be read says why and leaves the rest', () => {
    const { rooms, faults } = parseSketch('den 12 x 10; hall 4; bath 8 x 0/0', 'imperial');
    expect(rooms.map((r) => r.name)).toEqual(['den']);
    expect(faults.map((f) => f.text)).toEqual(['hall 4', 'bath 8 x 0/0']);
    expect(why('den 12" x 10')).toEqual(['12 in can’t be the size of a room']);
    expect(why('den 12 x 10 x 2')[0]).toContain('ceiling');
    expect(why('den 12 x 10 x 8 x 9')[0]).toContain('two sizes');
  });
  it('never throws, takes every part once, and is quick with a long one', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const parts = text.split(/[;\n]|,\s+(?=[^\d\s])/).filter((p) => p.trim() !== '');
        const { rooms, faults } = parseSketch(text, 'imperial');
        expect(rooms.length + faults.length).toBe(parts.length);
      }),
    );
    expect(parseSketch(`${'1 '.repeat(5000)}x 3`, 'imperial').faults).toHaveLength(1);
  });
});

describe('what a room is used as, by its name', () => {
  it.each<[string, RoomUse]>([
    ['Guest bedroom', 'bedroom'],
    ['Sewing room', 'den'],
    ['Half bath', 'bath'],
    ['Finished basement', 'basement-finished'],
    ['Cellar', 'basement-unfinished'],
    ['Upstairs hallway', 'hall'],
    ['Two-car garage', 'garage'],
    ['Laundry room', 'laundry'],
    ['Zorbing room', 'den'],
  ])('%s: %s', (name, use) => expect(useByName(name)).toBe(use));
});
