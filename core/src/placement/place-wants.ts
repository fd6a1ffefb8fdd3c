import { fixtureFindings } from './fixtures.ts';
import { coveredFindings, surfaceFindings } from './surfaces.ts';
import { cordFindings } from './cords.ts';
import type { CodePack } from '../codes/index.ts';
import type { House, Job, Want, WallId, WallPosition, WantId } from '../document/index.ts';
import type { Finding, Remedy } from '../findings/index.ts';
import { practice, published } from '../findings/index.ts';
import { chooseBox, boxesFor, newPointId } from '../planning/index.ts';
import {
  judgePlace,
  nearestGoodPlace,
  neighbourHeight,
  nextReading,
  type NextReading,
  type Placement,
  type PlacementFault,
  type PlacementInput,
  type PlanOfHouse,
  type Solid,
  type WallFrame,
  placeOf,
} from '../structure/index.ts';
import { formatMark, inches, chance, percent } from '../units/index.ts';

interface Setting {
  readonly house: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
}

/** What the judge of places needs to know of one want; undefined when it is on no wall that is there. */
export function placementInput(setting: Setting, want: Want): PlacementInput | undefined {
  const { house, job, plan, frames } = setting;
  const frame = want.at.on === 'wall' ? frames.get(want.at.wallId) : undefined;
  if (!frame) return undefined;
  const box = chooseBox(job, want, {
    frame,
    outdoor: placeOf(plan, want.at)?.outdoors ?? false,
    metal: false,
    surface: false,
  });
  return {
    house,
    plan,
    frame,
    box,
    gangs: want.gangs,
    bayWish: job.preferences.bayWish,
    others: job.wants,
    self: want.id,
  };
}

/** The reading that would tell most about the place of a want on a wall; undefined where it is on none. */
export function nextReadingFor(setting: Setting, want: Want): NextReading | undefined {
  const input = placementInput(setting, want);
  if (!input || want.at.on !== 'wall') return undefined;
  const half = input.box.widthMm / 2;
  return nextReading(input.frame.wall, want.at.xMm - half, want.at.xMm + half);
}

type Said = { says: string; detail: string };
const SOLID: Readonly<Record<Solid, (label: string) => Said>> = {
  stud: (label) => ({
    says: `${label} lands on a stud`,
    detail: 'As far as the readings and the framing tell, wood is where its box would go.',
  }),
  opening: (label) => ({
    says: `${label} lands in an opening`,
    detail: 'There is no wall to put its box in.',
  }),
  header: (label) => ({
    says: `${label} hits the header`,
    detail:
      'A header carries the load above and can’t be cut. The cripple studs over it leave no bay a cable can reach.',
  }),
  sill: (label) => ({
    says: `${label} hits the rough sill`,
    detail: 'There is room lower, between the cripple studs.',
  }),
  'top plate': (label) => ({
    says: `${label} lands on the top plates`,
    detail: 'Two plates and often a nailer board: the box goes below them.',
  }),
  'bottom plate': (label) => ({
    says: `${label} lands on the bottom plate`,
    detail: 'The box must stand clear of the plate on the floor.',
  }),
};

const article = (s: string): string => (/^[aeiou]/.test(s) ? `an ${s}` : `a ${s}`);

function words(
  setting: Setting,
  want: Want,
  fault: PlacementFault,
): { says: string; detail: string; because?: Finding['because'] } {
  const L = (mm: number) => formatMark(mm, setting.house.units);
  switch (fault.kind) {
    case 'no-bay':
      return SOLID[fault.what](want.label);
    case 'odds': {
      const next = nextReadingFor(setting, want);
      const gains = next && next.then > Math.max(next.now, 1 - next.now) + 0.01;
      const hit = gains
        ? ` One more reading at ${L(next.atMm)} from the left corner would help most: about ${chance(next.then)} sure then.`
        : '';
      return {
        says: `Is the bay clear where ${want.label} goes?`,
        detail: `Clear at ${chance(fault.odds)}; ${percent(fault.wish, 0)} wished. Pipes and cables are not counted.${hit}`,
        because: { need: fault.wish, have: fault.odds, unit: 'share', sense: 'at-least' },
      };
    }
    case 'plate-in-opening':
      return {
        says: `The plate of ${want.label} runs into the ${fault.what === 'corner' ? 'corner' : fault.what}`,
        detail: `${L(fault.shortMm)} too near.`,
        because: { need: fault.shortMm, have: 0, unit: 'mm', sense: 'at-least' },
      };
    case 'obstacle':
      return {
        says: `${want.label} meets ${article(fault.what)} in the wall`,
        detail: 'Box or wings would touch it.',
      };
    case 'furniture':
      return {
        says: `The plate of ${want.label} is cut by ${fault.name}`,
        detail: fault.planned
          ? 'It is not there yet, but it will be.'
          : 'Keep the plate clear of its edge, or quite inside the cabinet.',
      };
    case 'too-deep':
      return {
        says: `The box of ${want.label} is deeper than the wall`,
        detail: `${L(fault.needMm)} deep, ${L(fault.haveMm)} available.`,
        because: { need: fault.needMm, have: fault.haveMm, unit: 'mm', sense: 'at-least' },
      };
    case 'box-behind':
      return {
        says: `The box of ${fault.label} is right behind ${want.label}`,
        detail: `Keep ${L(fault.needMm)} sideways between the two.`,
        because: { need: fault.needMm, have: fault.haveMm, unit: 'mm', sense: 'at-least' },
      };
    case 'neighbour':
      return { says: `${want.label} overlaps ${fault.label}`, detail: 'Their plates would meet.' };
  }
}

function remediesFor(
  setting: Setting,
  want: Want,
  fault: PlacementFault,
  input: PlacementInput,
  good: WallPosition | undefined,
): Remedy[] {
  if (want.at.on !== 'wall') return [];
  const out: Remedy[] = [];
  const at = want.at;
  if (fault.kind === 'too-deep') {
    const fits = boxesFor(want, { frame: input.frame, outdoor: false, metal: false, surface: false })[0];
    if (fits)
      out.push({
        says: `Use the ${fits.name}`,
        edit: { edit: 'set-box', subject: newPointId(want), model: fits.id },
      });
  }
  if (good && fault.kind !== 'too-deep') {
    const d = good.xMm - at.xMm;
    out.push({
      says: `Move ${want.label} ${d > 0 ? 'right' : 'left'} ${formatMark(Math.abs(d), setting.house.units)}`,
      edit: { edit: 'move-want', wantId: want.id, xMm: good.xMm, heightMm: good.heightMm },
    });
  }
  return out;
}

const source = {
  odds: practice('probe the corners and the middle of the outline before cutting'),
  place: practice('keep a plate clear of casing, counter and cabinet edges'),
};

function heightFinding(setting: Setting, want: Want): Finding[] {
  if (want.at.on !== 'wall' || want.kind === 'appliance') return [];
  const near = neighbourHeight(setting.house, setting.plan, want.at, want.kind);
  if (near === undefined) return [];
  const L = (mm: number) => formatMark(mm, setting.house.units);
  const same = Math.abs(near - want.at.heightMm) <= inches(1 / 4);
  return [
    {
      rule: 'height',
      key: `height:${want.id}`,
      severity: 'ok',
      origin: 'new',
      mark: 'want',
      subjects: [want.id],
      detail: `${L(want.at.heightMm)} to the middle; its neighbors are at ${L(near)}.`,
      says: same
        ? `${want.label} is at the same height as its neighbors`
        : `${want.label} is ${L(Math.abs(near - want.at.heightMm))} ${want.at.heightMm > near ? 'higher' : 'lower'} than its neighbors`,
      sources: [practice('match the height of the neighbors')],
      remedies: same
        ? []
        : [
            {
              says: `Set it to ${L(near)}`,
              edit: { edit: 'move-want', wantId: want.id, xMm: want.at.xMm, heightMm: near },
            },
          ],
    },
  ];
}

/** Cables between two boxes of the same wall are likely to pass between them: said, never judged, because only a probe knows. */
function cableNear(setting: Setting, want: Want): Finding[] {
  const { at } = want;
  if (at.on !== 'wall') return [];
  const spot = (pointId: string) => {
    const p = setting.house.points.find((x) => x.id === pointId);
    return p?.at.on === 'wall' && p.at.wallId === at.wallId
      ? { label: p.label, x: p.at.xMm, y: p.at.heightMm }
      : undefined;
  };
  const near = setting.house.cables.flatMap((c) => {
    const [a, b] = [c.from, c.to].map((e) => (e.at === 'point' ? spot(e.pointId) : undefined));
    if (!a || !b) return [];
    const inside = (v: number, p: number, q: number, margin: number) =>
      v > Math.min(p, q) - margin && v < Math.max(p, q) + margin;
    return inside(at.xMm, a.x, b.x, 0) && inside(at.heightMm, a.y, b.y, inches(6))
      ? [`${a.label} to ${b.label}`]
      : [];
  });
  if (near.length === 0) return [];
  return [
    {
      rule: 'cable-near',
      key: `cable-near:${want.id}`,
      severity: 'ok',
      origin: 'new',
      mark: 'do',
      subjects: [want.id],
      says: `A cable may pass behind ${want.label}: ${near.join('; ')}`,
      detail:
        'Nobody has seen where it runs. Cut with that breaker off and the box tested dead, shallow, and look before the saw goes on.',
      sources: [practice('cables usually run straight between neighboring boxes')],
      remedies: [],
    },
  ];
}

/** Judges where every want of the job is placed and says what is wrong with it, with the nearest good place. */
export function judgePlacements(setting: Setting): {
  placements: Map<WantId, Placement>;
  /** The nearest good place of every want that is not in one. */
  offers: Map<WantId, WallPosition>;
  findings: Finding[];
} {
  const placements = new Map<WantId, Placement>();
  const offers = new Map<WantId, WallPosition>();
  const findings: Finding[] = [];
  for (const want of setting.job.wants) {
    findings.push(...fixtureFindings(setting, want));
    const input = placementInput(setting, want);
    if (!input || want.at.on !== 'wall') continue;
    const placement = judgePlace(input, want.at);
    placements.set(want.id, placement);
    const good = placement.faults.length > 0 ? nearestGoodPlace(input, want.at) : undefined;
    if (good) offers.set(want.id, good);
    for (const fault of placement.faults) {
      const unsure = fault.kind === 'odds';
      findings.push({
        rule: `place-${fault.kind}`,
        key: `place-${fault.kind}:${want.id}`,
        severity: unsure ? 'watch' : 'fix',
        origin: 'new',
        mark: unsure ? 'site' : 'want',
        subjects: [want.id],
        sources:
          fault.kind === 'too-deep'
            ? [published('NEC 314.24', undefined, 'fairly-sure')]
            : [unsure ? source.odds : source.place],
        remedies: remediesFor(setting, want, fault, input, good),
        ...words(setting, want, fault),
      });
    }
    if (placement.faults.length === 0)
      findings.push({
        rule: 'place',
        key: `place:${want.id}`,
        severity: 'ok',
        origin: 'new',
        mark: 'want',
        subjects: [want.id],
        says: `${want.label} fits its bay`,
        detail: `Clear at ${chance(placement.odds)}; pipes and cables are not counted.`,
        sources: [source.odds],
        remedies: [],
      });
    findings.push(
      ...heightFinding(setting, want),
      ...cordFindings(setting, want),
      ...coveredFindings(setting.plan, want),
      ...surfaceFindings(want, input.frame, input.box, setting.pack, setting.house.units),
      ...cableNear(setting, want),
    );
  }
  return { placements, offers, findings };
}
