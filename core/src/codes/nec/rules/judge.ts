import {
  isReceptacleDevice,
  type Breaker,
  type BreakerId,
  type Cable,
  type Point,
} from '../../../document/index.ts';
import type { Because, Mark, Remedy, Severity, Source } from '../../../findings/index.ts';
import type { Circuit } from '../../../feed/index.ts';
import type { CodePack, Judgement, RuleContext, RuleNumber } from '../../pack.ts';
import { LIMITS, limitTitle, limitWords } from '../tables/limits.ts';
import { type LimitKey } from '../../terms.ts';
import { msg, type Text } from '../../../words/index.ts';

export interface Say {
  readonly severity: Severity;
  readonly mark: Mark;
  readonly subjects: readonly string[];
  readonly says: Text;
  readonly detail?: Text;
  readonly because?: Because;
  readonly sources: readonly Source[];
  readonly remedies?: readonly Remedy[];
  readonly origin?: Judgement['origin'];
}

/** Puts a judgement together; its key is the rule and what it is about. */
export function judge(rule: string, say: Say): Judgement {
  const { detail = '', remedies = [], because, origin, ...rest } = say;
  return {
    rule,
    key: `${rule}:${say.subjects[0] ?? ''}`,
    detail,
    remedies,
    ...rest,
    ...(because ? { because } : {}),
    ...(origin ? { origin } : {}),
  };
}

export const breakerName = (b: Pick<Breaker, 'number'>): Text => msg('names.breaker', { number: b.number });

/** Circuits that the plan extends, or all of them with a note whether they are extended. */
export function circuitsOf(context: RuleContext): { circuit: Circuit; extended: boolean }[] {
  return [...context.feed.circuits.values()].map((circuit) => ({
    circuit,
    extended: context.extended.has(circuit.breaker.id),
  }));
}

export const pointsOf = (context: RuleContext, circuit: Circuit): Point[] =>
  circuit.points.flatMap((id) => {
    const box = context.feed.boxes.get(id);
    return box ? [box.point] : [];
  });

export function cablesOf(context: RuleContext, circuit: Circuit): Cable[] {
  const ids = new Set<string>(circuit.cables);
  return context.house.cables.filter((c) => ids.has(c.id));
}

/** How a cable is named to people: by the boxes at its ends. */
export function cableName(context: RuleContext, cable: Cable): Text {
  const name = (end: Cable['from']): Text =>
    end.at === 'breaker'
      ? breakerName(findBreaker(context, end.breakerId) ?? { number: '?' })
      : (context.feed.boxes.get(end.pointId)?.point.label ?? '?');
  return msg('names.cable', { from: name(cable.from), to: name(cable.to) });
}

export const findBreaker = (context: RuleContext, id: BreakerId): Breaker | undefined =>
  context.house.panels.flatMap((p) => p.breakers).find((b) => b.id === id);

export const isReceptacle = (point: Point): boolean => point.devices.some(isReceptacleDevice);

/** Receptacles that things can be plugged into at a point: a duplex is two, a single one is one. */
export const receptaclesAt = (point: Pick<Point, 'devices'>): number =>
  point.devices.filter(isReceptacleDevice).reduce((n, d) => n + (d.kind === 'receptacle-single' ? 1 : 2), 0);

export const touchedPoints = (context: RuleContext): Point[] =>
  context.house.points.filter((p) => context.touched.has(p.id));

/** Points that a want becomes: they are touched, and no older survey has them. */
export const isNew = ({ fresh }: Pick<RuleContext, 'fresh'>, point: Pick<Point, 'id'>): boolean =>
  fresh.has(point.id);

/** Points whose outlets are new work: wanted ones, and those where a change puts a receptacle in, in place of another or as one more. */
export const isNewWork = (
  context: Pick<RuleContext, 'fresh' | 'replaced' | 'added'>,
  point: Pick<Point, 'id'>,
): boolean => isNew(context, point) || context.replaced.has(point.id) || context.added.has(point.id);

/** The numbers of a rule that are limits of the pack, for the page of rules. */
export const limitNumbers =
  (...keys: readonly LimitKey[]) =>
  (pack: CodePack): RuleNumber[] =>
    keys.map((key) => ({
      what: limitTitle(key),
      value: limitWords(pack.limits[key].value, LIMITS[key].unit),
      source: pack.limits[key].source,
    }));

export const noNumbers = (): RuleNumber[] => [];
