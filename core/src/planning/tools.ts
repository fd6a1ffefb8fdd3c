import type { ToolKey } from '../document/index.ts';
import { duration, formatArea } from '../units/index.ts';
import { planJob, type PlanSetting } from './option.ts';

/** What the best plan gains when one more tool is bought or hired. */
export interface ToolGain {
  readonly tool: ToolKey;
  /** There is no way at all without it. */
  readonly opensAWay: boolean;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: number;
}

/** For each tool that is lacking: the lightest plan with it against the lightest without. One search a tool. */
export function toolGains(setting: PlanSetting): ToolGain[] {
  const { job } = setting;
  const lacks = job.preferences.lacks ?? [];
  if (lacks.length === 0 || job.wants.length === 0) return [];
  const now = planJob(setting).options[0];
  return lacks.flatMap((tool): ToolGain[] => {
    const preferences = { ...job.preferences, lacks: lacks.filter((t) => t !== tool) };
    const then = planJob({ ...setting, job: { ...job, preferences } }).options[0];
    if (!then) return [];
    return [
      {
        tool,
        opensAWay: now === undefined,
        minutes: (now?.minutes ?? then.minutes) - then.minutes,
        openedMm2: (now?.openedMm2 ?? then.openedMm2) - then.openedMm2,
        holes: (now?.holes ?? then.holes) - then.holes,
      },
    ];
  });
}

/** Less than this is no gain worth a tool, minutes. */
const WORTH_MINUTES = 5;

/** The gain in a few words. */
export function gainWords(gain: ToolGain, units: 'imperial' | 'metric'): string {
  if (gain.opensAWay) return 'with it there is a way';
  const parts = [
    gain.minutes >= WORTH_MINUTES ? `${duration(gain.minutes)} less work` : '',
    gain.openedMm2 > 0 ? `${formatArea(gain.openedMm2, units)} less wall opened` : '',
    gain.holes > 0 ? `${gain.holes} hole${gain.holes === 1 ? '' : 's'} fewer` : '',
  ].filter(Boolean);
  return parts.length > 0 ? `with it ${parts.join(', ')}` : 'it would change nothing here';
}
