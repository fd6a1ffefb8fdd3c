import { boxModel, breakerPart, devicePart, isStyled, PARTS, ringModel } from '../catalog/index.ts';
import {
  isRaceway,
  isReceptacleDevice,
  type Device,
  type House,
  type Job,
  type Point,
} from '../document/index.ts';
import { feet } from '../units/index.ts';
import { holesOf, racewayLeg } from '../routing/index.ts';
import { isMetalBox } from '../network/index.ts';
import { devicesThere, gangsUsed, newPointId, type PlannedLeg } from '../planning/index.ts';
import {
  isToBeCovered,
  mountSpots,
  onJoist,
  placeOf,
  substrateAt,
  type PlanOfHouse,
  type Substrate,
} from '../structure/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import { msg, q, type Text } from '../words/index.ts';

/** So many of a part, and what for. */
export interface Need {
  readonly key: string;
  readonly count: number;
  readonly why: Text;
}

export interface NeedsInput {
  readonly house: House;
  readonly before: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly boxes: readonly BoxWiring[];
}

/** What a run needs to be told of it here; `from` tells the box where its own cables are drawn out of. */
export type RunOfBill = Pick<PlannedLeg, 'route' | 'method'> & Partial<Pick<PlannedLeg, 'own' | 'from'>>;

/** Devices of a box that were not in it before; a change that puts in one of the same kind counts too. */
function freshDevices(point: Point, there: readonly Device[], job: Job, anew: boolean): Device[] {
  // What moves out of doors is bought new: an indoor device has no place there.
  if (anew) return [...point.devices];
  const old = [...there];
  const fresh = point.devices.filter((d) => {
    // A tab that is broken off does not grow again.
    const k = old.findIndex((o) => o.kind === d.kind && (o.tab !== 'broken' || d.tab === 'broken'));
    if (k < 0) return true;
    old.splice(k, 1);
    return false;
  });
  for (const change of job.changes ?? []) {
    if (change.pointId !== point.id) continue;
    const anew =
      change.kind === 'replace'
        ? point.devices[change.index]
        : change.kind === 'convert'
          ? point.devices.find(isReceptacleDevice)
          : undefined;
    if (anew && !fresh.includes(anew)) fresh.push(anew);
  }
  return fresh;
}

const isSquare = ({ box }: Pick<Point, 'box'>): boolean => /^(?:sq|wide)-/.test(box.model ?? '');

/** What closes a box that holds splices alone: as wide and of the shape that it is. */
function blankCover({ box }: Point, outdoors: boolean, gangs: number): string {
  if (outdoors) return gangs > 1 ? 'cover-wp-blank-2' : 'cover-wp-blank';
  if (isSquare({ box })) return 'plate-square-blank';
  if (box.model?.startsWith('oct-') || box.model?.includes('round')) return 'plate-round-blank';
  return gangs > 1 ? `plate-blank-${gangs}` : 'plate-blank';
}

/** The opening of a plate that a device looks through. */
function openingOf({ kind }: Device): 'duplex' | 'toggle' | 'decorator' | 'single' | 'blank' {
  switch (kind) {
    case 'receptacle':
      return 'duplex';
    case 'receptacle-single':
      return 'single';
    case 'switch':
    case 'switch-three-way':
      return 'toggle';
    case 'blank':
      return 'blank';
    default:
      return 'decorator';
  }
}

/** What a box is fastened with, by what is behind it. */
const FIXINGS: Readonly<Record<Substrate, string>> = {
  wood: 'box-screws',
  steel: 'screws-steel',
  masonry: 'anchors-masonry',
};

/** The plate or cover of a box: as wide as it is, with openings for what is in it, as each of them looks. */
function plateOf(
  point: Point,
  outdoors: boolean,
  wet: boolean,
  look: (d: Device) => ReturnType<typeof openingOf>,
): string | undefined {
  if (point.kind === 'luminaire' || point.kind === 'fan' || point.kind === 'appliance') return undefined;
  const gangs = Math.max(1, Math.min(3, point.box.gangs));
  if (point.devices.every((d) => d.kind === 'blank')) return blankCover(point, outdoors, gangs);
  // Where rain reaches it the cover closes over a plug; under a roof it closes when nothing is plugged in (406.9(A), (B)).
  if (outdoors) return wet ? `cover-in-use-${gangs}` : `cover-damp-${gangs}`;
  // A gang that is left empty is closed by an insert in the same opening.
  const openings = [...new Set(point.devices.map(look))].filter((o) => o !== 'blank');
  const [one = 'duplex'] = openings;
  // A square box on the wall is closed by a raised cover, whatever is in it.
  if (isSquare(point)) return openings.length > 1 ? 'plate-raised-combination' : `plate-raised-${one}`;
  if (one === 'single' && openings.length === 1 && point.devices.some((d) => d.gangs === 2))
    return 'plate-single-2';
  if (openings.length > 1 || (one === 'single' && gangs > 1))
    return gangs > 1 ? `plate-combination-${gangs}` : 'plate-1';
  return one === 'duplex' ? `plate-${gangs}` : `plate-${one}-${gangs}`;
}

/** The same plate larger all round, where it is made. */
const oversizeOf = (plate: string | undefined): string | undefined =>
  plate !== undefined && `${plate}-oversize` in PARTS ? `${plate}-oversize` : plate;

/** What holds a new cable in a metal box that has no clamps of its own; a raceway brings its own fittings. */
function connectorPart(cable: BoxWiring['cables'][number]['cable'], outdoors: boolean): string | undefined {
  if (isRaceway(cable.type)) return undefined;
  if (outdoors) return 'wet-connector';
  return cable.type === 'AC' || cable.type === 'MC' ? 'armor-connector' : 'cable-connector';
}

/** A box of the plan beside the one that stood there. */
interface BoxOfBill {
  readonly input: NeedsInput;
  readonly wiring: BoxWiring;
  readonly point: Point;
  readonly old: Point | undefined;
  readonly place: ReturnType<typeof placeOf>;
  readonly outdoors: boolean;
  /** Another box is put in. */
  readonly otherBox: boolean;
  /** Devices that are bought. */
  readonly fresh: readonly Device[];
}
/** So many of a part; none of it where there is no such part. */
const some = (key: string | undefined, count = 1): Omit<Need, 'why'>[] =>
  key !== undefined && count > 0 ? [{ key, count }] : [];

function boxOfBill(input: NeedsInput, wiring: BoxWiring, old: Point | undefined): BoxOfBill {
  const { job, plan, before } = input;
  const { point, isNew } = wiring;
  const place = placeOf(plan, point.at);
  const outdoors = place?.outdoors ?? false;
  const moves = job.wants.some((w) => w.replaces !== undefined && newPointId(w) === point.id);
  return {
    input,
    wiring,
    point,
    old,
    place,
    outdoors,
    otherBox:
      isNew || job.boxes[point.id] !== undefined || (old !== undefined && old.box.model !== point.box.model),
    // What moves is not bought again.
    fresh: freshDevices(point, devicesThere(before, job, point.id), job, outdoors && moves),
  };
}

/** The box itself, its ring, and what clamps its cables outside. */
const boxItself = ({ input: { job }, wiring, point, otherBox }: BoxOfBill): Omit<Need, 'why'>[] => {
  const model = boxModel(point.box.model);
  const ring = wiring.isNew ? undefined : ringModel(job.rings[point.id] ?? null);
  const outside = !wiring.isNew && job.clampsOutside.includes(point.id);
  return [
    ...(otherBox && model ? some(`box:${model.id}`) : []),
    ...(ring ? some(`ring:${ring.id}`) : []),
    ...(outside ? some('clamp-connector', wiring.cables.length) : []),
  ];
};

/** Devices, and the plate that they look out of. */
function front({
  input: { job },
  wiring,
  point,
  old,
  place,
  outdoors,
  fresh,
}: BoxOfBill): Omit<Need, 'why'>[] {
  const { style } = job.preferences;
  const isFlat = (d: Device): boolean => style === 'decorator' && isStyled(d);
  // Another look needs another plate.
  const otherPlate =
    old !== undefined &&
    (old.box.gangs !== point.box.gangs || fresh.some((d) => d.kind === 'blank' || isFlat(d)));
  // A shifted plate is as wide as what it shows: a ring closes the rest of the box.
  const shift = (job.changes ?? []).find((c) => c.kind === 'shift' && c.pointId === point.id);
  const shown = shift ? { ...point, box: { ...point.box, gangs: gangsUsed(point) } } : point;
  const look = (d: Device) => (isFlat(d) && fresh.includes(d) ? 'decorator' : openingOf(d));
  const plate = plateOf(shown, outdoors, place?.moisture === 'wet', look);
  const isBlank = point.devices.every((d) => d.kind === 'blank');
  return [
    ...fresh.flatMap((d) => some(devicePart(d, place !== undefined && place.moisture !== 'dry', style))),
    ...(shift ? some('ring-reducing') : []),
    ...(shift || wiring.isNew || otherPlate
      ? some(shift?.kind === 'shift' && shift.oversize ? oversizeOf(plate) : plate)
      : []),
    ...(isBlank ? [] : some('blank-insert', fresh.filter((d) => d.kind === 'blank').length)),
  ];
}

/** Connectors of new splices and caps, ground screws, and what holds new cables in a metal box. */
function joints({ input: { job }, wiring, point, outdoors }: BoxOfBill): Omit<Need, 'why'>[] {
  const { isNew, after, cables } = wiring;
  const splices = after.splices.filter((j) => isNew || j.isNew);
  const tails = splices.flatMap((j) => j.members.filter((m) => m.kind === 'box-tail'));
  const byConnector =
    isMetalBox(point) && point.box.clamps !== 'inside' && !job.clampsOutside.includes(point.id);
  return [
    ...splices.flatMap((j) => some(j.connector)),
    ...after.caps.flatMap((c) => (c.conductor.isNew ? some(c.connector) : [])),
    ...some('ground-screw', tails.length),
    ...(byConnector
      ? cables.flatMap((c) => (isNew || c.isNew ? some(connectorPart(c.cable, outdoors)) : []))
      : []),
  ];
}

/** What fastens, extends, seals and divides it, and what marks the conductors in it. */
function around({
  input: { job, plan },
  wiring,
  point,
  old,
  outdoors,
  otherBox,
}: BoxOfBill): Omit<Need, 'why'>[] {
  const { isNew, cables } = wiring;
  const model = boxModel(point.box.model);
  const want = job.wants.find((w) => newPointId(w) === point.id);
  const sealed = want?.seal ?? job.changes?.some((c) => c.kind === 'seal' && c.pointId === point.id);
  const onFace = model?.mounting === 'surface' || model?.mounting === 'weatherproof';
  const substrate = substrateAt(plan, point.at);
  // A plastic nail-on box comes with its nails.
  const onFraming = model?.mounting === 'new-work' && (model.metal || substrate === 'steel');
  const divided = point.box.extras?.barrier !== undefined;
  return [
    ...(!isNew && isToBeCovered(plan, point.at) ? some('box-extender', Math.max(1, point.box.gangs)) : []),
    ...(sealed ? some('air-seal') : []),
    ...(isNew && (onFace || onFraming || want?.mounting !== undefined) ? some(FIXINGS[substrate]) : []),
    ...(isNew && outdoors ? some('sealant-outdoor') : []),
    ...(divided && (otherBox || old?.box.extras?.barrier === undefined) ? some('box-divider') : []),
    ...(cables.some((c) => c.isNew && c.conductors.some((x) => x.remark)) ? some('marking-tape') : []),
  ];
}

/** Boxes, rings, devices, plates and small parts of every box that is new or touched. */
export function deviceNeeds(input: NeedsInput): Need[] {
  const stood = new Map(input.before.points.map((p) => [p.id, p] as const));
  return input.boxes.flatMap((wiring) => {
    const box = boxOfBill(input, wiring, stood.get(wiring.point.id));
    return [...boxItself(box), ...front(box), ...joints(box), ...around(box)].map((n) => ({
      ...n,
      why: wiring.point.label,
    }));
  });
}

/** What long lights and rows of them hang by: one more light and link for each in the row, a screw for each place that is on a joist, toggle bolts elsewhere. */
export function hangingNeeds({ plan, job }: Pick<NeedsInput, 'plan' | 'job'>): Need[] {
  return job.wants.flatMap(({ at, fixture, label }): Need[] => {
    const room = fixture && at.on === 'ceiling' ? plan.roomOf(at) : undefined;
    if (!fixture || at.on !== 'ceiling' || !room) return [];
    const spots = mountSpots(at, fixture);
    // Where nobody has found the joists, those who look for them find some.
    const off = spots.filter((s) => onJoist(room, s) === false).length;
    return [
      { key: 'luminaire', count: fixture.linked - 1, why: label },
      { key: 'luminaire-link', count: fixture.linked - 1, why: label },
      { key: 'hanging-screws', count: spots.length - off, why: label },
      { key: 'toggle-bolts', count: off, why: label },
      { key: 'luminaire-bushing', count: 1, why: label },
    ].filter((n) => n.count > 0);
  });
}

/** Breakers that are new, or that another one takes the place of. */
export function breakerNeeds({ house, before }: NeedsInput): Need[] {
  const stood = new Map(before.panels.flatMap((p) => p.breakers).map((b) => [b.id, b] as const));
  return house.panels.flatMap((p) =>
    p.breakers
      .filter((b) => stood.get(b.id)?.protection !== b.protection)
      .map((b) => ({
        key: breakerPart(b),
        count: 1,
        why: msg('materials.for.breaker', { number: b.number }),
      })),
  );
}

/** What goes into and onto the building along the way: staples, plates, seal. */
export function routeNeeds(legs: readonly RunOfBill[]): Need[] {
  const routes = legs.map((l) => l.route);
  const raceways = legs.flatMap((l) => (isRaceway(l.method) ? (racewayLeg(l.route, l.method) ?? []) : []));
  const fittings = (of: 'connectors' | 'couplings' | 'straps'): number =>
    raceways.reduce((s, r) => s + r[of], 0);
  const holes = routes.flatMap(holesOf);
  const moves = routes.flatMap((r) => r.moves);
  const staples = moves.reduce((s, m) => s + m.supportsMm.length, 0) - fittings('straps');
  const plates = holes.filter((h) => h.plateNeeded).length + moves.reduce((s, m) => s + m.plates, 0);
  const seal = holes.filter((h) => h.fireSeal).length;
  return [
    { key: 'staple', count: staples, why: msg('materials.for.staples') },
    { key: 'raceway-connector', count: fittings('connectors'), why: msg('materials.for.connectors') },
    {
      key: 'raceway-coupling',
      count: fittings('couplings'),
      why: msg('materials.for.couplings', { length: q.distance(feet(10)) }),
    },
    { key: 'raceway-strap', count: fittings('straps'), why: msg('materials.for.straps') },
    { key: 'nail-plate', count: plates, why: msg('materials.for.nail-plates') },
    { key: 'bushing', count: holes.filter((h) => h.bushing).length, why: msg('materials.for.bushings') },
    { key: 'fire-seal', count: seal, why: msg('materials.for.seal', { seal }) },
  ].filter((n) => n.count > 0);
}
