import type { Cable } from '../../../document/index.ts';
import { plain } from '../../../units/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isWireGauge, mostConductors, racewayFill } from '../raceway.ts';
import {
  BORE,
  boreSource,
  FILL_SHARE,
  fillSource,
  FLEX_GROUND,
  flexGroundSource,
  type RacewayKind,
} from '../tables/raceway.ts';
import { cableName, cablesOf, circuitsOf, judge } from './judge.ts';
import { capital, msg, q } from '../../../words/index.ts';

const isRaceway = (type: Cable['type']): type is RacewayKind => type in BORE;

function judgeFill(context: RuleContext, cable: Cable): Judgement[] {
  if (!isRaceway(cable.type)) return [];
  const touched = context.touched.has(cable.id);
  const name = cableName(context, cable);
  const { gauge, size } = cable;
  if (!size || gauge === null || !isWireGauge(gauge))
    return touched && !size
      ? [
          judge('raceway-fill', {
            severity: 'watch',
            mark: 'run',
            subjects: [cable.id],
            says: msg('rules.raceway.ask-size', { cable: name }),
            detail: msg('rules.raceway.ask-size-why'),
            because: { need: 0, have: null, unit: 'sq in', sense: 'at-least' },
            sources: [fillSource],
            remedies: (['1/2', '3/4'] as const).map((s) => ({
              says: msg('rules.raceway.size', { size: s }),
              edit: { edit: 'set-raceway', cableId: cable.id, size: s },
            })),
          }),
        ]
      : [];
  const count = cable.conductors + (cable.ground === 'wire' ? 1 : 0) + (cable.surroundings?.alongside ?? 0);
  const fill = racewayFill(cable.type, size, { [gauge]: count }, cable.lengthMm);
  if (!fill || (fill.fits && !touched)) return [];
  return [
    judge('raceway-fill', {
      severity: fill.fits ? 'ok' : 'fix',
      mark: 'run',
      subjects: [cable.id],
      says: fill.fits
        ? msg('rules.raceway.fill-ok', { count, size })
        : msg('rules.raceway.fill-over', { size, cable: name }),
      detail: msg('rules.raceway.fill-why', {
        count,
        gauge,
        most: mostConductors(cable.type, size, gauge) ?? 0,
      }),
      because: {
        need: fill.areaSquareInches,
        have: fill.allowedSquareInches,
        unit: 'sq in',
        sense: 'at-least',
      },
      sources: fill.sources,
      remedies:
        !fill.fits && size === '1/2'
          ? [
              {
                says: msg('rules.raceway.use-larger'),
                edit: { edit: 'set-raceway', cableId: cable.id, size: '3/4' },
              },
            ]
          : [],
    }),
  ];
}

/** Conductors against the bore of tubing or conduit. */
export const racewayFillRule: Rule = {
  id: 'raceway-fill',
  title: msg('rules.raceway.fill-title'),
  about: msg('rules.raceway.fill-about'),
  numbers: () => [
    { what: msg('rules.raceway.one'), value: `${FILL_SHARE.one * 100} %`, source: fillSource },
    { what: msg('rules.raceway.two'), value: `${FILL_SHARE.two * 100} %`, source: fillSource },
    { what: msg('rules.raceway.more'), value: `${FILL_SHARE.more * 100} %`, source: fillSource },
    {
      what: msg('rules.raceway.nipple', { length: q.length(609.6) }),
      value: `${FILL_SHARE.nipple * 100} %`,
      source: fillSource,
    },
    ...(['EMT', 'PVC', 'LFMC', 'LFNC', 'FMC'] as const).map((kind) => ({
      what: msg('rules.raceway.most', { kind }),
      value: (['14', '12', '10'] as const).map((g) => mostConductors(kind, '1/2', g)).join(' / '),
      source: boreSource(kind, '1/2'),
    })),
  ],
  check: (context) => context.house.cables.flatMap((cable) => judgeFill(context, cable)),
};

function judgePath(context: RuleContext, cable: Cable, amps: number, extended: boolean): Judgement[] {
  const name = cableName(context, cable);
  const common = { mark: 'feed' as const, subjects: [cable.id], sources: [flexGroundSource] };
  const origin = extended && !context.touched.has(cable.id) ? { origin: 'worse' as const } : {};
  if (cable.ground === 'armor' && cable.type === 'MC')
    return [
      judge('ground-path', {
        ...common,
        ...origin,
        severity: 'fix',
        says: msg('rules.raceway.plain-armor', { cable: name }),
        detail: msg('rules.raceway.plain-armor-why'),
        remedies: [
          {
            says: msg('rules.raceway.has-wire'),
            edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' },
          },
        ],
      }),
    ];
  if (cable.ground === 'armor' && cable.type === 'old-AC' && !cable.groundProved)
    return extended
      ? [
          judge('ground-path', {
            ...common,
            severity: 'watch',
            says: msg('rules.raceway.old-armor', { cable: name }),
            detail: msg('rules.raceway.old-armor-why'),
            because: { need: 1, have: null, unit: 'reading', sense: 'at-least' },
            remedies: [
              { says: msg('rules.raceway.it-grounds'), edit: { edit: 'ground-proved', cableId: cable.id } },
              {
                says: msg('rules.raceway.it-does-not'),
                edit: { edit: 'set-ground', cableId: cable.id, ground: 'none' },
              },
            ],
          }),
        ]
      : [];
  const plastic = cable.type === 'LFNC' || cable.type === 'PVC';
  if ((cable.ground === 'tubing' || cable.ground === 'armor') && plastic)
    return [
      judge('ground-path', {
        ...common,
        ...origin,
        severity: 'fix',
        says: msg('rules.raceway.plastic', { cable: name }),
        detail: msg('rules.raceway.plastic-why'),
        remedies: [
          {
            says: msg('rules.raceway.wire-in-it'),
            edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' },
          },
        ],
      }),
    ];
  const flexible = cable.type === 'FMC' || cable.type === 'LFMC';
  if (!flexible || (cable.ground !== 'tubing' && cable.ground !== 'armor')) return [];
  const tooLong = cable.lengthMm !== null && cable.lengthMm > FLEX_GROUND.longestMm + 1e-6;
  if (tooLong || amps > FLEX_GROUND.amps)
    return [
      judge('ground-path', {
        ...common,
        ...origin,
        severity: 'fix',
        says: msg('rules.raceway.flex', { cable: capital(name) }),
        detail: tooLong
          ? msg('rules.raceway.flex-long', { longest: q.distance(FLEX_GROUND.longestMm) })
          : msg('rules.raceway.flex-amps', { amps: q.rating(FLEX_GROUND.amps) }),
        because: tooLong
          ? { need: cable.lengthMm ?? 0, have: FLEX_GROUND.longestMm, unit: 'mm', sense: 'at-least' }
          : { need: amps, have: FLEX_GROUND.amps, unit: 'A', sense: 'at-least' },
        remedies: [
          {
            says: msg('rules.raceway.wire-in-it'),
            edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' },
          },
        ],
      }),
    ];
  return cable.lengthMm === null && extended
    ? [
        judge('ground-path', {
          ...common,
          severity: 'watch',
          says: msg('rules.raceway.ask-length', { cable: name }),
          detail: msg('rules.raceway.ask-length-why', { longest: q.distance(FLEX_GROUND.longestMm) }),
          because: { need: 0, have: null, unit: 'mm', sense: 'at-least' },
          remedies: [
            {
              says: msg('rules.raceway.wire-in-it'),
              edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' },
            },
          ],
        }),
      ]
    : [];
}

/** A ground that is not a wire: which metal may serve, how long, how large, and when a reading is asked for. */
export const groundPath: Rule = {
  id: 'ground-path',
  title: msg('rules.raceway.path-title'),
  about: msg('rules.raceway.path-about'),
  numbers: () => [
    { what: msg('rules.raceway.flex-most'), value: '6 ft', source: flexGroundSource },
    {
      what: msg('rules.raceway.flex-breaker'),
      value: `${plain(FLEX_GROUND.amps)} A`,
      source: flexGroundSource,
    },
  ],
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) =>
      cablesOf(context, circuit).flatMap((cable) =>
        judgePath(context, cable, circuit.breaker.amps, extended),
      ),
    ),
};
