import { REEL_MM } from '../catalog/index.ts';
import type { Cable, Device, DeviceKind, House, Point, PointId, StripLight } from '../document/index.ts';
import { DRIVER_SHARE, STRIP_KINDS } from '../lighting/strip-values.ts';
import type { Splice } from '../network/index.ts';
import { isToBeCovered, placeOf, planOfHouse, substrateAt } from '../structure/index.ts';
import { feet, inches } from '../units/index.ts';
import type { BoxDrawing, Fault } from './plan.ts';
import { msg, toolText, type Text, type Tool } from '../words/index.ts';

/**
 * The parts replay: what the boxes, the runs and their places need, against what is bought and taken from the shelf.
 */

/** A run of cable, or a piece that is cut for it. */
type Length = Pick<Cable, 'gauge' | 'type'> & { readonly conductors: number; readonly lengthMm: number };

export interface PartsPlan {
  readonly before: House;
  readonly after: House;
  readonly boxes: readonly BoxDrawing[];
  /** Old points whose devices a new one takes over. */
  readonly movedFrom: ReadonlyMap<PointId, PointId>;
  /** Devices that are there already for a point of the plan: its own, or those that come to it from another box. */
  readonly had: ReadonlyMap<PointId, readonly Device[]>;
  /** Boxes whose plate stands beside their middle. */
  readonly shifted: ReadonlySet<PointId>;
  /** Boxes whose plate is to be larger all round. */
  readonly oversize: ReadonlySet<PointId>;
  /** New outlets and switches are to look alike. */
  readonly decorator: boolean;
  /** Boxes that are asked to be tight against air. */
  readonly sealed: ReadonlySet<PointId>;
  readonly lines: readonly {
    readonly partKey: string;
    readonly needed: number;
    readonly why: readonly Text[];
  }[];
  /** Cable to cut: from rolls that are bought, with what each holds, or from pieces that are at hand. */
  readonly cable: readonly ({ readonly pieces: readonly Length[] } & (
    { readonly boughtMm: number } | { readonly leftover: string }
  ))[];
  /** New cable in the house. */
  readonly runs: readonly Length[];
  /** Long lights and rows of them: how many hang there, and at how many places each is held. */
  readonly rows: readonly { readonly label: string; readonly linked: number; readonly held: number }[];
  /** Tools that are listed, and what the steps ask for. */
  readonly tools: { readonly listed: readonly Tool[]; readonly asked: readonly Tool[] };
  /** Strip lighting of the job. */
  readonly strips: readonly StripLight[];
  /** Wall that is opened or left open, mm2, by what it is made of: something as thick is bought to close it. */
  readonly opened: readonly {
    readonly surface: 'board' | 'plaster';
    readonly boardMm: number;
    readonly mm2: number;
  }[];
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
  'switch-four-way': 'switch-four-way',
  'switch-pilot': 'switch-pilot',
  dimmer: 'dimmer',
  'fan-control': 'fan-control',
  luminaire: 'luminaire',
  fan: 'fan',
  // Comes with its maker's parts; a blank is a plate.
  appliance: null,
  'low-voltage': 'low-voltage-insert',
  blank: null,
};

/** What a splice holds, to tell whether it was there before. */
const ends = ({ members, connector }: Splice): string =>
  `${connector} ${members.map((m) => (m.kind === 'conductor' ? `${m.conductor.cableId}/${m.conductor.color}` : m.kind)).join()}`;

/** What is asked of the bill: how much of a kind is on it, and whether it is there for a box. */
interface Bill {
  readonly bought: (key: (k: string) => boolean) => number;
  readonly told: (label: string, key: (k: string) => boolean) => boolean;
}
const billOf = ({ lines }: PartsPlan): Bill => ({
  bought: (key) => lines.filter((l) => key(l.partKey)).reduce((s, l) => s + l.needed, 0),
  told: (label, key) => lines.some((l) => key(l.partKey) && l.why.includes(label)),
});

/** A box as it will be, as it stood, and where it is. */
interface BoxOfPlan {
  readonly drawing: BoxDrawing;
  readonly point: Point;
  /** What stood there, or where its devices come from; undefined where nothing did. */
  readonly was: Point | undefined;
  readonly moves: boolean;
  /** Devices that are not bought for it: they stay, or come from another box. */
  readonly had: readonly Device[];
  readonly place: ReturnType<typeof placeOf>;
  readonly substrate: ReturnType<typeof substrateAt>;
  /** A layer that is still to come will stand before it. */
  readonly covered: boolean;
  /** Its plate stands beside its middle. */
  readonly shifted: boolean;
  readonly oversize: boolean;
  /** It is asked to be tight. */
  readonly sealed: boolean;
}

function boxesOfPlan(plan: PartsPlan): BoxOfPlan[] {
  const house = planOfHouse(plan.before);
  const stood = new Map(plan.before.points.map((p) => [p.id, p] as const));
  const stands = new Map(plan.after.points.map((p) => [p.id, p] as const));
  return plan.boxes.flatMap((drawing) => {
    const point = stands.get(drawing.point.id);
    return point
      ? [
          {
            drawing,
            point,
            was: stood.get(plan.movedFrom.get(point.id) ?? point.id),
            moves: plan.movedFrom.has(point.id),
            had: plan.had.get(point.id) ?? [],
            place: placeOf(house, point.at),
            substrate: substrateAt(house, point.at),
            covered: isToBeCovered(house, point.at),
            shifted: plan.shifted.has(point.id),
            oversize: plan.oversize.has(point.id),
            sealed: plan.sealed.has(point.id),
          },
        ]
      : [];
  });
}

/** Can a device that was there be the one that is: of its kind, and a tab that is broken off does not grow again? */
const staysAs = (was: Device, is: Device): boolean =>
  was.kind === is.kind && (was.tab !== 'broken' || is.tab === 'broken');

/** Kinds that are sold with a toggle or a round face, and with a flat one. */
const LOOKS: ReadonlySet<DeviceKind> = new Set<DeviceKind>(['receptacle', 'switch', 'switch-three-way']);

/** Devices that were not there are bought, in the kind that the place asks for. */
function devices({ point, had, moves, place }: BoxOfPlan, { told }: Bill, decorator: boolean): Fault[] {
  // Of a device that moves none is bought, unless it moves outdoors.
  const left = moves && place?.outdoors ? [] : [...had];
  return point.devices.flatMap((d) => {
    const i = left.findIndex((l) => staysAs(l, d));
    if (i >= 0) left.splice(i, 1);
    const family = FAMILY[d.kind];
    if (i >= 0 || family === null) return [];
    const wet = place !== undefined && place.moisture !== 'dry';
    const fits = (k: string): boolean => {
      // What a dimmer is made for is bought, and nothing else in its place.
      if (d.kind === 'dimmer' && d.marked) return k === `dimmer-${d.marked.lamps}`;
      if (d.volts === 240) return d.plug ? k === `${family}-240-${d.plug}` : k.startsWith(`${family}-240`);
      if (!k.startsWith(family) || k.includes('-240')) return false;
      if (decorator && LOOKS.has(d.kind) && !k.includes('decorator')) return false;
      return !(family === 'receptacle' || family === 'gfci') || !wet || k.endsWith('-wr');
    };
    if (told(point.label, fits)) return [];
    const device = msg(`names.device.${d.kind}`);
    return [fault('no part', [point.id], msg('proof.no-part', { box: point.label, device }))];
  });
}

const blanksIn = (p: Point): number => p.devices.filter((d) => d.kind === 'blank').length;

/** What a box on the face of a wall is fastened with. */
const FIXED_BY = { wood: 'box-screws', steel: 'screws-steel', masonry: 'anchors-masonry' } as const;
const onTheFace = (model: string | null): boolean =>
  /^(?:wp|sq|wide|utility|oct-side|dev)-/.test(model ?? '');

/** Plates that are made larger all round as well; raised covers and those for outdoors are not. */
const MADE_LARGER = /^plate-(?:(?:toggle|decorator|combination)-)?[123]$/;

/** A box that is new or another one is bought, and a cover where the opening is another. */
function boxAndCover(
  { drawing, point, was, moves, place, substrate, covered, sealed, shifted, oversize }: BoxOfPlan,
  { told }: Bill,
): Fault[] {
  const stays = was !== undefined && !moves ? was : undefined;
  const onFace = onTheFace(point.box.model);
  const fixture = point.kind === 'luminaire' || point.kind === 'fan' || point.kind === 'appliance';
  const otherBox = drawing.isNew || (stays !== undefined && stays.box.model !== point.box.model);
  const otherCover =
    drawing.isNew ||
    shifted ||
    (stays !== undefined && (stays.box.gangs !== point.box.gangs || blanksIn(point) > blanksIn(stays)));
  // A new box is set out as far as the surface will come; one that stays comes forward with a ring.
  const deeper = stays !== undefined && covered;
  // In the wet a receptacle is closed over what is plugged in.
  const wet = place?.moisture === 'wet' && point.devices.some((d) => d.kind.startsWith('receptacle'));
  const indoors = /^(?:sq|wide)-/.test(point.box.model ?? '')
    ? /^plate-(?:raised|square)/
    : /^plate-(?!raised|square)/;
  const cover = (k: string) =>
    place?.outdoors ? k.startsWith(wet ? 'cover-in-use' : 'cover-') : indoors.test(k);
  const box = (k: string) => k === `box:${point.box.model ?? ''}`;
  return [
    ...(otherBox && point.box.model !== null && !told(point.label, box)
      ? [fault('no box', [point.id], msg('proof.no-box', { box: point.label }))]
      : []),
    ...(deeper && !told(point.label, (k) => k === 'box-extender')
      ? [fault('no extender', [point.id], msg('proof.no-extender', { box: point.label }))]
      : []),
    ...(point.box.extras?.barrier !== undefined &&
    (otherBox || stays?.box.extras?.barrier === undefined) &&
    !told(point.label, (k) => k === 'box-divider')
      ? [fault('no divider', [point.id], msg('proof.no-divider', { box: point.label }))]
      : []),
    ...(drawing.isNew && onFace && !told(point.label, (k) => k === FIXED_BY[substrate])
      ? [fault('not fastened', [point.id], msg('proof.not-fastened', { box: point.label }))]
      : []),
    ...(drawing.isNew && place?.outdoors && !told(point.label, (k) => k.startsWith('sealant'))
      ? [fault('not sealed outside', [point.id], msg('proof.not-sealed-outside', { box: point.label }))]
      : []),
    ...(shifted && !told(point.label, (k) => k === 'ring-reducing')
      ? [fault('no ring', [point.id], msg('proof.no-ring', { box: point.label }))]
      : []),
    ...(oversize && told(point.label, (k) => MADE_LARGER.test(k))
      ? [fault('no oversize plate', [point.id], msg('proof.no-oversize', { box: point.label }))]
      : []),
    ...(sealed && !told(point.label, (k) => k === 'air-seal')
      ? [fault('no seal', [point.id], msg('proof.not-sealed', { box: point.label }))]
      : []),
    ...(otherCover && !fixture && !told(point.label, cover)
      ? [fault('no cover', [point.id], msg('proof.no-cover', { box: point.label }))]
      : []),
  ];
}

/** Where everything in a new box indoors has a flat face, its plate has openings for that. */
function flatPlate({ drawing, point, moves, place }: BoxOfPlan, { told }: Bill): Fault[] {
  const flat = point.devices.length > 0 && point.devices.every((d) => LOOKS.has(d.kind) && d.volts !== 240);
  if (!drawing.isNew || moves || place?.outdoors || !flat) return [];
  return told(point.label, (k) => k.startsWith('plate-') && k.includes('decorator'))
    ? []
    : [fault('no cover', [point.id], msg('proof.no-cover', { box: point.label }))];
}

/** Connectors of new caps and splices, and the ground screws of tails to metal boxes. */
function joined(boxes: readonly BoxOfPlan[], { bought }: Bill): Fault[] {
  const connectors = new Map<string, number>();
  const one = (key: string) => connectors.set(key, (connectors.get(key) ?? 0) + 1);
  let tails = 0;
  for (const { drawing } of boxes) {
    const stoodSo = new Set(drawing.before?.splices.map(ends));
    for (const c of drawing.after.caps) if (c.conductor.isNew) one(c.connector);
    for (const j of drawing.after.splices) {
      if (!drawing.isNew && stoodSo.has(ends(j))) continue;
      one(j.connector);
      tails += j.members.filter((m) => m.kind === 'box-tail').length;
    }
  }
  const screws = bought((k) => k === 'ground-screw');
  return [
    ...[...connectors].flatMap(([kind, n]) => {
      const have = bought((k) => k === kind);
      return have < n
        ? [fault('connectors', [kind], msg('proof.connectors', { n, kind, bought: have }))]
        : [];
    }),
    ...(screws < tails
      ? [fault('ground screw', [], msg('proof.ground-screws', { n: tails, bought: screws }))]
      : []),
  ];
}

const sortOf = ({ gauge, conductors, type }: Omit<Length, 'lengthMm'>): string =>
  `${type} ${gauge ?? '?'}-${conductors}`;

/** Rolls and pieces at hand hold what is cut from them, each is there once and of the kind of the run, and what is cut is as long as the runs. */
function cable({ before, cable: cuts, runs }: PartsPlan): Fault[] {
  const used = new Set<string>();
  const faults: Fault[] = [];
  const cut = new Map<string, number>();
  for (const c of cuts) {
    let holds = 'boughtMm' in c ? c.boughtMm : 0;
    if ('leftover' in c) {
      const piece = before.shelf?.cable.find((l) => l.id === c.leftover && !used.has(l.id));
      used.add(c.leftover);
      const kind = piece && sortOf({ ...piece, type: piece.method });
      if (piece && c.pieces.every((p) => sortOf(p) === kind)) holds = piece.lengthMm;
    }
    const mm = c.pieces.reduce((s, p) => s + p.lengthMm, 0);
    if (holds < mm - 1) faults.push(fault('cable', [], msg('proof.roll')));
    for (const p of c.pieces) cut.set(sortOf(p), (cut.get(sortOf(p)) ?? 0) + p.lengthMm);
  }
  const needed = new Map<string, number>();
  for (const r of runs) needed.set(sortOf(r), (needed.get(sortOf(r)) ?? 0) + r.lengthMm);
  for (const [sort, mm] of needed)
    if ((cut.get(sort) ?? 0) < mm - 1) faults.push(fault('cable', [sort], msg('proof.less-cable')));
  return faults;
}

/** What the strips of a voltage light, mm and W: whole cuts of each piece. */
export function litAt(
  strips: readonly StripLight[],
  volts: 12 | 24,
): { readonly mm: number; readonly watts: number } {
  let [mm, watts] = [0, 0];
  for (const s of strips) {
    if (s.volts !== volts) continue;
    const cut = s.cutMm ?? STRIP_KINDS[s.kind].cutMm[volts];
    const perMm =
      s.wattsPerMeter === undefined ? STRIP_KINDS[s.kind].wattsPerFoot / feet(1) : s.wattsPerMeter / 1000;
    for (const p of s.pieces) {
      const lit = cut * Math.floor((Math.abs(p.rightMm - p.leftMm) + 1e-6) / cut);
      mm += lit;
      watts += lit * perMm;
    }
  }
  return { mm, watts };
}

/** Strips get drivers with headroom, none over Class 2, reels as long as what is lit, and something to connect them. */
function strips({ strips: all, lines }: PartsPlan): Fault[] {
  const count = (key: RegExp): number => lines.reduce((s, l) => s + (key.test(l.partKey) ? l.needed : 0), 0);
  return ([12, 24] as const).flatMap((volts) => {
    const { mm, watts } = litAt(all, volts);
    if (mm === 0) return [];
    const drivers = lines.flatMap((l) => {
      const [, v, w] = /^driver-(\d+)-(\d+)$/.exec(l.partKey) ?? [];
      return Number(v) === volts ? [{ watts: Number(w), n: l.needed }] : [];
    });
    const given = drivers.reduce((s, d) => s + d.n * d.watts, 0) * DRIVER_SHARE.value;
    const most = volts === 12 ? 60 : 100;
    const short =
      given < watts - 0.01 ||
      drivers.some((d) => d.watts > most) ||
      count(new RegExp(`^strip-\\w+-${volts}$`)) * REEL_MM < mm - 1 ||
      count(/^cl2-/) === 0 ||
      count(/^strip-clip$/) === 0;
    return short ? [fault('strip', [], msg('proof.strip', { volts }))] : [];
  });
}

/** Every light of a row is bought, its links, and something to hold it at each place. */
function rowsHang({ rows, lines }: PartsPlan): Fault[] {
  const count = (label: string, key: RegExp): number =>
    lines.reduce((n, l) => (key.test(l.partKey) && l.why.includes(label) ? n + l.needed : n), 0);
  return rows.flatMap(({ label, linked, held }) =>
    count(label, /^luminaire$/) < linked ||
    count(label, /^luminaire-link$/) < linked - 1 ||
    count(label, /^(?:hanging-screws|toggle-bolts)$/) < held
      ? [fault('row', [label], msg('proof.row', { light: label }))]
      : [],
  );
}

/** Called a tool and bought as a part: of these something is on the bill, save where the plan counts none. */
const BOUGHT: Readonly<Partial<Record<Tool, string | null>>> = {
  'electrical-tape': 'electrical-tape',
  caulk: 'caulk',
  'corner-bead': 'corner-bead',
  'outdoor-sealant': 'sealant-outdoor',
  'nail-plates': null,
  staples: null,
  straps: null,
};

/** Every tool that a step asks for is listed, and what it uses up is bought. */
function toHand({ tools: { listed, asked } }: PartsPlan, { bought }: Bill): Fault[] {
  return [...new Set(asked)].flatMap((tool) => {
    const part = BOUGHT[tool];
    const there = part === undefined ? listed.includes(tool) : part === null || bought((k) => k === part) > 0;
    return there ? [] : [fault('tool', [tool], msg('proof.no-tool', { tool: toolText(tool) }))];
  });
}

/** Up to this size a hole is closed by a mesh patch alone, mm2: 3 in across. */
const MESHED_MM2 = inches(3) ** 2;

/** What is opened is closed again: with board as thick as what is there, mesh over what is small, and something to smooth it with. */
function patched({ opened }: PartsPlan, { bought }: Bill): Fault[] {
  if (opened.length === 0) return [];
  const short = (what: string) => fault('no patch', [what], msg('proof.no-patch'));
  const coats = (of: 'board' | 'plaster') =>
    opened.some((o) => o.surface === of) &&
    bought((k) => k === (of === 'board' ? 'patch-compound' : 'patch-plaster')) === 0
      ? [short(of)]
      : [];
  const small = opened.filter((o) => o.mm2 <= MESHED_MM2 + 1).length;
  const large = opened.filter((o) => o.mm2 > MESHED_MM2 + 1);
  const pieces = (layer: (mm: number) => boolean): number =>
    bought((k) => {
      const [, inch] = /^patch-board-(\d\/8|1\/2)$/.exec(k) ?? [];
      return inch !== undefined && layer(inches(inch === '1/2' ? 0.5 : Number(inch[0]) / 8));
    });
  // Of one thickness, or of two layers of it, as many square feet as are gone.
  const thin = large.filter((o) => {
    const fits = (mm: number) => [1, 2].some((n) => Math.abs(n * mm - o.boardMm) <= n * inches(1 / 16) + 0.2);
    return pieces(fits) * feet(2) ** 2 < o.mm2 && o.boardMm >= inches(1 / 4) && o.boardMm <= inches(1.25);
  });
  return [
    ...coats('board'),
    ...coats('plaster'),
    ...(bought((k) => k === 'patch-mesh') < small ? [short('mesh')] : []),
    ...(large.length > 0 && pieces(() => true) === 0 ? [short('no board')] : []),
    ...thin.slice(0, 1).map(() => short('board')),
  ];
}

/** Nothing is bought for a box that the plan does not have. */
function idle({ lines }: PartsPlan, boxes: readonly BoxOfPlan[]): Fault[] {
  const labels = new Set(boxes.map((b) => b.point.label));
  return lines
    .filter(
      (l) =>
        /^(box:|receptacle|gfci|afci-|dual-|switch|dimmer|plate-|cover-)/.test(l.partKey) &&
        !l.why.some((w) => typeof w === 'string' && labels.has(w)),
    )
    .map((l) => fault('bought for nothing', [l.partKey], msg('proof.bought-idle', { part: l.partKey })));
}

/** Everything that the boxes and runs of a plan need is on its bill, in the kind that its place asks for; and nothing else. */
export function proveParts(plan: PartsPlan): Fault[] {
  const bill = billOf(plan);
  const boxes = boxesOfPlan(plan);
  return [
    ...boxes.flatMap((box) => [...devices(box, bill, plan.decorator), ...boxAndCover(box, bill)]),
    ...(plan.decorator ? boxes.flatMap((box) => flatPlate(box, bill)) : []),
    ...joined(boxes, bill),
    ...cable(plan),
    ...strips(plan),
    ...patched(plan, bill),
    ...rowsHang(plan),
    ...toHand(plan, bill),
    ...idle(plan, boxes),
  ];
}
