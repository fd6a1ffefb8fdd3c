import type { Cable } from '../../../document/index.ts';
import type { Remedy } from '../../../findings/index.ts';
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
import { cableName, cablesOf, circuitsOf, judge, type Say } from './judge.ts';
import { capital, msg, q, type Message, type Text } from '../../../words/index.ts';

const isRaceway = (type: Cable['type']): type is RacewayKind => type in BORE;

function judgeFill(context: RuleContext, cable: Cable): Judgement[] {
  if (!isRaceway(cable.type)) return [];
  const touched = context.touched.has(cable.id);
  const name = cableName(context, cable);
  const { gauge, size } = cable;
  if (!size || gauge === null || !isWireGauge(gauge)) return [];
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
    { what: msg('rules.raceway.one'), value: `${FILL_SHARE.one * 100}%`, source: fillSource },
    { what: msg('rules.raceway.two'), value: `${FILL_SHARE.two * 100}%`, source: fillSource },
    { what: msg('rules.raceway.more'), value: `${FILL_SHARE.more * 100}%`, source: fillSource },
    {
      what: msg('rules.raceway.nipple', { length: q.length(609.6) }),
      value: `${FILL_SHARE.nipple * 100}%`,
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

/** What is said of the metal of a cable or raceway that serves as its ground. */
type PathSay = Pick<Say, 'severity' | 'says' | 'detail' | 'because' | 'remedies'>;

const groundIs = (cable: Cable, ground: 'wire' | 'none', says: Message): Remedy => ({
  says,
  edit: { edit: 'set-ground', cableId: cable.id, ground },
});

/** Flexible conduit grounds over a short way and behind a small breaker only. */
function flexibleSay(cable: Cable, name: Text, amps: number): PathSay | null {
  const remedies = [groundIs(cable, 'wire', msg('rules.raceway.wire-in-it'))];
  const says = msg('rules.raceway.flex', { cable: capital(name) });
  const { longestMm } = FLEX_GROUND;
  if (cable.lengthMm !== null && cable.lengthMm > longestMm + 1e-6)
    return {
      severity: 'fix',
      says,
      detail: msg('rules.raceway.flex-long', { longest: q.distance(longestMm) }),
      because: { need: cable.lengthMm, have: longestMm, unit: 'mm', sense: 'at-least' },
      remedies,
    };
  if (amps > FLEX_GROUND.amps)
    return {
      severity: 'fix',
      says,
      detail: msg('rules.raceway.flex-amps', { amps: q.rating(FLEX_GROUND.amps) }),
      because: { need: amps, have: FLEX_GROUND.amps, unit: 'A', sense: 'at-least' },
      remedies,
    };
  return cable.lengthMm === null ? askLength(cable, name) : null;
}

/** What only asks is asked where the circuit is extended. */
const askReading = (cable: Cable, name: Text): PathSay => ({
  severity: 'watch',
  says: msg('rules.raceway.old-armor', { cable: name }),
  detail: msg('rules.raceway.old-armor-why'),
  because: { need: 1, have: null, unit: 'reading', sense: 'at-least' },
  remedies: [
    { says: msg('rules.raceway.it-grounds'), edit: { edit: 'ground-proved', cableId: cable.id } },
    groundIs(cable, 'none', msg('rules.raceway.it-does-not')),
  ],
});
const askLength = (cable: Cable, name: Text): PathSay => ({
  severity: 'watch',
  says: msg('rules.raceway.ask-length', { cable: name }),
  detail: msg('rules.raceway.ask-length-why', { longest: q.distance(FLEX_GROUND.longestMm) }),
  because: { need: 0, have: null, unit: 'mm', sense: 'at-least' },
  remedies: [groundIs(cable, 'wire', msg('rules.raceway.wire-in-it'))],
});

function pathSay(cable: Cable, name: Text, amps: number): PathSay | null {
  const { type, ground } = cable;
  if (ground !== 'armor' && ground !== 'tubing') return null;
  if (ground === 'armor' && type === 'MC')
    return {
      severity: 'fix',
      says: msg('rules.raceway.plain-armor', { cable: name }),
      detail: msg('rules.raceway.plain-armor-why'),
      remedies: [groundIs(cable, 'wire', msg('rules.raceway.has-wire'))],
    };
  if (ground === 'armor' && type === 'old-AC' && !cable.groundProved) return askReading(cable, name);
  if (type === 'LFNC' || type === 'PVC')
    return {
      severity: 'fix',
      says: msg('rules.raceway.plastic', { cable: name }),
      detail: msg('rules.raceway.plastic-why'),
      remedies: [groundIs(cable, 'wire', msg('rules.raceway.wire-in-it'))],
    };
  if (type !== 'FMC' && type !== 'LFMC') return null;
  return flexibleSay(cable, name, amps);
}

function judgePath(context: RuleContext, cable: Cable, amps: number, extended: boolean): Judgement[] {
  const say = pathSay(cable, cableName(context, cable), amps);
  if (!say || (say.severity === 'watch' && !extended)) return [];
  const worse = say.severity === 'fix' && extended && !context.touched.has(cable.id);
  return [
    judge('ground-path', {
      ...say,
      mark: 'feed',
      subjects: [cable.id],
      sources: [flexGroundSource],
      ...(worse ? { origin: 'worse' as const } : {}),
    }),
  ];
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
