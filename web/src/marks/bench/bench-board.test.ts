import { describe, expect, it } from '@jest/globals';
import { PointId, speaker } from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { benchOf, faulted, FAULT_KINDS, keyOfUse } from '@elwand/core/bench';
import { faultsOf, isDrawing, rowsOf, setUp, type Setup } from './bench-board.ts';

const house = demoHouses()[0]!;
const box = house.points.find((p) => p.devices[0]?.kind === 'receptacle')!.id;
const setup: Setup = {
  off: [],
  moved: [],
  drawing: null,
  tripped: [],
  pulled: [],
  red: `${box}#0:brass`,
  black: `${box}#0:silver`,
  fault: null,
};
const sound = benchOf(house);
const say = speaker('imperial');
const shown = (s: Setup, fault?: string) => {
  const found = faultsOf(house, box).filter((f) => f.kind === fault);
  return new Map(rowsOf(faulted(setUp(sound, s), found), box, s).map((r) => [r.key, say(r.shows)]));
};

describe('the board of a bench', () => {
  it('shows every instrument once', () => {
    const keys = [...shown(setup).keys()];
    expect(new Set(keys).size).toBe(keys.length);
    for (const k of ['meter', 'low-z', 'solenoid', 'non-contact', 'ohms', 'lamps 0', 'button 0', 'trips'])
      expect(keys).toContain(k);
  });
  it('what is fixed draws until somebody chooses', () => {
    const { network } = setUp(sound, setup);
    const light = network.uses.find((u) => u.what === 'light')!;
    const outlet = network.uses.find((u) => u.what === 'top outlet')!;
    expect([isDrawing(setup, light), isDrawing(setup, outlet)]).toEqual([true, false]);
    const chosen = { ...setup, drawing: [keyOfUse(outlet)] };
    expect([isDrawing(chosen, light), isDrawing(chosen, outlet)]).toEqual([false, true]);
  });
  it('each fault of the box can be told from right wiring by something, or is known to hide', () => {
    const right = shown(setup);
    const hidden = faultsOf(house, box).filter(({ kind }) => {
      const wrong = shown(setup, kind);
      return [...right].every(([k, v]) => wrong.get(k) === v);
    });
    // Without a load these read as if nothing were wrong.
    expect(hidden.map((f) => f.kind).sort()).toEqual(
      hidden
        .map((f) => f.kind)
        .filter((k) =>
          [
            'bootleg',
            'neutral-ground-swapped',
            'loose-hot',
            'loose-neutral',
            'reversed-bootleg',
            'neutral-ground-touch',
            'high-ground',
            'leakage',
            'open-ground',
          ].includes(k),
        )
        .sort(),
    );
    expect(faultsOf(house, box).length).toBeGreaterThan(10);
    expect(FAULT_KINDS).toContain(faultsOf(house, box)[0]!.kind);
  });
  it('a breaker that is off takes the power away', () => {
    const off = house.panels.flatMap((p) => p.breakers.map((b) => b.id));
    expect(shown({ ...setup, off }).get('meter')).toBe('0 V');
    expect(shown({ ...setup, off }).get('ohms')).not.toContain('live');
  });
  it('a box that is not there has no faults', () =>
    expect(faultsOf(house, PointId.parse('nowhere'))).toEqual([]));
});
