import { CONNECTORS } from '../catalog/index.ts';
import {
  isProtecting,
  isSwitchDevice,
  type Change,
  type House,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import {
  endAt,
  endOf,
  handleOf,
  joined,
  networkOf,
  partsOf,
  screwOf,
  shellOf,
  supplyOf,
  supplyWords,
  surveyHouse,
  touchedIn,
  tripOf,
  type Conductor,
  type Joined,
  type NodeId,
  type State,
  type Supply,
  type Surveyed,
  type SurveyedBox,
  type Touched,
  type UseAt,
  type Wired,
} from '../network/index.ts';
import type { BoxDrawing, Fault, WiringPlan } from './plan.ts';

/**
 * The electrical replay: the boxes of a plan as they are drawn, the rest of the house as it was surveyed, and what every outlet,
 * lamp and piece of metal then gets in every position of the switches, against what it got before and what was wanted.
 */

type Labels = ReadonlyMap<string, string>;

const fault = (what: string, subjects: readonly string[], says: string): Fault => ({
  replay: 'electrical',
  kind: 'contradiction',
  what,
  subjects,
  says,
});

/** A device that stands in the house before and after: `p#i` to `p#i`. */
interface Kept {
  readonly point: PointId;
  readonly device: number;
}

/** Where each device of the house as it stands is in the plan; null when it goes. A place whose device is another kind is the same place. */
function whereItGoes(job: Job, before: House, made: WiringPlan['made']): (at: Kept) => Kept | null {
  const moved = new Map(
    job.wants.flatMap((w) => (w.replaces === undefined ? [] : [[w.replaces, made.get(w.id)] as const])),
  );
  // A device that is taken out leaves a blank in its gang: those beside it keep their numbers.
  const goes = (at: Kept, change: Change): boolean =>
    change.pointId === at.point &&
    (change.kind === 'retire' || (change.kind === 'reduce' && change.drop.includes(at.device)));
  const stood = new Set(before.points.map((p) => p.id));
  return (at) => {
    if (!stood.has(at.point)) return at;
    if ((job.changes ?? []).some((c) => goes(at, c))) return null;
    const to = moved.get(at.point);
    return to === undefined ? at : { ...at, point: to };
  };
}

/** Everything that a drawing joins, as groups of nodes. */
function drawn(house: House, box: BoxDrawing, wired: Wired): { groups: NodeId[][]; named: NodeId[] } {
  const { id } = box.point;
  const cables = new Map(house.cables.map((c) => [c.id as string, c] as const));
  const end = (c: Conductor): NodeId => {
    const cable = cables.get(c.cableId);
    const at = cable && endAt(cable, id);
    return cable && at ? endOf(cable, c.colour, at) : `nowhere ${c.cableId}/${c.colour}`;
  };
  const groups = wired.joins.map((j) => {
    return [
      `${id}#splice ${j.n}`,
      ...j.members.map((m): NodeId => {
        switch (m.kind) {
          case 'conductor':
            return end(m.conductor);
          case 'pigtail':
            return screwOf(id, m.device, m.to);
          case 'box-tail':
            return shellOf(id);
          case 'jumper':
            return `${id}#splice ${m.to}`;
        }
      }),
    ];
  });
  const screwed = wired.terminations.map((t) => [end(t.conductor), screwOf(id, t.device, t.screw)]);
  const capped = wired.caps.map((c) => end(c.conductor));
  return {
    groups: [...groups, ...screwed],
    named: [...groups.flatMap((g) => g.slice(1)), ...screwed.flat(), ...capped],
  };
}

/** Boxes as drawn where they are drawn, as surveyed elsewhere; what a drawing leaves out stays as it was found. */
function asDrawn(
  house: House,
  survey: Surveyed,
  boxes: readonly BoxDrawing[],
  which: 'before' | 'after',
  stays: (point: PointId, device: number) => boolean,
): Map<PointId, NodeId[][]> {
  const out = new Map<PointId, NodeId[][]>(
    [...survey.boxes].map(([id, b]) => [id, b.groups.map((g) => [...g])]),
  );
  for (const box of boxes) {
    const wired = box[which];
    if (!wired) continue;
    const { id } = box.point;
    const { groups, named } = drawn(house, box, wired);
    if (box.isNew) {
      out.set(id, groups);
      continue;
    }
    const told = new Set(named);
    const device = new RegExp(`^${id.replace(/[^\w-]/g, '\\$&')}#(\\d+):`);
    const left = (survey.boxes.get(id)?.groups ?? []).map((g) =>
      g.filter((n) => {
        if (told.has(n)) return false;
        const own = device.exec(n);
        return !own || stays(id, Number(own[1]));
      }),
    );
    // A conductor that the drawing leaves alone stays in the splice that it was found in.
    const alone = (survey.boxes.get(id)?.groups ?? []).flatMap((g) => {
      const [stay, ...more] = g.filter((n) => !told.has(n) && !device.test(n));
      const mate = g.find((n) => told.has(n) && !device.test(n) && n !== shellOf(id));
      return stay !== undefined && more.length === 0 && mate !== undefined ? [[stay, mate]] : [];
    });
    out.set(id, [...groups, ...left.filter((g) => g.length > 1), ...alone]);
  }
  return out;
}

const at = (labels: Labels, id: string): string => labels.get(id) ?? id;

/** Every end once, one under a screw, connectors within their listing; whites that are hot marked as such. */
function craft(plan: WiringPlan, labels: Labels): Fault[] {
  const after = new Map(plan.after.points.map((p) => [p.id, p] as const));
  return plan.boxes.flatMap((box): Fault[] => {
    const { id } = box.point;
    const where = at(labels, id);
    const out: Fault[] = [];
    const stands = after.get(id);
    const gangs = stands?.devices.reduce((s, d) => s + (d.gangs ?? 1), 0) ?? 0;
    if (stands && gangs > Math.max(1, stands.box.gangs))
      out.push(
        fault(
          'no room for the devices',
          [id],
          `${where}: devices for ${gangs} gangs in a ${stands.box.gangs}-gang box`,
        ),
      );
    const times = new Map<string, number>();
    const end = (c: Conductor) => `${c.colour} of ${c.cableId}`;
    const used = (c: Conductor) => times.set(end(c), (times.get(end(c)) ?? 0) + 1);
    for (const j of box.after.joins) {
      for (const m of j.members) if (m.kind === 'conductor') used(m.conductor);
      const range = CONNECTORS[j.connector];
      if (!range || j.members.length < range.least || j.members.length > range.most)
        out.push(
          fault('connector', [id], `${where}: ${j.members.length} ends in one ${j.connector} connector`),
        );
    }
    const screws = new Map<string, number>();
    for (const t of box.after.terminations) {
      used(t.conductor);
      const key = `${t.device}:${t.screw}`;
      screws.set(key, (screws.get(key) ?? 0) + 1);
      const device = after.get(id)?.devices[t.device];
      if (!device) out.push(fault('no such device', [id], `${where} has no device ${t.device + 1}`));
      else if ((screws.get(key) ?? 0) > partsOf(device).mostOn(t.screw))
        out.push(fault('two under a screw', [id], `${where}: two conductors under the ${t.screw}`));
    }
    for (const { conductor } of box.after.caps) used(conductor);
    for (const [e, n] of times)
      if (n > 1) out.push(fault('end used twice', [id], `${where}: ${e} is made up ${n} times`));
    for (const cable of box.cables)
      for (const c of cable.conductors)
        if ((cable.isNew || box.isNew) && !times.has(end(c)))
          out.push(fault('end lost', [id, c.cableId], `${where}: the ${end(c)} ends nowhere`));
    return out;
  });
}

/** A new conductor that is landed at one end and capped at the other; a neutral may be kept for later. */
function cappedOnce(c: Compared): Fault[] {
  const ends = new Map<string, { conductor: Conductor; at: PointId; capped: boolean }[]>();
  for (const box of c.plan.boxes) {
    const caps = new Set(box.after.caps.map((x) => `${x.conductor.cableId}/${x.conductor.colour}`));
    for (const conductor of box.cables.flatMap((x) => (x.isNew ? x.conductors : []))) {
      const key = `${conductor.cableId}/${conductor.colour}`;
      const end = { conductor, at: box.point.id, capped: caps.has(key) };
      ends.set(key, [...(ends.get(key) ?? []), end]);
    }
  }
  const cables = new Map(c.plan.after.cables.map((x) => [x.id as string, x] as const));
  const touched = touchedIn(c.is.joined, new Map());
  return [...ends.values()].flatMap((both): Fault[] => {
    const [landed, capped] = [both.find((e) => !e.capped), both.find((e) => e.capped)];
    const cable = landed && cables.get(landed.conductor.cableId);
    const end = cable && endAt(cable, landed.at);
    if (!landed || !capped || !cable || !end) return [];
    const { neutrals, grounds } = touched(endOf(cable, landed.conductor.colour, end));
    if (neutrals.length > 0 && grounds.length === 0) return [];
    return [
      fault(
        'capped at one end',
        [capped.at, landed.at],
        `the ${landed.conductor.colour} from ${at(c.labels, landed.at)} to ${at(c.labels, capped.at)} is landed at one end and capped at the other`,
      ),
    ];
  });
}

/** Positions of the handles that tell what every switch does: all of them for a few, else each alone and all but one. */
function statesOf(keys: readonly string[]): State[] {
  const EXACT = 5;
  const state = (on: (i: number) => boolean): State => new Map(keys.map((k, i) => [k, on(i) ? 1 : 0]));
  if (keys.length <= EXACT)
    return Array.from({ length: 2 ** keys.length }, (_, n) => state((i) => ((n >> i) & 1) === 1));
  return [
    state(() => false),
    state(() => true),
    ...keys.map((_, i) => state((k) => k === i)),
    ...keys.map((_, i) => state((k) => k !== i)),
  ];
}

const useName = (u: UseAt, labels: Labels): string =>
  u.what === 'light' || u.what === 'appliance' || u.what === 'outlet'
    ? at(labels, u.point.id)
    : `the ${u.what} at ${at(labels, u.point.id)}`;

interface Side {
  readonly joined: Joined;
  readonly uses: readonly UseAt[];
}

/** Two circuits made one, hot on neutral, neutral on ground: what must not meet anywhere. */
function meetings({ joined: { network } }: Side, states: readonly Looked[]): Map<string, readonly string[]> {
  const found = new Map<string, readonly string[]>();
  for (const touched of states) {
    for (const { node } of network.terminals) {
      const t = touched(node);
      const told = [...t.hots, ...t.neutrals, ...t.grounds];
      if (t.hots.length > 1) found.set(`two hots meet: ${t.hots.join(' and ')}`, told);
      if (t.hots.length > 0 && t.neutrals.length > 0)
        found.set(`hot ${t.hots.join()} meets ${t.neutrals.join()}`, told);
      if (t.hots.length > 0 && t.grounds.length > 0) found.set(`hot ${t.hots.join()} meets ground`, told);
      if (t.neutrals.length > 0 && t.grounds.length > 0) found.set(`${t.neutrals.join()} meets ground`, told);
      if (t.neutrals.length > 1)
        found.set(`neutrals of two home runs meet: ${t.neutrals.join(' and ')}`, told);
    }
  }
  return found;
}

/** What a use gets in every state; and the same as one comparable text. */
const course = (use: UseAt, states: readonly Looked[]): Supply[] =>
  states.map((touched) => supplyOf(use, touched));
const told = (course: readonly Supply[]): string => course.map(supplyWords).join('; ');

/** Changes that mean another supply at a place: what was asked for is not held against what was there. */
function asked(job: Job): { outlets: Set<string>; gone: Set<string> } {
  const outlets = new Set<string>();
  const gone = new Set<string>();
  for (const c of job.changes ?? []) {
    if (c.kind === 'convert') outlets.add(c.pointId);
    if (c.kind === 'replace') gone.add(`${c.pointId}#${c.index}`);
    if (c.kind === 'swap') [c.pointId, c.withId].forEach((id) => gone.add(id));
  }
  return { outlets, gone };
}

type Looked = (node: NodeId) => Touched;

interface Compared {
  readonly plan: WiringPlan;
  readonly job: Job;
  readonly labels: Labels;
  readonly was: Side;
  readonly is: Side;
  readonly goesTo: (at: Kept) => Kept | null;
  /** Handles before, and where each of them is after. */
  readonly states: readonly { readonly was: State; readonly is: State }[];
  /** What every node touches in each of these states. */
  readonly wasAt: readonly Looked[];
  readonly isAt: readonly Looked[];
  readonly open: ReadonlySet<PointId>;
}

/** How something works otherwise than before. */
function otherwise(before: readonly Supply[], after: readonly Supply[]): string {
  const live = (list: readonly Supply[]) => list.filter((s) => s.is === 'live').length;
  if (live(after) === 0) return 'would have no power';
  if (live(after) === after.length && live(before) < before.length) return 'would be on all the time';
  const same = after.every((s, i) => s.is === before[i]?.is);
  return same ? 'would be fed from another breaker' : 'would no longer follow its switch';
}

/** What worked before works after, and answers to the same switches. */
function sameAsBefore(c: Compared): Fault[] {
  const { outlets, gone } = asked(c.job);
  const { wasAt, isAt } = c;
  const after = new Map(c.is.uses.map((u) => [`${u.point.id}#${u.device}:${u.what}`, u] as const));
  return c.was.uses.flatMap((use): Fault[] => {
    const { id } = use.point;
    if (outlets.has(id) || gone.has(id) || gone.has(`${id}#${use.device}`)) return [];
    const to = c.goesTo({ point: id, device: use.device });
    if (!to) return [];
    const before = course(use, wasAt);
    // What the survey itself leaves dead is not known well enough to be held against the plan.
    if (before.every((s) => s.is !== 'live')) return [];
    const now = after.get(`${to.point}#${to.device}:${use.what}`);
    const name = useName(use, c.labels);
    if (!now) return [fault('gone', [id], `${name} is not there any more`)];
    const then = course(now, isAt);
    if (told(then) === told(before)) return [];
    return [fault('works otherwise', [id, to.point], `${name} ${otherwise(before, then)}`)];
  });
}

/** What is wanted gets what was asked for: always live, or live exactly when its switch is on. */
function asWanted(c: Compared): Fault[] {
  const points = new Map(c.plan.after.points.map((p) => [p.id, p] as const));
  const { isAt } = c;
  const fresh = new Map<PointId, (use: UseAt, i: number) => boolean>();
  for (const want of c.job.wants) {
    const id = c.plan.made.get(want.id);
    const point = id && points.get(id);
    if (!point || want.replaces !== undefined) continue;
    const { control } = want;
    const box =
      control.by === 'want'
        ? c.plan.made.get(control.wantId)
        : control.by === 'switch'
          ? control.pointId
          : null;
    const switchBox = box === null || box === undefined ? undefined : points.get(box);
    // A box with switches in it is fed always; what is beside them is not commanded.
    const commanded = control.by !== 'always' && switchBox && !point.devices.some(isSwitchDevice);
    const handle = (nth: number): string | undefined => {
      const switches = switchBox?.devices.flatMap((d, i) => (isSwitchDevice(d) ? [i] : [])) ?? [];
      const device = switches[nth - 1];
      return switchBox && device !== undefined ? handleOf(switchBox.id, device) : undefined;
    };
    const own = commanded ? (control.nth ?? 1) : 0;
    fresh.set(point.id, (use, i) => {
      if (!commanded) return true;
      const nth = use.what === 'light' && want.kind === 'fan' ? (want.lightNth ?? own) : own;
      const key = handle(nth);
      return key !== undefined && (c.states[i]?.is.get(key) ?? 0) === 1;
    });
  }
  for (const change of c.job.changes ?? [])
    if (change.kind === 'convert') fresh.set(change.pointId, () => true);
  return c.is.uses.flatMap((use): Fault[] => {
    const expected = fresh.get(use.point.id);
    if (!expected || c.open.has(use.point.id)) return [];
    const got = course(use, isAt);
    const n = got.findIndex((s, i) => (s.is === 'live') !== expected(use, i));
    const bad = got[n];
    if (!bad) return [];
    return [
      fault(
        'not as wanted',
        [use.point.id],
        expected(use, n)
          ? `${useName(use, c.labels)} gets no power when it should (${bad.is})`
          : `${useName(use, c.labels)} is live when its switch is off`,
      ),
    ];
  });
}

/** Every yoke and metal box on a ground path back to the panel: all new ones, and all that had one. */
function grounded(c: Compared): Fault[] {
  const none: State = new Map();
  const [was, is] = [touchedIn(c.was.joined, none), touchedIn(c.is.joined, none)];
  const had = new Map<string, boolean>();
  for (const m of c.was.joined.network.metal)
    had.set(
      `${m.point.id}:${m.what}`,
      (had.get(`${m.point.id}:${m.what}`) ?? true) && was(m.node).grounds.length > 0,
    );
  const stood = new Set(c.plan.before.points.map((p) => p.id));
  const from = new Map(
    c.job.wants.flatMap((w) =>
      w.replaces === undefined ? [] : [[c.plan.made.get(w.id) as string, w.replaces] as const],
    ),
  );
  const said = new Set<string>();
  return c.is.joined.network.metal.flatMap((m): Fault[] => {
    const { id } = m.point;
    if (is(m.node).grounds.length > 0) return [];
    const old = from.get(id) ?? id;
    const before = had.get(`${old}:${m.what}`) ?? had.get(`${old}:yoke`) ?? had.get(`${old}:box`);
    const lost = stood.has(id) || from.has(id) ? before === true : true;
    const key = `${id}:${m.what}`;
    if (!lost || said.has(key)) return [];
    said.add(key);
    return [
      fault(
        'no ground',
        [id],
        `${m.what === 'box' ? 'The metal box' : 'The metal of the device'} at ${at(c.labels, id)} has no ground path back to the panel`,
      ),
    ];
  });
}

/** What is said to be protected by a device goes dead with it, hot and neutral both; and nothing crosses it. */
function protection(c: Compared): Fault[] {
  const on: State = new Map([...new Set(c.states.flatMap((s) => [...s.is.keys()]))].map((k) => [k, 1]));
  const normal = touchedIn(c.is.joined, on);
  return c.plan.after.points.flatMap((giver) => {
    const devices = giver.devices.flatMap((d, i) => (isProtecting(d) ? [i] : []));
    if (devices.length === 0) return [];
    const tripped = touchedIn(
      c.is.joined,
      new Map([...on, ...devices.map((i) => [tripOf(giver.id, i), 1] as const)]),
    );
    const wrongSide = devices.flatMap((i): Fault[] => {
      const [line, load] = [screwOf(giver.id, i, 'line brass'), screwOf(giver.id, i, 'load brass')];
      const fedOnLoad =
        normal(line).hots.length > 0 && tripped(line).hots.length === 0 && tripped(load).hots.length > 0;
      return fedOnLoad
        ? [fault('fed on LOAD', [giver.id], `${at(c.labels, giver.id)} is fed on its LOAD terminals`)]
        : [];
    });
    const covered = new Set(c.plan.claims.filter((x) => x.by === giver.id).flatMap((x) => x.points));
    const uses = c.is.uses.flatMap((use): Fault[] => {
      if (supplyOf(use, normal).is !== 'live') return [];
      const name = useName(use, c.labels);
      const [line, back] = [
        tripped(use.line).hots.length > 0,
        tripped(use.back).neutrals.length + tripped(use.back).hots.length > 0,
      ];
      if (line !== back)
        return [
          fault(
            'crosses protection',
            [use.point.id, giver.id],
            `${name} takes its hot and its neutral from different sides of the device at ${at(c.labels, giver.id)}`,
          ),
        ];
      const outlet = use.what.includes('outlet');
      if (line && outlet && covered.has(use.point.id))
        return [
          fault(
            'not protected',
            [use.point.id, giver.id],
            `${name} stays live when the device at ${at(c.labels, giver.id)} trips`,
          ),
        ];
      return [];
    });
    return [...wrongSide, ...uses];
  });
}

/** Whites that carry a hot in some position are re-identified, and no others. */
function reidentified(c: Compared): Fault[] {
  const cables = new Map(c.plan.after.cables.map((x) => [x.id as string, x] as const));
  const { isAt } = c;
  return c.plan.boxes.flatMap((box) =>
    box.cables.flatMap(({ conductors, isNew }) =>
      conductors.flatMap((x): Fault[] => {
        const cable = cables.get(x.cableId);
        const end = cable && endAt(cable, box.point.id);
        if (x.colour !== 'white' || !cable || !end) return [];
        const node = endOf(cable, 'white', end);
        const hot = isAt.some((touched) => touched(node).hots.length > 0);
        if (hot === x.remark || (!hot && !isNew)) return [];
        return [
          fault(
            're-identified white',
            [box.point.id, cable.id],
            hot
              ? `${at(c.labels, box.point.id)}: a white conductor is hot and not re-identified`
              : `${at(c.labels, box.point.id)}: a white conductor is re-identified and never hot`,
          ),
        ];
      }),
    ),
  );
}

/** "Before" is what was surveyed: the same things live from the same places. */
function beforeAsFound(c: Compared, survey: Surveyed): Fault[] {
  const made = asDrawn(c.plan.before, survey, c.plan.boxes, 'before', () => true);
  const side = joined(networkOf(c.plan.before, made));
  return c.states.flatMap(({ was }, i) => {
    const found = c.wasAt[i] ?? touchedIn(c.was.joined, was);
    const shown = touchedIn(side, was);
    return c.was.uses.flatMap((use): Fault[] => {
      const [a, b] = [supplyWords(supplyOf(use, found)), supplyWords(supplyOf(use, shown))];
      return a === b
        ? []
        : [
            fault(
              'before is not what is there',
              [use.point.id],
              `${useName(use, c.labels)} is ${a}, and the drawing of before makes it ${b}`,
            ),
          ];
    });
  });
}

/** A box that was surveyed before, with its cables by the names and ends they have after: a cable that is cut is two. */
function renamed(plan: WiringPlan, id: PointId, box: SurveyedBox): SurveyedBox {
  const names = new Map<NodeId, NodeId>();
  for (const old of plan.before.cables) {
    const was = endAt(old, id);
    if (!was) continue;
    const now = plan.after.cables.find(
      (c) => endAt(c, id) !== null && (c.id === old.id || plan.pieces.get(c.id) === old.id),
    );
    const end = now && endAt(now, id);
    if (!now || !end || (now.id === old.id && end === was)) continue;
    for (const colour of ALL_COLOURS) names.set(endOf(old, colour, was), endOf(now, colour, end));
  }
  return names.size === 0 ? box : { ...box, groups: box.groups.map((g) => g.map((n) => names.get(n) ?? n)) };
}
const ALL_COLOURS = ['black', 'white', 'red', 'blue', 'bare', 'metal'] as const;

/** Points in whose box something was never read, or two circuits meet: what hangs there is not claimed. */
const openPoints = (house: House, survey: Surveyed): Set<PointId> =>
  new Set(house.points.filter((p) => survey.boxes.get(p.id)?.open !== null).map((p) => p.id));

/** Replays the wiring of a plan. Empty when nothing contradicts. */
export function proveWiring(plan: WiringPlan, job: Job): Fault[] {
  const labels: Labels = new Map(
    [...plan.before.points, ...plan.after.points].map((p) => [p.id as string, p.label] as const),
  );
  const [surveyed, surveyedAfter] = [surveyHouse(plan.before), surveyHouse(plan.after)];
  const goesTo = whereItGoes(job, plan.before, plan.made);
  const stood = new Map(plan.before.points.map((p) => [p.id, p] as const));
  const stands = new Map(plan.after.points.map((p) => [p.id, p] as const));
  const stays = (id: PointId, device: number): boolean => {
    const [a, b] = [stood.get(id)?.devices, stands.get(id)?.devices];
    return a !== undefined && b !== undefined && a.length === b.length && a[device]?.kind === b[device]?.kind;
  };
  const wasNet = networkOf(plan.before, new Map([...surveyed.boxes].map(([id, b]) => [id, b.groups])));
  // What stays undrawn in a drawn box is as it was found before, not as the new house would be read.
  const found: Surveyed = {
    circuits: surveyedAfter.circuits,
    boxes: new Map(
      plan.after.points.map((p) => {
        const own = (stood.has(p.id) ? surveyed : surveyedAfter).boxes.get(p.id);
        return [p.id, own ? renamed(plan, p.id, own) : { groups: [], open: null }] as const;
      }),
    ),
  };
  const isNet = networkOf(plan.after, asDrawn(plan.after, found, plan.boxes, 'after', stays));
  const was: Side = { joined: joined(wasNet), uses: wasNet.uses };
  const is: Side = { joined: joined(isNet), uses: isNet.uses };
  const touchedPoints = new Set(plan.boxes.map((b) => b.point.id));
  const near = circuitsNear(plan, touchedPoints);
  const handles = handlesOn(plan, near, goesTo);
  const states = statesOf(handles.map((h) => h.key)).map((s) => ({
    was: new Map(handles.flatMap((h) => (h.was === null ? [] : [[h.was, s.get(h.key) ?? 0] as const]))),
    is: new Map(handles.flatMap((h) => (h.is === null ? [] : [[h.is, s.get(h.key) ?? 0] as const]))),
  }));
  const on = <T extends { point: Point }>(x: T) => near.has(x.point.id);
  const compared: Compared = {
    plan,
    job,
    labels,
    goesTo,
    states,
    wasAt: states.map((s) => touchedIn(was.joined, s.was)),
    isAt: states.map((s) => touchedIn(is.joined, s.is)),
    was: { ...was, uses: was.uses.filter(on) },
    is: { ...is, uses: is.uses.filter(on) },
    open: openPoints(plan.after, surveyedAfter),
  };
  const metBefore = meetings(was, compared.wasAt);
  const met = [...meetings(is, compared.isAt)]
    .filter(([says]) => !metBefore.has(says))
    .map(([says, subjects]) => fault('meet', subjects, says));
  const faults = unique([
    ...craft(plan, labels),
    ...met,
    ...sameAsBefore(compared),
    ...asWanted(compared),
    ...grounded(compared),
    ...protection(compared),
    ...reidentified(compared),
    ...cappedOnce(compared),
    ...beforeAsFound(compared, surveyed),
  ]);
  const shared = [surveyed, surveyedAfter].flatMap((s) =>
    [...s.boxes].flatMap(([id, b]) => (b.open === 'shared' ? [id as string] : [])),
  );
  return asQuestions(faults, new Set(shared), labels);
}

/** What goes wrong in a box where two circuits come together is asked: which conductor is whose was never surveyed. */
function asQuestions(faults: readonly Fault[], shared: ReadonlySet<string>, labels: Labels): Fault[] {
  const asked = new Map<string, Fault>();
  const out: Fault[] = [];
  for (const f of faults) {
    const box = f.subjects.find((s) => shared.has(s));
    if (box === undefined) out.push(f);
    else
      asked.set(box, {
        replay: 'electrical',
        kind: 'question',
        what: 'two circuits in a box',
        subjects: [box],
        says: `Two circuits come into ${at(labels, box)}. Which breaker feeds each of its devices?`,
      });
  }
  return [...out, ...asked.values()];
}

const unique = (faults: readonly Fault[]): Fault[] => [
  ...new Map(faults.map((f) => [`${f.what}|${f.says}`, f] as const)).values(),
];

/** Points on the circuits that the plan touches, before or after: nothing else can change. */
function circuitsNear(plan: WiringPlan, touched: ReadonlySet<PointId>): Set<PointId> {
  const cables = [...plan.before.cables, ...plan.after.cables];
  const pointsOf = (c: (typeof cables)[number]) =>
    [c.from, c.to].flatMap((e) => (e.at === 'point' ? [e.pointId] : []));
  const near = new Set<PointId>(touched);
  for (let grown = true; grown;) {
    grown = false;
    for (const c of cables) {
      const ends = pointsOf(c);
      if (!ends.some((p) => near.has(p))) continue;
      for (const p of ends)
        if (!near.has(p)) {
          near.add(p);
          grown = true;
        }
    }
  }
  return near;
}

/** Handles of the switches on these circuits: by the box before, and the box after. */
function handlesOn(
  plan: WiringPlan,
  near: ReadonlySet<PointId>,
  goesTo: (at: Kept) => Kept | null,
): { key: string; was: string | null; is: string | null }[] {
  const out: { key: string; was: string | null; is: string | null }[] = [];
  const taken = new Set<string>();
  for (const p of plan.before.points) {
    if (!near.has(p.id)) continue;
    p.devices.forEach((d, i) => {
      if (!isSwitchDevice(d)) return;
      const was = handleOf(p.id, i);
      const to = goesTo({ point: p.id, device: i });
      const is = to ? handleOf(to.point, to.device) : null;
      if (is !== null) taken.add(is);
      out.push({ key: was, was, is });
    });
  }
  for (const p of plan.after.points) {
    if (!near.has(p.id)) continue;
    p.devices.forEach((d, i) => {
      const is = handleOf(p.id, i);
      if (isSwitchDevice(d) && !taken.has(is)) out.push({ key: is, was: null, is });
    });
  }
  return out;
}
