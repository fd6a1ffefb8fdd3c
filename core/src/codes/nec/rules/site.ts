import { practice, published } from '../../../findings/index.ts';
import { voltageDrop, type Drop } from '../../../load/index.ts';
import { feet, formatLength, percent, plain, volts } from '../../../units/index.ts';
import { isSwitchDevice, type Gauge, type Point, type PointId } from '../../../document/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import {
  breakerName,
  capital,
  circuitsOf,
  isNew,
  judge,
  limitNumbers,
  noNumbers,
  touchedPoints,
} from './judge.ts';

/** What 12 AWG new cable would make of it: a remedy is only offered when it helps. */
function dropWith(context: RuleContext, gauge: Gauge, pointId: PointId): number {
  const house = {
    ...context.house,
    cables: context.house.cables.map((c) => (context.touched.has(c.id) ? { ...c, gauge } : c)),
  };
  return voltageDrop(house, context.feed, context.pack, pointId)?.share ?? 1;
}

function dropAt(context: RuleContext, point: Point, d: Drop): Judgement {
  const limit = context.pack.limits.voltageDrop;
  const sources = [limit.source, context.pack.resistance('14', 'Cu', d.celsius).source];
  const length = (mm: number) => formatLength(mm, context.house.units);
  const known = d.segments.reduce((s, x) => s + (x.volts === null ? 0 : (x.lengthMm ?? 0)), 0);
  const base = `Farthest new point, over ${length(known)} known, conductors at ${d.celsius} °C.`;
  const common = {
    mark: 'tap' as const,
    subjects: [point.id],
    because: { need: d.share, have: limit.value, unit: 'share', sense: 'at-least' as const },
    sources,
  };
  if (d.share > limit.value) {
    const helps = dropWith(context, '12', point.id) <= limit.value;
    return judge('voltage-drop', {
      ...common,
      severity: 'fix',
      says: `Voltage drop ${percent(d.share)} at ${point.label}, ${percent(limit.value, 0)} advised`,
      detail: `${volts(d.volts)} lost. ${base} ${helps ? '' : 'Most of it is lost in the cable that is there: a nearer tap helps, a larger new cable does not.'}`,
      remedies: helps ? [{ says: 'Use 12 AWG', edit: { edit: 'new-gauge', gauge: '12' } }] : [],
    });
  }
  if (d.unknownLength.length > 0 && d.roomMm !== null && d.roomMm < feet(250))
    return judge('voltage-drop', {
      ...common,
      severity: 'watch',
      because: { ...common.because, have: null },
      says: `How long is the cable from the panel to the tap of ${point.label}?`,
      detail: `${percent(d.share)} over the known part. It stays within ${percent(limit.value, 0)} as long as the unmeasured ${d.unknownLength.length === 1 ? 'cable is' : 'cables are'} no longer than ${length(d.roomMm)} together. Enter a length in mark 3 Feed.`,
    });
  const open = d.unknownLength.length + d.unknownGauge.length;
  return judge('voltage-drop', {
    ...common,
    severity: 'ok',
    says: `Voltage drop ${percent(d.share)} at ${point.label}, ${percent(limit.value, 0)} advised`,
    detail:
      open > 0 && d.roomMm !== null
        ? `${base} The unread part could be ${length(d.roomMm)} long and still pass.`
        : base,
  });
}

/** Voltage drop over the whole feed, existing part included, at the new point that has most of it; advice, not a rule. */
export const drop: Rule = {
  id: 'voltage-drop',
  title: 'Voltage drop',
  about:
    'Volts lost from the breaker to the new point, cable by cable with what each carries at its worst hour, conductors at 75 °C. Advice of the code, no rule.',
  numbers: (pack) => [
    ...limitNumbers('voltageDrop')(pack),
    ...(['14', '12', '10', '8', '6'] as const).map((g) => ({
      what: `${g} AWG copper at 75 °C`,
      value: `${plain(pack.resistance(g, 'Cu', 75).value * 304.8, 3)} ohm per 1000 ft`,
      source: pack.resistance(g, 'Cu', 75).source,
    })),
  ],
  check: (context) => {
    const all = touchedPoints(context)
      .filter((p) => isNew(context, p))
      .flatMap((point) => {
        const d = voltageDrop(context.house, context.feed, context.pack, point.id);
        return d ? [{ point, d }] : [];
      });
    const first = all[0];
    if (!first) return [];
    const most = all.reduce((a, b) => (b.d.share > a.d.share ? b : a), first);
    return [dropAt(context, most.point, most.d)];
  },
};

/** Every box stays reachable without taking the building apart. */
export const accessible: Rule = {
  id: 'accessible',
  title: 'Boxes stay accessible',
  about: 'Every box with splices can be reached without taking the building or its finish apart.',
  numbers: noNumbers,
  check: (context) =>
    context.house.points
      .filter((p) => !p.accessible)
      .map((point) =>
        judge('accessible', {
          severity: 'fix',
          mark: 'feed',
          subjects: [point.id],
          says: `${point.label} is buried`,
          detail: 'A box with splices must be reached without removing part of the building or its finish.',
          sources: [published('NEC 314.29')],
          ...(context.touched.has(point.id) ? { origin: 'worse' as const } : {}),
        }),
      ),
};

/** Highest place of a switch. */
export const switchHeight: Rule = {
  id: 'switch-height',
  title: 'Switch height',
  about: 'The grip of a switch at its highest is at most 6 ft 7 in above the floor.',
  numbers: limitNumbers('switchHeightMm'),
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const limit = context.pack.limits.switchHeightMm;
      if (!point.devices.some(isSwitchDevice) || point.at.on !== 'wall' || point.at.heightMm <= limit.value)
        return [];
      return [
        judge('switch-height', {
          severity: 'fix',
          mark: 'want',
          subjects: [point.id],
          says: `${point.label} is too high for a switch`,
          because: { need: point.at.heightMm, have: limit.value, unit: 'mm', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};

/** The panel label is often wrong: the breaker is proved by switching it, not by reading it. Old houses get their dust warning here too. */
export const provedLabel: Rule = {
  id: 'breaker-proved',
  title: 'Breaker proved, dust of old houses',
  about:
    'A breaker’s label proves nothing: switch the breaker and see that it turns the circuit off. Houses from before 1978 get a dust warning.',
  numbers: noNumbers,
  check: (context) => {
    const out = circuitsOf(context)
      .filter((c) => c.extended)
      .map(({ circuit: { breaker } }) =>
        breaker.proved
          ? judge('breaker-proved', {
              severity: 'ok',
              mark: 'feed',
              subjects: [breaker.id],
              says: `${capital(breakerName(breaker))} is tested: it turns this circuit off`,
              sources: [practice('switch it and look, do not trust the label')],
            })
          : judge('breaker-proved', {
              severity: 'watch',
              mark: 'feed',
              subjects: [breaker.id],
              says: `Does ${breakerName(breaker)} really turn this circuit off?`,
              detail:
                'Panel labels are often wrong. Plug a lamp into the tap box, switch the breaker off, and see that the lamp goes out.',
              because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
              sources: [practice('switch it and look, do not trust the label')],
              remedies: [
                {
                  says: 'I switched it: it went dark',
                  edit: { edit: 'breaker-proved', breakerId: breaker.id },
                },
              ],
            }),
      );
    const year = context.house.yearBuilt;
    if (context.touched.size > 0 && year !== null && year < 1978)
      out.push(
        judge('old-dust', {
          severity: 'ok',
          mark: 'do',
          subjects: [context.house.id],
          says: `Built ${year}: treat paint as lead until tested`,
          detail: `Paint from before 1978 may hold lead, and board, texture or insulation of that time asbestos. Test before cutting; cut small and wet, wear a mask that seals, keep children out, clean with a HEPA vacuum.`,
          sources: [
            published('US federal ban of lead house paint, 1978'),
            practice('asbestos in board and texture into the early 1980s'),
          ],
        }),
      );
    return out;
  },
};
