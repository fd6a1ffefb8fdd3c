import { BOXES } from '../../../catalog/index.ts';
import { boxModel } from '../../../catalog/index.ts';
import type { Gauge, Point } from '../../../document/index.ts';
import type { Remedy } from '../../../findings/index.ts';
import { cubicInches } from '../../../units/index.ts';
import { surveyBox } from '../../boxes.ts';
import type { Rule, RuleContext } from '../../pack.ts';
import { capital, cableName, isNew, judge } from './judge.ts';

const RULE = 'box-fill';

/** Boxes that could stand in for one that is too small: same gangs, made for the mounting, smallest first, with the margin if any has it. */
function largerBoxes(context: RuleContext, point: Point, needed: number): Remedy[] {
  const present = boxModel(point.box.model);
  const mounting =
    present?.mounting === 'weatherproof' || present?.mounting === 'ceiling' ? present.mounting : 'old-work';
  const tight = (volume: number) => Number(volume < needed + context.boxMargin);
  const fits = BOXES.filter(
    (b) =>
      b.mounting === mounting &&
      b.gangs >= point.box.gangs &&
      b.volumeCubicInches >= needed &&
      !b.id.includes('round'),
  );
  // A box of the same width before a wider one; among those, one that leaves the margin before a tight one.
  fits.sort(
    (a, b) =>
      a.gangs - b.gangs ||
      tight(a.volumeCubicInches) - tight(b.volumeCubicInches) ||
      a.volumeCubicInches - b.volumeCubicInches,
  );
  return fits.slice(0, 2).map((b) => ({
    says: `Use a ${cubicInches(b.volumeCubicInches)} box at ${point.label}`,
    edit: { edit: 'set-box', subject: point.id, model: b.id },
  }));
}

function itemWords(items: readonly { what: string; cubicInches: number }[]): string {
  return items.map((i) => `${i.what} ${i.cubicInches.toFixed(2)}`).join(', ');
}

function askVolume(context: RuleContext, point: Point, needed: number) {
  return judge(RULE, {
    severity: 'watch',
    mark: 'wire',
    subjects: [point.id],
    says: `How big is the box at ${point.label}?`,
    detail: `It needs ${cubicInches(needed)} with the new cable in. Read the volume stamped in the box, or measure it and pick its kind; ${cubicInches(needed)} or more holds.`,
    because: { need: needed, have: null, unit: 'in³', sense: 'at-least' },
    sources: [],
    remedies: largerBoxes(context, point, needed)
      .slice(0, 1)
      .map((r) => ({ ...r, says: `${r.says} and be done` })),
  });
}

/** Volume needed against volume there, for each box with known facts; equality passes. */
export const boxFill: Rule = {
  id: RULE,
  title: 'Room in the box',
  check: (context) =>
    [...context.feed.boxes.values()].flatMap((box) => {
      const { point } = box;
      const touched = context.touched.has(point.id);
      if (box.cables.length === 0) return [];
      const survey = surveyBox(box);
      const asks = touched ? gaugeAsk(context, point, survey.unknownGaugeCables[0]) : [];
      const fill = context.pack.fill(survey.contents);
      if (!survey.volume) return touched ? [...asks, askVolume(context, point, fill.cubicInches)] : asks;
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
              because: { need: withClamps, have: null, unit: 'in³', sense: 'at-least' },
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
          says: over ? `Box at ${point.label} gets too full` : `Box at ${point.label} has room`,
          detail: itemWords(fill.items),
          because: { need: fill.cubicInches, have, unit: 'in³', sense: 'at-least' },
          sources: [
            fill.source,
            ...(survey.volume.from === 'catalogue' ? [boxModel(point.box.model)?.source ?? fill.source] : []),
          ],
          remedies: over && touched ? largerBoxes(context, point, fill.cubicInches) : [],
        }),
      ];
    }),
};

function gaugeAsk(context: RuleContext, point: Point, cable: Parameters<typeof cableName>[1] | undefined) {
  if (!cable || isNew(point)) return [];
  const gauges: readonly Gauge[] = ['14', '12'];
  return [
    judge('box-gauge', {
      severity: 'watch',
      mark: 'wire',
      subjects: [point.id, cable.id],
      says: `What size are the conductors in the box at ${point.label}?`,
      detail: `${capital(cableName(context, cable))} was never read; the room it takes depends on it.`,
      because: { need: 0, have: null, unit: 'AWG', sense: 'at-least' },
      sources: [],
      remedies: gauges.map((gauge) => ({
        says: `I looked: ${gauge} AWG`,
        edit: { edit: 'set-gauge', cableId: cable.id, gauge },
      })),
    }),
  ];
}
