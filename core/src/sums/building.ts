import { cutFault, islandOutlets, replacement, reachedLine, limitWords } from '../codes/index.ts';
import { computed, published } from '../findings/index.ts';
import { RoomUse } from '../document/index.ts';
import { formatLength, inches, MM_PER_FOOT, percent, plain } from '../units/index.ts';
import { choice, length, number, yes, type Field, type Line, type Sum } from './field.ts';
import { edition, packOf } from './electrical.ts';

const line = (what: string, how: string, value: string): Line => ({ what, how, value });
const L = (mm: number) => formatLength(mm, 'imperial', 'inches');
const MEMBERS = ['stud', 'joist', 'top-plate'] as const;
const CUTS = ['hole', 'notch'] as const;

export const holeSum: Sum = {
  id: 'hole',
  title: 'Hole or notch in wood',
  about: 'How much of a stud, joist or plate may be cut, and whether a steel plate is needed.',
  fields: [
    choice('member', 'Member', MEMBERS, 'stud'),
    length('depth', 'Depth of the member', '3 1/2'),
    choice('kind', 'Cut', CUTS, 'hole'),
    length('cut', 'Diameter or depth of the cut', '3/4'),
    length('edge', 'Wood left to the nearer edge', '1 3/8'),
    yes('bearing', 'Bearing or outside wall'),
    edition,
  ],
  compute: (v) => {
    const { limits } = packOf(v);
    const cut = {
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
        ? `Not like this: ${fault.says}`
        : plate
          ? 'It may be cut; a steel plate goes over it'
          : 'It may be cut, and needs no plate',
      verdict: fault ? 'fails' : 'holds',
      lines: [
        line('share of the member', `${L(cut.cutMm)} of ${L(cut.depthMm)}`, percent(cut.cutMm / cut.depthMm)),
        line('wood to the edge', `${L(limits.holeEdgeMm.value)} without a plate`, L(cut.edgeMm)),
        ...(fault
          ? [
              line(
                fault.says,
                `${limitWords(fault.have, fault.unit)} against`,
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
  title: 'Outlets along a line',
  about: 'Is every place along a wall or counter within reach of an outlet? How many does an island need?',
  fields: [
    choice('line', 'What', LINES, 'wall'),
    length('length', 'Length of the unbroken line', "14'"),
    {
      key: 'at',
      label: 'Outlets, from its left end (a list)',
      kind: 'lengths',
      preset: "3'; 12'",
    } satisfies Field,
    length('depth', 'Depth of an island', "3'"),
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
        says:
          n === null
            ? 'Optional from 2023, but without one provisions for a later one are left'
            : `${n} outlet${n === 1 ? '' : 's'} needed`,
        verdict: 'told',
        lines: [line('area', `${formatLength(whole)} × ${formatLength(depth)}`, `${plain(area, 2)} ft²`)],
        sources: [published('NEC 210.52(C)', pack.edition, pack.edition >= 2023 ? 'fairly-sure' : 'sure')],
      };
    }
    const reach = what === 'wall' ? pack.limits.wallReachMm : pack.limits.counterReachMm;
    const least = what === 'wall' ? pack.limits.wallSpaceMm : pack.limits.counterWidthMm;
    if (whole < least.value - 1e-6)
      return {
        says: `Too short to need an outlet: under ${formatLength(least.value)}`,
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
          ? 'All of it is within reach'
          : `Out of reach: ${out.map((p) => `${formatLength(p.fromMm)} to ${formatLength(p.toMm)}`).join(', ')}`,
      verdict: out.length === 0 ? 'holds' : 'fails',
      lines: [
        line('reach', 'each way from an outlet', formatLength(reach.value)),
        line(
          'outlets at least',
          `${formatLength(whole)} ÷ ${formatLength(2 * reach.value)}, rounded up`,
          String(needed),
        ),
      ],
      sources: [reach.source],
    };
  },
};

export const replaceSum: Sum = {
  id: 'replace',
  title: 'Replacing an outlet',
  about: 'What a receptacle that takes another’s place must be today.',
  fields: [
    choice('use', 'Room', RoomUse.options, 'bedroom', (u) => u.replace('-', ' ')),
    yes('ground', 'A ground is there', 'yes'),
    yes('water', 'Within 6 ft of a sink, tub or shower'),
    choice('breaker', 'Breaker', ['15', '20', '30'], '15', (b) => `${b} A`),
    length('height', 'Height above the floor', '15'),
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
      says: r.kinds.map((k) => k.says).join('; or '),
      verdict: 'told',
      lines: [
        line('ground-fault protection', '', r.groundFault ? 'needed' : 'not needed'),
        line('arc-fault protection', '', r.arcFault ? 'needed' : 'not needed'),
        line('tamper-resistant', '', r.tamper ? 'yes' : 'no'),
        line('weather-resistant', '', r.weather ? 'yes' : 'no'),
      ],
      sources: r.reasons.map((x) => x.source),
    };
  },
};

export const unitsSum: Sum = {
  id: 'units',
  title: 'Lengths, with fractions',
  about: 'Feet, inches with sixteenths, millimeters.',
  fields: [length('length', 'Length', '7\' 4 3/8"'), number('times', 'Times', 1, '', 0, 1000)],
  compute: (v) => {
    const mm = v.number('length') * v.number('times');
    const exact = mm / inches(1);
    const sixteenth = Math.round(exact * 16) / 16;
    return {
      says: `${formatLength(mm)} = ${L(mm)} = ${plain(mm, 1)} mm`,
      verdict: 'told',
      lines: [
        line('inches', 'exact', `${plain(exact, 4)} in`),
        line('to the sixteenth', `off by ${plain(Math.abs(exact - sixteenth), 4)} in`, L(mm)),
        line('metres', '25.4 mm an inch', `${plain(mm / 1000, 4)} m`),
      ],
      sources: [computed('one inch is 25.4 mm exactly')],
    };
  },
};
