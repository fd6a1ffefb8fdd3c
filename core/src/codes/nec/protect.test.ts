import { describe, expect, it } from '@jest/globals';
import { ApplianceKind } from '../../document/index.ts';
import { OUTLET, placeOf } from '../../testing/build.ts';
import type { OutletFacts, PlaceFacts } from '../pack.ts';
import { necPack } from './pack.ts';
import { EDITIONS } from './tables/editions.ts';
import { said } from '../../testing/said.ts';

const FEET = 304.8;
/** Answers by edition 2014, 2017, 2020, 2023. */
const byEdition = (place: PlaceFacts, outlet: OutletFacts = OUTLET) =>
  EDITIONS.map((e) => necPack(e).groundFault(place, outlet).needed);

describe('ground-fault protection flips with the edition, NEC 210.8 (from memory)', () => {
  it.each<[string, PlaceFacts, boolean[]]>([
    ['a kitchen outlet away from the counter', placeOf('kitchen'), [false, false, false, true]],
    ['one over the counter', placeOf('kitchen', { overCounter: true }), [true, true, true, true]],
    ['a finished basement', placeOf('basement-finished'), [false, false, true, true]],
    ['a damp utility room', placeOf('utility', { moisture: 'damp' }), [false, false, true, true]],
    ['a 240 V outlet in a garage', placeOf('garage', { volts: 240 }), [false, false, true, true]],
    [
      'a sink behind the wall, 4 ft straight',
      placeOf('den', { toSinkStraightMm: 4 * FEET }),
      [true, false, false, false],
    ],
    [
      'a sink in the room, 4 ft',
      placeOf('den', { toSinkMm: 4 * FEET, toSinkStraightMm: 4 * FEET }),
      [true, true, true, true],
    ],
    [
      'a tub 5 ft away',
      placeOf('bedroom', { toTub: { mm: 5 * FEET, asideMm: 5 * FEET, aboveRimMm: 0 } }),
      [true, true, true, true],
    ],
    [
      'a tub 6 ft and a hair away',
      placeOf('bedroom', { toTub: { mm: 6 * FEET + 1, asideMm: 1900, aboveRimMm: 0 } }),
      [false, false, false, false],
    ],
    ['an attic', placeOf('attic'), [false, false, false, false]],
  ])('%s', (_, place, expected) => expect(byEdition(place)).toEqual(expected));

  const SINCE: Partial<Record<ApplianceKind, number>> = {
    dishwasher: 2014,
    'sump-pump': 2020,
    range: 2023,
    'wall-oven': 2023,
    cooktop: 2023,
    dryer: 2023,
    microwave: 2023,
  };
  it.each(ApplianceKind.options)('the outlet of a %s', (appliance) => {
    const since = SINCE[appliance] ?? 9999;
    expect(byEdition(placeOf('utility'), { kind: 'appliance', appliance, amps: 20 })).toEqual(
      EDITIONS.map((e) => e >= since),
    );
  });
  it('lights in a crawl space from 2017, no other light', () => {
    const light: OutletFacts = { kind: 'light', appliance: null, amps: 15 };
    expect(byEdition(placeOf('crawl'), light)).toEqual([false, true, true, true]);
    expect(byEdition(placeOf('bath'), light)).toEqual([false, false, false, false]);
    expect(byEdition(placeOf('outdoor'), light)).toEqual([false, false, false, false]);
  });
  it('appliances outdoors from 2020, to 50 A', () => {
    const garage = { kind: 'appliance' as const, appliance: null, amps: 20 };
    expect(byEdition(placeOf('garage'), garage)).toEqual([false, false, false, true]);
    const at = (amps: number): OutletFacts => ({ kind: 'appliance', appliance: null, amps });
    expect(byEdition(placeOf('outdoor'), at(50))).toEqual([false, false, true, true]);
    expect(byEdition(placeOf('outdoor'), at(51))).toEqual([false, false, false, false]);
  });
});

describe('arc-fault protection by edition, NEC 210.12 (from memory)', () => {
  it('circuits of 10 A are listed from 2023', () =>
    expect(EDITIONS.map((e) => necPack(e).arcFault('bedroom', 10).needed)).toEqual([
      false,
      false,
      false,
      true,
    ]));
  it('240 V circuits never', () =>
    expect(EDITIONS.map((e) => necPack(e).arcFault('bedroom', 20, 2).needed)).toEqual([
      false,
      false,
      false,
      false,
    ]));
});

describe('receptacle kinds by edition, NEC 406 (from memory)', () => {
  it('tamper-resistant 250 V receptacles from 2017', () =>
    expect(EDITIONS.map((e) => necPack(e).tamperResistant(placeOf('den', { volts: 240 })).needed)).toEqual([
      false,
      true,
      true,
      true,
    ]));
  it.each([
    ['dry', false],
    ['damp', true],
    ['wet', true],
  ] as const)('%s: weather-resistant %p', (moisture, needed) => {
    const need = necPack(2023).weatherResistant(placeOf('utility', { moisture }));
    expect(need.needed).toBe(needed);
    if (moisture === 'wet') expect(said(need.why)).toContain('in-use');
    if (moisture === 'damp') expect(said(need.why)).toContain('closed');
  });
  const tub = (asideMm: number, aboveRimMm = 300) =>
    placeOf('bath', { toTub: { mm: asideMm, asideMm, aboveRimMm } });
  it('the zone beside a tub from 2020, over it always', () => {
    const zone = (p: PlaceFacts) => EDITIONS.map((e) => necPack(e).bathZone(p).needed);
    expect(zone(tub(2 * FEET))).toEqual([false, false, true, true]);
    expect(zone(tub(0))).toEqual([true, true, true, true]);
    expect(zone(tub(3 * FEET))).toEqual([false, false, false, false]);
    expect(zone(tub(2 * FEET, 8 * FEET + 1))).toEqual([false, false, false, false]);
    expect(zone(placeOf('bath'))).toEqual([false, false, false, false]);
    // The zone is spoken of where there is one.
    const why = EDITIONS.map((e) => said(necPack(e).bathZone(tub(0)).why));
    expect(why.map((w) => /3 ft|8 ft/.test(w))).toEqual([false, false, true, true]);
  });
});
