import {
  ampacity,
  CORD_LIMIT_BY_RECEPTACLE,
  cordLimitSource,
  EDITIONS,
  GAUGES,
  heatedConductor,
  necPack,
  NEW_METHODS,
  racewayFill,
  type CodePack,
  type RacewayKind,
  type TradeSize,
} from '../codes/index.ts';
import { adiabaticSource, insulationLimitSource, tripPractice, tripStandard } from '../catalog/index.ts';
import { computed, type Source } from '../findings/index.ts';
import { faultAt, overload, twoWireDrop } from '../load/index.ts';
import { amps as A, cubicInches, percent, plain, volts } from '../units/index.ts';
import { choice, length, number, yes, type Line, type Sum, type SumResult, type Values } from './field.ts';

const EDITION_WORDS = EDITIONS.map(String);
export const edition = choice('edition', 'Edition of the code', EDITION_WORDS, '2023');
export const packOf = (v: Values): CodePack => {
  const text = v.choice('edition', EDITION_WORDS);
  return necPack(EDITIONS.find((e) => String(e) === text) ?? 2023);
};
const METALS = ['Cu', 'Al'] as const;
const metal = choice('metal', 'Metal', METALS, 'Cu', (m) => (m === 'Cu' ? 'copper' : 'aluminium'));
const gauge = choice('gauge', 'Conductor', GAUGES, '14', (g) => `${g} AWG`);
const line = (what: string, how: string, value: string): Line => ({ what, how, value });

const COUNTED = ['14', '12', '10'] as const;

export const boxFillSum: Sum = {
  id: 'box-fill',
  title: 'Box fill',
  about: 'Conductors, grounds, clamps and devices against the volume of a box.',
  fields: [
    number('volume', 'Volume of the box', 18, 'cu in', 0.1),
    number('ring', 'Ring or cover on it', 0, 'cu in'),
    ...COUNTED.map((g) => number(`n${g}`, `Insulated conductors, ${g} AWG`, g === '14' ? 4 : 0, '', 0, 99)),
    number('grounds', 'Ground wires coming in', 2, '', 0, 99),
    choice('ground', 'Largest ground', COUNTED, '14', (g) => `${g} AWG`),
    yes('clamps', 'Clamps inside the box'),
    number('devices', 'Devices (yokes)', 1, '', 0, 9),
    choice('deviceGauge', 'Largest conductor on a device', COUNTED, '14', (g) => `${g} AWG`),
    number('deviceGangs', 'Gangs each device takes', 1, '', 1, 4),
    number('coiled', 'Conductors looped through unbroken (12 in or more), 14 AWG', 0, '', 0, 40),
    number('fittings', 'Luminaire stud or hickey inside', 0, '', 0, 2),
    edition,
  ],
  compute: (v) => {
    const fill = packOf(v).fill({
      conductors: Object.fromEntries(COUNTED.map((g) => [g, v.number(`n${g}`)])),
      grounds: v.number('grounds'),
      largestGround: v.number('grounds') > 0 ? v.choice('ground', COUNTED) : null,
      clampsInside: v.yes('clamps'),
      yokes: Array.from({ length: v.number('devices') }, () => ({
        gangs: v.number('deviceGangs'),
        gauge: v.choice('deviceGauge', COUNTED),
      })),
      extras: {
        fittings: v.number('fittings'),
        ...(v.number('coiled') > 0
          ? { unbroken: [{ gauge: '14' as const, count: v.number('coiled'), coiled: true }] }
          : {}),
      },
    });
    const have = v.number('volume') + v.number('ring');
    const fits = fill.cubicInches <= have + 1e-9;
    return {
      says: `${cubicInches(fill.cubicInches)} needed, ${cubicInches(have)} available: ${fits ? `it fits with ${cubicInches(have - fill.cubicInches)} to spare` : `too full by ${cubicInches(fill.cubicInches - have)}`}`,
      verdict: fits ? 'holds' : 'fails',
      lines: [
        ...fill.items.map((i) =>
          line(
            i.what,
            `${plain(i.count)} × ${i.eachCubicInches.toFixed(2)}`,
            `${plain(i.cubicInches, 4)} cu in`,
          ),
        ),
        line('together', '', `${plain(fill.cubicInches, 4)} cu in`),
      ],
      sources: [fill.source],
    };
  },
};

const RACEWAYS = ['EMT', 'PVC', 'LFMC', 'LFNC', 'FMC'] as const satisfies readonly RacewayKind[];
const SIZES = ['3/8', '1/2', '3/4'] as const satisfies readonly TradeSize[];

export const conduitFillSum: Sum = {
  id: 'conduit-fill',
  title: 'Conductors in a raceway',
  about: 'THHN or THWN conductors, grounds counted, against the bore.',
  fields: [
    choice('kind', 'Raceway', RACEWAYS, 'EMT'),
    choice('size', 'Trade size', SIZES, '1/2', (s) => `${s} in`),
    ...COUNTED.map((g) => number(`n${g}`, `Conductors, ${g} AWG`, g === '12' ? 3 : 0, '', 0, 99)),
    yes('nipple', 'Nipple, 24 in or shorter'),
  ],
  compute: (v) => {
    const counts = Object.fromEntries(COUNTED.map((g) => [g, v.number(`n${g}`)]));
    const kind = v.choice('kind', RACEWAYS);
    const size = v.choice('size', SIZES);
    const fill = racewayFill(kind, size, counts, v.yes('nipple') ? 1 : null);
    if (!fill) return { says: `${kind} is not made in ${size} in`, verdict: 'fails', lines: [], sources: [] };
    return {
      says: fill.fits
        ? `It fits: ${percent(fill.share)} of the bore`
        : `Too many: ${percent(fill.share)} of the bore`,
      verdict: fill.fits ? 'holds' : 'fails',
      lines: [
        line('area of the conductors', 'number × area each', `${plain(fill.areaSquareInches, 4)} sq in`),
        line('area that may be filled', 'share of the bore', `${plain(fill.allowedSquareInches, 4)} sq in`),
      ],
      sources: fill.sources,
    };
  },
};

export const voltageDropSum: Sum = {
  id: 'voltage-drop',
  title: 'Voltage drop',
  about: 'Volts lost there and back over one length of cable. Advice, no rule.',
  fields: [
    gauge,
    metal,
    length('length', 'Length one way', "50'"),
    number('amps', 'Current', 12, 'A', 0, 200),
    choice('volts', 'Voltage', ['120', '240'], '120', (x) => `${x} V`),
    number('celsius', 'Conductor temperature', 75, '°C', -20, 90),
    edition,
  ],
  compute: (v) => {
    const pack = packOf(v);
    const g = v.choice('gauge', GAUGES);
    const r = pack.resistance(g, v.choice('metal', METALS), v.number('celsius'));
    const metres = v.number('length') / 1000;
    const lost = twoWireDrop(metres, r.value, v.number('amps'));
    const supply = Number(v.choice('volts', ['120', '240']));
    const limit = pack.limits.voltageDrop;
    const holds = lost / supply <= limit.value + 1e-12;
    return {
      says: `${volts(lost)} lost, ${percent(lost / supply)}; ${percent(limit.value, 0)} is advised`,
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line(
          'resistance',
          `${g} AWG at ${plain(v.number('celsius'))} °C`,
          `${plain(r.value * 304.8, 4)} Ω per 1000 ft`,
        ),
        line(
          'loss',
          `2 × ${plain(metres / 0.3048, 2)} ft × ${plain(v.number('amps'))} A`,
          `${plain(lost, 4)} V`,
        ),
        line('share', `of ${supply} V`, percent(lost / supply, 4)),
      ],
      sources: [r.source, limit.source],
    };
  },
};

const LOADS = ['cord', 'fixed', 'room-air-conditioner'] as const;
const LOAD_WORDS: Readonly<Record<string, string>> = {
  cord: 'plugged in',
  fixed: 'fixed appliance',
  'room-air-conditioner': 'room air conditioner',
};

function share(pack: CodePack, v: Values): { share: number; source: Source } {
  const alone = v.yes('alone');
  const { limits } = pack;
  switch (v.choice('kind', LOADS)) {
    case 'cord':
      return alone
        ? { share: 1, source: limits.cordShare.source }
        : { share: limits.cordShare.value, source: limits.cordShare.source };
    case 'fixed':
      return alone
        ? { share: 1, source: limits.fixedShare.source }
        : { share: limits.fixedShare.value, source: limits.fixedShare.source };
    case 'room-air-conditioner': {
      const limit = alone ? limits.airConditionerAlone : limits.airConditionerShared;
      return { share: limit.value, source: limit.source };
    }
  }
}

export const loadShareSum: Sum = {
  id: 'load-share',
  title: 'One load on a circuit',
  about: 'How much of a circuit one thing may take.',
  fields: [
    number('watts', 'Rating of the load', 1500, 'VA'),
    choice('kind', 'What it is', LOADS, 'cord', (k) => LOAD_WORDS[k] ?? k),
    choice('breaker', 'Breaker', ['15', '20', '30'], '15', (b) => `${b} A`),
    choice('receptacle', 'Receptacle', ['15', '20', '30'], '15', (b) => `${b} A`),
    choice('volts', 'Voltage', ['120', '240'], '120', (x) => `${x} V`),
    yes('alone', 'It has the circuit to itself'),
    yes('continuous', 'Runs three hours or more'),
    edition,
  ],
  compute: (v) => {
    const pack = packOf(v);
    const breaker = Number(v.choice('breaker', ['15', '20', '30']));
    const receptacle = v.choice('receptacle', ['15', '20', '30']);
    const current = v.number('watts') / Number(v.choice('volts', ['120', '240']));
    const { share: part, source } = share(pack, v);
    const byTable = CORD_LIMIT_BY_RECEPTACLE[Number(receptacle)] ?? breaker;
    const cord = v.choice('kind', LOADS) === 'cord' && !v.yes('alone');
    const most = cord ? Math.min(part * breaker, byTable) : part * breaker;
    const factor = v.yes('continuous') ? pack.limits.continuousFactor.value : 1;
    const counted = current * factor;
    const holds = current <= most + 1e-9 && counted <= breaker + 1e-9;
    return {
      says: `${A(current)}, ${A(most)} allowed: ${holds ? 'it holds' : 'too much'}`,
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line(
          'current',
          `${plain(v.number('watts'))} VA ÷ ${v.choice('volts', ['120', '240'])} V`,
          A(current),
        ),
        line('share of the circuit', `${percent(part, 0)} of ${breaker} A`, A(part * breaker)),
        ...(cord ? [line('at the receptacle', `${receptacle} A receptacle`, A(byTable))] : []),
        line('counted against the breaker', `${A(current)} × ${plain(factor)}`, A(counted)),
      ],
      sources: [
        source,
        ...(cord ? [cordLimitSource] : []),
        ...(factor > 1 ? [pack.limits.continuousFactor.source] : []),
      ],
    };
  },
};

export const gaugeSum: Sum = {
  id: 'gauge',
  title: 'Conductor for a breaker',
  about: 'Ampacity where the conductor runs, and the largest breaker for it.',
  fields: [
    choice('breaker', 'Breaker', ['15', '20', '25', '30', '40', '50', '60'], '20', (b) => `${b} A`),
    gauge,
    metal,
    choice('method', 'Cable or raceway', NEW_METHODS, 'NM-B'),
    number('celsius', 'Hottest place it passes', 30, '°C', -20, 85),
    number('carrying', 'Current-carrying conductors together', 2, '', 1, 60),
    yes('several', 'More than one receptacle on the circuit', 'yes'),
    edition,
  ],
  compute: (v) => {
    const pack = packOf(v);
    const breaker = Number(v.choice('breaker', ['15', '20', '25', '30', '40', '50', '60']));
    const facts = {
      metal: v.choice('metal', METALS),
      type: v.choice('method', NEW_METHODS),
      celsius: v.number('celsius'),
      carrying: v.number('carrying'),
      severalReceptacles: v.yes('several'),
    };
    const of = (g: (typeof GAUGES)[number]) => ampacity({ ...facts, gauge: g }, pack.edition);
    const asked = v.choice('gauge', GAUGES);
    const found = of(asked);
    const least = GAUGES.find((g) => (of(g)?.breaker ?? 0) >= breaker);
    if (!found)
      return {
        says: `The table has no ${asked} AWG of that metal`,
        verdict: 'fails',
        lines: [],
        sources: [],
      };
    const holds = found.breaker >= breaker;
    return {
      says: `${asked} AWG carries ${A(found.amps)} there, for a breaker of ${found.breaker} A at most: ${holds ? 'it holds' : `too small, ${least ? `${least} AWG` : 'none of these'} would do`}`,
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line('ampacity', found.working, A(found.amps)),
        line(
          'largest breaker',
          found.nextSizeUp
            ? 'next standard size'
            : found.capped
              ? 'small-conductor limit'
              : 'not over the ampacity',
          `${found.breaker} A`,
        ),
      ],
      sources: found.sources,
    };
  },
};

export const heatSum: Sum = {
  id: 'trip',
  title: 'Breaker against wire',
  about: 'How hot a conductor gets before its breaker must open, and whether it stands a short circuit.',
  fields: [
    choice('gauge', 'Conductor', ['14', '12', '10'], '14', (g) => `${g} AWG`),
    choice('breaker', 'Breaker', ['15', '20', '25', '30'], '20', (b) => `${b} A`),
    number('fault', 'Short-circuit current', 500, 'A', 50, 20_000),
  ],
  compute: (v): SumResult => {
    const conductor = heatedConductor(
      { gauge: v.choice('gauge', COUNTED), metal: 'Cu', type: 'NM-B' },
      necPack(2023),
    );
    if (!conductor) throw new Error('copper of these sizes has a curve');
    const breaker = Number(v.choice('breaker', ['15', '20', '25', '30']));
    const o = overload(conductor, breaker);
    const f = faultAt(conductor, breaker, v.number('fault'));
    return {
      says:
        o.holds && f.holds
          ? 'The breaker opens before the wire is harmed'
          : o.holds
            ? 'A short circuit could harm the wire'
            : `An overload could bring the wire to ${Math.round(Math.max(o.hourC, o.worst.celsius))} °C`,
      verdict: o.holds && f.holds ? 'holds' : 'fails',
      lines: [
        line(
          'for an hour',
          `${A(o.hourAmps)}, 135 % of the breaker`,
          `${plain(o.hourC, 1)} °C of ${o.insulationC} °C`,
        ),
        line(
          'worst shorter overload',
          `${A(o.worst.amps)} for ${plain(o.worst.seconds / 60, 1)} min`,
          `${plain(o.worst.celsius, 1)} °C of ${o.shortC} °C`,
        ),
        line(
          'short circuit',
          `${Math.round(f.amps)} A, off within ${plain(f.seconds, 3)} s`,
          f.standsSeconds === null
            ? `${plain(f.celsius ?? 0, 1)} °C`
            : `stands ${plain(f.standsSeconds, 3)} s`,
        ),
      ],
      sources: [
        tripStandard,
        tripPractice,
        insulationLimitSource,
        adiabaticSource,
        computed('first-order heating'),
      ],
    };
  },
};
