import { isAtPoint, isReceptacleDevice, isSmallAluminum, type Point } from '../../../document/index.ts';
import { wayUp } from '../../../feed/index.ts';
import { practice, published, type Remedy, type Source } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import {
  breakerName,
  cableName,
  cablesOf,
  circuitsOf,
  isNew,
  isNewWork,
  isReceptacle,
  judge,
  noNumbers,
  pointsOf,
  touchedPoints,
} from './judge.ts';
import { groundFaultRemedies } from './protecting.ts';
import { capital, msg, row, type Message } from '../../../words/index.ts';

const HELP = msg('rules.condition.help');

/** Old small aluminum and knob-and-tube are not extended; large aluminum feeders are ordinary. */
export const cableMaterial: Rule = {
  id: 'cable-material',
  title: msg('rules.condition.material-title'),
  about: msg('rules.condition.material-about'),
  numbers: noNumbers,
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) =>
      cablesOf(context, circuit).flatMap((cable): Judgement[] => {
        const origin = extended ? ('worse' as const) : ('standing' as const);
        if (cable.type === 'knob-and-tube')
          return [
            judge('cable-material', {
              severity: 'stop',
              mark: 'feed',
              subjects: [cable.id, circuit.breaker.id],
              says: msg('rules.condition.knob'),
              detail: msg('rules.condition.knob-why', {
                cable: capital(cableName(context, cable)),
                help: HELP,
              }),
              sources: [practice(msg('rules.condition.knob-practice'))],
              origin,
            }),
          ];
        if (isSmallAluminum(cable))
          return [
            judge('cable-material', {
              severity: 'stop',
              mark: 'feed',
              subjects: [cable.id, circuit.breaker.id],
              says: msg('rules.condition.aluminum'),
              detail: msg('rules.condition.aluminum-why', {
                cable: capital(cableName(context, cable)),
                gauge: cable.gauge ?? '?',
                help: HELP,
              }),
              sources: [published('NEC 110.14(A)'), practice(msg('rules.condition.aluminum-practice'))],
              origin,
            }),
          ];
        return [];
      }),
    ),
};

const GROUND_SOURCES = [published('NEC 406.4(A), (B)'), published('NEC 250.130(C)')];

/** Asks whether the first cable of which nobody has said so brings a ground. */
function askGround(context: RuleContext, point: Point, path: readonly string[]): Judgement {
  const open = context.house.cables.find((c) => path.includes(c.id) && c.ground === 'unknown');
  const remedy = (ground: 'wire' | 'none', says: Message): Remedy[] =>
    open ? [{ says, edit: { edit: 'set-ground', cableId: open.id, ground } }] : [];
  return judge('ground', {
    severity: 'watch',
    mark: 'tap',
    subjects: [point.id],
    says: open
      ? msg('rules.condition.ask-ground', { cable: cableName(context, open) })
      : msg('rules.condition.ask-ground-tap', { point: point.label }),
    detail: msg('rules.condition.ask-ground-why'),
    because: { need: 1, have: null, unit: 'ground', sense: 'at-least' },
    sources: GROUND_SOURCES,
    remedies: [
      ...remedy('wire', msg('rules.condition.has-ground')),
      ...remedy('none', msg('rules.condition.has-no-ground')),
    ],
  });
}

function judgeGround(context: RuleContext, point: Point): Judgement[] {
  const box = context.feed.boxes.get(point.id);
  if (!box || box.circuits.length === 0) return [];
  if (box.ground === 'unknown') return [askGround(context, point, box.path)];
  const common = { mark: 'tap' as const, subjects: [point.id], sources: GROUND_SOURCES };
  // The box on the way, this one or one before it, where a grounding wire of its own comes in.
  const way = wayUp(context.feed, point.id);
  const run = context.house.points.find((p) => p.groundRun && way.includes(p.id));
  if (box.ground === 'yes')
    return [
      judge('ground', {
        ...common,
        severity: 'ok',
        says: msg('rules.condition.ground-ok', { point: point.label }),
        detail: run
          ? msg('rules.condition.ground-run', { box: run.label })
          : msg('rules.condition.ground-ok-why'),
      }),
    ];
  const broken = context.house.cables.find((c) => box.path.includes(c.id) && c.ground === 'none');
  const cable = broken
    ? msg('rules.condition.ground-none-cable', { cable: capital(cableName(context, broken)) })
    : '';
  return [
    judge('ground', {
      ...common,
      severity: 'stop',
      says: msg('rules.condition.ground-none', { point: point.label }),
      detail: msg('rules.condition.ground-none-why', { cable }),
    }),
  ];
}

/**
 * A receptacle that replaces another where there is no ground (406.4(D)(2)): two slots, or three behind a GFCI and marked so.
 * One more outlet is an extension, which nothing but a ground allows.
 */
function judgeReplacedGround(context: RuleContext, point: Point): Judgement[] {
  const box = context.feed.boxes.get(point.id);
  if (!box || box.circuits.length === 0 || context.added.has(point.id)) return judgeGround(context, point);
  if (box.ground === 'unknown') return [askGround(context, point, box.path)];
  if (box.ground === 'yes' || !point.devices.some((d) => isReceptacleDevice(d) && d.grounded)) return [];
  const covered = box.groundFaultBy !== null;
  return [
    judge('ground', {
      severity: covered ? 'ok' : 'stop',
      mark: 'wire',
      subjects: [point.id],
      says: covered
        ? msg('rules.condition.replaced-marked', { point: point.label })
        : msg('rules.condition.replaced-no-ground', { point: point.label }),
      detail: msg('rules.condition.replaced-no-ground-why'),
      sources: [published('NEC 406.4(D)(2)', context.pack.edition)],
      remedies: covered ? [] : groundFaultRemedies(context, [point]),
    }),
  ];
}

/** A new outlet needs a ground all the way back; replacing has its lawful ways, extending has none without one. */
export const grounding: Rule = {
  id: 'ground',
  title: msg('rules.condition.ground-title'),
  about: msg('rules.condition.ground-about'),
  numbers: noNumbers,
  check: (context) => [
    ...touchedPoints(context)
      .filter((p) => isNew(context, p))
      .flatMap((point) => judgeGround(context, point)),
    ...context.house.points
      .filter((p) => isNewWork(context, p) && !isNew(context, p) && isReceptacle(p))
      .flatMap((point) => judgeReplacedGround(context, point)),
  ],
};

const LOOKED = [practice(msg('rules.condition.state-practice'))];

const found = (point: Point, says: Message, condition: 'sound' | 'burnt' | 'short-conductors'): Remedy => ({
  says,
  edit: { edit: 'set-condition', pointId: point.id, condition },
});

/** What the state of a box says for work there and for work elsewhere. */
type State = Omit<Parameters<typeof judge>[1], 'mark' | 'subjects' | 'sources'> & {
  readonly sources?: readonly Source[];
};

const mendable = (point: Point, touched: boolean): State => {
  const named = { point: point.label };
  const burnt = point.condition === 'burnt';
  return {
    ...(touched ? { origin: 'worse' as const } : {}),
    severity: 'fix',
    says: msg(burnt ? 'rules.condition.burnt' : 'rules.condition.loose', named),
    detail: msg(burnt ? 'rules.condition.burnt-why' : 'rules.condition.loose-why'),
    remedies: [
      found(point, msg(burnt ? 'rules.condition.mended' : 'rules.condition.fastened', named), 'sound'),
    ],
  };
};

const STATES: {
  readonly [C in Point['condition']]: (point: Point, touched: boolean, context: RuleContext) => State | null;
} = {
  'burnt-beyond-reach': (point, touched) => ({
    ...(touched ? { origin: 'worse' as const } : {}),
    severity: touched ? 'stop' : 'fix',
    says: msg('rules.condition.beyond-reach', { point: point.label }),
    detail: HELP,
  }),
  burnt: mendable,
  loose: mendable,
  'short-conductors': (point, touched) =>
    touched
      ? {
          severity: 'ok',
          says: msg('rules.condition.short', { point: point.label }),
          detail: msg('rules.condition.short-why'),
          sources: [practice(msg('rules.condition.short-practice'))],
        }
      : null,
  'not-looked': (point, touched) =>
    touched
      ? {
          severity: 'watch',
          says: msg('rules.condition.look', { point: point.label }),
          detail: msg('rules.condition.look-why'),
          because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
          remedies: [
            found(point, msg('rules.condition.looked-sound'), 'sound'),
            found(point, msg('rules.condition.looked-short'), 'short-conductors'),
            found(point, msg('rules.condition.looked-burnt'), 'burnt'),
          ],
        }
      : null,
  sound: (point, touched, { house }) =>
    touched && house.cables.some((c) => c.assumed && isAtPoint(c, point.id))
      ? {
          severity: 'watch',
          says: msg('rules.condition.assumed', { point: point.label }),
          detail: msg('rules.condition.assumed-why'),
          because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
          remedies: [
            {
              says: msg('rules.condition.as-assumed', { point: point.label }),
              edit: { edit: 'cables-seen', pointId: point.id },
            },
          ],
        }
      : null,
};

/** What was found in a box, as a finding: an answer to it says what it is now. */
function judgeCondition(context: RuleContext, point: Point, touched: boolean): Judgement[] {
  const state = STATES[point.condition](point, touched, context);
  return state
    ? [judge('box-condition', { mark: 'wire', subjects: [point.id], sources: LOOKED, ...state })]
    : [];
}

/** A box that the work relies on and that is drawn where such a room usually has one: is it there? */
function judgePlace(point: Point): Judgement[] {
  if (!point.assumed) return [];
  const named = { point: point.label };
  const asked = judge('box-condition', {
    mark: 'wire',
    subjects: [point.id],
    sources: LOOKED,
    severity: 'watch',
    says: msg('rules.condition.place', named),
    detail: msg('rules.condition.place-why'),
    because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
    remedies: [
      {
        says: msg('rules.condition.place-seen', named),
        edit: { edit: 'place-seen', pointId: point.id },
      },
      { says: msg('rules.condition.not-there', named), edit: { edit: 'not-there', pointId: point.id } },
    ],
  });
  return [{ ...asked, key: `box-condition:place:${point.id}` }];
}

/** The state of a box that the work opens. */
export const boxCondition: Rule = {
  id: 'box-condition',
  title: msg('rules.condition.state-title'),
  about: msg('rules.condition.state-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.points.flatMap((point) => {
      const touched = context.touched.has(point.id) && !isNew(context, point);
      return [...judgeCondition(context, point, touched), ...(touched ? judgePlace(point) : [])];
    }),
};

/** Two hots of a multiwire circuit open together, and its neutral never depends on a device. */
export const multiwire: Rule = {
  id: 'multiwire',
  title: msg('rules.condition.multiwire-title'),
  about: msg('rules.condition.multiwire-about'),
  numbers: noNumbers,
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }): Judgement[] => {
      if (!circuit.breaker.multiwire) return [];
      const points = pointsOf(context, circuit).filter((p) => context.touched.has(p.id));
      if (circuit.breaker.poles === 2)
        return extended
          ? [
              judge('multiwire', {
                severity: 'ok',
                mark: 'feed',
                subjects: [circuit.breaker.id],
                says: msg('rules.condition.multiwire-ok', { breaker: breakerName(circuit.breaker) }),
                detail:
                  points.length > 0
                    ? msg('rules.condition.multiwire-splice-at', { points: row(points.map((p) => p.label)) })
                    : msg('rules.condition.multiwire-splice'),
                sources: [published('NEC 210.4(B)'), published('NEC 300.13(B)')],
              }),
            ]
          : [];
      return [
        judge('multiwire', {
          severity: 'fix',
          mark: 'feed',
          subjects: [circuit.breaker.id],
          says: msg('rules.condition.multiwire-bad', { breaker: capital(breakerName(circuit.breaker)) }),
          detail: msg('rules.condition.multiwire-bad-why'),
          sources: [published('NEC 210.4(B)')],
          ...(extended ? { origin: 'worse' as const } : {}),
        }),
      ];
    }),
};
