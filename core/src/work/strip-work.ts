import { planStrip, stripSteps, type StripStep } from '../lighting/index.ts';
import { make } from './route-steps.ts';
import type { Act, Step, WorkInput } from './step.ts';
import { msg } from '../words/index.ts';

/** The work of strip lighting among the rest: everything of its own voltage before the power goes off, the test when it is on again. */

const PACE = {
  cut: 'prepare',
  bench: 'test',
  mount: 'finish',
  leads: 'cable',
  driver: 'wire',
  test: 'test',
} as const satisfies Record<StripStep['what'], Step['pace']>;

const actOf = (what: StripStep['what'], strip: string): Act[] =>
  what === 'bench' || what === 'leads' ? [] : [{ act: 'strip', what, strip }];

/** Steps for every strip of the job; none for one whose driver nobody has placed. */
export function stripWork({ house, job, plan }: WorkInput): Step[] {
  return (job.strips ?? []).flatMap((strip) => {
    const { driver } = strip;
    const of = planStrip(house, strip);
    if (!driver || of.outputs.length === 0) return [];
    const wall = (id: typeof driver.wallId) => plan.lines.get(id)?.wall.name ?? '';
    let last = 'carry';
    return stripSteps(of, house).map(({ key, what, minutes, title, detail }): Step => {
      const step = make({
        key: `strip:${key}`,
        title: msg('work.strip', { strip: strip.label, step: title }),
        detail,
        kind: what === 'test' ? 'test' : 'work',
        window: what === 'test' ? 'after' : 'before',
        minutes,
        after: what === 'test' ? [last, 'plates'] : [last],
        place: wall(what === 'driver' ? driver.wallId : (strip.pieces[0]?.wallId ?? driver.wallId)),
        tools: what === 'test' ? ['voltage-meter'] : [],
        pace: PACE[what],
        // Cut to other lengths it is another step.
        same: JSON.stringify(
          what === 'driver'
            ? driver
            : of.outputs.map((o) => o.chains.map((c) => c.pieces.map((p) => Math.round(p.lengthMm)))),
        ),
        does: actOf(what, strip.id),
      });
      last = step.key;
      return step;
    });
  });
}
