import { CONNECTORS } from '../catalog/index.ts';
import { partsOf, type Conductor } from '../network/index.ts';
import { fault, at, type Labels } from './compared.ts';
import type { Fault, WiringPlan } from './plan.ts';
import { msg } from '../words/index.ts';

/** Every end once, one under a screw, connectors within their listing; whites that are hot marked as such. */
export function craft(plan: WiringPlan, labels: Labels): Fault[] {
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
          msg('proof.no-room', { box: where, gangs, have: stands.box.gangs }),
        ),
      );
    const times = new Map<string, number>();
    const end = (c: Conductor) => `${c.color} of ${c.cableId}`;
    const used = (c: Conductor) => times.set(end(c), (times.get(end(c)) ?? 0) + 1);
    for (const j of box.after.splices) {
      for (const m of j.members) if (m.kind === 'conductor') used(m.conductor);
      const range = CONNECTORS[j.connector];
      if (!range || j.members.length < range.least || j.members.length > range.most)
        out.push(
          fault(
            'connector',
            [id],
            msg('proof.connector', { box: where, ends: j.members.length, connector: j.connector }),
          ),
        );
    }
    const screws = new Map<string, number>();
    for (const t of box.after.terminations) {
      used(t.conductor);
      const key = `${t.device}:${t.screw}`;
      screws.set(key, (screws.get(key) ?? 0) + 1);
      const device = after.get(id)?.devices[t.device];
      if (!device)
        out.push(fault('no such device', [id], msg('proof.no-device', { box: where, n: t.device + 1 })));
      else if ((screws.get(key) ?? 0) > partsOf(device).mostOn(t.screw))
        out.push(
          fault(
            'two under a screw',
            [id],
            msg('proof.two-under', { box: where, screw: msg(`names.screw.${t.screw}`) }),
          ),
        );
    }
    for (const { conductor } of box.after.caps) used(conductor);
    for (const [e, n] of times)
      if (n > 1) out.push(fault('end used twice', [id], msg('proof.end-twice', { box: where, end: e, n })));
    for (const cable of box.cables)
      for (const c of cable.conductors)
        if ((cable.isNew || box.isNew) && !times.has(end(c)))
          out.push(fault('end lost', [id, c.cableId], msg('proof.end-lost', { box: where, end: end(c) })));
    return out;
  });
}
