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
import { isMetalFed } from '../../../network/index.ts';
import type { BoxFeed } from '../../../feed/index.ts';
import { onOpenFraming } from '../../../structure/index.ts';
import { crowding, surveyBox, type BoxSurvey, type Crowding } from '../../boxes.ts';
import type { FillItem, Judgement, Rule, RuleContext } from '../../pack.ts';
import { ALLOWANCE, allowanceSource, BARRIER, groundCount } from '../fill.ts';
import { published } from '../../../findings/index.ts';
import { cableName, isNew, judge } from './judge.ts';
import { apart, msg, q, type Text, anyOf } from '../../../words/index.ts';

const RULE = 'box-fill';

/** Boxes that could stand in for one that is too small: same gangs, made for the mounting, smallest first, with the margin if any has it. */
function largerBoxes(context: RuleContext, point: Point, contents: BoxSurvey['contents']): Remedy[] {
  const mounting = replacementMounting(boxModel(point.box.model), onOpenFraming(context.house, point.at));
  // A plastic box where the ground comes by armor or tubing would cut it.
  const metalFed = isMetalFed(context.house, point.id);
  const suits = (b: BoxModel) => (mounting !== 'old-work' && mounting !== 'new-work') || b.metal === metalFed;
  // Its own clamps count, not those of the box that goes.
  const needs = (b: BoxModel) => context.pack.fill({ ...contents, clampsInside: b.clampsInside }).cubicInches;
  const tight = (b: BoxModel) => Number(b.volumeCubicInches < needs(b) + context.boxMargin);
  // A round hole takes a round box and nothing wider.
  const round = boxModel(point.box.model)?.id.includes('round') === true;
  const fits = BOXES.filter(
    (b) =>
      b.mounting === mounting &&
      suits(b) &&
      (round ? b.gangs === point.box.gangs : b.gangs >= point.box.gangs) &&
      b.volumeCubicInches >= needs(b) &&
      b.id.includes('round') === round &&
      // Made for lights, though its name does not say so.
      !b.id.startsWith('oct-side-'),
  );
  // A box of the same width before a wider one; among those, one that leaves the margin before a tight one.
  fits.sort((a, b) => a.gangs - b.gangs || tight(a) - tight(b) || a.volumeCubicInches - b.volumeCubicInches);
  return fits.slice(0, 2).map((b) => ({
    says: msg('rules.fill.use-box', { volume: q.volume(b.volumeCubicInches), point: point.label }),
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
      says: msg('rules.fill.outside-clamps', { point: point.label }),
      edit: { edit: 'clamps-outside', pointId: point.id },
    });
  const ring = point.box.extras?.ringCubicInches ? undefined : ringFor(model);
  if (ring && !isNew(context, point) && needed <= have + ring.volumeCubicInches + 1e-9)
    out.push({
      says: msg('rules.fill.ring', { point: point.label, volume: q.volume(ring.volumeCubicInches) }),
      edit: { edit: 'set-ring', pointId: point.id, ring: ring.id },
    });
  out.push(...largerBoxes(context, point, survey.contents));
  const other = isNew(context, point) ? undefined : context.otherOptions[0];
  if (other) out.push({ says: other.says, edit: { edit: 'choose-option', key: other.key } });
  return out;
}

/** The practical side, which no rule counts. */
function crowdedWords({ state, bulky }: Crowding): Text {
  const by = bulky > 0 ? msg('rules.fill.deep-device') : msg('rules.fill.connectors');
  switch (state) {
    case 'easy':
      return '';
    case 'snug':
      return msg('rules.fill.snug', { by });
    case 'crowded':
      return msg('rules.fill.crowded', { by });
  }
}

const itemWords = (items: readonly FillItem[]): Text =>
  apart(items.map((i) => msg('rules.fill.item', { what: i.what, volume: q.volume(i.cubicInches) })));

function askVolume(context: RuleContext, point: Point, needed: number, contents: BoxSurvey['contents']) {
  return judge(RULE, {
    severity: 'watch',
    mark: 'wire',
    subjects: [point.id],
    says: msg('rules.fill.ask-volume', { point: point.label }),
    detail: msg('rules.fill.ask-volume-why', { needed: q.volume(needed), least: q.volume(needed) }),
    because: { need: needed, have: null, unit: 'cu in', sense: 'at-least' },
    sources: [published('NEC 314.16(A)', context.pack.edition)],
    remedies: largerBoxes(context, point, contents)
      .slice(0, 1)
      .map((r) => ({ ...r, says: msg('rules.fill.and-done', { remedy: r.says }) })),
  });
}

type Fill = ReturnType<RuleContext['pack']['fill']>;

/** Clamps nobody looked for, where they decide. */
function askClamps(point: Point, fill: Fill, withClamps: number, have: number): Judgement {
  return judge(RULE, {
    severity: 'watch',
    mark: 'wire',
    subjects: [point.id],
    says: msg('rules.fill.ask-clamps', { point: point.label }),
    detail: msg('rules.fill.ask-clamps-why', {
      without: q.volume(fill.cubicInches),
      with: q.volume(withClamps),
      have: q.volume(have),
    }),
    because: { need: withClamps, have: null, unit: 'cu in', sense: 'at-least' },
    sources: [fill.source],
    remedies: [
      {
        says: msg('rules.fill.none-inside'),
        edit: { edit: 'set-clamps', pointId: point.id, clamps: 'none' },
      },
      {
        says: msg('rules.fill.clamps-inside'),
        edit: { edit: 'set-clamps', pointId: point.id, clamps: 'inside' },
      },
    ],
  });
}

function judgeBox(context: RuleContext, box: BoxFeed): Judgement[] {
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
    if (fill.cubicInches <= have && withClamps > have) return [askClamps(point, fill, withClamps, have)];
  }
  const over = fill.cubicInches > have + 1e-9;
  if (!over && !touched) return [];
  return [
    judge(RULE, {
      severity: over ? 'fix' : 'ok',
      mark: 'wire',
      subjects: [point.id],
      says: over
        ? msg('rules.fill.too-full', { point: point.label })
        : msg('rules.fill.ok', { point: point.label }),
      detail: msg('rules.fill.items', {
        items: itemWords(fill.items),
        crowded: touched ? crowdedWords(crowding(box, have - fill.cubicInches)) : '',
      }),
      because: { need: fill.cubicInches, have, unit: 'cu in', sense: 'at-least' },
      sources: [
        fill.source,
        ...(survey.volume.from === 'catalog' ? [boxModel(point.box.model)?.source ?? fill.source] : []),
      ],
      remedies: over && touched ? roomier(context, box, survey, fill.cubicInches) : [],
    }),
  ];
}

/** Volume needed against volume there, for each box with known facts; equality passes. */
export const boxFill: Rule = {
  id: RULE,
  title: msg('rules.fill.title'),
  about: msg('rules.fill.about'),
  numbers: (pack) => [
    ...(['18', '16', '14', '12', '10', '8', '6'] as const).map((g) => ({
      what: msg('rules.fill.conductor', { gauge: g }),
      value: msg('rules.fill.allowance', { cubicInches: ALLOWANCE[g].toFixed(2) }),
      source: allowanceSource(pack.edition),
    })),
    {
      what: msg('rules.fill.six-grounds'),
      value: msg('rules.fill.of-largest', { count: groundCount(6, pack.edition) }),
      source: allowanceSource(pack.edition),
    },
    {
      what: msg('rules.fill.barrier'),
      value: anyOf([q.volume(BARRIER.metal), q.volume(BARRIER.nonmetallic)]),
      source: published('NEC 314.16(A)', pack.edition, 'fairly-sure'),
    },
    {
      what: msg('rules.fill.terminal-block'),
      value: pack.edition >= 2023 ? msg('rules.fill.one-of-largest') : msg('rules.fill.not-counted'),
      source: published('NEC 314.16(B)(6)', pack.edition, 'fairly-sure'),
    },
  ],
  check: (context) => [...context.feed.boxes.values()].flatMap((box) => judgeBox(context, box)),
};

/** A box with feeder conductors in it: volume says nothing, its length and width do. */
const bySize = (point: Point) =>
  judge(RULE, {
    severity: 'fix',
    mark: 'wire',
    subjects: [point.id],
    says: msg('rules.fill.by-size', { point: point.label }),
    detail: msg('rules.fill.by-size-why'),
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
      says: msg('rules.fill.ask-gauge', { cable: cableName(context, cable), point: point.label }),
      detail: msg('rules.fill.ask-gauge-why'),
      because: { need: 0, have: null, unit: 'AWG', sense: 'at-least' },
      sources: [published('NEC 314.16(B)', context.pack.edition)],
      remedies: gauges.map((gauge) => ({
        says: msg('rules.conductors.looked', { gauge }),
        edit: { edit: 'set-gauge', cableId: cable.id, gauge },
      })),
    }),
  ];
}
