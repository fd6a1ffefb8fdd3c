import type { Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import type { PlanSetting } from '../planning/index.ts';
import { cordWays } from '../structure/index.ts';
import { allOf, msg, q } from '../words/index.ts';

/** NEC 400.12: a flexible cord is no substitute for fixed wiring; an extension cord is no answer. From memory. */
const CORDS = published('NEC 400.12', undefined, 'fairly-sure');

/** Do the cords of what a want is for reach, without lying across a door, a basin, a tub or a hob? */
export function cordFindings({ plan }: Pick<PlanSetting, 'plan'>, want: Want): Finding[] {
  const { at } = want;
  const room = at.on === 'wall' ? plan.roomOf(at) : undefined;
  if (at.on !== 'wall' || !room) return [];
  return want.loads.flatMap((load, i): Finding[] => {
    const { cord } = load;
    if (!cord || load.connection !== 'cord') return [];
    const common = {
      rule: 'cord',
      key: `cord:${want.id}-${i}`,
      origin: 'new' as const,
      mark: 'want' as const,
      subjects: [want.id as string],
      remedies: [],
    };
    const ways = cordWays(room, at, cord.at);
    const reached = ways?.filter((w) => w.needMm <= cord.lengthMm + 0.5) ?? [];
    const clear = reached.find((w) => w.across.length === 0);
    const shortest = ways?.[0];
    if (!shortest)
      return [
        {
          ...common,
          severity: 'watch',
          says: msg('placement.cord.ask', { load: load.name }),
          detail: msg('placement.cord.ask-why'),
          sources: [practice(msg('planning.tap.from-asked'))],
        },
      ];
    if (clear)
      return [
        {
          ...common,
          severity: 'ok',
          says: msg('placement.cord.ok', { load: load.name }),
          detail: msg('placement.cord.ok-why', { needed: q.run(clear.needMm), length: q.run(cord.lengthMm) }),
          because: { need: clear.needMm, have: cord.lengthMm, unit: 'mm', sense: 'at-least' },
          sources: [CORDS],
        },
      ];
    const crossing = reached[0];
    return [
      {
        ...common,
        severity: 'fix',
        says: crossing
          ? msg('placement.cord.across', { load: load.name, things: allOf(crossing.across) })
          : msg('placement.cord.short', { load: load.name }),
        detail: msg('placement.cord.short-why'),
        because: { need: shortest.needMm, have: cord.lengthMm, unit: 'mm', sense: 'at-least' },
        sources: [CORDS],
      },
    ];
  });
}
