import { describe, expect, it } from '@jest/globals';
import { applyEdit, type Edit } from '../findings/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { lookList } from '../evaluation/look-list.ts';
import { makeHouse, makeRoom, RoomUse, seenPoint, WallId, type House } from '../document/index.ts';
import { bundle, outlet, smallHouse, wanted } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { feet, inches } from '../units/index.ts';
import { applyTape, parseTape, usualBoxes } from './index.ts';

let n = 0;
const id = () => `u${n++}`;
const boxesOf = (use: RoomUse, wide = 12, deep = 11) => {
  const room = makeRoom('room', 'Room', use, feet(wide), feet(deep));
  return { room, boxes: usualBoxes(makeHouse('h', 'H'), room, id) };
};

describe('the boxes that a room usually has', () => {
  it('outlets along every wall of a room that is lived in, none further than six feet from any spot of the floor line', () => {
    for (const [wide, deep] of [
      [12, 11],
      [25, 13],
      [9, 30],
    ] as const) {
      const { room, boxes } = boxesOf('bedroom', wide, deep);
      for (const wall of room.walls) {
        const at = boxes.flatMap((p) => (p.at.on === 'wall' && p.at.wallId === wall.id ? [p.at.xMm] : []));
        for (let x = 0; x <= wall.lengthMm; x += 50)
          expect(Math.min(...at.map((a) => Math.abs(a - x)))).toBeLessThanOrEqual(feet(6) + 1e-6);
      }
    }
  });
  it('as many as the kind of room has, the light in the middle', () => {
    const count = (use: RoomUse) => {
      const { boxes } = boxesOf(use);
      return [
        boxes.filter((p) => p.kind === 'receptacle').length,
        boxes.filter((p) => p.kind === 'luminaire').length,
      ];
    };
    expect(count('bedroom')).toEqual([4, 1]);
    expect(count('living')).toEqual([4, 0]);
    expect(count('hall')).toEqual([1, 1]);
    expect(count('garage')).toEqual([4, 1]);
    expect(count('closet')).toEqual([0, 1]);
    expect(count('attic')).toEqual([0, 0]);
    const light = boxesOf('bedroom').boxes.find((p) => p.kind === 'luminaire')!;
    expect(light.at).toMatchObject({ on: 'ceiling', xMm: feet(6), yMm: feet(5.5) });
  });
  it('every one is assumed and not looked into, with a name of its own, on its wall', () => {
    for (const use of RoomUse.options) {
      const { room, boxes } = boxesOf(use, 9, 5);
      expect(boxes.every((p) => p.assumed === true && p.condition === 'not-looked')).toBe(true);
      expect(new Set(boxes.map((p) => p.label)).size).toBe(boxes.length);
      for (const p of boxes)
        if (p.at.on === 'wall') {
          const { wallId, xMm } = p.at;
          const wall = room.walls.find((w) => w.id === wallId)!;
          expect(xMm > 0 && xMm < wall.lengthMm).toBe(true);
        }
    }
  });
});

describe('an assumed box that somebody measures', () => {
  const start = (): House => {
    const { room, boxes } = boxesOf('bedroom');
    return { ...makeHouse('h', 'H'), rooms: [room], points: boxes };
  };
  const tape = (house: House, line: string) =>
    applyTape(house, WallId.parse('room-w1'), parseTape(line, 'imperial').entries, id).house;
  it('is the one that was drawn nearest: it keeps its name and is assumed no more', () => {
    const before = start();
    const drawn = before.points.find((p) => p.at.on === 'wall' && p.at.wallId === 'room-w1')!;
    const after = tape(before, 'o 90@18');
    expect(after.points).toHaveLength(before.points.length);
    const now = after.points.find((p) => p.id === drawn.id)!;
    expect(now).toMatchObject({ label: drawn.label, at: { xMm: inches(90), heightMm: inches(18) } });
    expect(now.assumed).toBeUndefined();
    // The next reading is of another box: nothing assumed is left on this wall.
    expect(tape(after, 'o 92').points).toHaveLength(before.points.length + 1);
  });
  it('one that is measured far away, or of another kind, is another box', () => {
    const before = start();
    expect(tape(before, 'o 10').points).toHaveLength(before.points.length + 1);
    expect(tape(before, 's 72').points).toHaveLength(before.points.length + 1);
  });
  it('so is the light of the ceiling', () => {
    const before = start();
    const light = before.points.find((p) => p.kind === 'luminaire')!;
    const after = tape(before, 'c 70@60');
    expect(after.points).toHaveLength(before.points.length);
    expect(after.points.find((p) => p.id === light.id)?.assumed).toBeUndefined();
  });
});

describe('a plan that relies on an assumed box', () => {
  const b = bundle(
    smallHouse({ points: [outlet('r1', 24, { assumed: true }), outlet('r2', 88, { assumed: true })] }),
    [wanted(60)],
  );
  const asked = (x: typeof b) =>
    evaluate(x).findings.filter((f) => f.rule === 'box-condition' && f.key.includes(':place:'));
  it('asks whether it is there, of the boxes that it relies on', () => {
    const [question, ...more] = asked(b);
    expect(more).toEqual([]);
    expect(question).toMatchObject({ severity: 'watch' });
    expect(said(question!.says)).toMatch(/^Is R[12] really there/);
    const { findings, plan } = evaluate(b);
    const items = lookList({ house: b.house, plan, findings }).flatMap((s) => s.items);
    expect(items.some((i) => i.finding.key === question!.key)).toBe(true);
  });
  const answered = (edit: Edit['edit']) => {
    const [question] = asked(b);
    const remedy = question!.remedies.find((r) => r.edit.edit === edit)!;
    return { after: applyEdit(b, remedy.edit), id: question!.subjects[0]! };
  };
  it('where it is there, nothing is asked any more', () => {
    const { after, id: box } = answered('place-seen');
    expect(asked(after)).toEqual([]);
    expect(after.house.points.find((p) => p.id === box)).toEqual(
      seenPoint(b.house.points.find((p) => p.id === box)!),
    );
  });
  it('where there is none it goes, with its cables, and the plan is another', () => {
    const { after, id: box } = answered('not-there');
    expect(after.house.points.some((p) => p.id === box)).toBe(false);
    expect(
      after.house.cables.some((c) => [c.from, c.to].some((e) => e.at === 'point' && e.pointId === box)),
    ).toBe(false);
    expect(evaluate(after).chosen?.option.taps.some((t) => t.pointId === box) ?? false).toBe(false);
  });
});
