import { METHODS, NEW_METHODS, RUN_PLACES } from '../tables/methods.ts';
import { type RunPlace } from '../../terms.ts';
import { isStiff, type Cable, type CableType } from '../../../document/index.ts';
import { moistureOf, roomInside } from '../../../structure/index.ts';
import type { Judgement, Rule, RuleContext, RuleNumber } from '../../pack.ts';
import { isMetalBox } from '../../../network/index.ts';
import { cableName, isNew, judge } from './judge.ts';
import { practice, type Remedy } from '../../../findings/index.ts';
import { apart, capital, msg, q, row, type Text } from '../../../words/index.ts';

/** Methods that may be in all of these places and are not forbidden in this house, usual ones first. */
export const methodsFor = (places: readonly RunPlace[], banned: readonly CableType[]): CableType[] =>
  NEW_METHODS.filter((m) => !banned.includes(m) && places.every((p) => METHODS[m].may[p] !== 'no'));

/** Armored cable has no ground conductor: every run of the plan needs a metal box at either end. */
function takesArmor(context: RuleContext): boolean {
  const { house, runs } = context;
  const ends = house.cables
    .filter((c) => runs.some((r) => r.cableId === c.id))
    .flatMap((c) => [c.from, c.to])
    .flatMap((e) => (e.at === 'point' ? house.points.filter((p) => p.id === e.pointId) : []));
  return ends.every((p) => isNew(context, p) || isMetalBox(p) === true);
}

const otherMethods = (places: readonly RunPlace[], context: RuleContext, cable: Cable): Remedy[] =>
  methodsFor(places, context.house.bannedMethods)
    .filter((m) => m !== cable.type && (m !== 'AC' || takesArmor(context)))
    // Tubing is not fished: it would be another plan, if any.
    .filter((m) => !isStiff(m) || context.runs.every((r) => !r.concealed))
    .slice(0, 2)
    .map((method) => ({
      says: msg('rules.method.use', { method: METHODS[method].name, code: method }),
      edit: { edit: 'new-method', method },
    }));

/** What is not allowed along a run, each place once. */
const badPlaces = (bad: RuleContext['runs'][number]['places']): Text[] => [
  ...new Map(
    bad.map(
      (p) =>
        [
          JSON.stringify([p.where, p.place]),
          msg('rules.method.at', { where: p.where, place: RUN_PLACES[p.place] }),
        ] as const,
    ),
  ).values(),
];

function judgeRun(context: RuleContext, run: RuleContext['runs'][number]): Judgement[] {
  const cable = context.house.cables.find((c) => c.id === run.cableId);
  if (!cable) return [];
  const method = METHODS[cable.type];
  const places = [...new Set(run.places.map((p) => p.place))];
  const banned = context.house.bannedMethods;
  const common = { mark: 'run' as const, subjects: [cable.id] };
  if (banned.includes(cable.type))
    return [
      judge('wiring-method', {
        ...common,
        severity: 'stop',
        says: msg('rules.method.banned', { method: capital(method.name) }),
        detail: msg('rules.method.banned-why'),
        sources: [{ kind: 'local', note: msg('rules.method.banned-note') }],
        remedies: otherMethods(places, context, cable),
      }),
    ];
  const bad = run.places.filter((p) => method.may[p.place] === 'no');
  if (bad.length > 0)
    return [
      judge('wiring-method', {
        ...common,
        severity: 'stop',
        says: msg('rules.method.wrong', { method: capital(method.name), run: run.label }),
        detail: msg('rules.method.wrong-why', { places: apart(badPlaces(bad)) }),
        sources: [method.source],
        remedies: otherMethods(places, context, cable),
      }),
    ];
  const { hottestCelsius } = method;
  const { atticCelsius } = context.house;
  if (hottestCelsius !== undefined && places.includes('attic') && (atticCelsius ?? Infinity) > hottestCelsius)
    return [
      judge('wiring-method', {
        ...common,
        severity: atticCelsius === null ? 'watch' : 'stop',
        says: msg(atticCelsius === null ? 'rules.method.ask-heat' : 'rules.method.too-hot', {
          method: capital(method.name),
          run: run.label,
          most: q.celsius(hottestCelsius),
        }),
        because: {
          need: atticCelsius ?? hottestCelsius,
          have: atticCelsius === null ? null : hottestCelsius,
          unit: '°C',
          sense: 'at-least',
        },
        sources: [method.source],
        remedies: otherMethods(places, context, cable),
      }),
    ];
  const conditions = places.flatMap((p) => {
    const leave = method.may[p];
    return typeof leave === 'object'
      ? [msg('rules.method.only-if', { place: RUN_PLACES[p], condition: leave.if })]
      : [];
  });
  return [
    judge('wiring-method', {
      ...common,
      severity: 'ok',
      says: msg('rules.method.ok', { method: capital(method.name), run: run.label }),
      detail:
        conditions.length > 0
          ? msg('rules.method.places', { places: capital(apart(conditions)) })
          : msg('rules.method.places', { places: capital(row(places.map((p) => RUN_PLACES[p]))) }),
      sources: [method.source],
    }),
  ];
}

/** Cables that are there: both ends in one wet or damp room is where no dry cable belongs. */
function judgeStanding(context: RuleContext, cable: Cable): Judgement[] {
  if (context.touched.has(cable.id)) return [];
  const rooms = [cable.from, cable.to].map((e) =>
    e.at === 'point' ? context.feed.boxes.get(e.pointId)?.point : undefined,
  );
  const [a, b] = rooms.map((p) => p && roomInside(context.plan, p.at));
  if (!a || !b || a.id !== b.id) return [];
  const wet = moistureOf(a);
  const method = METHODS[cable.type];
  if (wet === 'dry' || method.may[wet] !== 'no') return [];
  return [
    judge('wiring-method', {
      severity: 'fix',
      mark: 'feed',
      subjects: [cable.id],
      says: msg('rules.method.standing', {
        cable: capital(cableName(context, cable)),
        method: method.name,
        place: wet,
      }),
      detail: msg('rules.method.standing-why'),
      sources: [method.source],
      origin: 'standing',
    }),
  ];
}

/** Most of the cables of a house come in metal: then a local rule may well want it of new ones. */
const wiredInMetal = ({ house, fresh }: RuleContext): boolean => {
  const there = house.cables.filter((c) => !fresh.has(c.id));
  const metal = there.filter((c) => IN_METAL.has(c.type)).length;
  return metal > 0 && metal * 2 > there.length;
};
const IN_METAL: ReadonlySet<CableType> = new Set(['EMT', 'AC', 'old-AC', 'MC', 'FMC']);

/** In a house that is wired in metal it is asked once whether plastic cable is allowed there. */
function askPlastic(context: RuleContext): Judgement[] {
  const plastic = context.house.cables.find(
    (c) => context.fresh.has(c.id) && (c.type === 'NM-B' || c.type === 'UF-B'),
  );
  if (!plastic || context.house.cableAllowed || !wiredInMetal(context)) return [];
  return [
    judge('plastic-cable', {
      severity: 'watch',
      mark: 'run',
      subjects: [plastic.id],
      says: msg('rules.method.ask-plastic'),
      detail: msg('rules.method.ask-plastic-why'),
      because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
      sources: [practice(msg('rules.method.plastic-practice'))],
      remedies: [
        { says: msg('rules.method.plastic-yes'), edit: { edit: 'cable-allowed', allowed: true } },
        { says: msg('rules.method.plastic-no'), edit: { edit: 'cable-allowed', allowed: false } },
      ],
    }),
  ];
}

const WORD = { yes: 'yes', no: 'no' } as const;

/** Which cable or raceway may go where the new run goes: the same table decides the search for a way. */
export const wiringMethod: Rule = {
  id: 'wiring-method',
  title: msg('rules.method.title'),
  about: msg('rules.method.about'),
  numbers: () =>
    NEW_METHODS.flatMap((type): RuleNumber[] => {
      const { may, name, source } = METHODS[type];
      const list = (leave: 'yes' | 'no') =>
        (Object.keys(RUN_PLACES) as RunPlace[]).filter((p) => may[p] === leave).map((p) => RUN_PLACES[p]);
      return [
        {
          what: msg('rules.method.may', { method: capital(name), code: type }),
          value: apart(list(WORD.yes)),
          source,
        },
        {
          what: msg('rules.method.may-not', { method: capital(name), code: type }),
          value: list(WORD.no).length > 0 ? apart(list(WORD.no)) : msg('rules.method.nowhere'),
          source,
        },
      ];
    }),
  check: (context) => [
    ...context.runs.flatMap((run) => judgeRun(context, run)),
    ...askPlastic(context),
    ...context.house.cables.flatMap((cable) => judgeStanding(context, cable)),
  ],
};
