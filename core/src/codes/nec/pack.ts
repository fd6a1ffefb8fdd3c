import type { Gauge, House, Metal } from '../../document/index.ts';
import { published, type Sourced } from '../../findings/index.ts';
import { feet, inches } from '../../units/index.ts';
import type { BoxContents, CodePack, Fill, FillItem, Need, PlaceFacts } from '../pack.ts';
import { RULES } from './rules/index.ts';
import {
  ALLOWANCE,
  BREAKER_LIMIT,
  OHM_PER_KFT,
  RECEPTACLE_RATINGS,
  TEMPERATURE_COEFFICIENT,
  allowanceSource,
  ampacitySource,
  receptacleRatingSource,
  resistanceSource,
  smallConductorSource,
} from './tables/conductors.ts';
import {
  ARC_FAULT_ROOMS,
  ARC_FAULT_SIMILAR,
  GROUND_FAULT_SINCE,
  NO_TAMPER_RESISTANT,
  TAMPER_HEIGHT_MM,
  WATER_REACH_MM,
} from './tables/protection.ts';

const GAUGES_SMALL_FIRST: readonly Gauge[] = ['14', '12', '10', '8', '6', '4'];
const METRES_PER_KFT = 304.8;

function breakerLimit(gauge: Gauge, metal: Metal): Sourced<number> | undefined {
  const value = BREAKER_LIMIT[metal][gauge];
  if (value === undefined) return undefined;
  return {
    value,
    source: gauge === '14' || gauge === '12' || gauge === '10' ? smallConductorSource : ampacitySource,
  };
}

const minimumGauge = (amps: number, metal: Metal): Gauge | undefined =>
  GAUGES_SMALL_FIRST.find((g) => (breakerLimit(g, metal)?.value ?? 0) >= amps);

function allowance(gauge: Gauge): number {
  // The volume table ends at 6 AWG; larger conductors are not for boxes of this size.
  return gauge === '4' ? Number.POSITIVE_INFINITY : ALLOWANCE[gauge];
}

/** Grounds by edition: all as one up to 2017; from 2020 one for up to four and a quarter for each more. */
function groundCount(count: number, edition: number): number {
  if (count === 0) return 0;
  return edition >= 2020 ? 1 + 0.25 * Math.max(0, count - 4) : 1;
}

function fill(contents: BoxContents, edition: number): Fill {
  const items: FillItem[] = [];
  const add = (what: string, count: number, gauge: Gauge) => {
    const each = allowance(gauge);
    if (count > 0) items.push({ what, count, eachCubicInches: each, cubicInches: count * each });
  };
  let largest: Gauge | null = null;
  for (const gauge of GAUGES_SMALL_FIRST) {
    const n = contents.conductors[gauge] ?? 0;
    if (n > 0) largest = gauge;
    add(`${n} conductor${n === 1 ? '' : 's'}, ${gauge} AWG`, n, gauge);
  }
  if (contents.largestGround) {
    add(
      contents.grounds === 1 ? 'the ground' : `${contents.grounds} grounds together`,
      groundCount(contents.grounds, edition),
      contents.largestGround,
    );
    if (
      largest === null ||
      GAUGES_SMALL_FIRST.indexOf(contents.largestGround) > GAUGES_SMALL_FIRST.indexOf(largest)
    )
      largest = contents.largestGround;
  }
  if (contents.clampsInside && largest) add('the clamps', 1, largest);
  for (const yoke of contents.yokes)
    add(yoke.gangs > 1 ? `device, ${yoke.gangs} gangs` : 'the device', 2 * yoke.gangs, yoke.gauge);
  return {
    items,
    cubicInches: items.reduce((s, i) => s + i.cubicInches, 0),
    source: allowanceSource(edition),
  };
}

function groundFault(place: PlaceFacts, edition: number): Need {
  const source = published('NEC 210.8(A)', edition);
  const since = GROUND_FAULT_SINCE[place.use];
  if (since !== undefined && edition >= since)
    return {
      needed: true,
      why: `Receptacles in a ${place.use.replace('-', ' (')}${place.use.includes('-') ? ')' : ''} need it.`,
      source,
    };
  if (place.toWaterMm !== null && place.toWaterMm <= WATER_REACH_MM)
    return { needed: true, why: 'It stands within 6 ft of a sink or tub.', source };
  return { needed: false, why: 'Neither the room nor a sink or tub within 6 ft asks for it.', source };
}

function arcFault(use: House['rooms'][number]['use'], amps: number, edition: number): Need {
  const source = published(
    edition >= 2023 ? 'NEC 210.12(B), (E)' : edition >= 2017 ? 'NEC 210.12(A), (D)' : 'NEC 210.12(A), (B)',
    edition,
    edition >= 2023 ? 'fairly-sure' : 'sure',
  );
  if (amps > 20) return { needed: false, why: 'Only circuits to 20 A are listed.', source };
  if (ARC_FAULT_SIMILAR.has(use))
    return {
      needed: true,
      why: `We read a ${use.replace('-', ' ')} as a room similar to those listed; your inspector may not.`,
      source,
    };
  return ARC_FAULT_ROOMS.has(use)
    ? { needed: true, why: `A ${use} is one of the rooms listed.`, source }
    : { needed: false, why: `A ${use.replace('-', ' ')} is not one of the rooms listed.`, source };
}

const limits: CodePack['limits'] = {
  continuousFactor: { value: 1.25, source: published('NEC 210.19(A), 210.20(A)') },
  cordShare: { value: 0.8, source: published('NEC 210.23(A)(1)') },
  fixedShare: { value: 0.5, source: published('NEC 210.23(A)(2)') },
  airConditionerShared: { value: 0.5, source: published('NEC 440.62(C)') },
  airConditionerAlone: { value: 0.8, source: published('NEC 440.62(B)') },
  voltageDrop: { value: 0.03, source: published('NEC 210.19(A), informational note (advice, no rule)') },
  holeEdgeMm: { value: inches(1.25), source: published('NEC 300.4(A)(1)') },
  supportEveryMm: { value: feet(4.5), source: published('NEC 334.30') },
  supportFromBoxMm: { value: feet(1), source: published('NEC 334.30') },
  freeConductorMm: { value: inches(6), source: published('NEC 300.14') },
  jacketInsideMm: { value: inches(0.25), source: published('NEC 314.17') },
  switchHeightMm: { value: inches(79), source: published('NEC 404.8(A)') },
  boxSetbackMm: { value: inches(0.25), source: published('NEC 314.20') },
};

/** The US pack for one edition; the values are recalled from memory and say so. */
export function necPack(edition: 2014 | 2017 | 2020 | 2023): CodePack {
  return {
    id: `nec-${edition}`,
    title: `NEC ${edition}`,
    edition,
    breakerLimit,
    minimumGauge,
    allowance,
    fill: (contents) => fill(contents, edition),
    resistance: (gauge, metal, celsius) => ({
      value:
        (OHM_PER_KFT[metal][gauge] / METRES_PER_KFT) * (1 + TEMPERATURE_COEFFICIENT[metal] * (celsius - 75)),
      source: resistanceSource,
    }),
    groundFault: (place) => groundFault(place, edition),
    arcFault: (use, amps) => arcFault(use, amps, edition),
    tamperResistant: (place) => ({
      needed: !NO_TAMPER_RESISTANT.has(place.use) && place.heightMm <= TAMPER_HEIGHT_MM,
      why:
        place.heightMm > TAMPER_HEIGHT_MM
          ? 'It is higher than 5 ft 6 in.'
          : 'Receptacles in dwellings are tamper-resistant.',
      source: published('NEC 406.12', edition),
    }),
    weatherResistant: (place) => ({
      needed: place.use === 'outdoor',
      why:
        place.use === 'outdoor' ? 'Outdoors: weather-resistant, under an in-use cover.' : 'The room is dry.',
      source: published('NEC 406.9', edition),
    }),
    receptacleRatings: (amps) => ({ value: RECEPTACLE_RATINGS[amps] ?? [], source: receptacleRatingSource }),
    limits,
    rules: RULES,
  };
}

const packs = new Map<House['code'], CodePack>();

/** The pack a house asks for. */
export function packFor(code: House['code']): CodePack {
  const known = packs.get(code);
  if (known) return known;
  const edition = Number(code.slice(4));
  const pack = necPack(edition === 2014 || edition === 2017 || edition === 2020 ? edition : 2023);
  packs.set(code, pack);
  return pack;
}
