import { methodsFor } from '../codes/index.ts';
import { isRaceway, type CableType, type ToolKey } from '../document/index.ts';
import { searchJob } from './option.ts';
import { closedWalls } from './runs.ts';
import type { Option, PlanSetting } from './types.ts';
import { msg, q, row, type Text } from '../words/index.ts';

/** What the best plan gains by one thing that is not used now. */
export interface Gain {
  /** There is no way at all without it. */
  readonly opensAWay: boolean;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: number;
}
export interface ToolGain extends Gain {
  readonly tool: ToolKey;
}
export interface MethodGain extends Gain {
  readonly method: CableType;
  /** It runs on the face of a wall, where it is seen. */
  readonly seen: boolean;
}

/** What the work of an option comes to by its steps: the one clock. */
export type Clock = (setting: PlanSetting, option: Option) => number;

const gainOf = (now: Option | undefined, then: Option, nowMinutes: number, thenMinutes: number): Gain => ({
  opensAWay: now === undefined,
  minutes: now ? nowMinutes - thenMinutes : 0,
  openedMm2: (now?.openedMm2 ?? then.openedMm2) - then.openedMm2,
  holes: (now?.holes ?? then.holes) - then.holes,
});

/**
 * For each tool that is lacking: the lightest plan with it against the lightest without. One search a tool.
 * @param clock minutes of an option by its steps
 * @param planned what was planned without them, where that is at hand
 */
export function toolGains(setting: PlanSetting, clock: Clock, planned = searchJob(setting)): ToolGain[] {
  const { job } = setting;
  const lacks = job.preferences.lacks ?? [];
  if (lacks.length === 0 || job.wants.length === 0) return [];
  const now = planned.options[0];
  const nowMinutes = now ? clock(setting, now) : 0;
  return lacks.flatMap((tool): ToolGain[] => {
    const preferences = { ...job.preferences, lacks: lacks.filter((t) => t !== tool) };
    const other = { ...setting, job: { ...job, preferences } };
    const then = searchJob(other).options[0];
    if (!then) return [];
    return [{ tool, ...gainOf(now, then, nowMinutes, clock(other, then)) }];
  });
}

/**
 * What another wiring method that the house allows would gain: the lightest plan in it against the lightest now. Methods that may go
 * to the same places find the same ways: one search for all of them, told by the most usual.
 * @param clock minutes of an option by its steps
 * @param planned what was planned with the method that is used now, where that is at hand
 */
export function methodGains(setting: PlanSetting, clock: Clock, planned = searchJob(setting)): MethodGain[] {
  const { house, job, plan } = setting;
  if (job.wants.length === 0) return [];
  const places = (m: CableType) => `${isRaceway(m)} ${[...closedWalls(house, plan, m)].sort().join()}`;
  const same = (o: Option) => `${o.key} ${o.minutes.toFixed(3)} ${o.openedMm2.toFixed(0)}`;
  const now = planned.options[0];
  const nowMinutes = now ? clock(setting, now) : 0;
  const searched = new Set([places(planned.method)]);
  const told = new Set(now ? [same(now)] : []);
  return methodsFor([], house.bannedMethods).flatMap((method): MethodGain[] => {
    if (searched.has(places(method))) return [];
    searched.add(places(method));
    const other = { ...setting, job: { ...job, method } };
    const then = searchJob(other).options[0];
    if (!then || told.has(same(then))) return [];
    told.add(same(then));
    const seen = then.legs.some((l) => l.route.moves.some((m) => m.op === 'surface-run'));
    return [{ method, seen, ...gainOf(now, then, nowMinutes, clock(other, then)) }];
  });
}

/** Less than this is no gain worth a tool, minutes. */
const WORTH_MINUTES = 5;

/** Is it worth a word? */
export const isGain = (gain: Gain): boolean =>
  gain.opensAWay || gain.minutes >= WORTH_MINUTES || gain.openedMm2 > 0;

/** The gain in a few words. */
export function gainText(gain: Gain): Text {
  if (gain.opensAWay) return msg('planning.gain.route');
  const parts = [
    gain.minutes >= WORTH_MINUTES ? msg('planning.gain.work', { time: q.roughMinutes(gain.minutes) }) : '',
    gain.openedMm2 > 0 ? msg('planning.gain.opened', { area: q.area(gain.openedMm2) }) : '',
    gain.holes > 0 ? msg('planning.gain.holes', { n: gain.holes }) : '',
  ].filter((part) => part !== '');
  return parts.length > 0 ? msg('planning.gain.with', { gains: row(parts) }) : msg('planning.gain.nothing');
}
