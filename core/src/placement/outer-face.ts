import { boxModel } from '../catalog/index.ts';
import type { Point, Want } from '../document/index.ts';
import { practice, type Finding, type Remedy } from '../findings/index.ts';
import { newPointId, type JobInHouse } from '../planning/index.ts';
import { beforePlace, outlineAt, overlaps, type BoxOutline } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { msg, q, type Text } from '../words/index.ts';

/** Where a box sits on the outer face of a wall: beside doors and windows, clear of what stands outside, apart from other boxes. */

/** Casing around an opening that a box stays clear of, mm: common practice. */
const CASING_MM = inches(3.5);
/** How far aside a better place is looked for, and in what steps, mm. */
const SEARCH_MM = inches(60);
const STEP_MM = inches(1);
/** A weatherproof box of one gang, mm, where no plan has chosen one. */
const USUAL_MM = { widthMm: inches(2.8), heightMm: inches(4.5) } as const;

type OutsidePosition = Extract<Want['at'], { on: 'outside' }>;

interface Fault {
  readonly kind: 'opening' | 'thing' | 'neighbor';
  readonly says: Text;
  readonly detail: Text;
}

interface Face {
  readonly setting: JobInHouse;
  readonly want: Want;
  readonly size: { readonly widthMm: number; readonly heightMm: number };
}

/** Boxes on the same outer face: those that are there, and the others that are wanted. */
function others(
  { setting: { house, job }, want }: Face,
  at: OutsidePosition,
): { label: string; outline: BoxOutline }[] {
  const there = house.points.flatMap((p) =>
    p.id === want.replaces ? [] : [{ label: p.label, at: p.at, box: p.box }],
  );
  const wanted = job.wants.flatMap((w) =>
    w.id === want.id ? [] : [{ label: w.label, at: w.at, box: null }],
  );
  return [...there, ...wanted].flatMap(({ label, at: spot, box }) => {
    if (spot.on !== 'outside' || spot.wallId !== at.wallId) return [];
    return [{ label, outline: outlineAt(spot, boxModel(box?.model ?? null) ?? USUAL_MM) }];
  });
}

function faultsAt(face: Face, at: OutsidePosition): Fault[] {
  const { setting, want, size } = face;
  const wall = setting.plan.lines.get(at.wallId)?.wall;
  if (!wall) return [];
  const own = outlineAt(at, size);
  const out: Fault[] = [];
  const opening = wall.openings.find((o) =>
    overlaps(own, {
      leftMm: o.leftMm - CASING_MM,
      rightMm: o.rightMm + CASING_MM,
      bottomMm: Math.max(0, o.bottomMm - CASING_MM),
      topMm: o.topMm + CASING_MM,
    }),
  );
  if (opening)
    out.push({
      kind: 'opening',
      says: msg('placement.outside.opening', {
        want: want.label,
        what: msg(`placement.outside-what.${opening.kind}`),
      }),
      detail: msg('placement.outside.opening-why'),
    });
  const thing = beforePlace(setting.plan, at).find((f) => !f.comesDown);
  if (thing)
    out.push({
      kind: 'thing',
      says: msg('placement.furniture', { want: want.label, thing: thing.name }),
      detail: thing.planned ? msg('placement.furniture-planned') : msg('placement.furniture-why'),
    });
  const neighbor = others(face, at).find((o) => overlaps(own, o.outline));
  if (neighbor)
    out.push({
      kind: 'neighbor',
      says: msg('placement.overlaps', { want: want.label, other: neighbor.label }),
      detail: msg('placement.overlaps-why'),
    });
  return out;
}

/** The nearest place at the same height where nothing is in the way. */
function better(face: Face, at: OutsidePosition): OutsidePosition | undefined {
  const wall = face.setting.plan.lines.get(at.wallId)?.wall;
  if (!wall) return undefined;
  for (let d = STEP_MM; d <= SEARCH_MM; d += STEP_MM)
    for (const xMm of [at.xMm - d, at.xMm + d]) {
      const place = { ...at, xMm };
      const half = face.size.widthMm / 2;
      if (xMm - half >= 0 && xMm + half <= wall.lengthMm && faultsAt(face, place).length === 0) return place;
    }
  return undefined;
}

/**
 * What is wrong with the place of a want on an outer face, with the nearest good one.
 * @param planned the points of the chosen plan: they tell which box it gets
 */
export function outerFaceFindings(setting: JobInHouse, want: Want, planned: readonly Point[]): Finding[] {
  const { at } = want;
  if (at.on !== 'outside') return [];
  const box = planned.find((p) => p.id === newPointId(want))?.box.model ?? null;
  const face: Face = { setting, want, size: boxModel(box) ?? USUAL_MM };
  const faults = faultsAt(face, at);
  const offer = faults.length > 0 ? better(face, at) : undefined;
  const remedies: Remedy[] = offer
    ? [
        {
          says: msg('placement.outside.move', { want: want.label, at: q.mark(offer.xMm) }),
          edit: { edit: 'move-want', wantId: want.id, xMm: offer.xMm, heightMm: offer.heightMm },
        },
      ]
    : [];
  return faults.map(({ kind, says, detail }): Finding => ({
    rule: `place-outside-${kind}`,
    key: `place-outside-${kind}:${want.id}`,
    severity: 'fix',
    origin: 'new',
    mark: 'want',
    subjects: [want.id],
    says,
    detail,
    sources: [practice(msg('placement.outside.practice'))],
    remedies,
  }));
}
