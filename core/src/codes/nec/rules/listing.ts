import { onOpenFraming } from '../../../structure/index.ts';
import { boxModel, replacements } from '../../../catalog/index.ts';
import type { Device, Point } from '../../../document/index.ts';
import { isMetalBox } from '../../../network/index.ts';
import { published, type Remedy } from '../../../findings/index.ts';
import { msg, q } from '../../../words/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { takesAFan } from '../../place.ts';
import { cableName, isNew, judge, limitNumbers, noNumbers } from './judge.ts';

/** What a box is made to carry, and what may come into it. */

const FAN = published('NEC 314.27(C)');

function fanAt(context: RuleContext, point: Point): Judgement[] {
  const touched = context.touched.has(point.id);
  const common = { mark: 'wire' as const, subjects: [point.id], sources: [FAN] };
  switch (point.box.listedFor) {
    case 'fan':
      return touched
        ? [
            judge('box-listing', {
              ...common,
              severity: 'ok',
              says: msg('rules.local.fan-ok', { point: point.label }),
            }),
          ]
        : [];
    case undefined:
      return touched
        ? [
            judge('box-listing', {
              ...common,
              severity: 'watch',
              says: msg('rules.local.fan-ask', { point: point.label }),
              detail: msg('rules.local.fan-ask-why'),
              because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
              remedies: [
                {
                  says: msg('rules.local.fan-yes'),
                  edit: { edit: 'set-listed', pointId: point.id, listedFor: 'fan' },
                },
                {
                  says: msg('rules.local.fan-no'),
                  edit: { edit: 'set-listed', pointId: point.id, listedFor: 'luminaire' },
                },
              ],
            }),
          ]
        : [];
    case 'luminaire':
    case 'neither':
      return [
        judge('box-listing', {
          ...common,
          severity: 'fix',
          says: msg('rules.local.fan-wrong', { point: point.label }),
          detail: msg('rules.local.fan-wrong-why'),
        }),
      ];
  }
}

/** A new ceiling box where a fan could hang one day: made for one, or fastened so that one can be hung (2023). */
function lightWhereAFanFits(context: RuleContext, point: Point): Judgement[] {
  const { plan, pack } = context;
  if (!isNew(context, point) || point.kind !== 'luminaire' || !takesAFan(plan, pack.edition, point.at))
    return [];
  const mounting = boxModel(point.box.model)?.mounting;
  const common = {
    mark: 'wire' as const,
    subjects: [point.id],
    sources: [published('NEC 314.27(C)', pack.edition, 'fairly-sure')],
  };
  // A box on the joist itself leaves the joist within reach for the bracket of a fan.
  if (point.box.listedFor === 'fan' || mounting === 'ceiling')
    return [
      judge('box-listing', {
        ...common,
        severity: 'ok',
        says: msg('rules.listing.fan-later', { point: point.label }),
      }),
    ];
  return [
    judge('box-listing', {
      ...common,
      severity: 'fix',
      says: msg('rules.listing.no-fan-later', { point: point.label }),
      detail: msg('rules.listing.no-fan-later-why'),
      remedies: [
        {
          says: msg('rules.listing.use-brace'),
          edit: { edit: 'set-box', subject: point.id, model: FAN_BOX },
        },
      ],
    }),
  ];
}
const FAN_BOX = 'brace-fan-21';

/** The heaviest thing of its kind in a box, with what the box may carry. */
function heavyAt(context: RuleContext, point: Point, device: Device): Judgement[] {
  const { limits } = context.pack;
  const { weightKg } = device;
  const fan = device.kind === 'fan';
  if (weightKg === undefined || !(fan || device.kind === 'luminaire')) return [];
  const onWall = point.at.on === 'wall' || point.at.on === 'outside';
  const limit = fan ? limits.fanWeightKg : limits.luminaireWeightKg;
  const common = { mark: 'wire' as const, subjects: [point.id] };
  const named = { point: point.label, weight: q.weight(weightKg), most: q.weight(limit.value) };
  const because = { need: weightKg, have: limit.value, unit: 'kg', sense: 'at-least' as const };
  const origin = context.touched.has(point.id) ? {} : { origin: 'standing' as const };
  if (weightKg > limit.value + EXACT_KG)
    return [
      judge('box-weight', {
        ...common,
        ...origin,
        severity: 'fix',
        says: msg(fan ? 'rules.listing.fan-heavy' : 'rules.listing.light-heavy', named),
        detail: msg('rules.listing.heavy-why'),
        because,
        sources: [limit.source],
      }),
    ];
  if (!context.touched.has(point.id)) return [];
  const marked = limits.fanMarkedWeightKg;
  if (fan && weightKg > marked.value + EXACT_KG)
    return [
      judge('box-weight', {
        ...common,
        severity: 'watch',
        says: msg('rules.listing.fan-marked', named),
        detail: msg('rules.listing.fan-marked-why', { most: q.weight(marked.value) }),
        because: { need: weightKg, have: null, unit: 'kg', sense: 'at-least' },
        sources: [marked.source],
      }),
    ];
  const small = limits.wallLuminaireWeightKg;
  return [
    judge('box-weight', {
      ...common,
      severity: 'ok',
      says: msg('rules.listing.carries', named),
      detail: onWall && !fan && weightKg <= small.value + EXACT_KG ? msg('rules.listing.two-screws') : '',
      because,
      sources: [onWall && !fan ? small.source : limit.source],
    }),
  ];
}
const EXACT_KG = 1e-6;

/** A box that carries a fan or a luminaire is made for it, and for its weight. */
export const boxListing: Rule = {
  id: 'box-listing',
  title: msg('rules.local.listing-title'),
  about: msg('rules.local.listing-about'),
  numbers: limitNumbers('luminaireWeightKg', 'wallLuminaireWeightKg', 'fanWeightKg', 'fanMarkedWeightKg'),
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => [
      ...(point.devices.some((d) => d.kind === 'fan') ? fanAt(context, point) : []),
      ...lightWhereAFanFits(context, point),
      ...point.devices.flatMap((d) => heavyAt(context, point, d)),
    ]),
};

/** Cables and raceways with metal outside: a box of plastic has nothing that bonds them. */
const METAL_OUTSIDE: ReadonlySet<string> = new Set(['AC', 'old-AC', 'MC', 'EMT', 'FMC', 'LFMC']);

/** The largest box of metal that takes its place. */
const metalInstead = ({ house }: RuleContext, point: Point): Remedy[] =>
  replacements(boxModel(point.box.model), point.box.gangs, true, onOpenFraming(house, point.at))
    .slice(0, 1)
    .map((box) => ({
      says: msg('rules.listing.use-metal', { box: box.name }),
      edit: { edit: 'set-box', subject: point.id, model: box.id },
    }));

/** Nonmetallic boxes are for nonmetallic cable and raceways (314.3). */
export const boxMaterial: Rule = {
  id: 'box-material',
  title: msg('rules.listing.material-title'),
  about: msg('rules.listing.material-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      if (isMetalBox(point) !== false) return [];
      const cable = context.feed.boxes
        .get(point.id)
        ?.cables.find((c) => METAL_OUTSIDE.has(c.cable.type))?.cable;
      if (!cable) return [];
      const worse = context.touched.has(cable.id) || isNew(context, point);
      return [
        judge('box-material', {
          severity: 'fix',
          mark: 'wire',
          subjects: [point.id, cable.id],
          says: msg('rules.listing.plastic', { point: point.label }),
          detail: msg('rules.listing.plastic-why', { cable: cableName(context, cable) }),
          sources: [published('NEC 314.3')],
          remedies: worse ? metalInstead(context, point) : [],
          ...(worse ? {} : { origin: 'standing' as const }),
        }),
      ];
    }),
};
