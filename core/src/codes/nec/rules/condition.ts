import { isSmallAluminium } from '../../../document/index.ts';
import { practice, published, type Remedy } from '../../../findings/index.ts';
import type { Judgement, Rule } from '../../pack.ts';
import {
  breakerName,
  capital,
  cableName,
  cablesOf,
  circuitsOf,
  isNew,
  judge,
  noNumbers,
  pointsOf,
  touchedPoints,
} from './judge.ts';

const HELP = 'Not with this plan: get a licensed electrician.';

/** Old small aluminium and knob-and-tube are not extended; large aluminium feeders are ordinary. */
export const cableMaterial: Rule = {
  id: 'cable-material',
  title: 'Old wiring that is not extended',
  about:
    'Knob-and-tube and old small aluminum on the circuit stop an extension; large aluminum feeders are ordinary.',
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
              says: 'Knob-and-tube wiring can’t be extended',
              detail: `${capital(cableName(context, cable))}: no ground, old insulation, heat that cannot get away. ${HELP}`,
              sources: [
                practice('insurers and inspectors refuse it; a practitioner does not splice onto it'),
              ],
              origin,
            }),
          ];
        if (isSmallAluminium(cable))
          return [
            judge('cable-material', {
              severity: 'stop',
              mark: 'feed',
              subjects: [cable.id, circuit.breaker.id],
              says: 'Small aluminum branch wiring can’t be extended',
              detail: `${capital(cableName(context, cable))} is ${cable.gauge} AWG aluminum. Its splices loosen and burn, and joining it to copper takes special connectors. ${HELP}`,
              sources: [published('NEC 110.14(A)'), practice('old small aluminum is left to a specialist')],
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
  title: 'Ground at the new point',
  about:
    'A new outlet needs a ground all the way back to the panel. Replacing has lawful ways without one; extending has none.',
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
              says: `${point.label} has a ground back to the panel`,
              detail: 'Every cable on the way carries one.',
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
              says: `${point.label} would have no ground`,
              detail: `${broken ? `${capital(cableName(context, broken))} has none. ` : ''}An ungrounded circuit is not extended unless a ground is brought along. Choose another tap, or get a licensed electrician.`,
              sources,
            }),
          ];
        }
        const open = context.house.cables.find((c) => box.path.includes(c.id) && c.ground === 'unknown');
        const remedies: Remedy[] = open
          ? [
              {
                says: 'It has a bare or green ground',
                edit: { edit: 'set-ground', cableId: open.id, ground: 'wire' },
              },
              { says: 'It has none', edit: { edit: 'set-ground', cableId: open.id, ground: 'none' } },
            ]
          : [];
        return [
          judge('ground', {
            severity: 'watch',
            mark: 'tap',
            subjects: [point.id],
            says: open
              ? `Is there a ground in ${cableName(context, open)}?`
              : `Is there a ground at ${point.label}'s tap?`,
            detail:
              'Without one the circuit may not be extended. A metal box or an old armor alone is no proof: look, and measure.',
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
  title: 'State of the box',
  about: 'Burnt, loose, short conductors, or never looked into: the state of every box that the work opens.',
  numbers: noNumbers,
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const touched = context.touched.has(point.id) && !isNew(context, point);
      const sources = [
        practice(
          'cut back to bright metal and renew the device; stop if the insulation is hurt beyond reach',
        ),
      ];
      switch (point.condition) {
        case 'burnt-beyond-reach':
          return [
            judge('box-condition', {
              severity: touched ? 'stop' : 'fix',
              mark: 'wire',
              subjects: [point.id],
              says: `Burnt insulation beyond reach at ${point.label}`,
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
              says: `Burnt conductor at ${point.label}`,
              detail:
                'Cut back to bright metal, renew the device, find out why. When the insulation is hurt beyond reach, stop.',
              sources,
              remedies: [
                {
                  says: `Mended: ${point.label} is sound`,
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
                  says: `Short conductors at ${point.label}: lever connectors there`,
                  detail: 'The wiring plan uses lever connectors and pigtails in this box.',
                  sources: [practice('levers where conductors are short')],
                }),
              ]
            : [];
        case 'loose':
          return [
            judge('box-condition', {
              severity: 'fix',
              mark: 'wire',
              subjects: [point.id],
              says: `Box or device loose at ${point.label}`,
              detail: 'Fasten the box before anything is added to it.',
              sources,
              remedies: [
                {
                  says: `Fastened: ${point.label} is sound`,
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
                  says: `Look inside ${point.label}`,
                  detail:
                    'Burnt, loose, short conductors, no ground: what is in the box decides whether it can be the tap. Power off and tested dead first.',
                  because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
                  sources,
                  remedies: [
                    {
                      says: 'I looked: it is sound',
                      edit: { edit: 'set-condition', pointId: point.id, condition: 'sound' },
                    },
                    {
                      says: 'Short conductors',
                      edit: { edit: 'set-condition', pointId: point.id, condition: 'short-conductors' },
                    },
                    {
                      says: 'Something is burnt',
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
  title: 'Multiwire circuit',
  about: 'Two hots that share a neutral open together, and the neutral never depends on a device.',
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
                says: `Both hots of ${breakerName(circuit.breaker)} open together`,
                detail: `Splice the neutral in every box, never through a device${points.length > 0 ? `: ${points.map((p) => p.label).join(', ')}` : ''}.`,
                sources: [published('NEC 210.4(B)'), published('NEC 300.13(B)')],
              }),
            ]
          : [];
      return [
        judge('multiwire', {
          severity: 'fix',
          mark: 'feed',
          subjects: [circuit.breaker.id],
          says: `${capital(breakerName(circuit.breaker))} is a multiwire branch circuit without simultaneous disconnect`,
          detail:
            "It needs a two-pole breaker or a listed handle tie before anybody works on it. That is the electrician's work.",
          sources: [published('NEC 210.4(B)')],
          ...(extended ? { origin: 'worse' as const } : {}),
        }),
      ];
    }),
};
