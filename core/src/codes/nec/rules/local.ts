import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { placeFacts, outletFacts } from '../../place.ts';
import { practice, published, type Source } from '../../../findings/index.ts';
import { isTwoHot, type Point } from '../../../document/index.ts';
import { inLimitRange, limitRange, limitTitle, limitWords, LIMITS } from '../tables/limits.ts';
import { isLimitKey } from '../../terms.ts';
import { replacement } from '../replace.ts';
import { breakerName, findBreaker, isNew, isReceptacle, judge, noNumbers } from './judge.ts';
import { anyOf, msg, row, type Text } from '../../../words/index.ts';

const said = (limit: string, severity: 'ok' | 'fix', says: Text, detail: Text, source: Source) =>
  judge('local-amendment', {
    severity,
    mark: 'feed',
    subjects: [limit],
    says,
    detail,
    sources: [source],
  });

const knownHere = (context: RuleContext): Judgement[] =>
  context.pack.amended.map((a) =>
    said(
      a.limit,
      'ok',
      msg('rules.local.here', {
        looser: String(a.looser),
        title: a.title,
        value: limitWords(a.here, LIMITS[a.limit].unit),
      }),
      msg('rules.local.here-why', {
        code: limitWords(a.code.value, LIMITS[a.limit].unit),
        override: a.looser ? msg('rules.local.override') : '',
        note: a.note,
      }),
      context.pack.limits[a.limit].source,
    ),
  );

const unknownHere = (context: RuleContext): Judgement[] =>
  context.house.amendments
    .filter((a) => !isLimitKey(a.limit))
    .map((a) => ({
      ...said(
        a.limit,
        'fix',
        msg('rules.local.unknown', { limit: a.limit }),
        msg('rules.local.unknown-why'),
        practice(msg('rules.local.as-entered')),
      ),
      origin: 'standing' as const,
    }));

/** Values beyond what can be meant: the code's own is used. */
const beyondRange = (context: RuleContext): Judgement[] =>
  context.house.amendments.flatMap((a) => {
    if (!isLimitKey(a.limit) || inLimitRange(a.limit, a.value)) return [];
    const { unit } = LIMITS[a.limit];
    const { least, most } = limitRange(a.limit);
    return [
      {
        ...said(
          a.limit,
          'fix',
          msg('rules.local.not-used', { title: limitTitle(a.limit) }),
          msg('rules.local.not-used-why', {
            value: limitWords(a.value, unit),
            least: limitWords(least, unit),
            most: limitWords(most, unit),
          }),
          practice(msg('rules.local.range-practice')),
        ),
        origin: 'standing' as const,
      },
    ];
  });

const waivedHere = (context: RuleContext): Judgement[] =>
  (context.house.waivers ?? []).map((w) =>
    said(
      w.what,
      'ok',
      msg('rules.local.waived', { what: msg(`rules.local.waived-what.${w.what}`) }),
      msg('rules.local.waived-why', { note: w.note }),
      { kind: 'local', note: w.note },
    ),
  );

/** Values that the place has changed, so that nobody takes them for the code's own. */
export const localAmendments: Rule = {
  id: 'local-amendment',
  title: msg('rules.local.title'),
  about: msg('rules.local.about'),
  numbers: (pack) =>
    pack.amended.map((a) => ({
      what: a.title,
      value: msg('rules.local.here-and-code', {
        here: limitWords(a.here, LIMITS[a.limit].unit),
        code: limitWords(a.code.value, LIMITS[a.limit].unit),
      }),
      source: pack.limits[a.limit].source,
    })),
  check: (context) => [
    ...knownHere(context),
    ...unknownHere(context),
    ...beyondRange(context),
    ...waivedHere(context),
  ],
};

const wayWords = (context: RuleContext, point: Point): Text | undefined => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  const breaker = id === undefined ? undefined : findBreaker(context, id);
  const place = placeFacts(context.plan, point.at);
  if (!breaker || !place) return undefined;
  const grounded = context.feed.boxes.get(point.id)?.ground === 'yes';
  const r = replacement(context.pack, place, outletFacts(context.house, point), grounded, breaker.amps);
  const must = [
    ...(r.tamper ? [msg('rules.local.must-tr')] : []),
    ...(r.weather ? [msg('rules.local.must-wr')] : []),
    ...(r.groundFault ? [msg('rules.local.must-gfci')] : []),
    ...(r.arcFault ? [msg('rules.local.must-afci')] : []),
  ];
  return msg('rules.local.replaced-why', {
    kinds: anyOf(r.kinds.map((k) => k.says)),
    must: must.length > 0 ? msg('rules.local.replaced-must', { must: row(must) }) : '',
  });
};

/** A device that takes another's place follows today's rules for replacing. */
export const replaced: Rule = {
  id: 'replaced-device',
  title: msg('rules.local.replaced-title'),
  about: msg('rules.local.replaced-about'),
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
                says: msg('rules.local.replaced', { point: point.label }),
                detail: says,
                sources: [published('NEC 406.4(D)', context.pack.edition)],
              }),
            ];
      }),
};

/** White conductors that carry a hot are marked: two-wire 240 V circuits use both conductors hot. */
export const reMarked: Rule = {
  id: 're-marked-white',
  title: msg('rules.local.white-title'),
  about: msg('rules.local.white-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.cables
      .filter((c) => context.touched.has(c.id) && isTwoHot(c))
      .flatMap((cable): Judgement[] => {
        const circuit = [...context.feed.circuits.values()].find((c) => c.cables.includes(cable.id));
        if (circuit && circuit.breaker.poles !== 2)
          return [
            judge('re-marked-white', {
              severity: 'stop',
              mark: 'wire',
              subjects: [cable.id, circuit.breaker.id],
              says: msg('rules.local.white-one-pole', { breaker: breakerName(circuit.breaker) }),
              detail: msg('rules.local.white-one-pole-why'),
              sources: [published('NEC 210.4(B), 240.15(B)')],
            }),
          ];
        if (cable.carries === 'two-hots-neutral') return [];
        return [
          judge('re-marked-white', {
            severity: 'ok',
            mark: 'wire',
            subjects: [cable.id],
            says: msg('rules.local.white-both-hot'),
            detail: msg('rules.local.white-both-hot-why'),
            sources: [published('NEC 200.7(C)(1)')],
          }),
        ];
      }),
};
