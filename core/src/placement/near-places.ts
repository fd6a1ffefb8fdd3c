import type { Want, WantId, WallPosition } from '../document/index.ts';
import { searchJob, type Planning, type PlanSetting } from '../planning/index.ts';
import { judgePlace, type PlacementInput } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { placementInput } from './place-wants.ts';

/** A place beside the one asked for where the whole job costs much less. */
export interface NearPlace {
  readonly wantId: WantId;
  readonly at: WallPosition;
  /** What the job would cost there, of what it costs now. */
  readonly share: number;
  readonly minutesLess: number;
}

/** So much less that somebody would want to know, of the present cost. */
const MUCH_LESS = 0.7;
/** A plate hides this much, mm: nobody minds. */
const A_LITTLE_MM = [inches(2), inches(1)] as const;
/** Every place is a search of its own: larger jobs and houses are left alone. */
const MOST_WANTS = 4;
const MOST_POINTS = 160;

const cheapest = ({ options }: Pick<Planning, 'options'>) =>
  options.reduce<Planning['options'][number] | undefined>(
    (best, o) => (!best || o.cost < best.cost ? o : best),
    undefined,
  );

/** Good places a little to each side, and in the middle of the bays beside. */
function besides(input: PlacementInput, at: WallPosition): WallPosition[] {
  const good = (xMm: number): WallPosition[] => {
    const place = { ...at, xMm };
    return xMm >= 0 && xMm <= input.frame.wall.lengthMm && judgePlace(input, place).faults.length === 0
      ? [place]
      : [];
  };
  const little = [-1, 1].flatMap((side) => A_LITTLE_MM.flatMap((mm) => good(at.xMm + side * mm)).slice(0, 1));
  const { bays } = input.frame;
  const own = bays.findIndex(
    (b) => at.xMm >= b.leftMm && at.xMm <= b.rightMm && at.heightMm >= b.bottomMm && at.heightMm <= b.topMm,
  );
  const next = [own - 1, own + 1].flatMap((i) => {
    const bay = own < 0 ? undefined : bays[i];
    return bay ? good((bay.leftMm + bay.rightMm) / 2) : [];
  });
  return [...little, ...next];
}

/**
 * Wants whose plan costs less than 70 % of what it does when they move by up to 2 in or to the next bay, each with the cheapest such
 * place. Empty for jobs of more than four wants and for large houses.
 */
export function nearPlaces(setting: PlanSetting): NearPlace[] {
  const { job, house } = setting;
  if (job.wants.length > MOST_WANTS || house.points.length > MOST_POINTS) return [];
  const now = cheapest(searchJob(setting));
  if (!now) return [];
  return job.wants.flatMap((want: Want): NearPlace[] => {
    const input = placementInput(setting, want);
    if (!input || want.at.on !== 'wall' || input.onWall === true) return [];
    const tried = besides(input, want.at).flatMap((at) => {
      const wants = job.wants.map((w) => (w.id === want.id ? { ...w, at } : w));
      const there = cheapest(searchJob({ ...setting, job: { ...job, wants } }));
      return there ? [{ at, there }] : [];
    });
    const best = tried.reduce<(typeof tried)[number] | undefined>(
      (m, t) => (!m || t.there.cost < m.there.cost ? t : m),
      undefined,
    );
    return best && best.there.cost < MUCH_LESS * now.cost
      ? [
          {
            wantId: want.id,
            at: best.at,
            share: best.there.cost / now.cost,
            minutesLess: now.minutes - best.there.minutes,
          },
        ]
      : [];
  });
}
