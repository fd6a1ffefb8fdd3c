import { cutFault, islandOutlets, replacement, reachedLine, limitWords } from '../codes/index.ts';
import { computed, published } from '../findings/index.ts';
import { RoomUse } from '../document/index.ts';
import { feet, formatLength, inches, MM_PER_FOOT, plain } from '../units/index.ts';
import { choice, length, number, yes, type Field, type Line, type Sum } from './field.ts';
import { edition, packOf } from './electrical.ts';
import { msg, q, row, type Text, anyOf } from '../words/index.ts';

const line = (what: Text, how: Text, value: Text): Line => ({ what, how, value });
const L = (mm: number) => formatLength(mm, 'imperial', 'inches');
const MEMBERS = ['stud', 'joist', 'top-plate'] as const;
const CUTS = ['hole', 'notch'] as const;
const ALONG = ['outer', 'end', 'middle'] as const;

export const holeSum: Sum = {
  id: 'hole',
  title: msg('sums.hole.title'),
  about: msg('sums.hole.about'),
  fields: [
    choice('member', msg('sums.hole.member'), MEMBERS, 'stud', (m) =>
      msg(`sums.member.${m as (typeof MEMBERS)[number]}`),
    ),
    length('depth', msg('sums.hole.depth'), '3 1/2'),
    choice('kind', msg('sums.hole.cut'), CUTS, 'hole', (c) => msg(`sums.cut.${c as (typeof CUTS)[number]}`)),
    length('cut', msg('sums.hole.size'), '3/4'),
    length('edge', msg('sums.hole.edge'), '1 3/8'),
    yes('bearing', msg('sums.hole.bearing')),
    choice('along', msg('sums.hole.along'), ALONG, 'outer', (a) =>
      msg(`sums.along.${a as (typeof ALONG)[number]}`),
    ),
    edition,
  ],
  compute: (v) => {
    const { limits } = packOf(v);
    const cut = {
      along: v.choice('along', ALONG),
      member: v.choice('member', MEMBERS),
      depthMm: v.number('depth'),
      cutMm: v.number('cut'),
      kind: v.choice('kind', CUTS),
      edgeMm: v.number('edge'),
      bearing: v.yes('bearing'),
      engineered: false,
    };
    const fault = cutFault(packOf(v), cut);
    const plate = cut.kind === 'notch' || cut.edgeMm < limits.holeEdgeMm.value - 0.01;
    return {
      says: fault
        ? msg('sums.hole.no', { fault: fault.says })
        : plate
          ? msg('sums.hole.with-plate')
          : msg('sums.hole.ok'),
      verdict: fault ? 'fails' : 'holds',
      lines: [
        line(
          msg('sums.hole.share'),
          msg('sums.hole.of', { cut: q.length(cut.cutMm), depth: q.length(cut.depthMm) }),
          q.fineShare(cut.cutMm / cut.depthMm),
        ),
        line(
          msg('sums.hole.to-edge'),
          msg('sums.hole.without', { edge: q.length(limits.holeEdgeMm.value) }),
          q.length(cut.edgeMm),
        ),
        ...(fault
          ? [
              line(
                fault.says,
                msg('sums.hole.limit', { limit: limitWords(fault.have, fault.unit) }),
                limitWords(fault.need, fault.unit),
              ),
            ]
          : []),
      ],
      sources: [fault?.source ?? limits.holeEdgeMm.source, limits.studHoleShare.source],
    };
  },
};

const LINES = ['wall', 'counter', 'island'] as const;

export const spacingSum: Sum = {
  id: 'spacing',
  title: msg('sums.spacing.title'),
  about: msg('sums.spacing.about'),
  fields: [
    choice('line', msg('sums.spacing.what'), LINES, 'wall', (l) =>
      msg(`sums.line.${l as (typeof LINES)[number]}`),
    ),
    length('length', msg('sums.spacing.length'), "14'"),
    {
      key: 'at',
      label: msg('sums.spacing.at'),
      kind: 'lengths',
      preset: "3'; 12'",
    } satisfies Field,
    length('depth', msg('sums.spacing.depth'), "3'"),
    edition,
  ],
  compute: (v) => {
    const pack = packOf(v);
    const whole = v.number('length');
    const what = v.choice('line', LINES);
    if (what === 'island') {
      const depth = v.number('depth');
      const area = (whole * depth) / MM_PER_FOOT ** 2;
      const n = islandOutlets(
        area,
        Math.max(whole, depth) / MM_PER_FOOT,
        Math.min(whole, depth) / MM_PER_FOOT,
        pack.edition,
      );
      return {
        says: n === null ? msg('sums.spacing.optional') : msg('sums.spacing.needed', { n }),
        verdict: 'told',
        lines: [
          line(
            msg('sums.spacing.area'),
            msg('sums.spacing.by', { whole: q.run(whole), depth: q.run(depth) }),
            q.area(whole * depth),
          ),
        ],
        sources: [published('NEC 210.52(C)', pack.edition, pack.edition >= 2023 ? 'fairly-sure' : 'sure')],
      };
    }
    const reach = what === 'wall' ? pack.limits.wallReachMm : pack.limits.counterReachMm;
    const least = what === 'wall' ? pack.limits.wallSpaceMm : pack.limits.counterWidthMm;
    if (whole < least.value - 1e-6)
      return {
        says: msg('sums.spacing.short', { least: q.distance(least.value) }),
        verdict: 'holds',
        lines: [],
        sources: [least.source],
      };
    const parts = reachedLine(whole, v.lengths('at'), reach.value);
    const out = parts.filter((p) => !p.covered);
    const needed = Math.ceil(whole / (2 * reach.value) - 1e-9);
    return {
      says:
        out.length === 0
          ? msg('sums.spacing.all')
          : msg('sums.spacing.out', {
              parts: row(
                out.map((p) => msg('sums.spacing.part', { from: q.run(p.fromMm), to: q.run(p.toMm) })),
              ),
            }),
      verdict: out.length === 0 ? 'holds' : 'fails',
      lines: [
        line(msg('sums.spacing.reach'), msg('sums.spacing.each-way'), q.distance(reach.value)),
        line(
          msg('sums.spacing.least'),
          msg('sums.spacing.rounded', { whole: q.run(whole), reach: q.run(2 * reach.value) }),
          String(needed),
        ),
      ],
      sources: [reach.source],
    };
  },
};

export const replaceSum: Sum = {
  id: 'replace',
  title: msg('sums.replace.title'),
  about: msg('sums.replace.about'),
  fields: [
    choice('use', msg('sums.replace.room'), RoomUse.options, 'bedroom', (u) =>
      msg(`names.room.${u as RoomUse}`),
    ),
    yes('ground', msg('sums.replace.ground'), 'yes'),
    yes('water', msg('sums.replace.water', { reach: q.distance(feet(6)) })),
    choice('breaker', msg('sums.breaker'), ['15', '20', '30'], '15', (b) => `${b} A`),
    length('height', msg('sums.replace.height'), '15'),
    edition,
  ],
  compute: (v) => {
    const use = v.choice('use', RoomUse.options);
    const near = v.yes('water') ? inches(36) : null;
    const amps = Number(v.choice('breaker', ['15', '20', '30']));
    const r = replacement(
      packOf(v),
      {
        use,
        moisture: use === 'outdoor' ? 'wet' : 'dry',
        heightMm: v.number('height'),
        toSinkMm: near,
        toSinkStraightMm: near,
        toTub: null,
        overCounter: false,
        volts: 120,
      },
      { kind: 'receptacle', appliance: null, amps },
      v.yes('ground'),
      amps,
    );
    return {
      says: anyOf(r.kinds.map((k) => k.says)),
      verdict: 'told',
      lines: [
        line(msg('sums.replace.gfci'), '', r.groundFault ? msg('sums.needed') : msg('sums.not-needed')),
        line(msg('sums.replace.afci'), '', r.arcFault ? msg('sums.needed') : msg('sums.not-needed')),
        line(msg('sums.replace.tr'), '', r.tamper ? msg('sums.yes') : msg('sums.no')),
        line(msg('sums.replace.wr'), '', r.weather ? msg('sums.yes') : msg('sums.no')),
      ],
      sources: r.reasons.map((x) => x.source),
    };
  },
};

export const unitsSum: Sum = {
  id: 'units',
  title: msg('sums.units.title'),
  about: msg('sums.units.about'),
  fields: [
    length('length', msg('sums.units.length'), '7\' 4 3/8"'),
    number('times', msg('sums.units.times'), 1, '', 0, 1000),
  ],
  compute: (v) => {
    const mm = v.number('length') * v.number('times');
    const exact = mm / inches(1);
    const sixteenth = Math.round(exact * 16) / 16;
    return {
      says: `${formatLength(mm)} = ${L(mm)} = ${plain(mm, 1)} mm`,
      verdict: 'told',
      lines: [
        line(msg('sums.units.inches'), msg('sums.units.exact'), `${plain(exact, 4)} in`),
        line(
          msg('sums.units.sixteenth'),
          msg('sums.units.off', { by: q.number(Math.abs(exact - sixteenth)) }),
          L(mm),
        ),
        line(msg('sums.units.meters'), msg('sums.units.inch'), `${plain(mm / 1000, 4)} m`),
      ],
      sources: [computed(msg('sums.units.source'))],
    };
  },
};
