import { describe, expect, it } from '@jest/globals';
import { BreakerId, PanelId, type Breaker, type House } from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import { atBreaker, atPoint, loadAt, nm, outlet, panel, smallHouse } from '../testing/build.ts';
import { feederLoad } from './feeder.ts';

const breaker = (id: string, number: string, more: Partial<Breaker> = {}): Breaker => ({
  ...panel()[0]!.breakers[0]!,
  id: BreakerId.parse(id),
  number,
  ...more,
});
/** A sub-panel behind a 30 A two-pole breaker; each of its breakers feeds one outlet of the same number. */
const house = (breakers: Breaker[], loads: House['loads']): House =>
  smallHouse({
    panels: [
      {
        ...panel()[0]!,
        id: PanelId.parse('sub'),
        label: 'Garage panel',
        fedFrom: BreakerId.parse('f'),
        breakers,
      },
      {
        ...panel()[0]!,
        id: PanelId.parse('main'),
        label: 'Main',
        breakers: [breaker('f', '2', { amps: 30, poles: 2 })],
      },
    ],
    points: breakers.map((b, i) => outlet(`r${b.number}`, 12 + 14 * i)),
    cables: breakers.map((b) => nm(`c${b.number}`, atBreaker(b.id), atPoint(`r${b.number}`))),
    loads,
  });
const FACTORS = { continuous: 1.25, motor: 1.25 };
const of = (h: House) => feederLoad(h, buildFeed(h), h.panels[0]!, FACTORS);

describe('load of a feeder', () => {
  it('the heavier leg counts: rows 1 and 2 on one, 3 and 4 on the other', () => {
    const h = house([breaker('a', '1'), breaker('b', '3')], [loadAt('r1', 1200), loadAt('r3', 600)]);
    expect(of(h)).toMatchObject({ amps: 10, names: ['1200 VA thing'], empty: [] });
    const same = house([breaker('a', '1'), breaker('b', '2')], [loadAt('r1', 1200), loadAt('r2', 600)]);
    expect(of(same)?.amps).toBe(15);
  });
  it('240 V loads both legs; continuous load counts 1.25 times', () => {
    const h = house(
      [breaker('a', '1', { poles: 2 }), breaker('b', '3')],
      [loadAt('r1', 2400), loadAt('r3', 600, { continuous: true })],
    );
    expect(of(h)?.amps).toBeCloseTo(10 + 5 * 1.25, 9);
  });
  it('a water heater counts as continuous whether or not anybody said so', () => {
    const heater = loadAt('r1', 2400, { connection: 'fixed', appliance: 'water-heater' });
    expect(of(house([breaker('a', '1', { poles: 2 })], [heater]))?.amps).toBeCloseTo(12.5, 9);
  });
  it('hours keep loads apart', () => {
    const h = house(
      [breaker('a', '1')],
      [loadAt('r1', 1200, { hours: [[8, 10]] }), loadAt('r1', 600, { name: 'later', hours: [[10, 12]] })],
    );
    expect(of(h)).toMatchObject({ amps: 10, hour: 8 });
  });
  it('circuits with nothing entered are named; breakers that feed nothing are not', () => {
    const h = house([breaker('a', '1'), breaker('b', '3')], [loadAt('r1', 1200)]);
    expect(of(h)?.empty).toEqual(['3']);
    expect(of({ ...h, cables: h.cables.slice(0, 1) })?.empty).toEqual([]);
  });
  it('a panel that is fed from this one loads its feeder as well, and one that feeds itself ends nowhere', () => {
    const h = house([breaker('a', '1'), breaker('n', '2', { poles: 2, amps: 20 })], [loadAt('r1', 1200)]);
    const nested: House = {
      ...h,
      panels: [
        ...h.panels,
        {
          ...panel()[0]!,
          id: PanelId.parse('shed'),
          label: 'Shed panel',
          fedFrom: BreakerId.parse('n'),
          breakers: [breaker('s', '1')],
        },
      ],
      points: [...h.points, outlet('rs', 100)],
      cables: [...h.cables, nm('cs', atBreaker('s'), atPoint('rs'))],
      loads: [...h.loads, loadAt('rs', 600)],
    };
    expect(of(h)?.amps).toBe(10);
    expect(of(nested)?.amps).toBe(15);
    expect(of(nested)?.names).toHaveLength(2);
    const round = { ...nested, panels: nested.panels.map((p) => ({ ...p, fedFrom: BreakerId.parse('n') })) };
    expect(Number.isFinite(of(round)?.amps)).toBe(true);
  });
  it('a panel from the service, or from a breaker that is gone, has no feeder to judge', () => {
    const h = house([breaker('a', '1')], []);
    const { fedFrom: _, ...free } = h.panels[0]!;
    expect(feederLoad(h, buildFeed(h), free, FACTORS)).toBeUndefined();
    expect(
      feederLoad(h, buildFeed(h), { ...free, fedFrom: BreakerId.parse('gone') }, FACTORS),
    ).toBeUndefined();
  });
});
