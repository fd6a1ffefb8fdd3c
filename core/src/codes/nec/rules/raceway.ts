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
import { capital, cableName, cablesOf, circuitsOf, judge } from './judge.ts';

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
            says: `What size is the raceway of ${name}?`,
            detail:
              'How many conductors it may hold hangs on it. The trade size is stamped on fittings and tubing.',
            because: { need: 0, have: null, unit: 'sq in', sense: 'at-least' },
            sources: [fillSource],
            remedies: (['1/2', '3/4'] as const).map((s) => ({
              says: `It is ${s} in`,
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
        ? `${count} conductors fit the ${size} in raceway`
        : `The ${size} in raceway of ${name} holds too many conductors`,
      detail: `${count} of ${gauge} AWG, grounds counted. ${mostConductors(cable.type, size, gauge) ?? 0} would be the most in a long run.`,
      because: {
        need: fill.areaSquareInches,
        have: fill.allowedSquareInches,
        unit: 'sq in',
        sense: 'at-least',
      },
      sources: fill.sources,
      remedies:
        !fill.fits && size === '1/2'
          ? [{ says: 'Use 3/4 in', edit: { edit: 'set-raceway', cableId: cable.id, size: '3/4' } }]
          : [],
    }),
  ];
}

/** Conductors against the bore of tubing or conduit. */
export const racewayFillRule: Rule = {
  id: 'raceway-fill',
  title: 'Conductors in a raceway',
  about:
    'Conductors of a raceway, grounds and those of other circuits counted, against the share of its bore that may be filled; equal conductors go by count, 0.8 of one rounding up.',
  numbers: () => [
    { what: 'One conductor or cable', value: `${FILL_SHARE.one * 100} %`, source: fillSource },
    { what: 'Two', value: `${FILL_SHARE.two * 100} %`, source: fillSource },
    { what: 'More than two', value: `${FILL_SHARE.more * 100} %`, source: fillSource },
    { what: 'Nipple to 24 in', value: `${FILL_SHARE.nipple * 100} %`, source: fillSource },
    ...(['EMT', 'PVC', 'LFMC', 'LFNC', 'FMC'] as const).map((kind) => ({
      what: `Most 14 / 12 / 10 AWG in 1/2 in ${kind}`,
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
        says: `The plain armor of ${name} is no ground`,
        detail:
          'Interlocked armor of metal-clad cable needs a ground wire inside, or a listed bonding conductor under it. Look for either.',
        remedies: [
          { says: 'There is a ground wire', edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' } },
        ],
      }),
    ];
  if (cable.ground === 'armor' && cable.type === 'old-AC' && !cable.groundProved)
    return extended
      ? [
          judge('ground-path', {
            ...common,
            severity: 'watch',
            says: `Does the old armor of ${name} really ground?`,
            detail:
              'Old armor has no bonding strip. With the power off and tested dead, read continuity from the box to a known ground: near 0 ohm proves it.',
            because: { need: 1, have: null, unit: 'reading', sense: 'at-least' },
            remedies: [
              { says: 'I read it: it grounds', edit: { edit: 'ground-proved', cableId: cable.id } },
              { says: 'It does not', edit: { edit: 'set-ground', cableId: cable.id, ground: 'none' } },
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
        says: `Plastic conduit gives ${name} no ground`,
        detail: 'A ground conductor is pulled with the others.',
        remedies: [
          { says: 'A ground wire is in it', edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' } },
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
        says: `${capital(name)} needs a ground wire in its flexible conduit`,
        detail: tooLong
          ? 'Flexible metal serves as the ground for 6 ft at most.'
          : 'Above 20 A the flexible metal is no ground.',
        because: tooLong
          ? { need: cable.lengthMm ?? 0, have: FLEX_GROUND.longestMm, unit: 'mm', sense: 'at-least' }
          : { need: amps, have: FLEX_GROUND.amps, unit: 'A', sense: 'at-least' },
        remedies: [
          { says: 'A ground wire is in it', edit: { edit: 'set-ground', cableId: cable.id, ground: 'wire' } },
        ],
      }),
    ];
  return cable.lengthMm === null && extended
    ? [
        judge('ground-path', {
          ...common,
          severity: 'watch',
          says: `How long is the flexible conduit of ${name}?`,
          detail:
            'As the ground it may be 6 ft long at most. Enter its length, or say that a ground wire is in it.',
          because: { need: 0, have: null, unit: 'mm', sense: 'at-least' },
          remedies: [
            {
              says: 'A ground wire is in it',
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
  title: 'Ground through armor or tubing',
  about:
    'Tubing and bonded armor are grounds; plain metal-clad armor and plastic conduit are not; flexible metal for 6 ft and 20 A; old armor only after a continuity reading.',
  numbers: () => [
    { what: 'Flexible metal as a ground, at most', value: '6 ft', source: flexGroundSource },
    { what: 'and on a breaker of at most', value: `${plain(FLEX_GROUND.amps)} A`, source: flexGroundSource },
  ],
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) =>
      cablesOf(context, circuit).flatMap((cable) =>
        judgePath(context, cable, circuit.breaker.amps, extended),
      ),
    ),
};
