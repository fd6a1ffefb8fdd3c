import { METHODS, NEW_METHODS, RUN_PLACES, type RunPlace } from '../tables/methods.ts';
import type { Cable, CableType } from '../../../document/index.ts';
import { moistureOf } from '../../../structure/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isMetalBox } from '../../../network/index.ts';
import { cableName, capital, isNew, judge } from './judge.ts';
import type { Remedy, Source } from '../../../findings/index.ts';

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
    .slice(0, 2)
    .map((method) => ({
      says: `Use ${METHODS[method].name} (${method})`,
      edit: { edit: 'new-method', method },
    }));

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
        says: `${capital(method.name)} is not allowed in this house`,
        detail: 'A local rule forbids it, as entered for the house.',
        sources: [{ kind: 'local', note: 'methods forbidden here' }],
        remedies: otherMethods(places, context, cable),
      }),
    ];
  const bad = run.places.filter((p) => method.may[p.place] === 'no');
  if (bad.length > 0)
    return [
      judge('wiring-method', {
        ...common,
        severity: 'stop',
        says: `${capital(method.name)} may not be where ${run.label} runs`,
        detail: `${[...new Set(bad.map((p) => `${p.where}: ${RUN_PLACES[p.place]}`))].join('; ')}.`,
        sources: [method.source],
        remedies: otherMethods(places, context, cable),
      }),
    ];
  const conditions = places.flatMap((p) => {
    const leave = method.may[p];
    return typeof leave === 'object' ? [`${RUN_PLACES[p]} only if ${leave.if}`] : [];
  });
  return [
    judge('wiring-method', {
      ...common,
      severity: 'ok',
      says: `${capital(method.name)} may run where ${run.label} goes`,
      detail:
        conditions.length > 0
          ? `${capital(conditions.join('; '))}.`
          : `${capital(places.map((p) => RUN_PLACES[p]).join(', '))}.`,
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
  const [a, b] = rooms.map((p) => p && context.plan.roomOf(p.at));
  if (!a || !b || a.id !== b.id || rooms.some((p) => p?.at.on === 'attic')) return [];
  const wet = moistureOf(a);
  const method = METHODS[cable.type];
  if (wet === 'dry' || method.may[wet] !== 'no') return [];
  return [
    judge('wiring-method', {
      severity: 'fix',
      mark: 'feed',
      subjects: [cable.id],
      says: `${capital(cableName(context, cable))} is ${method.name} in a ${wet} place`,
      detail: 'As entered, both its boxes are there. It may have been run some other way: look.',
      sources: [method.source],
      origin: 'standing',
    }),
  ];
}

const WORD = { yes: 'yes', no: 'no' } as const;

/** Which cable or raceway may go where the new run goes: the same table decides the search for a way. */
export const wiringMethod: Rule = {
  id: 'wiring-method',
  title: 'Wiring method by place',
  about:
    'Dry, damp or wet, masonry, attic, exposed, damage, across joists: which cable or raceway may be there. The search for a way reads the same table; methods that a local rule forbids are never used.',
  numbers: () =>
    NEW_METHODS.flatMap((type): { what: string; value: string; source: Source }[] => {
      const { may, name, source } = METHODS[type];
      const list = (leave: 'yes' | 'no') =>
        (Object.keys(RUN_PLACES) as RunPlace[]).filter((p) => may[p] === leave).map((p) => RUN_PLACES[p]);
      return [
        { what: `${capital(name)} (${type}), may be`, value: list(WORD.yes).join('; '), source },
        {
          what: `${capital(name)} (${type}), may not be`,
          value: list(WORD.no).join('; ') || 'nowhere forbidden',
          source,
        },
      ];
    }),
  check: (context) => [
    ...context.runs.flatMap((run) => judgeRun(context, run)),
    ...context.house.cables.flatMap((cable) => judgeStanding(context, cable)),
  ],
};
