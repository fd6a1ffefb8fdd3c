import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { placeFacts, outletFacts } from '../../place.ts';
import { practice, published } from '../../../findings/index.ts';
import type { Point } from '../../../document/index.ts';
import { inLimitRange, limitRange, limitWords, isLimitKey, LIMITS } from '../tables/limits.ts';
import { replacement } from '../replace.ts';
import { breakerName, findBreaker, isNew, isReceptacle, judge, noNumbers } from './judge.ts';

/** Values that the place has changed, so that nobody takes them for the code's own. */
export const localAmendments: Rule = {
  id: 'local-amendment',
  title: 'Local amendments',
  about:
    'Values that were changed for this house: a tighter one simply holds, a looser one is an override that is named here and in the source of every finding that uses it.',
  numbers: (pack) =>
    pack.amended.map((a) => ({
      what: a.title,
      value: `${limitWords(a.here, LIMITS[a.limit].unit)}, the code says ${limitWords(a.code.value, LIMITS[a.limit].unit)}`,
      source: pack.limits[a.limit].source,
    })),
  check: (context) => {
    const say = (
      limit: string,
      severity: 'ok' | 'fix',
      says: string,
      detail: string,
      source = context.pack.limits.holeEdgeMm.source,
    ) =>
      judge('local-amendment', {
        severity,
        mark: 'feed',
        subjects: [limit],
        says,
        detail,
        sources: [source],
      });
    const known = context.pack.amended.map((a) =>
      say(
        a.limit,
        'ok',
        `${a.looser ? 'Looser' : 'Tighter'} here: ${a.title.toLowerCase()} ${limitWords(a.here, LIMITS[a.limit].unit)}`,
        `The code says ${limitWords(a.code.value, LIMITS[a.limit].unit)}. ${a.looser ? 'Recorded as an override: the inspector has the last word. ' : ''}${a.note}.`,
        context.pack.limits[a.limit].source,
      ),
    );
    const unknown = context.house.amendments
      .filter((a) => !isLimitKey(a.limit))
      .map((a) => ({
        ...say(
          a.limit,
          'fix',
          `Local amendment of an unknown value "${a.limit}"`,
          'It changes nothing; remove it in the house settings.',
          practice('as entered'),
        ),
        origin: 'standing' as const,
      }));
    const beyond = context.house.amendments.flatMap((a) => {
      if (!isLimitKey(a.limit) || inLimitRange(a.limit, a.value)) return [];
      const { title, unit } = LIMITS[a.limit];
      const { least, most } = limitRange(a.limit);
      return [
        {
          ...say(
            a.limit,
            'fix',
            `Local value not used: ${title.toLowerCase()}`,
            `${limitWords(a.value, unit)} is out of range; it must be between ${limitWords(least, unit)} and ${limitWords(most, unit)}. The code's value is used. Correct it under Local rules.`,
            practice('a local value is at most ten times, or a tenth of, the published one'),
          ),
          origin: 'standing' as const,
        },
      ];
    });
    return [...known, ...unknown, ...beyond];
  },
};

/** A box that carries a fan or a luminaire is made for it. */
export const boxListing: Rule = {
  id: 'box-listing',
  title: 'Box made for what hangs on it',
  about:
    'A fan hangs only on a box listed for a fan, 70 lb at most; a ceiling luminaire on a box for 50 lb, heavier on the building or a box marked for it; a wall luminaire of 6 lb on any box with two screws.',
  numbers: () => [
    { what: 'Ceiling box carries', value: '50 lb', source: published('NEC 314.27(A)') },
    { what: 'Fan box carries at most', value: '70 lb', source: published('NEC 314.27(C)') },
    { what: 'Wall luminaire on a plain box', value: '6 lb', source: published('NEC 314.27(A)') },
  ],
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const fan = point.devices.some((d) => d.kind === 'fan');
      if (!fan) return [];
      const touched = context.touched.has(point.id);
      const common = { mark: 'wire' as const, subjects: [point.id], sources: [published('NEC 314.27(C)')] };
      switch (point.box.listedFor) {
        case 'fan':
          return touched
            ? [
                judge('box-listing', {
                  ...common,
                  severity: 'ok',
                  says: `The box of ${point.label} is made for a fan`,
                }),
              ]
            : [];
        case undefined:
          return touched
            ? [
                judge('box-listing', {
                  ...common,
                  severity: 'watch',
                  says: `Is the box of ${point.label} made for a fan?`,
                  detail: 'Look for the mark in the box, or for a brace between the joists.',
                  because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
                  remedies: [
                    { says: 'It says so', edit: { edit: 'set-listed', pointId: point.id, listedFor: 'fan' } },
                    {
                      says: 'It does not',
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
              says: `${point.label} hangs on a box that is not made for a fan`,
              detail: 'A fan shakes: a listed box, screwed to the framing or on a brace, takes its place.',
            }),
          ];
      }
    }),
};

const wayWords = (context: RuleContext, point: Point): string | undefined => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  const breaker = id === undefined ? undefined : findBreaker(context, id);
  const place = placeFacts(context.plan, point.at);
  if (!breaker || !place) return undefined;
  const grounded = context.feed.boxes.get(point.id)?.ground === 'yes';
  const r = replacement(context.pack, place, outletFacts(context.house, point), grounded, breaker.amps);
  const must = [
    r.tamper ? 'tamper-resistant' : '',
    r.weather ? 'weather-resistant' : '',
    r.groundFault ? 'ground-fault protected' : '',
    r.arcFault ? 'arc-fault protected' : '',
  ].filter(Boolean);
  return `${r.kinds.map((k) => k.says).join(', or ')}${must.length > 0 ? `; ${must.join(', ')}` : ''}.`;
};

/** A device that takes another's place follows today's rules for replacing. */
export const replaced: Rule = {
  id: 'replaced-device',
  title: 'Replaced receptacles',
  about:
    'A receptacle that replaces another: grounding type where a ground is there, three ways where none is; ground-fault, arc-fault, tamper- and weather-resistant as the place asks today.',
  numbers: noNumbers,
  check: (context) =>
    context.house.points
      .filter((p) => context.replaced.has(p.id) && !isNew(context, p) && isReceptacle(p))
      .flatMap((point): Judgement[] => {
        const says = wayWords(context, point);
        return says === undefined
          ? []
          : [
              judge('replaced-device', {
                severity: 'ok',
                mark: 'buy',
                subjects: [point.id],
                says: `The new device at ${point.label}`,
                detail: says,
                sources: [published('NEC 406.4(D)', context.pack.edition)],
              }),
            ];
      }),
};

/** White conductors that carry a hot are marked: two-wire 240 V circuits use both conductors hot. */
export const reMarked: Rule = {
  id: 're-marked-white',
  title: 'Whites that are hot',
  about:
    'A two-wire 240 V circuit and a switch loop use the white conductor hot: it is marked black or red wherever it can be seen.',
  numbers: noNumbers,
  check: (context) =>
    context.house.cables
      .filter((c) => context.touched.has(c.id) && c.carries === 'two-hots')
      .flatMap((cable): Judgement[] => {
        const circuit = [...context.feed.circuits.values()].find((c) => c.cables.includes(cable.id));
        if (circuit && circuit.breaker.poles !== 2)
          return [
            judge('re-marked-white', {
              severity: 'stop',
              mark: 'wire',
              subjects: [cable.id, circuit.breaker.id],
              says: `Two hots need a two-pole breaker, and ${breakerName(circuit.breaker)} has one pole`,
              detail: 'Both hots of a 240 V circuit open together. That is the electrician’s change.',
              sources: [published('NEC 210.4(B), 240.15(B)')],
            }),
          ];
        return [
          judge('re-marked-white', {
            severity: 'ok',
            mark: 'wire',
            subjects: [cable.id],
            says: 'Both conductors are hot: mark the white at both ends',
            detail:
              'Two hots and a ground, no neutral: tape or paint the white black or red wherever it can be seen.',
            sources: [published('NEC 200.7(C)(1)')],
          }),
        ];
      }),
};
