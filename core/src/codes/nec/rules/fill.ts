import {
  BOXES,
  boxModel,
  replacementMounting,
  ringFor,
  takesOutsideClamps,
  type BoxModel,
} from '../../../catalog/index.ts';
import type { Gauge, Point } from '../../../document/index.ts';
import type { Remedy } from '../../../findings/index.ts';
import { cubicInches } from '../../../units/index.ts';
import { isMetalFed } from '../../../network/index.ts';
import type { BoxFeed } from '../../../feed/index.ts';
import { crowding, surveyBox, type BoxSurvey, type Crowding } from '../../boxes.ts';
import type { Rule, RuleContext } from '../../pack.ts';
import { ALLOWANCE, allowanceSource, BARRIER, groundCount } from '../fill.ts';
import { published } from '../../../findings/index.ts';
import { cableName, isNew, judge } from './judge.ts';

const RULE = 'box-fill';

/** Boxes that could stand in for one that is too small: same gangs, made for the mounting, smallest first, with the margin if any has it. */
function largerBoxes(context: RuleContext, point: Point, contents: BoxSurvey['contents']): Remedy[] {
  const mounting = replacementMounting(boxModel(point.box.model));
  // A plastic box where the ground comes by armor or tubing would cut it.
  const metalFed = isMetalFed(context.house, point.id);
  const suits = (b: BoxModel) => mounting !== 'old-work' || b.metal === metalFed;
  // Its own clamps count, not those of the box that goes.
  const needs = (b: BoxModel) => context.pack.fill({ ...contents, clampsInside: b.clampsInside }).cubicInches;
  const tight = (b: BoxModel) => Number(b.volumeCubicInches < needs(b) + context.boxMargin);
  const fits = BOXES.filter(
    (b) =>
      b.mounting === mounting &&
      suits(b) &&
      b.gangs >= point.box.gangs &&
      b.volumeCubicInches >= needs(b) &&
      !b.id.includes('round'),
  );
  // A box of the same width before a wider one; among those, one that leaves the margin before a tight one.
  fits.sort((a, b) => a.gangs - b.gangs || tight(a) - tight(b) || a.volumeCubicInches - b.volumeCubicInches);
  return fits.slice(0, 2).map((b) => ({
    says: `Use a ${cubicInches(b.volumeCubicInches)} box at ${point.label}`,
    edit: { edit: 'set-box', subject: point.id, model: b.id },
  }));
}

/**
 * Everything that would make a full box fit, cheapest first: connectors that clamp outside, a ring, a bigger box, another
 * tap. Only what really fits is offered.
 */
function roomier(context: RuleContext, box: BoxFeed, survey: BoxSurvey, needed: number): Remedy[] {
  const { point } = box;
  const have = survey.volume?.cubicInches ?? 0;
  const model = boxModel(point.box.model);
  const without = context.pack.fill({ ...survey.contents, clampsInside: false }).cubicInches;
  const out: Remedy[] = [];
  if (survey.contents.clampsInside && takesOutsideClamps(model) && without <= have + 1e-9)
    out.push({
      says: `Connectors that clamp outside, at ${point.label}`,
      edit: { edit: 'clamps-outside', pointId: point.id },
    });
  const ring = point.box.extras?.ringCubicInches ? undefined : ringFor(model);
  if (ring && !isNew(context, point) && needed <= have + ring.volumeCubicInches + 1e-9)
    out.push({
      says: `Extension ring on ${point.label}, ${cubicInches(ring.volumeCubicInches)} more`,
      edit: { edit: 'set-ring', pointId: point.id, ring: ring.id },
    });
  out.push(...largerBoxes(context, point, survey.contents));
  const other = isNew(context, point) ? undefined : context.otherOptions[0];
  if (other) out.push({ says: other.says, edit: { edit: 'choose-option', key: other.key } });
  return out;
}

/** The practical side, which no rule counts. */
function crowdedWords({ state, bulky }: Crowding): string {
  const by = bulky > 0 ? 'Connectors and a deep device' : 'Connectors';
  switch (state) {
    case 'easy':
      return '';
    case 'snug':
      return ` ${by} make it snug in practice.`;
    case 'crowded':
      return ` ${by} make it crowded in practice: a larger box folds better.`;
  }
}

function itemWords(items: readonly { what: string; cubicInches: number }[]): string {
  return items.map((i) => `${i.what} ${i.cubicInches.toFixed(2)}`).join(', ');
}

function askVolume(context: RuleContext, point: Point, needed: number, contents: BoxSurvey['contents']) {
  return judge(RULE, {
    severity: 'watch',
    mark: 'wire',
    subjects: [point.id],
    says: `How big is the box at ${point.label}?`,
    detail: `It needs ${cubicInches(needed)} with the new cable in. Read the volume stamped in the box, or measure it and pick its kind; ${cubicInches(needed)} or more holds.`,
    because: { need: needed, have: null, unit: 'cu in', sense: 'at-least' },
    sources: [],
    remedies: largerBoxes(context, point, contents)
      .slice(0, 1)
      .map((r) => ({ ...r, says: `${r.says} and be done` })),
  });
}

/** Volume needed against volume there, for each box with known facts; equality passes. */
export const boxFill: Rule = {
  id: RULE,
  title: 'Box fill',
  about:
    'Conductors, runs through, grounds, clamps, fittings, devices by gang and gauge, barriers and terminal blocks against the marked or listed volume with its rings. Pigtails, connectors and locknuts count nothing; equal passes.',
  numbers: (pack) => [
    ...(['18', '16', '14', '12', '10', '8', '6'] as const).map((g) => ({
      what: `One conductor of ${g} AWG`,
      value: `${ALLOWANCE[g].toFixed(2)} cu in`,
      source: allowanceSource(pack.edition),
    })),
    {
      what: 'Six grounds together count as',
      value: `${groundCount(6, pack.edition)} of the largest`,
      source: allowanceSource(pack.edition),
    },
    {
      what: 'Barrier, metal or plastic',
      value: `${BARRIER.metal} or ${BARRIER.nonmetallic.toFixed(1)} cu in`,
      source: published('NEC 314.16(A)', pack.edition, 'fairly-sure'),
    },
    {
      what: 'Terminal block',
      value: pack.edition >= 2023 ? '1 of its largest' : 'not counted',
      source: published('NEC 314.16(B)(6)', pack.edition, 'fairly-sure'),
    },
  ],
  check: (context) =>
    [...context.feed.boxes.values()].flatMap((box) => {
      const { point } = box;
      const touched = context.touched.has(point.id);
      if (box.cables.length === 0) return [];
      const survey = surveyBox(box);
      const asks = touched ? gaugeAsk(context, point, survey.unknownGaugeCables[0]) : [];
      const fill = context.pack.fill(survey.contents);
      if (fill.bySize) return touched ? [bySize(point)] : [];
      if (!survey.volume)
        return touched ? [...asks, askVolume(context, point, fill.cubicInches, survey.contents)] : asks;
      if (survey.missing.includes('gauge')) return asks;
      const have = survey.volume.cubicInches;
      // Clamps nobody looked for: judge both ways and ask only when the answer would change the verdict.
      if (survey.missing.includes('clamps') && touched) {
        const withClamps = context.pack.fill({ ...survey.contents, clampsInside: true }).cubicInches;
        if (fill.cubicInches <= have && withClamps > have)
          return [
            judge(RULE, {
              severity: 'watch',
              mark: 'wire',
              subjects: [point.id],
              says: `Are there cable clamps inside the box at ${point.label}?`,
              detail: `Without them it needs ${cubicInches(fill.cubicInches)}, with them ${cubicInches(withClamps)}; ${cubicInches(have)} is there.`,
              because: { need: withClamps, have: null, unit: 'cu in', sense: 'at-least' },
              sources: [fill.source],
              remedies: [
                { says: 'None inside', edit: { edit: 'set-clamps', pointId: point.id, clamps: 'none' } },
                { says: 'Clamps inside', edit: { edit: 'set-clamps', pointId: point.id, clamps: 'inside' } },
              ],
            }),
          ];
      }
      const over = fill.cubicInches > have + 1e-9;
      if (!over && !touched) return [];
      return [
        judge(RULE, {
          severity: over ? 'fix' : 'ok',
          mark: 'wire',
          subjects: [point.id],
          says: over ? `Box at ${point.label} is too full` : `Box at ${point.label} has room`,
          detail: `${itemWords(fill.items)}.${touched ? crowdedWords(crowding(box, have - fill.cubicInches)) : ''}`,
          because: { need: fill.cubicInches, have, unit: 'cu in', sense: 'at-least' },
          sources: [
            fill.source,
            ...(survey.volume.from === 'catalogue' ? [boxModel(point.box.model)?.source ?? fill.source] : []),
          ],
          remedies: over && touched ? roomier(context, box, survey, fill.cubicInches) : [],
        }),
      ];
    }),
};

/** A box with feeder conductors in it: volume says nothing, its length and width do. */
const bySize = (point: Point) =>
  judge(RULE, {
    severity: 'fix',
    mark: 'wire',
    subjects: [point.id],
    says: `${point.label} holds conductors of 4 AWG or larger`,
    detail:
      'That box is sized by its length and width, not by its volume, and Elwand does not check it. Tap another box, or have an electrician size this one.',
    sources: [published('NEC 314.28(A)', undefined, 'fairly-sure')],
  });

function gaugeAsk(context: RuleContext, point: Point, cable: Parameters<typeof cableName>[1] | undefined) {
  if (!cable || isNew(context, point)) return [];
  const gauges: readonly Gauge[] = ['14', '12'];
  return [
    judge('box-gauge', {
      severity: 'watch',
      mark: 'wire',
      subjects: [point.id, cable.id],
      says: `What size is ${cableName(context, cable)}, in the box at ${point.label}?`,
      detail: 'It was never read; the room it takes in the box depends on it.',
      because: { need: 0, have: null, unit: 'AWG', sense: 'at-least' },
      sources: [],
      remedies: gauges.map((gauge) => ({
        says: `I looked: ${gauge} AWG`,
        edit: { edit: 'set-gauge', cableId: cable.id, gauge },
      })),
    }),
  ];
}
