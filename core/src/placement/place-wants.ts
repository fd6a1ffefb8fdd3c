import { fixtureFindings } from './fixtures.ts';
import { coveredFindings, surfaceFindings } from './surfaces.ts';
import { outerFaceFindings } from './outer-face.ts';
import { ceilingFindings } from './ceilings.ts';
import { cordFindings } from './cords.ts';
import { boxModel } from '../catalog/index.ts';
import { boxGangs, type Point, type Want, type WallPosition, type WantId } from '../document/index.ts';
import type { Finding, Remedy } from '../findings/index.ts';
import { practice, published } from '../findings/index.ts';
import { chooseBox, boxesFor, newPointId, type JobInHouse } from '../planning/index.ts';
import {
  judgePlace,
  nearestGoodPlace,
  neighborHeight,
  nextReading,
  type NextReading,
  type Placement,
  type PlacementFault,
  type PlacementInput,
  type Solid,
  placeOf,
  onOpenFraming,
} from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { takesAFan } from '../codes/index.ts';
import { apart, article, msg, q, type Text } from '../words/index.ts';

/** What the judge of places needs to know of one want; undefined when it is on no wall that is there. */
export function placementInput(
  setting: JobInHouse,
  want: Want,
  planned: readonly Point[] = [],
): PlacementInput | undefined {
  const { house, job, plan, frames } = setting;
  const frame = want.at.on === 'wall' ? frames.get(want.at.wallId) : undefined;
  if (!frame) return undefined;
  // The box that the chosen option puts there: armor or tubing brings one of metal. Without a plan, the usual one.
  const own = boxModel(planned.find((p) => p.id === newPointId(want))?.box.model ?? null);
  const box =
    own ??
    chooseBox(job, want, {
      frame,
      outdoor: placeOf(plan, want.at)?.outdoors ?? false,
      metal: false,
      surface: want.mounting === 'surface',
      fan: takesAFan(plan, setting.pack.edition, want.at),
      open: onOpenFraming(house, want.at),
    });
  // A box that goes along with its own cables is no neighbor of its new place.
  const goes =
    want.replaces !== undefined && planned.length > 0 && !planned.some((p) => p.id === want.replaces);
  return {
    house: goes ? { ...house, points: house.points.filter((p) => p.id !== want.replaces) } : house,
    plan,
    frame,
    // Screws through the box hold it: it needs no room for wings.
    box: want.mounting === 'screwed' ? { ...box, wingsMm: 0 } : box,
    onWall: want.mounting === 'surface',
    gangs: boxGangs(want),
    bayWish: job.preferences.bayWish,
    others: job.wants,
    self: want.id,
  };
}

/** The reading that would tell most about the place of a want on a wall; undefined where it is on none. */
export function nextReadingFor(setting: JobInHouse, want: Want): NextReading | undefined {
  const input = placementInput(setting, want);
  if (!input || want.at.on !== 'wall') return undefined;
  const half = input.box.widthMm / 2;
  return nextReading(input.frame.wall, want.at.xMm - half, want.at.xMm + half);
}

type Said = { says: Text; detail: Text };
const SOLID: Readonly<Record<Solid, (label: string) => Said>> = {
  stud: (label) => ({
    says: msg('placement.on-stud', { label }),
    detail: msg('placement.on-stud-why'),
  }),
  opening: (label) => ({
    says: msg('placement.in-opening', { label }),
    detail: msg('placement.in-opening-why'),
  }),
  header: (label) => ({
    says: msg('placement.on-header', { label }),
    detail: msg('placement.on-header-why'),
  }),
  sill: (label) => ({
    says: msg('placement.on-sill', { label }),
    detail: msg('placement.on-sill-why'),
  }),
  'top plate': (label) => ({
    says: msg('placement.on-top-plates', { label }),
    detail: msg('placement.on-top-plates-why'),
  }),
  'bottom plate': (label) => ({
    says: msg('placement.on-bottom-plate', { label }),
    detail: msg('placement.on-bottom-plate-why'),
  }),
};

function words(
  setting: JobInHouse,
  want: Want,
  fault: PlacementFault,
): { says: Text; detail: Text; because?: Finding['because'] } {
  switch (fault.kind) {
    case 'no-bay':
      return SOLID[fault.what](want.label);
    case 'odds': {
      const next = nextReadingFor(setting, want);
      const gains = next && next.then > Math.max(next.now, 1 - next.now) + 0.01;
      const hit = gains ? msg('placement.one-more', { at: q.mark(next.atMm), odds: q.odds(next.then) }) : '';
      return {
        says: msg('placement.ask-clear', { want: want.label }),
        detail: msg('placement.clear-odds', {
          odds: q.odds(fault.odds),
          wish: q.share(fault.wish),
          hint: hit,
        }),
        because: { need: fault.wish, have: fault.odds, unit: 'share', sense: 'at-least' },
      };
    }
    case 'plate-in-opening':
      return {
        says: msg('placement.plate-into', { want: want.label, what: msg(`placement.edge.${fault.what}`) }),
        detail: msg('placement.too-close', { short: q.length(fault.shortMm) }),
        because: { need: fault.shortMm, have: 0, unit: 'mm', sense: 'at-least' },
      };
    case 'obstacle':
      return {
        says: msg('placement.obstacle', {
          want: want.label,
          what: article(msg(`names.obstacle.${fault.what}`)),
        }),
        detail: msg('placement.obstacle-why'),
      };
    case 'nothing-to-clamp':
      return {
        says: msg('placement.nothing-to-clamp', { want: want.label }),
        detail: msg('placement.nothing-to-clamp-why'),
      };
    case 'furniture':
      return {
        says: msg('placement.furniture', { want: want.label, thing: fault.name }),
        detail: fault.planned ? msg('placement.furniture-planned') : msg('placement.furniture-why'),
      };
    case 'too-deep':
      return {
        says: msg('placement.too-deep', { want: want.label }),
        detail: msg('placement.too-deep-why', {
          needed: q.length(fault.needMm),
          available: q.length(fault.haveMm),
        }),
        because: { need: fault.needMm, have: fault.haveMm, unit: 'mm', sense: 'at-least' },
      };
    case 'box-behind':
      return {
        says: msg('placement.box-behind', { other: fault.label, want: want.label }),
        detail: msg('placement.box-behind-why', { apart: q.length(fault.needMm) }),
        because: { need: fault.needMm, have: fault.haveMm, unit: 'mm', sense: 'at-least' },
      };
    // Spelled so since the first version: overrides are kept by the key of the finding.
    case 'neighbour':
      return {
        says: msg('placement.overlaps', { want: want.label, other: fault.label }),
        detail: msg('placement.overlaps-why'),
      };
  }
}

function remediesFor(
  want: Want,
  fault: PlacementFault,
  input: PlacementInput,
  good: WallPosition | undefined,
): Remedy[] {
  if (want.at.on !== 'wall') return [];
  const out: Remedy[] = [];
  const at = want.at;
  if (fault.kind === 'too-deep') {
    const fits = boxesFor(want, {
      frame: input.frame,
      outdoor: false,
      metal: false,
      surface: false,
      fan: false,
      open: false,
    })[0];
    if (fits)
      out.push({
        says: msg('placement.use-box', { box: fits.name }),
        edit: { edit: 'set-box', subject: newPointId(want), model: fits.id },
      });
  }
  if (good && fault.kind !== 'too-deep') {
    const d = good.xMm - at.xMm;
    out.push({
      says: msg('placement.move', {
        want: want.label,
        way: d > 0 ? msg('placement.right') : msg('placement.left'),
        by: q.mark(Math.abs(d)),
      }),
      edit: { edit: 'move-want', wantId: want.id, xMm: good.xMm, heightMm: good.heightMm },
    });
  }
  return [...out, ...mountings(want, fault, input)];
}

/** Other ways to hold the box where the place is right and its usual mounting is not. Offered only where the place is good then. */
function mountings(want: Want, fault: PlacementFault, input: PlacementInput): Remedy[] {
  if (want.at.on !== 'wall' || want.mounting !== undefined) return [];
  const { at } = want;
  const holds = (how: PlacementInput): boolean => judgePlace(how, at).faults.length === 0;
  const edit = (mounting: NonNullable<Want['mounting']>) => ({
    edit: 'mount-want' as const,
    wantId: want.id,
    mounting,
  });
  const wing =
    (fault.kind === 'obstacle' && (fault.what === 'blocking' || fault.what === 'brace')) ||
    (fault.kind === 'no-bay' && fault.what !== 'stud' && fault.what !== 'opening');
  return [
    ...(wing && holds({ ...input, box: { ...input.box, wingsMm: 0 } })
      ? [{ says: msg('placement.screw-through'), edit: edit('screwed') }]
      : []),
    ...(ON_THE_WALL.has(fault.kind) &&
    (fault.kind !== 'no-bay' || fault.what !== 'opening') &&
    holds({ ...input, onWall: true })
      ? [{ says: msg('placement.surface-box'), edit: edit('surface') }]
      : []),
  ];
}
/** What a box that sits on the wall does not mind. */
const ON_THE_WALL: ReadonlySet<PlacementFault['kind']> = new Set([
  'no-bay',
  'obstacle',
  'too-deep',
  'box-behind',
]);

const source = {
  odds: practice(msg('placement.probe-practice')),
  place: practice(msg('placement.edges-practice')),
};

function heightFinding(setting: JobInHouse, want: Want): Finding[] {
  if (want.at.on !== 'wall' || want.kind === 'appliance') return [];
  const near = neighborHeight(setting.house, setting.plan, want.at, want.kind, want.replaces);
  if (near === undefined) return [];
  const same = Math.abs(near - want.at.heightMm) <= inches(1 / 4);
  return [
    {
      rule: 'height',
      key: `height:${want.id}`,
      severity: 'ok',
      origin: 'new',
      mark: 'want',
      subjects: [want.id],
      detail: msg('placement.height-why', { own: q.length(want.at.heightMm), near: q.length(near) }),
      says: same
        ? msg('placement.height-same', { want: want.label })
        : msg('placement.height-differs', {
            want: want.label,
            by: q.mark(Math.abs(near - want.at.heightMm)),
            way: want.at.heightMm > near ? msg('placement.higher') : msg('placement.lower'),
          }),
      sources: [practice(msg('placement.height-practice'))],
      remedies: same
        ? []
        : [
            {
              says: msg('placement.set-height', { height: q.length(near) }),
              edit: { edit: 'move-want', wantId: want.id, xMm: want.at.xMm, heightMm: near },
            },
          ],
    },
  ];
}

/** Cables between two boxes of the same wall are likely to pass between them: said, never judged, because only a probe knows. */
function cableNear(setting: JobInHouse, want: Want): Finding[] {
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
      ? [msg('placement.cable-run', { from: a.label, to: b.label })]
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
      says: msg('placement.cable-near', { want: want.label, runs: apart(near) }),
      detail: msg('placement.cable-near-why'),
      sources: [practice(msg('placement.cable-practice'))],
      remedies: [],
    },
  ];
}

/** What is wrong with a place, or that it is a good one. */
function placeFindings(
  setting: JobInHouse,
  want: Want,
  input: PlacementInput,
  { faults, odds }: Placement,
  good: WallPosition | undefined,
): Finding[] {
  const common = { origin: 'new' as const, subjects: [want.id] };
  if (faults.length === 0)
    return [
      {
        ...common,
        rule: 'place',
        key: `place:${want.id}`,
        severity: 'ok',
        mark: 'want',
        says: msg('placement.fits', { want: want.label }),
        detail: msg('placement.fits-why', { odds: q.odds(odds) }),
        sources: [source.odds],
        remedies: [],
      },
    ];
  return faults.map((fault) => {
    const unsure = fault.kind === 'odds';
    return {
      ...common,
      rule: `place-${fault.kind}`,
      key: `place-${fault.kind}:${want.id}`,
      severity: unsure ? 'watch' : 'fix',
      mark: unsure ? 'site' : 'want',
      sources:
        fault.kind === 'too-deep'
          ? [published('NEC 314.24', undefined, 'fairly-sure')]
          : [unsure ? source.odds : source.place],
      remedies: remediesFor(want, fault, input, good),
      ...words(setting, want, fault),
    };
  });
}

/** Judges where every want of the job is placed and says what is wrong with it, with the nearest good place. */
export function judgePlacements(
  setting: JobInHouse,
  planned: readonly Point[] = [],
): {
  placements: Map<WantId, Placement>;
  /** The nearest good place of every want that is not in one. */
  offers: Map<WantId, WallPosition>;
  findings: Finding[];
} {
  const placements = new Map<WantId, Placement>();
  const offers = new Map<WantId, WallPosition>();
  const findings: Finding[] = [];
  for (const want of setting.job.wants) {
    findings.push(...fixtureFindings(setting, want), ...ceilingFindings(setting, want, planned));
    if (want.at.on === 'outside')
      findings.push(...outerFaceFindings(setting, want, planned), ...coveredFindings(setting.plan, want));
    const input = placementInput(setting, want, planned);
    if (!input || want.at.on !== 'wall') continue;
    const placement = judgePlace(input, want.at);
    placements.set(want.id, placement);
    const good = placement.faults.length > 0 ? nearestGoodPlace(input, want.at) : undefined;
    if (good) offers.set(want.id, good);
    findings.push(...placeFindings(setting, want, input, placement, good));
    findings.push(
      ...heightFinding(setting, want),
      ...cordFindings(setting, want),
      ...coveredFindings(setting.plan, want),
      ...surfaceFindings(want, input.frame, input.box, setting.pack),
      ...cableNear(setting, want),
    );
  }
  return { placements, offers, findings };
}
