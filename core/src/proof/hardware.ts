import { isProtecting, type PointId } from '../document/index.ts';
import {
  endAt,
  endOf,
  screwOf,
  supplyOf,
  touchedIn,
  tripOf,
  type Conductor,
  type State,
} from '../network/index.ts';
import { fault, at, useName, type Compared } from './compared.ts';
import type { Fault } from './plan.ts';
import { msg } from '../words/index.ts';

/** Grounds, protection and conductors: what must hold whatever is switched on. */

/** A new conductor that is landed at one end and capped at the other; a neutral may be kept for later. */
export function cappedOnce(c: Compared): Fault[] {
  const ends = new Map<string, { conductor: Conductor; at: PointId; capped: boolean }[]>();
  for (const box of c.plan.boxes) {
    const caps = new Set(box.after.caps.map((x) => `${x.conductor.cableId}/${x.conductor.color}`));
    for (const conductor of box.cables.flatMap((x) => (x.isNew ? x.conductors : []))) {
      const key = `${conductor.cableId}/${conductor.color}`;
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
    const { neutrals, grounds } = touched(endOf(cable, landed.conductor.color, end));
    if (neutrals.length > 0 && grounds.length === 0) return [];
    return [
      fault(
        'capped at one end',
        [capped.at, landed.at],
        msg('proof.capped-one-end', {
          color: msg(`names.color.${landed.conductor.color}`),
          from: at(c.labels, landed.at),
          to: at(c.labels, capped.at),
        }),
      ),
    ];
  });
}

/** Every yoke and metal box on a ground path back to the panel: all new ones, and all that had one. */
export function grounded(c: Compared): Fault[] {
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
    return [fault('no ground', [id], msg('proof.no-ground-path', { what: m.what, box: at(c.labels, id) }))];
  });
}

/** What is said to be protected by a device goes dead with it, hot and neutral both; and nothing crosses it. */
export function protection(c: Compared): Fault[] {
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
        ? [fault('fed on LOAD', [giver.id], msg('proof.fed-on-load', { box: at(c.labels, giver.id) }))]
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
            msg('proof.crosses', { what: name, box: at(c.labels, giver.id) }),
          ),
        ];
      const outlet = use.what.includes('outlet');
      if (line && outlet && covered.has(use.point.id))
        return [
          fault(
            'not protected',
            [use.point.id, giver.id],
            msg('proof.not-protected', { what: name, box: at(c.labels, giver.id) }),
          ),
        ];
      return [];
    });
    return [...wrongSide, ...uses];
  });
}

/** Whites that carry a hot in some position are re-identified, and no others. */
export function reidentified(c: Compared): Fault[] {
  const cables = new Map(c.plan.after.cables.map((x) => [x.id as string, x] as const));
  const { isAt } = c;
  return c.plan.boxes.flatMap((box) =>
    box.cables.flatMap(({ conductors, isNew }) =>
      conductors.flatMap((x): Fault[] => {
        const cable = cables.get(x.cableId);
        const end = cable && endAt(cable, box.point.id);
        if (x.color !== 'white' || !cable || !end) return [];
        const node = endOf(cable, 'white', end);
        const hot = isAt.some((touched) => touched(node).hots.length > 0);
        if (hot === x.remark || (!hot && !isNew)) return [];
        return [
          fault(
            're-identified white',
            [box.point.id, cable.id],
            hot
              ? msg('proof.white-not-marked', { box: at(c.labels, box.point.id) })
              : msg('proof.white-marked', { box: at(c.labels, box.point.id) }),
          ),
        ];
      }),
    ),
  );
}
