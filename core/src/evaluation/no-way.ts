import type { Bundle, Point, Want } from '../document/index.ts';
import type { Finding, Remedy } from '../findings/index.ts';
import { tooMany, type Planning, type PlanSetting } from '../planning/index.ts';
import { bayFor } from '../routing/index.ts';
import { apart, msg, row, type Text } from '../words/index.ts';

/** Why there is no plan: what stands nearest in the way, and what would open a way. */

type Why = Pick<Finding, 'says' | 'detail'>;
/** So many obstacles are told; the rest is listed with every box. */
const MOST = 3;

/** The boxes that come nearest to feeding a group, each with what speaks against it. */
function obstacles(planning: Planning, group: number): Text[] {
  const nos = (c: Planning['candidates'][number]) => c.candidate.reasons.filter((r) => r.kind === 'no');
  const only = planning.groups[group]?.only ?? null;
  return planning.candidates
    .filter(
      (c) =>
        c.group === group &&
        (only === null || c.candidate.pointId === only || c.candidate.cut?.cable.id === only),
    )
    .sort((a, b) => nos(a).length - nos(b).length)
    .slice(0, MOST)
    .flatMap((c) => {
      const [first] = nos(c);
      return first ? [msg('evaluation.obstacle', { box: c.candidate.label, reason: first.says })] : [];
    });
}

/** Is a place on a wall where no box can be: in a door, a window or solid masonry? */
function inNoBay({ frames }: PlanSetting, { at }: Pick<Point | Want, 'at'>): boolean {
  if (at.on !== 'wall') return false;
  const frame = frames.get(at.wallId);
  return frame !== undefined && bayFor(frame, at.xMm, at.heightMm) === undefined;
}

/** What keeps a cable from going between boxes that could feed it and what is wanted. */
function blocked(setting: PlanSetting, planning: Planning, groups: readonly number[]): Text[] {
  const { job } = setting;
  const wants = groups.flatMap((g) => planning.groups[g]?.wants ?? []).filter((w) => inNoBay(setting, w));
  const taps = planning.candidates
    .filter((c) => groups.includes(c.group) && c.candidate.usable && c.candidate.at)
    .filter((c) => c.candidate.at && inNoBay(setting, { at: c.candidate.at }));
  return [
    ...wants.map((w) => msg('evaluation.in-opening', { name: w.label })),
    ...new Map(
      taps.map((c) => [c.candidate.pointId, msg('evaluation.in-opening', { name: c.candidate.label })]),
    ).values(),
    ...((job.avoid ?? []).length > 0 ? [msg('evaluation.left-out')] : []),
    ...((job.preferences.lacks ?? []).length > 0 ? [msg('evaluation.lacks-tools')] : []),
  ].slice(0, MOST);
}

/** Why there is no option, as far as the search can tell: nothing that may feed it, no way to it, or not all at once. */
function whyNone(setting: PlanSetting, planning: Planning): Why {
  if (setting.house.points.length === 0)
    return { says: msg('evaluation.no-boxes'), detail: msg('evaluation.enter-boxes') };
  const fedBy = (g: number) => planning.candidates.filter((c) => c.group === g && c.candidate.usable);
  const unfed = planning.groups.findIndex((_, g) => fedBy(g).length === 0);
  if (unfed >= 0) {
    const list = obstacles(planning, unfed);
    return {
      says: msg('evaluation.no-tap'),
      detail:
        list.length > 0 ? msg('evaluation.nearest', { list: apart(list) }) : msg('evaluation.enter-boxes'),
    };
  }
  const cut = planning.groups.flatMap((_, g) => (fedBy(g).some((c) => c.reached) ? [] : [g]));
  if (cut.length === 0)
    return { says: msg('evaluation.not-together'), detail: msg('evaluation.not-together-why') };
  const list = blocked(setting, planning, cut);
  return {
    says: msg('evaluation.no-route', {
      wants: row(cut.flatMap((g) => planning.groups[g]?.wants.map((w) => w.label) ?? [])),
    }),
    detail:
      list.length > 0 ? msg('evaluation.blocked', { list: apart(list) }) : msg('evaluation.no-route-why'),
  };
}

/** Told where there is no option for what is wanted. */
export function noWay(setting: PlanSetting, { job }: Bundle, planning: Planning): Finding[] {
  if (job.wants.length === 0 || planning.options.length > 0) return [];
  const why = whyNone(setting, planning);
  const many = tooMany(job.wants.length);
  return [
    {
      rule: 'no-way',
      key: 'no-way:plan',
      severity: 'stop',
      origin: 'new',
      mark: 'tap',
      subjects: [],
      ...why,
      says: many ?? why.says,
      sources: [],
      remedies: planning.opens.map((what): Remedy => ({
        says: msg(`evaluation.let-go.${what}`),
        edit: { edit: 'let-go', what },
      })),
    },
  ];
}
