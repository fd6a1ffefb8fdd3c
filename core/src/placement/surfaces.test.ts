import { describe, expect, it } from '@jest/globals';
import { ItemId, makeWant, RoomId, type FaceLayer, type House, type Want } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { surfaceAt } from '../structure/index.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { said } from '../testing/said.ts';

const layer = (thickness: number, planned: boolean, more: Partial<FaceLayer> = {}): FaceLayer => ({
  id: ItemId.parse(`l${thickness}-${Number(planned)}`.replace('.', '-')),
  name: planned ? 'Tile to come' : 'Panel',
  thicknessMm: inches(thickness),
  planned,
  ...more,
});
const faced = (...layers: FaceLayer[]): House => {
  const house = smallHouse();
  return {
    ...house,
    rooms: house.rooms.map((r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, layers })) })),
  };
};
const of = (house: House, rule: string, want: Want = wanted(104)) =>
  evaluate(bundle(house, [want])).findings.find((f) => f.rule === rule);
const place = { xMm: inches(50), heightMm: inches(40) };

describe('the surface at a place', () => {
  it('is the board and what lies on it, now and later', () => {
    const s = surfaceAt({ boardMm: inches(0.5), layers: [layer(0.25, false), layer(0.375, true)] }, place);
    expect(s.nowMm).toBeCloseTo(inches(0.75), 9);
    expect(s.laterMm).toBeCloseTo(inches(1.125), 9);
    expect(s.coming.map((l) => l.name)).toEqual(['Tile to come']);
  });
  it('counts a layer only where it lies', () => {
    const area = { leftMm: 0, rightMm: inches(60), bottomMm: 0, topMm: inches(36) };
    const wall = { boardMm: inches(0.5), layers: [layer(0.375, false, { area })] };
    expect(surfaceAt(wall, place).nowMm).toBe(inches(0.5));
    expect(surfaceAt(wall, { ...place, heightMm: inches(36) }).nowMm).toBeCloseTo(inches(0.875), 9);
  });
  it('is the board alone where nothing is entered', () =>
    expect(surfaceAt({ boardMm: inches(0.5) }, place)).toMatchObject({
      nowMm: inches(0.5),
      laterMm: inches(0.5),
    }));
});

describe('a retrofit box in it', () => {
  it('holds in up to 1-1/4 in, equal included, and no more', () => {
    expect(of(faced(), 'grip')).toBeUndefined();
    expect(of(faced(layer(0.75, false)), 'grip')).toBeUndefined();
    expect(of(faced(layer(0.8, false)), 'grip')).toMatchObject({
      severity: 'fix',
      because: { have: inches(1.25), unit: 'mm' },
    });
  });
  it('what is still to come does not count for the wings', () =>
    expect(of(faced(layer(1, true)), 'grip')).toBeUndefined());
  it('stands out by what is to come (NEC 314.20)', () => {
    const f = of(faced(layer(0.375, true)), 'flush')!;
    expect(f).toMatchObject({
      severity: 'ok',
      because: { need: expect.closeTo(inches(0.375), 6), have: inches(0.25) },
    });
    expect(said(f.says)).toContain('3/8 in');
    expect(of(faced(layer(0.375, false)), 'flush')).toBeUndefined();
  });
});

describe('a fan', () => {
  const fan = makeWant(
    'f',
    'new fan',
    { on: 'ceiling', roomId: RoomId.parse('room'), xMm: inches(72), yMm: inches(60) },
    { kind: 'fan' },
  );
  const e = evaluate(bundle(smallHouse(), [fan]));
  it('hangs on a box made for it, on a brace between the joists (NEC 314.27(C))', () => {
    const box = e.chosen!.applied.house.points.find((p) => p.id === 'new-f')!.box;
    expect(box).toMatchObject({ listedFor: 'fan', metal: true });
    expect(box.model).toMatch(/^brace-fan/);
    expect(e.findings.find((f) => f.rule === 'box-listing')).toMatchObject({ severity: 'ok' });
    expect(e.chosen!.bill.lines.map((l) => l.partKey)).toEqual(
      expect.arrayContaining(['box:brace-fan-21', 'fan']),
    );
  });
});
