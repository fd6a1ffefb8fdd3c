import type { DeviceKind, House, Point, PointId } from '../document/index.ts';
import type { Splice } from '../network/index.ts';
import { placeOf, planOfHouse } from '../structure/index.ts';
import type { BoxDrawing, Fault } from './plan.ts';
import { msg, type Text } from '../words/index.ts';

/**
 * The parts replay: what the boxes, the runs and their places need, against what is bought and taken from the shelf.
 */

export interface PartsPlan {
  readonly before: House;
  readonly after: House;
  readonly boxes: readonly BoxDrawing[];
  /** Old points whose devices a new one takes over. */
  readonly movedFrom: ReadonlyMap<PointId, PointId>;
  readonly lines: readonly {
    readonly partKey: string;
    readonly needed: number;
    readonly why: readonly Text[];
  }[];
  /** Cable to cut, and what the rolls that are bought hold of it. */
  readonly cable: readonly { readonly cutMm: number; readonly boughtMm: number }[];
  readonly legsMm: number;
}

const fault = (what: string, subjects: readonly string[], says: Text): Fault => ({
  replay: 'parts',
  kind: 'contradiction',
  what,
  subjects,
  says,
});

/** Words in the key of a part for each kind of device that is bought. */
const FAMILY: Readonly<Record<DeviceKind, string | null>> = {
  receptacle: 'receptacle',
  'receptacle-single': 'receptacle',
  'receptacle-gfci': 'gfci',
  'receptacle-afci': 'afci',
  'receptacle-dual': 'dual',
  switch: 'switch',
  'switch-three-way': 'switch-three-way',
  dimmer: 'dimmer',
  luminaire: 'luminaire',
  fan: 'fan',
  // Comes with its maker's parts; a blank is a plate.
  appliance: null,
  blank: null,
};

/** What a splice holds, to tell whether it was there before. */
const ends = ({ members, connector }: Splice): string =>
  `${connector} ${members.map((m) => (m.kind === 'conductor' ? `${m.conductor.cableId}/${m.conductor.color}` : m.kind)).join()}`;

/** Everything that the boxes and runs of a plan need is on its bill, in the kind that its place asks for; and nothing else. */
export function proveParts(plan: PartsPlan): Fault[] {
  const out: Fault[] = [];
  const house = planOfHouse(plan.before);
  const stood = new Map(plan.before.points.map((p) => [p.id, p] as const));
  const stands = new Map(plan.after.points.map((p) => [p.id, p] as const));
  const bought = (key: (k: string) => boolean): number =>
    plan.lines.filter((l) => key(l.partKey)).reduce((s, l) => s + l.needed, 0);
  const told = (label: string, key: (k: string) => boolean): boolean =>
    plan.lines.some((l) => key(l.partKey) && l.why.includes(label));
  const connectors = new Map<string, number>();
  let tails = 0;
  for (const box of plan.boxes) {
    const point = stands.get(box.point.id);
    if (!point) continue;
    const place = placeOf(house, point.at);
    const was = stood.get(plan.movedFrom.get(point.id) ?? point.id);
    const moves = plan.movedFrom.has(point.id);
    // Devices that were not there: of one that moves, none, unless it moves outdoors.
    const left = moves && place?.outdoors ? [] : (was?.devices ?? []).map((d) => d.kind);
    for (const d of point.devices) {
      const i = left.indexOf(d.kind);
      if (i >= 0) {
        left.splice(i, 1);
        continue;
      }
      const family = FAMILY[d.kind];
      if (family === null) continue;
      const fits = (k: string): boolean => {
        if (d.volts === 240) return k.startsWith(`${family}-240`);
        if (!k.startsWith(family) || k.includes('-240')) return false;
        return (
          !(family === 'receptacle' || family === 'gfci') ||
          !place ||
          place.moisture === 'dry' ||
          k.endsWith('-wr')
        );
      };
      if (!told(point.label, fits))
        out.push(
          fault(
            'no part',
            [point.id],
            msg('proof.no-part', { box: point.label, device: msg(`names.device.${d.kind}`) }),
          ),
        );
    }
    const fixture = point.kind === 'luminaire' || point.kind === 'fan' || point.kind === 'appliance';
    const otherBox = box.isNew || (was !== undefined && !moves && was.box.model !== point.box.model);
    const blanks = (p: Point | undefined) => p?.devices.filter((d) => d.kind === 'blank').length ?? 0;
    const otherCover =
      box.isNew ||
      (was !== undefined && !moves && (was.box.gangs !== point.box.gangs || blanks(point) > blanks(was)));
    if (otherBox && point.box.model !== null) {
      if (!told(point.label, (k) => k === `box:${point.box.model ?? ''}`))
        out.push(fault('no box', [point.id], msg('proof.no-box', { box: point.label })));
    }
    if (otherCover) {
      const cover = (k: string) => (place?.outdoors ? k.startsWith('cover-') : k.startsWith('plate-'));
      if (!fixture && !told(point.label, cover))
        out.push(fault('no cover', [point.id], msg('proof.no-cover', { box: point.label })));
    }
    const stoodSo = new Set(box.before?.splices.map(ends));
    for (const c of box.after.caps)
      if (c.conductor.isNew) connectors.set(c.connector, (connectors.get(c.connector) ?? 0) + 1);
    for (const j of box.after.splices) {
      if (!box.isNew && stoodSo.has(ends(j))) continue;
      connectors.set(j.connector, (connectors.get(j.connector) ?? 0) + 1);
      tails += j.members.filter((m) => m.kind === 'box-tail').length;
    }
  }
  for (const [key, n] of connectors)
    if (bought((k) => k === key) < n)
      out.push(
        fault(
          'connectors',
          [key],
          msg('proof.connectors', { n, kind: key, bought: bought((k) => k === key) }),
        ),
      );
  if (bought((k) => k === 'ground-screw') < tails)
    out.push(
      fault(
        'ground screw',
        [],
        msg('proof.ground-screws', { n: tails, bought: bought((k) => k === 'ground-screw') }),
      ),
    );
  for (const c of plan.cable) if (c.boughtMm < c.cutMm - 1) out.push(fault('cable', [], msg('proof.roll')));
  const cut = plan.cable.reduce((s, c) => s + c.cutMm, 0);
  if (cut < plan.legsMm - 1) out.push(fault('cable', [], msg('proof.less-cable')));
  // What outdoor places need is not for indoors, and nothing is bought for a box that the plan does not have.
  const labels = new Set(plan.boxes.map((b) => stands.get(b.point.id)?.label));
  for (const l of plan.lines)
    if (
      /^(box:|receptacle|gfci|afci-|dual-|switch|dimmer|plate-|cover-)/.test(l.partKey) &&
      !l.why.some((w) => typeof w === 'string' && labels.has(w))
    )
      out.push(fault('bought for nothing', [l.partKey], msg('proof.bought-idle', { part: l.partKey })));
  return out;
}
