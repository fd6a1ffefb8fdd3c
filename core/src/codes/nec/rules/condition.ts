import { isSmallAluminum } from '../../../document/index.ts';
import { practice, published, type Remedy } from '../../../findings/index.ts';
import type { Judgement, Rule } from '../../pack.ts';
import {
  breakerName,
  cableName,
  cablesOf,
  circuitsOf,
  isNew,
  judge,
  noNumbers,
  pointsOf,
  touchedPoints,
} from './judge.ts';
import { capital, msg, row } from '../../../words/index.ts';

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

/** A new outlet needs a ground all the way back; replacing has its lawful ways, extending has none without one. */
export const grounding: Rule = {
  id: 'ground',
  title: msg('rules.condition.ground-title'),
  about: msg('rules.condition.ground-about'),
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context)
      .filter((p) => isNew(context, p))
      .flatMap((point): Judgement[] => {
        const box = context.feed.boxes.get(point.id);
        if (!box || box.circuits.length === 0) return [];
        const sources = [published('NEC 406.4(A), (B)'), published('NEC 250.130(C)')];
        if (box.ground === 'yes')
          return [
            judge('ground', {
              severity: 'ok',
              mark: 'tap',
              subjects: [point.id],
              says: msg('rules.condition.ground-ok', { point: point.label }),
              detail: msg('rules.condition.ground-ok-why'),
              sources,
            }),
          ];
        if (box.ground === 'no') {
          const broken = context.house.cables.find((c) => box.path.includes(c.id) && c.ground === 'none');
          return [
            judge('ground', {
              severity: 'stop',
              mark: 'tap',
              subjects: [point.id],
              says: msg('rules.condition.ground-none', { point: point.label }),
              detail: msg('rules.condition.ground-none-why', {
                cable: broken
                  ? msg('rules.condition.ground-none-cable', { cable: capital(cableName(context, broken)) })
                  : '',
              }),
              sources,
            }),
          ];
        }
        const open = context.house.cables.find((c) => box.path.includes(c.id) && c.ground === 'unknown');
        const remedies: Remedy[] = open
          ? [
              {
                says: msg('rules.condition.has-ground'),
                edit: { edit: 'set-ground', cableId: open.id, ground: 'wire' },
              },
              {
                says: msg('rules.condition.has-no-ground'),
                edit: { edit: 'set-ground', cableId: open.id, ground: 'none' },
              },
            ]
          : [];
        return [
          judge('ground', {
            severity: 'watch',
            mark: 'tap',
            subjects: [point.id],
            says: open
              ? msg('rules.condition.ask-ground', { cable: cableName(context, open) })
              : msg('rules.condition.ask-ground-tap', { point: point.label }),
            detail: msg('rules.condition.ask-ground-why'),
            because: { need: 1, have: null, unit: 'ground', sense: 'at-least' },
            sources,
            remedies,
          }),
        ];
      }),
};

/** The state of a box that the work opens. */
export const boxCondition: Rule = {
  id: 'box-condition',
  title: msg('rules.condition.state-title'),
  about: msg('rules.condition.state-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const touched = context.touched.has(point.id) && !isNew(context, point);
      const sources = [practice(msg('rules.condition.state-practice'))];
      switch (point.condition) {
        case 'burnt-beyond-reach':
          return [
            judge('box-condition', {
              severity: touched ? 'stop' : 'fix',
              mark: 'wire',
              subjects: [point.id],
              says: msg('rules.condition.beyond-reach', { point: point.label }),
              detail: HELP,
              sources,
              ...(touched ? { origin: 'worse' as const } : {}),
            }),
          ];
        case 'burnt':
          return [
            judge('box-condition', {
              severity: 'fix',
              mark: 'wire',
              subjects: [point.id],
              says: msg('rules.condition.burnt', { point: point.label }),
              detail: msg('rules.condition.burnt-why'),
              sources,
              remedies: [
                {
                  says: msg('rules.condition.mended', { point: point.label }),
                  edit: { edit: 'set-condition', pointId: point.id, condition: 'sound' },
                },
              ],
              ...(touched ? { origin: 'worse' as const } : {}),
            }),
          ];
        case 'short-conductors':
          return touched
            ? [
                judge('box-condition', {
                  severity: 'ok',
                  mark: 'wire',
                  subjects: [point.id],
                  says: msg('rules.condition.short', { point: point.label }),
                  detail: msg('rules.condition.short-why'),
                  sources: [practice(msg('rules.condition.short-practice'))],
                }),
              ]
            : [];
        case 'loose':
          return [
            judge('box-condition', {
              severity: 'fix',
              mark: 'wire',
              subjects: [point.id],
              says: msg('rules.condition.loose', { point: point.label }),
              detail: msg('rules.condition.loose-why'),
              sources,
              remedies: [
                {
                  says: msg('rules.condition.fastened', { point: point.label }),
                  edit: { edit: 'set-condition', pointId: point.id, condition: 'sound' },
                },
              ],
              ...(touched ? { origin: 'worse' as const } : {}),
            }),
          ];
        case 'not-looked':
          return touched
            ? [
                judge('box-condition', {
                  severity: 'watch',
                  mark: 'wire',
                  subjects: [point.id],
                  says: msg('rules.condition.look', { point: point.label }),
                  detail: msg('rules.condition.look-why'),
                  because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
                  sources,
                  remedies: [
                    {
                      says: msg('rules.condition.looked-sound'),
                      edit: { edit: 'set-condition', pointId: point.id, condition: 'sound' },
                    },
                    {
                      says: msg('rules.condition.looked-short'),
                      edit: { edit: 'set-condition', pointId: point.id, condition: 'short-conductors' },
                    },
                    {
                      says: msg('rules.condition.looked-burnt'),
                      edit: { edit: 'set-condition', pointId: point.id, condition: 'burnt' },
                    },
                  ],
                }),
              ]
            : [];
        case 'sound':
          return [];
      }
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
