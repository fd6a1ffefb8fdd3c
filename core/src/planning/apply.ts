import {
  BOXES,
  boxesOf,
  openFramingBoxes,
  boxModel,
  factsOf,
  replacements,
  ringModel,
  type BoxModel,
} from '../catalog/index.ts';
import { placeFacts, TABLE_C, takesAFan, type CodePack } from '../codes/index.ts';
import type { Breaker, Cable, Device, Gauge, House, Job, Point, Want } from '../document/index.ts';
import {
  CableId,
  holds,
  givesArcFault,
  givesGroundFault,
  needsHotToo,
  boxGangs,
  isProtecting,
  madeOf,
  onSwitch,
  isLamp,
  isReceptacleDevice,
  PointId,
  switchCount,
  switchedIn,
  switchNumbers,
  voltsOf,
  withSwitch,
  withSwitches,
} from '../document/index.ts';
import { isMetalFed } from '../network/index.ts';
import { buildFeed, firstReceptacle, type Feed } from '../feed/index.ts';
import { circuitVolts } from '../load/index.ts';
import { onOpenFraming, placeOf, surfaceAt, type WallFrame } from '../structure/index.ts';
import { applyChanges, BLANK, withDivider, type PutIn } from './changes.ts';
import { devicesTaken, kindTaken, movedPoints, switchGoes, withMoved } from './moves.ts';
import type { CutIn } from './candidate.ts';
import { withDrawnCables } from './own-cables.ts';
import { gangOfSwitch, pairedIn } from './partners.ts';
import { cutBoxes, withCutIns } from './cut-in.ts';
import { newLoadId, newPointId, roleOf, type JobInHouse, type PlannedLeg } from './types.ts';

/** The gauge of new cable: by hand, else what the breaker asks for, or 12 on a 15 A circuit by preference. */
function newGauge(job: Job, breaker: Breaker, pack: CodePack): Gauge {
  const least = pack.minimumGauge(breaker.amps, 'Cu') ?? '12';
  if (job.gauge) return job.gauge;
  return least === '14' ? job.preferences.gaugeOnFifteen : least;
}

/** What decides which box a want gets, beside the want itself. */
export interface BoxPlace {
  readonly frame: WallFrame | undefined;
  readonly outdoor: boolean;
  /** Armor or metal tubing comes in: the box is of metal too. */
  readonly metal: boolean;
  /** The raceway runs on the wall: the box sits on it as well. */
  readonly surface: boolean;
  /** A ceiling box where a fan could hang one day. */
  readonly fan: boolean;
  /** The framing is seen: no board holds a retrofit box. */
  readonly open: boolean;
}

/** Boxes for a want that the wall or ceiling can take: right mounting and gangs, not deeper than the cavity; largest first. */
export function boxesFor(want: Want, { frame, outdoor, metal, surface, fan, open }: BoxPlace): BoxModel[] {
  // A fan hangs on a brace between the joists and on nothing less.
  if (want.kind === 'fan' || (want.kind === 'luminaire' && fan)) return boxesOf('brace', 1);
  const round = want.kind === 'luminaire';
  if (open && !surface)
    return openFramingBoxes(boxGangs(want), { round, metal }).filter(
      (b) => want.at.on !== 'wall' || !frame || b.depthMm <= frame.clearDepthMm,
    );
  if (round && metal) return boxesOf('ceiling', 1);
  if (surface && !outdoor) return boxesOf('surface', Math.min(2, boxGangs(want)));
  const cavity =
    frame && want.at.on === 'wall'
      ? frame.clearDepthMm + surfaceAt(frame.wall, want.at).laterMm
      : Number.POSITIVE_INFINITY;
  return boxesOf(outdoor ? 'weatherproof' : 'old-work', boxGangs(want), { round, metal }).filter(
    (b) => outdoor || b.depthMm <= cavity,
  );
}

/** The largest box that the wall takes; the smallest of the kind when none fits, so that the checks can say why. */
export function chooseBox(job: Job, want: Want, place: BoxPlace): BoxModel {
  const byHand = boxModel(job.boxes[newPointId(want)] ?? null);
  if (byHand) return byHand;
  const fitting = boxesFor(want, place)[0];
  const any = replacements(undefined, boxGangs(want), place.metal, place.open).sort(
    (a, b) => a.depthMm - b.depthMm,
  )[0];
  const box = fitting ?? any ?? BOXES[0];
  if (!box) throw new Error('the box catalog is empty');
  return box;
}

function devicesFor(
  want: Want,
  wants: readonly Want[],
  { breaker, carries }: Pick<PlannedLeg, 'breaker' | 'carries'>,
  groundFaultHere: boolean,
  pack: CodePack,
): Device[] {
  const commanded = want.control.by !== 'always' && switchCount(want) === 0;
  // One protecting device covers what is beside it in the box, on its LOAD side.
  const first = want.devices.findIndex(isReceptacleDevice);
  // A 15 A receptacle is right on 15 A, and on 20 A unless one load alone would be too much for it.
  const heavy =
    want.loads.some((l) => l.voltAmperes / circuitVolts(breaker) > pack.limits.cordShare.value * 15) &&
    breaker.amps === 20;
  const together = new Set([...pairedIn(want, wants)].map((nth) => gangOfSwitch(want, nth)));
  const kindTogether = carries === 'travelers-both-ways' ? 'switch-four-way' : 'switch-three-way';
  const light = switchNumbers(want)[1];
  return want.devices.map((asked, i): Device => {
    const { tab: _, switched: __, motor, lightNth: ___, ...plain } = asked;
    if (isLamp(asked))
      return {
        ...madeOf(plain, 15),
        ...(asked.kind === 'fan' && light !== undefined ? { lightNth: light } : {}),
        ...(motor !== undefined && needsHotToo(want) ? { motor } : {}),
      };
    if (asked.kind === 'appliance') return madeOf(plain, asked.volts === 240 ? breaker.amps : 15);
    if (!isReceptacleDevice(asked))
      return { ...madeOf(plain, 15), ...(together.has(i) ? { kind: kindTogether } : {}) };
    if (voltsOf(want) === 240)
      return { ...madeOf(plain, ratingFor(breaker.amps)), kind: 'receptacle-single', volts: 240 };
    const on = onSwitch(asked);
    return {
      ...madeOf(plain, heavy ? 20 : 15),
      ...(groundFaultHere && i === first && asked.kind === 'receptacle' ? { kind: 'receptacle-gfci' } : {}),
      // A new duplex comes with its tab whole.
      ...(needsHotToo(want) && asked.kind === 'receptacle' ? { tab: 'whole' } : {}),
      ...(!commanded || on === 'nothing' ? {} : on === 'part' ? { tab: 'broken' } : { switched: true }),
    };
  });
}

/** Ratings of receptacles between two hots, A: as they are sold; the circuit of 40 A takes one of 50. NEC Table 210.21(B)(3). */
const TWO_HOT_RATINGS = [15, 20, 30, 50] as const;
const ratingFor = (amps: number): number => TWO_HOT_RATINGS.find((r) => r >= amps) ?? 50;

export interface Applied {
  readonly house: House;
  readonly feed: Feed;
  /** Points and cables that the plan adds or touches. */
  readonly touched: ReadonlySet<string>;
  /** Points that wants become and the cables that lead to them. */
  readonly fresh: ReadonlySet<string>;
  readonly extended: ReadonlySet<string>;
  /** Existing point that becomes the protecting first receptacle of its circuit, when that was chosen. */
  readonly protectedAt: readonly PointId[];
  /** Points among the fresh ones that old points move to. */
  readonly moved: ReadonlySet<string>;
  /** Receptacles that changes put in: judged as new work, protected like it. */
  readonly putIn: PutIn;
  /** Existing points that are changed where they are. */
  readonly changed: readonly PointId[];
  /** Cables that are cut into, each with its two new boxes. */
  readonly cuts: readonly CutIn[];
  /** Cables that go out of use. */
  readonly deadCables: readonly string[];
  /** Boxes that such a cable is taken off in. */
  readonly undone: readonly PointId[];
}

/** Which wants get a ground-fault device of their own: those that need it and are not fed from another one's LOAD side. */
function ownGroundFault(setting: JobInHouse, legs: readonly PlannedLeg[]): Set<string> {
  const own = new Set<string>();
  const covered = new Set<string>();
  const asked = setting.job.protection.groundFault === 'at-new';
  for (const leg of legs) {
    const want = setting.job.wants.find((w) => newPointId(w) === leg.to);
    const place = want && placeFacts(setting.plan, want.at);
    // A protecting receptacle has no tab to break.
    if (!want || !holds(want, 'receptacle') || needsHotToo(want) || !place) continue;
    if (covered.has(leg.from) || own.has(leg.from)) {
      covered.add(leg.to);
      continue;
    }
    const appliance = want.loads.find((l) => l.appliance)?.appliance ?? null;
    const needs = setting.pack.groundFault(place, {
      kind: 'receptacle',
      appliance,
      amps: leg.breaker.amps,
    }).needed;
    if ((asked && needs) || want.devices.some(isProtecting)) own.add(leg.to);
  }
  return own;
}

function newPoints(setting: JobInHouse, legs: readonly PlannedLeg[], own: ReadonlySet<string>): Point[] {
  const { job, plan, frames } = setting;
  const goes = switchGoes(setting.house, job);
  return legs.flatMap((leg): Point[] => {
    const want = job.wants.find((w) => newPointId(w) === leg.to);
    if (!want) return [];
    const frame = want.at.on === 'wall' ? frames.get(want.at.wallId) : undefined;
    const box = chooseBox(job, want, {
      frame,
      outdoor: placeOf(plan, want.at)?.outdoors ?? false,
      metal:
        legs.some((l) => !l.own && isMetalMethod(l.method) && (l.from === leg.to || l.to === leg.to)) ||
        (leg.own !== undefined && isMetalFed(setting.house, PointId.parse(leg.from))),
      surface: want.mounting === 'surface' || leg.route.moves.some((m) => m.op === 'surface-run'),
      fan: takesAFan(plan, setting.pack.edition, want.at),
      open: onOpenFraming(setting.house, want.at),
    });
    const moved = setting.house.points.find((p) => p.id === want.replaces);
    return [
      wider({
        id: newPointId(want),
        label: want.label,
        kind: moved ? kindTaken(want, moved) : want.kind,
        at: want.at,
        condition: 'sound',
        accessible: true,
        box: withDivider(factsOf(box, Math.max(box.gangs, boxGangs(want))), holds(want, 'low-voltage')),
        devices: moved
          ? devicesTaken(want, moved).map((d) => withSwitch(d, goes))
          : devicesFor(want, job.wants, leg, own.has(newPointId(want)), setting.pack),
      }),
    ];
  });
}

/** Methods whose metal outside wants a metal box at its ends. */
const METAL_METHODS: ReadonlySet<Cable['type']> = new Set(['EMT', 'AC', 'MC', 'FMC', 'LFMC']);
const isMetalMethod = (method: Cable['type']): boolean => METAL_METHODS.has(method);

/** How a wiring method brings its ground and, where it is a raceway, which size it starts with. */
function methodFacts(method: Cable['type']): Pick<Cable, 'type' | 'ground' | 'size'> {
  switch (method) {
    case 'AC':
      return { type: method, ground: 'armor' };
    // A ground conductor is pulled into tubing too: it holds where a box at its end is of plastic, or a fitting comes loose.
    case 'EMT':
    case 'FMC':
    case 'LFMC':
    case 'LFNC':
    case 'PVC':
      return { type: method, ground: 'wire', size: '1/2' };
    default:
      return { type: method, ground: 'wire' };
  }
}

/** Does what the switch of a leg commands hang on the LOAD side of the box that it starts from? */
function onLoadAlready({ cables }: House, leg: PlannedLeg): boolean {
  if (leg.carries !== 'switched') return false;
  const keys = new Set(switchedIn(leg).map(({ key }) => key));
  const along = cables.flatMap((c) =>
    switchedIn(c).some(({ key }) => keys.has(key))
      ? [c.from, c.to].filter((e) => e.at === 'point' && e.pointId === leg.from)
      : [],
  );
  return along.some((e) => e.at === 'point' && e.on === 'load');
}

/** What a new cable lies in: the heat of an attic, another new one in the same sealed hole. */
function surroundingsOf(house: House, leg: PlannedLeg): Pick<Cable, 'surroundings'> {
  const attic = leg.route.moves.some((m) => m.op === 'run-attic');
  if (!attic && leg.beside === undefined) return {};
  return { surroundings: { celsius: attic ? house.atticCelsius : TABLE_C, alongside: leg.beside ?? 0 } };
}

function newCables(setting: JobInHouse, legs: readonly PlannedLeg[], own: ReadonlySet<string>): Cable[] {
  const goes = switchGoes(setting.house, setting.job);
  return legs.flatMap((leg, i): Cable[] => {
    if (leg.own) return [];
    // What a switch has a hand in stays on the side that its neutral is on: only constant power goes on from LOAD.
    const fromLoad =
      (own.has(leg.from) || leg.fromProtected) &&
      (leg.carries === 'feed' || onLoadAlready(setting.house, leg));
    const cable: Cable = {
      id: CableId.parse(`new-leg-${i + 1}`),
      ...methodFacts(leg.method),
      ...surroundingsOf(setting.house, leg),
      gauge: newGauge(setting.job, leg.breaker, setting.pack),
      metal: 'Cu',
      from: leg.atPanel
        ? { at: 'breaker', breakerId: leg.breaker.id }
        : { at: 'point', pointId: PointId.parse(leg.from), on: fromLoad ? 'load' : 'splice' },
      to: { at: 'point', pointId: PointId.parse(leg.to), on: own.has(leg.to) ? 'line' : 'splice' },
      ...roleOf(leg),
      lengthMm: leg.route.cableMm,
      way: 'seen',
    };
    return [withSwitches(cable, goes)];
  });
}

/** New breakers of the legs that start in a panel, in their panels. */
function withNewBreakers(house: House, legs: readonly PlannedLeg[]): House {
  const fresh = legs.filter((l) => l.atPanel);
  if (fresh.length === 0) return house;
  return {
    ...house,
    panels: house.panels.map((p) => ({
      ...p,
      breakers: [
        ...p.breakers,
        ...new Map(
          fresh.filter((l) => l.from === (p.id as string)).map((l) => [l.breaker.id, l.breaker] as const),
        ).values(),
      ],
    })),
  };
}

const UPGRADE: Record<'gfci' | 'afci' | 'dual', Device['kind']> = {
  gfci: 'receptacle-gfci',
  afci: 'receptacle-afci',
  dual: 'receptacle-dual',
};

/** A protecting receptacle has no tab to break: a half-switched one, or one on a switch, can't be replaced by it. */
const canProtect = (d: Device): boolean =>
  isReceptacleDevice(d) && d.volts !== 240 && d.tab !== 'broken' && d.switched !== true;

/** Gives the circuits protection at their origin, or at the first receptacle on the way to each tap, as chosen. */
function protect(
  house: House,
  job: Job,
  feed: Feed,
  breakers: ReadonlySet<string>,
  taps: readonly PointId[],
  fresh: ReadonlySet<string>,
): { house: House; at: PointId[] } {
  const { groundFault, arcFault } = job.protection;
  const atBreaker = { gf: groundFault === 'at-breaker', af: arcFault === 'at-breaker' };
  const atFirst = { gf: groundFault === 'at-first', af: arcFault === 'at-first' };
  const panels = house.panels.map((p) => ({
    ...p,
    breakers: p.breakers.map((b) => {
      if (!breakers.has(b.id) || (!atBreaker.gf && !atBreaker.af)) return b;
      // No rule asks for arc-fault protection between two hots: 210.12 is of 120 V circuits.
      const onOneHot = b.poles === 1 || b.multiwire;
      const gf = atBreaker.gf || b.protection === 'gfci' || b.protection === 'dual';
      const af = (atBreaker.af && onOneHot) || b.protection === 'afci' || b.protection === 'dual';
      if (!gf && !af) return b;
      return { ...b, protection: gf && af ? ('dual' as const) : gf ? ('gfci' as const) : ('afci' as const) };
    }),
  }));
  const at: PointId[] = [];
  let { points, cables } = house;
  if (atFirst.gf || atFirst.af)
    for (const tap of taps) {
      const point = firstReceptacle(feed, tap);
      const first = point && feed.boxes.get(point.id);
      const device = first?.point.devices.findIndex(canProtect) ?? -1;
      const stands = first && points.find((p) => p.id === first.point.id);
      const there = stands?.devices[device];
      if (!first || !there || !isReceptacleDevice(there) || at.includes(first.point.id)) continue;
      // What the device there gives already is kept.
      const gf = atFirst.gf || givesGroundFault(there);
      const af = atFirst.af || givesArcFault(there);
      const kind = UPGRADE[gf && af ? 'dual' : gf ? 'gfci' : 'afci'];
      at.push(first.point.id);
      points = points.map((p) =>
        p.id === first.point.id
          ? { ...p, devices: p.devices.map((d, i) => (i === device ? { ...d, kind } : d)) }
          : p,
      );
      const onward = new Set<string>(
        first.cables.filter((c) => c.direction === 'out').map((c) => c.cable.id),
      );
      cables = cables.map((c) => {
        const side = (end: Cable['from']): Cable['from'] =>
          end.at === 'point' && end.pointId === first.point.id
            ? { ...end, on: onward.has(c.id) || fresh.has(c.id) ? 'load' : 'line' }
            : end;
        return { ...c, from: side(c.from), to: side(c.to) };
      });
    }
  return { house: { ...house, panels, points, cables }, at };
}

/** A box with more gangs than devices has a blank in each that is left: it was taken for its room. */
function wider(point: Point): Point {
  const taken = point.devices.reduce((n, d) => n + (d.gangs ?? 1), 0);
  const blanks = Math.max(0, point.box.gangs - taken);
  if (point.devices.every((d) => d.kind === 'blank' || isLamp(d))) return point;
  return { ...point, devices: [...point.devices, ...Array.from({ length: blanks }, () => BLANK)] };
}

/** A tap box that is to be replaced by a larger one, gets a ring, or connectors that clamp outside. */
function withTapBoxes(house: House, job: Job, taps: ReadonlySet<string>): House {
  return {
    ...house,
    points: house.points.map((p) => {
      if (!taps.has(p.id)) return p;
      const model = boxModel(job.boxes[p.id] ?? null);
      if (model)
        return wider({ ...p, box: { ...p.box, ...factsOf(model, Math.max(model.gangs, p.box.gangs)) } });
      const ring = ringModel(job.rings[p.id] ?? null);
      const clamps = job.clampsOutside.includes(p.id) ? ('outside' as const) : p.box.clamps;
      const ringCubicInches = (p.box.extras?.ringCubicInches ?? 0) + (ring?.volumeCubicInches ?? 0);
      return ring || clamps !== p.box.clamps
        ? {
            ...p,
            box: { ...p.box, clamps, ...(ring ? { extras: { ...p.box.extras, ringCubicInches } } : {}) },
          }
        : p;
    }),
  };
}

/** Boxes with receptacles that changes put in and that ask for protection which nothing gives yet. */
function openPutIn({ plan, pack }: JobInHouse, { replaced, added }: PutIn, before: Feed): PointId[] {
  return [...new Set([...replaced, ...added])].filter((id) => {
    const box = before.boxes.get(id);
    const place = box && placeFacts(plan, box.point.at);
    if (!box || !place) return false;
    const amps = box.point.devices[0]?.amps ?? 15;
    // Three slots without a ground are lawful behind a GFCI only.
    const ground =
      box.ground === 'no' || pack.groundFault(place, { kind: 'receptacle', appliance: null, amps }).needed;
    return (ground && !box.groundFaultBy) || (pack.arcFault(place.use, amps).needed && !box.arcFaultBy);
  });
}

/** The house as it will be when the legs are in: the rules judge this one against the house as it stands. */
export function applyPlan(setting: JobInHouse, legs: readonly PlannedLeg[], before: Feed): Applied {
  const { job } = setting;
  const changes = applyChanges(setting.house, job);
  const cuts = [...new Map(legs.flatMap((l) => (l.cut ? [[l.cut.cable.id, l.cut] as const] : []))).values()];
  const house = withDrawnCables(withCutIns(withNewBreakers(withMoved(changes.house, job), legs), cuts), legs);
  const wanted = new Set<string>(job.wants.map(newPointId));
  const taps = new Set(legs.flatMap((l) => (l.atPanel || wanted.has(l.from) ? [] : [l.from])));
  const own = ownGroundFault(setting, legs);
  // What moves is what is there once the changes are made.
  const now = { ...setting, house: changes.house };
  const points = newPoints(now, legs, own);
  const cables = newCables(now, legs, own);
  const loads = job.wants.flatMap((w) =>
    legs.some((l) => l.to === newPointId(w))
      ? w.loads.map((l, i) => ({
          ...l,
          id: newLoadId(w, i),
          pointId: newPointId(w),
        }))
      : [],
  );
  const based = withTapBoxes(house, job, taps);
  const fresh = new Set<string>([...points, ...cables].map((x) => x.id));
  const circuitsAt = (ids: readonly PointId[]) => ids.flatMap((id) => before.boxes.get(id)?.circuits ?? []);
  // One more outlet in a box that is there extends its circuit as much as a new cable does.
  const extended = new Set<string>([...legs.map((l) => l.breaker.id), ...circuitsAt(changes.putIn.added)]);
  const unprotected = openPutIn(setting, changes.putIn, before);
  const added: House = {
    ...based,
    points: [...based.points, ...points],
    cables: [...based.cables, ...cables],
    loads: [...based.loads, ...loads],
  };
  const safe = protect(
    added,
    job,
    before,
    new Set([...extended, ...circuitsAt(unprotected)]),
    [...[...taps].map((t) => PointId.parse(t)), ...unprotected],
    fresh,
  );
  const feed = buildFeed(safe.house);
  return {
    house: safe.house,
    feed,
    extended,
    fresh,
    protectedAt: safe.at,
    moved: movedPoints(job),
    putIn: changes.putIn,
    cuts,
    changed: changes.touched.filter((id) => safe.house.points.some((p) => p.id === id)),
    deadCables: changes.dead,
    undone: changes.undone,
    touched: new Set<string>([
      ...taps,
      ...points.map((p) => p.id),
      ...cables.map((c) => c.id),
      ...safe.at,
      ...changes.touched,
      ...changes.undone,
      ...cuts.flatMap(cutBoxes),
    ]),
  };
}
