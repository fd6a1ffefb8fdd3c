import type { Bundle, Preferences } from '../document/index.ts';
import { evaluate } from './evaluate.ts';

/** What other ways of working would come to: the same job, with one preference the other way. */

/** One preference of a job the other way. */
export interface Otherwise {
  readonly key: 'connector' | 'passPower' | 'gaugeOnFifteen' | 'cutOrder';
  readonly to: Pick<Preferences, 'connector' | 'passPower' | 'gaugeOnFifteen' | 'cutOrder'>[Otherwise['key']];
  /** Against the job as it is: cents, minutes in all, minutes without power. */
  readonly moreCents: number;
  readonly moreMinutes: number;
  readonly moreOutage: number;
  /** How many checks more stop the job or have to be fixed. */
  readonly moreOpen: number;
}

const others = (p: Preferences): readonly Pick<Otherwise, 'key' | 'to'>[] => [
  { key: 'connector', to: p.connector === 'lever' ? 'twist-on' : 'lever' },
  { key: 'passPower', to: p.passPower === 'pigtails' ? 'through-device' : 'pigtails' },
  { key: 'gaugeOnFifteen', to: p.gaugeOnFifteen === '14' ? '12' : '14' },
  { key: 'cutOrder', to: p.cutOrder === 'shortest-outage' ? 'power-off-first' : 'shortest-outage' },
];

/** The job with one of them. */
export const withOtherwise = (
  { house, job }: Bundle,
  { key, to }: Pick<Otherwise, 'key' | 'to'>,
): Bundle => ({
  house,
  job: { ...job, preferences: { ...job.preferences, [key]: to } },
});

interface Sum {
  readonly cents: number;
  readonly minutes: number;
  readonly outage: number;
  readonly open: number;
}
function sumOf(bundle: Bundle): Sum | null {
  const { chosen, findings } = evaluate(bundle);
  if (!chosen) return null;
  return {
    cents: chosen.bill.totalCents + chosen.bill.taxCents,
    minutes: chosen.option.minutes,
    outage: chosen.option.outageMinutes,
    open: findings.filter(
      (f) =>
        (f.severity === 'stop' || f.severity === 'fix') &&
        f.origin !== 'standing' &&
        f.overridden === undefined,
    ).length,
  };
}

/** Every preference the other way, planned anew, against the job as it is. Nothing where the job has no plan. */
export function whatIf(bundle: Bundle): Otherwise[] {
  const now = sumOf(bundle);
  if (!now) return [];
  return others(bundle.job.preferences).flatMap((other) => {
    const then = sumOf(withOtherwise(bundle, other));
    return then
      ? [
          {
            ...other,
            moreCents: then.cents - now.cents,
            moreMinutes: then.minutes - now.minutes,
            moreOutage: then.outage - now.outage,
            moreOpen: then.open - now.open,
          },
        ]
      : [];
  });
}
