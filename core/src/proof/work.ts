import {
  circuitsByCable,
  isReceptacleDevice,
  type BreakerId,
  type House,
  type Point,
  type PointId,
  type WallId,
} from '../document/index.ts';
import { comesOut, planOfHouse, type Spot } from '../structure/index.ts';
import type { Fault } from './plan.ts';
import { msg, type Text } from '../words/index.ts';

/**
 * The work replay: the steps of a plan carried out one after the other in a house that is live, and what hands and tools come near
 * while it still is.
 */

type Struck =
  | { readonly wallId: WallId; readonly xMm: number; readonly heightMm: number }
  | { readonly roomId: string; readonly spot: Spot };

type Act =
  | { readonly act: 'off' | 'on' | 'panel'; readonly breakers: readonly BreakerId[] }
  /** Measured in the slots of an outlet that stays closed, or at the wires themselves. */
  | { readonly act: 'prove'; readonly point: PointId; readonly through: 'slots' | 'wires' }
  | { readonly act: 'open' | 'wire' | 'restore' | 'close' | 'test'; readonly point: PointId }
  | { readonly act: 'cut' | 'bore'; readonly at: Struck }
  | { readonly act: 'pull'; readonly leg: number }
  | { readonly act: 'patch'; readonly at: Struck }
  | { readonly act: 'take-out'; readonly from: string; readonly to: string }
  | { readonly act: 'strip'; readonly what: 'cut' | 'mount' | 'driver' | 'test'; readonly strip: string };

export interface StepOfPlan {
  readonly key: string;
  readonly title: Text;
  readonly after: readonly string[];
  readonly minutes: number;
  readonly does: readonly Act[];
}

interface LegOfPlan {
  readonly from: string;
  readonly to: string;
  readonly holes: readonly HoleOfPlan[];
  /** Holes of other runs that its cable goes through as well. */
  readonly through: readonly HoleOfPlan[];
}
interface HoleOfPlan {
  /** Bored through the open hole of a box near one of these, with nothing else opened; none where it is bored otherwise. */
  readonly byHand: readonly { readonly wallId: WallId; readonly xMm: number }[];
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
}

/** What the log says was done to the house before these steps, under whatever plan; in order. */
type Was =
  | { readonly act: 'cut' | 'bore' | 'patch'; readonly at: Struck }
  | { readonly act: 'open' | 'wire' | 'restore' | 'close'; readonly point: PointId }
  | { readonly act: 'pull' | 'take-out'; readonly from: string; readonly to: string };

/** The work of a plan as it is told, and what it has to come to. */
export interface WorkPlan {
  readonly before: House;
  readonly steps: readonly StepOfPlan[];
  readonly minutes: number;
  readonly legs: readonly LegOfPlan[];
  /** Boxes that are wired, new ones among them; and those whose opening has to be cut. */
  readonly boxes: readonly {
    readonly id: PointId;
    readonly isNew: boolean;
    readonly cut: boolean;
    /** The box that was there is taken out for another. */
    readonly replaced: boolean;
  }[];
  readonly was: readonly Was[];
  /** Strips that are lit in the end. */
  readonly strips: readonly { readonly id: string; readonly label: string }[];
}

/** A blade or a bit nearer than this to a box touches its circuit: common practice. */
const REACH_MM = 400;
/** How far through the hole of a box a stud can be drilled: common practice. */
const THROUGH_HOLE_MM = 620;

/** What is known of the live house: which breakers feed each box, and what lies near a place. */
interface Live {
  readonly circuits: (id: PointId) => ReadonlySet<BreakerId>;
  readonly near: (at: Struck) => readonly PointId[];
  readonly label: (id: string) => string;
}

function liveHouse(house: House): Live {
  const plan = planOfHouse(house);
  const byCable = circuitsByCable(house);
  const of = new Map<PointId, Set<BreakerId>>();
  const unseen = new Set<PointId>();
  for (const c of house.cables)
    for (const e of [c.from, c.to]) {
      if (e.at !== 'point') continue;
      const own = of.get(e.pointId) ?? new Set<BreakerId>();
      for (const b of byCable.get(c.id) ?? []) own.add(b);
      of.set(e.pointId, own);
      if (c.way === 'unknown') unseen.add(e.pointId);
    }
  const faces = house.points.flatMap(({ id, at }) => {
    if (at.on !== 'wall' && at.on !== 'outside') return [];
    const other = plan.behind(at.wallId, at.xMm);
    return [
      { id, wallId: at.wallId, xMm: at.xMm },
      ...(other ? [{ id, wallId: other.line.wall.id, xMm: other.xMm }] : []),
    ];
  });
  // A cable between two boxes of one face crosses the studs between them.
  const spans = house.cables.flatMap((c) => {
    if (c.from.at !== 'point' || c.to.at !== 'point') return [];
    const [a, b] = [c.from.pointId, c.to.pointId];
    return faces.flatMap((f) =>
      f.id === a
        ? faces.flatMap((g) =>
            g.id === b && g.wallId === f.wallId
              ? [{ id: a, wallId: f.wallId, low: Math.min(f.xMm, g.xMm), high: Math.max(f.xMm, g.xMm) }]
              : [],
          )
        : [],
    );
  });
  const labels = new Map<string, string>(house.points.map((p) => [p.id, p.label]));
  return {
    label: (id) => labels.get(id) ?? id,
    circuits: (id) => of.get(id) ?? new Set(),
    near: (at) =>
      'wallId' in at
        ? [
            ...faces.flatMap((f) =>
              f.wallId === at.wallId && (unseen.has(f.id) || Math.abs(f.xMm - at.xMm) < REACH_MM)
                ? [f.id]
                : [],
            ),
            ...spans.flatMap((s) =>
              s.wallId === at.wallId && at.xMm > s.low && at.xMm < s.high ? [s.id] : [],
            ),
          ]
        : house.points.flatMap((p) => {
            const spot =
              p.at.on === 'ceiling' && (p.at.roomId as string) === at.roomId ? plan.spotOf(p.at) : undefined;
            const reached = spot && Math.hypot(spot.xMm - at.spot.xMm, spot.yMm - at.spot.yMm) < REACH_MM;
            return reached ? [p.id] : [];
          }),
  };
}

const fault = (what: string, subjects: readonly string[], says: Text): Fault => ({
  replay: 'work',
  kind: 'contradiction',
  what,
  subjects,
  says,
});

const sameHole = (a: Struck, b: Struck): boolean =>
  'wallId' in a && 'wallId' in b
    ? a.wallId === b.wallId && Math.abs(a.xMm - b.xMm) < 1 && Math.abs(a.heightMm - b.heightMm) < 1
    : false;

/** What is done with a strip, one after the other. */
const STRIP_ORDER = ['cut', 'mount', 'driver', 'test'] as const;

/** The state of the house while the steps go on. */
class Site {
  readonly faults: Fault[] = [];
  readonly off = new Set<BreakerId>();
  readonly everOff = new Set<BreakerId>();
  readonly proved = new Set<PointId>();
  readonly opened = new Set<PointId>();
  readonly wired = new Set<PointId>();
  readonly closed = new Set<PointId>();
  readonly tested = new Set<PointId>();
  readonly pulled = new Set<number>();
  readonly lit = new Map<string, readonly string[]>();
  readonly restored = new Set<PointId>();
  readonly out: (readonly [string, string])[] = [];
  readonly patched: Struck[] = [];
  readonly made: Struck[] = [];
  /** Openings of boxes and strips, apart from what is bored. */
  readonly opening: Struck[] = [];
  readonly plan: WorkPlan;
  readonly live: Live;
  constructor(plan: WorkPlan) {
    this.plan = plan;
    this.live = liveHouse(plan.before);
  }
  says(what: string, subjects: readonly string[], says: Text): void {
    this.faults.push(fault(what, subjects, says));
  }
  isOld(id: PointId): boolean {
    return this.plan.before.points.some((p) => p.id === id);
  }
  isLive(id: PointId): boolean {
    return [...this.live.circuits(id)].some((b) => !this.off.has(b));
  }
  /** Its circuits off, and itself or nothing tested dead. */
  hot(id: PointId): Text | null {
    if (this.isLive(id)) return msg('proof.still-live');
    return this.live.circuits(id).size > 0 && !this.proved.has(id) ? msg('proof.not-dead') : null;
  }
  /** What is bored by hand is bored through a hole that is open by then: of a new box, or of one that came out. */
  throughBox(step: StepOfPlan, at: Struck): void {
    const hole = this.plan.legs.flatMap((l) => l.holes).find((h) => h.byHand.length > 0 && sameHole(h, at));
    if (!hole) return;
    const near = (wallId: string, xMm: number) =>
      hole.byHand.some((h) => h.wallId === wallId && Math.abs(xMm - h.xMm) <= THROUGH_HOLE_MM);
    const fresh = this.opening.some((m) => 'wallId' in m && near(m.wallId, m.xMm));
    // A box that is nailed to the framing stays where it is, open or not: nothing gets past it into the wall.
    const lets = (p: Point) => comesOut(p.box) || this.plan.boxes.some((b) => b.id === p.id && b.replaced);
    const old = this.plan.before.points.some(
      (p) => p.at.on === 'wall' && near(p.at.wallId, p.at.xMm) && this.opened.has(p.id) && lets(p),
    );
    if (!fresh && !old) this.says('no open box', [step.key], msg('proof.no-open-box', { step: step.title }));
  }
  /** Hands or tools come near a box of the house as it stood. */
  private touches(id: PointId, step: StepOfPlan, how: 'opens' | 'near' | 'enters' | 'touches'): void {
    const hot = this.isOld(id) ? this.hot(id) : null;
    if (hot)
      this.says(
        'live',
        [id, step.key],
        msg(`proof.touch.${how}`, { step: step.title, box: this.live.label(id), hot }),
      );
  }
  /** From outside, an outlet tells of its own circuit and of no other; nobody works in a box that was tested so. */
  private reachedInSlots(id: PointId): boolean {
    const { before, steps } = this.plan;
    const box = before.points.find((p) => p.id === id);
    const opened = steps.some((s) => s.does.some((a) => a.act === 'open' && a.point === id));
    return !opened && this.live.circuits(id).size === 1 && box?.devices.some(isReceptacleDevice) === true;
  }
  private proves(step: StepOfPlan, id: PointId, through: 'slots' | 'wires'): void {
    if (this.isLive(id))
      this.says('live', [id, step.key], msg('proof.dead-while-on', { box: this.live.label(id) }));
    if (through === 'slots' && !this.reachedInSlots(id))
      this.says('not reached', [id, step.key], msg('proof.not-reached', { box: this.live.label(id) }));
    this.proved.add(id);
  }
  private makes(step: StepOfPlan, act: 'cut' | 'bore', at: Struck): void {
    for (const id of this.live.near(at)) this.touches(id, step, 'near');
    if (act === 'bore') this.throughBox(step, at);
    else this.opening.push(at);
    this.made.push(at);
  }
  private pulls(step: StepOfPlan, nth: number): void {
    const leg = this.plan.legs[nth - 1];
    this.pulled.add(nth);
    if (!leg) return this.says('no such leg', [step.key], msg('proof.unknown-cable', { step: step.title }));
    for (const h of [...leg.holes, ...leg.through])
      if (!this.made.some((m) => sameHole(m, h)))
        this.says('no hole yet', [step.key], msg('proof.before-hole', { step: step.title }));
    for (const { id } of this.plan.boxes)
      if ((id as string) === leg.from || (id as string) === leg.to) this.touches(id, step, 'enters');
  }
  private wires(step: StepOfPlan, id: PointId): void {
    this.touches(id, step, 'touches');
    this.plan.legs.forEach((leg, i) => {
      if ((leg.from === id || leg.to === id) && !this.pulled.has(i + 1))
        this.says('no cable yet', [id, step.key], msg('proof.before-cable', { step: step.title }));
    });
    if (this.wired.has(id)) this.says('twice', [id, step.key], msg('proof.done-twice', { step: step.title }));
    this.wired.add(id);
  }
  private closes(step: StepOfPlan, id: PointId): void {
    if (this.plan.boxes.some((b) => b.id === id) && !this.wired.has(id))
      this.says('not wired', [id, step.key], msg('proof.closed-unwired', { box: this.live.label(id) }));
    this.closed.add(id);
  }
  /** A breaker that is there is off before it is touched, and so is the feeder of its panel. */
  private worksInPanel(step: StepOfPlan, breakers: readonly BreakerId[]): void {
    const { panels } = this.plan.before;
    for (const b of breakers)
      if (panels.some((p) => p.breakers.some((x) => x.id === b)) && !this.off.has(b))
        this.says('live', [b, step.key], msg('proof.breaker-on', { step: step.title }));
    for (const { id, label, fedFrom, breakers: own } of panels)
      if (fedFrom !== undefined && own.some((x) => breakers.includes(x.id)) && !this.off.has(fedFrom))
        this.says('live', [id, step.key], msg('proof.feeder-on', { step: step.title, panel: label }));
  }
  private turnsOn(step: StepOfPlan, breakers: readonly BreakerId[]): void {
    for (const id of [...this.opened, ...this.plan.boxes.map((b) => b.id)])
      if (!this.closed.has(id))
        this.says('open', [id, step.key], msg('proof.on-while-open', { box: this.live.label(id) }));
    for (const b of breakers) this.off.delete(b);
  }
  /** A strip is cut, put up and given its driver in that order, and lit when its circuit is on. */
  private strips(step: StepOfPlan, what: 'cut' | 'mount' | 'driver' | 'test', strip: string): void {
    const done = this.lit.get(strip) ?? [];
    if (STRIP_ORDER[done.length] !== what)
      this.says('order', [strip, step.key], msg('proof.strip-order', { step: step.title }));
    const first = this.plan.steps.some((s) => s.does.some((a) => a.act === 'off')) && this.everOff.size === 0;
    if (what === 'test' && (first || this.off.size > 0))
      this.says('off', [strip, step.key], msg('proof.strip-dark', { step: step.title }));
    this.lit.set(strip, [...done, what]);
  }
  private tests(step: StepOfPlan, id: PointId): void {
    if (this.off.size > 0)
      this.says('off', [id, step.key], msg('proof.tested-early', { box: this.live.label(id) }));
    this.tested.add(id);
  }
  do(step: StepOfPlan, act: Act): void {
    switch (act.act) {
      case 'off':
        for (const b of act.breakers) {
          this.off.add(b);
          this.everOff.add(b);
        }
        return;
      case 'prove':
        return this.proves(step, act.point, act.through);
      case 'open':
        this.touches(act.point, step, 'opens');
        this.opened.add(act.point);
        return;
      case 'cut':
      case 'bore':
        return this.makes(step, act.act, act.at);
      case 'pull':
        return this.pulls(step, act.leg);
      case 'wire':
        return this.wires(step, act.point);
      case 'close':
        return this.closes(step, act.point);
      case 'panel':
        return this.worksInPanel(step, act.breakers);
      case 'on':
        return this.turnsOn(step, act.breakers);
      case 'test':
        return this.tests(step, act.point);
      case 'restore':
        this.touches(act.point, step, 'touches');
        this.restored.add(act.point);
        return;
      case 'take-out':
        for (const id of [act.from, act.to])
          if (this.isOld(id as PointId)) this.touches(id as PointId, step, 'touches');
        this.out.push([act.from, act.to]);
        return;
      case 'strip':
        this.strips(step, act.what, act.strip);
        return;
      case 'patch':
        this.patched.push(act.at);
    }
  }
}

/** Two readings of a tape at one hole differ by less, mm. */
const ONE_HOLE_MM = 15;
const oneHole = (a: Struck, b: Struck): boolean =>
  'wallId' in a
    ? 'wallId' in b &&
      a.wallId === b.wallId &&
      Math.hypot(a.xMm - b.xMm, a.heightMm - b.heightMm) < ONE_HOLE_MM
    : 'roomId' in b &&
      a.roomId === b.roomId &&
      Math.hypot(a.spot.xMm - b.spot.xMm, a.spot.yMm - b.spot.yMm) < ONE_HOLE_MM;

/** Nothing stays as an earlier plan has left it: no opening, no cable to nowhere, no open box, no box made up for what never comes. */
function fromBefore(site: Site): void {
  const { was, legs, before, boxes } = site.plan;
  const joined = (a: readonly string[], from: string, to: string) => a.includes(from) && a.includes(to);
  const there = (id: PointId) => before.points.some((p) => p.id === id);
  was.forEach((w, i) => {
    const later = was.slice(i + 1);
    if (w.act === 'cut') {
      const closed = later.some((l) => l.act === 'patch' && oneHole(l.at, w.at));
      const used = [...site.opening, ...site.patched].some((m) => oneHole(m, w.at));
      if (!closed && !used) site.says('left open', [], msg('proof.opening-left'));
    }
    if (w.act === 'pull') {
      const gone = later.some((l) => l.act === 'take-out' && joined([l.from, l.to], w.from, w.to));
      const used =
        legs.some((l) => joined([l.from, l.to], w.from, w.to)) ||
        site.out.some((o) => joined(o, w.from, w.to));
      if (!gone && !used) site.says('left in', [], msg('proof.cable-left'));
    }
    if ((w.act === 'open' || w.act === 'wire') && there(w.point)) {
      const name = site.live.label(w.point);
      const shut = later.some((l) => l.act === 'close' && l.point === w.point) || site.closed.has(w.point);
      if (!shut) site.says('left open', [w.point], msg('proof.box-left', { box: name }));
      const asWas = later.some((l) => l.act === 'restore' && l.point === w.point);
      const settled = asWas || site.restored.has(w.point) || boxes.some((b) => b.id === w.point);
      if (w.act === 'wire' && !settled)
        site.says('left wired', [w.point], msg('proof.wired-left', { box: name }));
    }
  });
}

/** What is left over when all steps are done. */
function leftOver(site: Site): void {
  const { plan } = site;
  if (site.off.size > 0) site.says('off', [...site.off], msg('proof.never-on'));
  for (const { id, cut, isNew } of plan.boxes) {
    if (!site.wired.has(id))
      site.says('not wired', [id], msg('proof.never-wired', { box: site.live.label(id) }));
    if (!isNew && !site.opened.has(id))
      site.says('not opened', [id], msg('proof.never-opened', { box: site.live.label(id) }));
    if (!site.tested.has(id))
      site.says('not tested', [id], msg('proof.never-tested', { box: site.live.label(id) }));
    if (cut && !plan.steps.some((s) => s.key === `cut:${id}` && s.does.some((a) => a.act === 'cut')))
      site.says('no opening', [id], msg('proof.never-cut', { box: site.live.label(id) }));
  }
  for (const { id, label } of plan.strips)
    if (site.lit.get(id)?.join() !== STRIP_ORDER.join())
      site.says('not lit', [id], msg('proof.strip-left', { strip: label }));
  fromBefore(site);
  plan.legs.forEach((_, i) => {
    if (!site.pulled.has(i + 1))
      site.says('no cable yet', [`leg ${i + 1}`], msg('proof.never-pulled', { n: i + 1 }));
  });
  for (const hole of plan.legs.flatMap((l) => l.holes)) {
    const times = plan.steps.filter((s) =>
      s.does.some((a) => a.act === 'bore' && sameHole(a.at, hole)),
    ).length;
    if (times === 0) site.says('no hole yet', [], msg('proof.never-drilled'));
    if (times > 1) site.says('one hole twice', [], msg('proof.drilled-twice'));
  }
}

/** Carries the steps of a plan out. Empty when nothing is touched while it is live and nothing is left undone. */
export function proveWork(plan: WorkPlan): Fault[] {
  const site = new Site(plan);
  const place = new Map(plan.steps.map((s, i) => [s.key, i] as const));
  plan.steps.forEach((step, i) => {
    for (const a of step.after)
      if ((place.get(a) ?? -1) > i) site.says('order', [step.key], msg('proof.waits', { step: step.title }));
    for (const act of step.does) site.do(step, act);
  });
  leftOver(site);
  const sum = plan.steps.reduce((s, x) => s + x.minutes, 0);
  if (Math.abs(sum - plan.minutes) > 0.5)
    site.says(
      'minutes',
      [],
      msg('proof.minutes', { plan: Math.round(plan.minutes), steps: Math.round(sum) }),
    );
  return [...new Map(site.faults.map((f) => [`${f.what}|${JSON.stringify(f.says)}`, f] as const)).values()];
}
