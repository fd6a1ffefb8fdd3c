import { packFor, type CodePack } from '../codes/index.ts';
import type { Room, Wall, WallId } from '../document/index.ts';
import { frameWall, planOfHouse, type Member, type PlanOfHouse } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { Fault, GeometryPlan, HoleOfRun, PlaceOfRun } from './plan.ts';

/** What the geometry replay asks of the house again and again. */

export type InWall = Extract<PlaceOfRun, { wallId: WallId }>;
export const inWall = (p: PlaceOfRun): p is InWall => 'wallId' in p;

/** Places this near are one place, mm. */
export const SAME_MM = 1;
/** Members nearer to each other than this leave no bay between them: they are bored as one, mm. */
const NO_BAY_MM = inches(1);

export interface Run {
  readonly leftMm: number;
  readonly rightMm: number;
}

/** What stands along a wall, as runs of wood with a bay between each two. */
function runsOf(members: readonly Member[]): Run[] {
  const runs: { leftMm: number; rightMm: number }[] = [];
  for (const m of [...members].sort((a, b) => a.leftMm - b.leftMm)) {
    const last = runs.at(-1);
    if (last && m.leftMm - last.rightMm < NO_BAY_MM) last.rightMm = Math.max(last.rightMm, m.rightMm);
    else runs.push({ leftMm: m.leftMm, rightMm: m.rightMm });
  }
  return runs;
}

export interface Heights {
  readonly bottomMm: number;
  readonly topMm: number;
}
export const at = (heightMm: number): Heights => ({ bottomMm: heightMm, topMm: heightMm });

export interface Band extends Heights {
  readonly leftMm: number;
  readonly rightMm: number;
}
export const bandOf = (a: InWall, b: InWall): Band => ({
  leftMm: Math.min(a.xMm, b.xMm),
  rightMm: Math.max(a.xMm, b.xMm),
  bottomMm: Math.min(a.heightMm, b.heightMm),
  topMm: Math.max(a.heightMm, b.heightMm),
});
export const meets = (a: Band, b: Band): boolean =>
  a.leftMm < b.rightMm - SAME_MM &&
  a.rightMm > b.leftMm + SAME_MM &&
  a.bottomMm < b.topMm - SAME_MM &&
  a.topMm > b.bottomMm + SAME_MM;

/** The house that a plan is carried out in, with what is asked of it again and again. */
export class Ground {
  readonly faults: Fault[] = [];
  readonly plan: PlanOfHouse;
  readonly limits: CodePack['limits'];
  private readonly members = new Map<WallId, readonly Member[]>();
  readonly given: GeometryPlan;
  constructor(given: GeometryPlan) {
    this.given = given;
    this.plan = planOfHouse(given.before);
    this.limits = packFor(given.before).limits;
  }
  says(what: string, subjects: readonly string[], says: Text): void {
    this.faults.push({ replay: 'geometry', kind: 'contradiction', what, subjects, says });
  }
  wall(id: WallId): Wall | undefined {
    return this.plan.lines.get(id)?.wall;
  }
  room(id: WallId): Room | undefined {
    return this.plan.lines.get(id)?.room;
  }
  private membersOf(id: WallId): readonly Member[] {
    const known = this.members.get(id);
    if (known) return known;
    const line = this.plan.lines.get(id);
    const made = line ? frameWall(line.wall, line.room.ceilingMm).members : [];
    this.members.set(id, made);
    return made;
  }
  /** What stands along a wall anywhere between two heights: under a window there are cripples, over it there are none. */
  runs(id: WallId, { bottomMm, topMm }: Heights): readonly Run[] {
    return runsOf(
      this.membersOf(id).filter((m) => m.bottomMm <= topMm + SAME_MM && m.topMm >= bottomMm - SAME_MM),
    );
  }
  /** The clear width around a place: from the wood at its left to the wood at its right. */
  bay(id: WallId, xMm: number, heights: Heights): Run {
    const runs = this.runs(id, heights);
    return {
      leftMm: Math.max(0, ...runs.filter((r) => r.rightMm <= xMm + SAME_MM).map((r) => r.rightMm)),
      rightMm: Math.min(
        this.wall(id)?.lengthMm ?? 0,
        ...runs.filter((r) => r.leftMm >= xMm - SAME_MM).map((r) => r.leftMm),
      ),
    };
  }
}

export const named = (g: Ground, id: WallId): Text => g.wall(id)?.name.toLowerCase() ?? msg('proof.a-wall');

/** Wood that lies between the two ends of a piece of run. */
export const woodBetween = (g: Ground, a: InWall, b: InWall): Run[] => {
  const band = bandOf(a, b);
  return g.runs(a.wallId, band).filter((r) => {
    const middle = (r.leftMm + r.rightMm) / 2;
    return middle > band.leftMm + SAME_MM && middle < band.rightMm - SAME_MM;
  });
};

export const within = (h: HoleOfRun, r: Run): boolean =>
  h.xMm >= r.leftMm - SAME_MM && h.xMm <= r.rightMm + SAME_MM;
