import { GAUGES } from '../document/index.ts';
import {
  ampacity,
  CORD_LIMIT_BY_RECEPTACLE,
  cordLimitSource,
  EDITIONS,
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
import { inches, amps as A, percent, plain } from '../units/index.ts';
import { choice, length, number, yes, type Line, type Sum, type SumResult, type Values } from './field.ts';
import { msg, q, type Text } from '../words/index.ts';

const EDITION_WORDS = EDITIONS.map(String);
export const edition = choice('edition', msg('sums.edition'), EDITION_WORDS, '2023');
export const packOf = (v: Values): CodePack => {
  const text = v.choice('edition', EDITION_WORDS);
  return necPack(EDITIONS.find((e) => String(e) === text) ?? 2023);
};
const METALS = ['Cu', 'Al'] as const;
const metal = choice('metal', msg('sums.metal'), METALS, 'Cu', (m) =>
  m === 'Cu' ? msg('sums.copper') : msg('sums.aluminum'),
);
const gauge = choice('gauge', msg('sums.conductor'), GAUGES, '14', (g) => msg('sums.awg', { gauge: g }));
const line = (what: Text, how: Text, value: Text): Line => ({ what, how, value });

const COUNTED = ['14', '12', '10'] as const;

export const boxFillSum: Sum = {
  id: 'box-fill',
  title: msg('sums.box-fill.title'),
  about: msg('sums.box-fill.about'),
  fields: [
    number('volume', msg('sums.box-fill.volume'), 18, 'cu in', 0.1),
    number('ring', msg('sums.box-fill.ring'), 0, 'cu in'),
    ...COUNTED.map((g) =>
      number(`n${g}`, msg('sums.box-fill.conductors', { gauge: g }), g === '14' ? 4 : 0, '', 0, 99),
    ),
    number('grounds', msg('sums.box-fill.grounds'), 2, '', 0, 99),
    choice('ground', msg('sums.box-fill.ground'), COUNTED, '14', (g) => msg('sums.awg', { gauge: g })),
    yes('clamps', msg('sums.box-fill.clamps')),
    number('devices', msg('sums.box-fill.devices'), 1, '', 0, 9),
    choice('deviceGauge', msg('sums.box-fill.device'), COUNTED, '14', (g) => msg('sums.awg', { gauge: g })),
    number('deviceGangs', msg('sums.box-fill.gangs'), 1, '', 1, 4),
    number('coiled', msg('sums.box-fill.looped', { length: q.length(inches(12)) }), 0, '', 0, 40),
    number('fittings', msg('sums.box-fill.fittings'), 0, '', 0, 2),
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
      says: msg('sums.box-fill.says', {
        needed: q.volume(fill.cubicInches),
        have: q.volume(have),
        verdict: fits
          ? msg('sums.box-fill.fits', { left: q.volume(have - fill.cubicInches) })
          : msg('sums.box-fill.over', { over: q.volume(fill.cubicInches - have) }),
      }),
      verdict: fits ? 'holds' : 'fails',
      lines: [
        ...fill.items.map((i) =>
          line(
            i.what,
            `${plain(i.count)} × ${i.eachCubicInches.toFixed(2)}`,
            `${plain(i.cubicInches, 4)} cu in`,
          ),
        ),
        line(msg('sums.together'), '', `${plain(fill.cubicInches, 4)} cu in`),
      ],
      sources: [fill.source],
    };
  },
};

const RACEWAYS = ['EMT', 'PVC', 'LFMC', 'LFNC', 'FMC'] as const satisfies readonly RacewayKind[];
const SIZES = ['3/8', '1/2', '3/4'] as const satisfies readonly TradeSize[];

export const conduitFillSum: Sum = {
  id: 'conduit-fill',
  title: msg('sums.raceway.title'),
  about: msg('sums.raceway.about'),
  fields: [
    choice('kind', msg('sums.raceway.kind'), RACEWAYS, 'EMT'),
    choice('size', msg('sums.raceway.size'), SIZES, '1/2', (s) => msg('sums.inch', { size: s })),
    ...COUNTED.map((g) =>
      number(`n${g}`, msg('sums.raceway.conductors', { gauge: g }), g === '12' ? 3 : 0, '', 0, 99),
    ),
    yes('nipple', msg('sums.raceway.nipple', { length: q.length(inches(24)) })),
  ],
  compute: (v) => {
    const counts = Object.fromEntries(COUNTED.map((g) => [g, v.number(`n${g}`)]));
    const kind = v.choice('kind', RACEWAYS);
    const size = v.choice('size', SIZES);
    const fill = racewayFill(kind, size, counts, v.yes('nipple') ? 1 : null);
    if (!fill)
      return { says: msg('sums.raceway.not-made', { kind, size }), verdict: 'fails', lines: [], sources: [] };
    return {
      says: fill.fits
        ? msg('sums.raceway.fits', { share: q.fineShare(fill.share) })
        : msg('sums.raceway.over', { share: q.fineShare(fill.share) }),
      verdict: fill.fits ? 'holds' : 'fails',
      lines: [
        line(
          msg('sums.raceway.area'),
          msg('sums.raceway.area-how'),
          `${plain(fill.areaSquareInches, 4)} sq in`,
        ),
        line(
          msg('sums.raceway.allowed'),
          msg('sums.raceway.allowed-how'),
          `${plain(fill.allowedSquareInches, 4)} sq in`,
        ),
      ],
      sources: fill.sources,
    };
  },
};

export const voltageDropSum: Sum = {
  id: 'voltage-drop',
  title: msg('sums.drop.title'),
  about: msg('sums.drop.about'),
  fields: [
    gauge,
    metal,
    length('length', msg('sums.drop.length'), "50'"),
    number('amps', msg('sums.drop.current'), 12, 'A', 0, 200),
    choice('volts', msg('sums.voltage'), ['120', '240'], '120', (x) => `${x} V`),
    number('celsius', msg('sums.drop.temperature'), 75, '°C', -20, 90),
    edition,
  ],
  compute: (v) => {
    const pack = packOf(v);
    const g = v.choice('gauge', GAUGES);
    const r = pack.resistance(g, v.choice('metal', METALS), v.number('celsius'));
    const meters = v.number('length') / 1000;
    const lost = twoWireDrop(meters, r.value, v.number('amps'));
    const supply = Number(v.choice('volts', ['120', '240']));
    const limit = pack.limits.voltageDrop;
    const holds = lost / supply <= limit.value + 1e-12;
    return {
      says: msg('sums.drop.says', {
        volts: q.volts(lost),
        share: q.fineShare(lost / supply),
        limit: q.share(limit.value),
      }),
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line(
          msg('sums.drop.resistance'),
          msg('sums.drop.at', { gauge: g, temperature: q.celsius(v.number('celsius')) }),
          msg('sums.drop.ohms', { ohms: String(plain(r.value * 304.8, 4)) }),
        ),
        line(
          msg('sums.drop.loss'),
          msg('sums.drop.how', { feet: plain(meters / 0.3048, 2), amps: plain(v.number('amps')) }),
          `${plain(lost, 4)} V`,
        ),
        line(msg('sums.drop.share'), msg('sums.drop.of', { volts: supply }), percent(lost / supply, 4)),
      ],
      sources: [r.source, limit.source],
    };
  },
};

const LOADS = ['cord', 'fixed', 'room-air-conditioner'] as const;
const LOAD_WORDS: Readonly<Record<string, Text>> = {
  cord: msg('sums.load.cord'),
  fixed: msg('sums.load.fixed'),
  'room-air-conditioner': msg('sums.load.room-air-conditioner'),
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
  title: msg('sums.load.title'),
  about: msg('sums.load.about'),
  fields: [
    number('watts', msg('sums.load.rating'), 1500, 'VA'),
    choice('kind', msg('sums.load.kind'), LOADS, 'cord', (k) => LOAD_WORDS[k] ?? k),
    choice('breaker', msg('sums.breaker'), ['15', '20', '30'], '15', (b) => `${b} A`),
    choice('receptacle', msg('sums.load.receptacle'), ['15', '20', '30'], '15', (b) => `${b} A`),
    choice('volts', msg('sums.voltage'), ['120', '240'], '120', (x) => `${x} V`),
    yes('alone', msg('sums.load.alone')),
    yes('continuous', msg('sums.load.continuous')),
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
      says: msg('sums.load.says', { amps: q.amps(current), most: q.amps(most), holds: String(holds) }),
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line(
          msg('sums.load.current'),
          msg('sums.load.how', { va: plain(v.number('watts')), volts: v.choice('volts', ['120', '240']) }),
          A(current),
        ),
        line(
          msg('sums.load.share'),
          msg('sums.load.share-of', { share: q.share(part), amps: breaker }),
          A(part * breaker),
        ),
        ...(cord
          ? [
              line(
                msg('sums.load.at-receptacle'),
                msg('sums.load.a-receptacle', { amps: receptacle }),
                A(byTable),
              ),
            ]
          : []),
        line(msg('sums.load.counted'), `${A(current)} × ${plain(factor)}`, A(counted)),
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
  title: msg('sums.gauge.title'),
  about: msg('sums.gauge.about'),
  fields: [
    choice('breaker', msg('sums.breaker'), ['15', '20', '25', '30', '40', '50', '60'], '20', (b) => `${b} A`),
    gauge,
    metal,
    choice('method', msg('sums.gauge.method'), NEW_METHODS, 'NM-B'),
    number('celsius', msg('sums.gauge.hottest'), 30, '°C', -20, 85),
    number('carrying', msg('sums.gauge.together'), 2, '', 1, 60),
    yes('several', msg('sums.gauge.several'), 'yes'),
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
        says: msg('sums.gauge.none', { gauge: asked }),
        verdict: 'fails',
        lines: [],
        sources: [],
      };
    const holds = found.breaker >= breaker;
    return {
      says: msg('sums.gauge.says', {
        gauge: asked,
        amps: q.amps(found.amps),
        breaker: found.breaker,
        verdict: holds
          ? msg('sums.gauge.ok')
          : least
            ? msg('sums.gauge.would-do', { gauge: least })
            : msg('sums.gauge.none-would'),
      }),
      verdict: holds ? 'holds' : 'fails',
      lines: [
        line(msg('sums.gauge.ampacity'), found.working, A(found.amps)),
        line(
          msg('sums.gauge.largest'),
          found.nextSizeUp
            ? msg('sums.gauge.next')
            : found.capped
              ? msg('sums.gauge.small')
              : msg('sums.gauge.not-over'),
          `${found.breaker} A`,
        ),
      ],
      sources: found.sources,
    };
  },
};

export const heatSum: Sum = {
  id: 'trip',
  title: msg('sums.trip.title'),
  about: msg('sums.trip.about'),
  fields: [
    choice('gauge', msg('sums.conductor'), ['14', '12', '10'], '14', (g) => msg('sums.awg', { gauge: g })),
    choice('breaker', msg('sums.breaker'), ['15', '20', '25', '30'], '20', (b) => `${b} A`),
    number('fault', msg('sums.trip.fault'), 500, 'A', 50, 20_000),
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
          ? msg('sums.trip.ok')
          : o.holds
            ? msg('sums.trip.fault-harms')
            : msg('sums.trip.overload', { temperature: q.celsius(Math.max(o.hourC, o.worst.celsius)) }),
      verdict: o.holds && f.holds ? 'holds' : 'fails',
      lines: [
        line(
          msg('sums.trip.hour'),
          msg('sums.trip.hour-how', { amps: q.amps(o.hourAmps) }),
          msg('sums.trip.of', { reached: q.celsius(o.hourC), rated: q.celsius(o.insulationC) }),
        ),
        line(
          msg('sums.trip.worst'),
          msg('sums.trip.worst-how', { amps: q.amps(o.worst.amps), minutes: plain(o.worst.seconds / 60, 1) }),
          msg('sums.trip.worst-of', { reached: q.celsius(o.worst.celsius), rated: q.celsius(o.shortC) }),
        ),
        line(
          msg('sums.trip.short'),
          msg('sums.trip.off', { amps: q.rating(Math.round(f.amps)), time: q.seconds(f.seconds) }),
          f.standsSeconds === null
            ? `${plain(f.celsius ?? 0, 1)} °C`
            : msg('sums.trip.stands', { time: q.seconds(f.standsSeconds) }),
        ),
      ],
      sources: [
        tripStandard,
        tripPractice,
        insulationLimitSource,
        adiabaticSource,
        computed(msg('sums.trip.source')),
      ],
    };
  },
};
