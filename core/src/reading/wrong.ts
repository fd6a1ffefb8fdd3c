import { MOST_IN_CONNECTOR } from '../catalog/index.ts';
import { isRaceway } from '../document/index.ts';
import { practice, published, type Source } from '../findings/index.ts';
import type { Screw } from '../network/index.ts';
import { msg } from '../words/index.ts';
import { isMultiwire, isOther, isOwn, looksOf } from './beyond.ts';
import { isEntered, isGroundWire, seenParts, seenScrews, type Seat, type SeenBox } from './seen.ts';
import { LIKELY, lineIn, type BoxRead, type Sureness } from './told.ts';
import { groupBefore, LIVE, TOUCH } from './tried.ts';
import type { WireRole, Wiring } from './wirings.ts';

/** What is wrong in a box already: by its looks alone, or by what the wirings that are left agree on. */

export type WrongKey =
  | 'two-on-screw'
  | 'too-many-in-splice'
  | 'ground-missing'
  | 'ground-loose'
  | 'grounds-apart'
  | 'device-ungrounded'
  | 'box-ungrounded'
  | 'ground-wire-on-screw'
  | 'insulated-on-ground'
  | 'mixed-gauge'
  | 'reversed-device'
  | 'reversed-before'
  | 'colored-neutral'
  | 'white-hot'
  | 'white-hot-in-pipe'
  | 'white-back'
  | 'neutral-switched'
  | 'neutral-through-device'
  | 'line-load'
  | 'neutrals-joined'
  | 'two-supplies'
  | 'broken-before'
  | 'device-dead'
  | 'no-supply'
  | 'two-circuits'
  | 'no-neutral';

export interface Wrong {
  readonly key: WrongKey;
  /** stop: dangerous as it is; fix: to be made right with the work; know: nothing is wrong, and it must be known. */
  readonly weight: 'stop' | 'fix' | 'know';
  /** Seen is there for everybody to see; else how the wirings that are left agree. */
  readonly how: 'seen' | Exclude<Sureness, 'open'>;
  readonly source: Source;
  /** What of the box it is about. */
  readonly device?: number;
  readonly cable?: number;
  readonly wire?: number;
  readonly screw?: Screw;
}

interface Rule {
  readonly weight: Wrong['weight'];
  readonly source: Source;
}
const OWN = (id: 'connector' | 'supplies' | 'broken' | 'dead' | 'supply'): Source =>
  practice(msg(`reading.practice.${id}`));
/** Sections from memory; weights are my judgement. */
const RULES: Readonly<Record<WrongKey, Rule>> = {
  'two-on-screw': { weight: 'fix', source: published('NEC 110.14(A)') },
  'too-many-in-splice': { weight: 'fix', source: OWN('connector') },
  'ground-missing': { weight: 'know', source: published('NEC 250.118') },
  'ground-loose': { weight: 'fix', source: published('NEC 250.148') },
  'grounds-apart': { weight: 'fix', source: published('NEC 250.148') },
  'device-ungrounded': { weight: 'fix', source: published('NEC 250.146') },
  'box-ungrounded': { weight: 'fix', source: published('NEC 250.148(C)') },
  'ground-wire-on-screw': { weight: 'stop', source: published('NEC 250.119') },
  'insulated-on-ground': { weight: 'stop', source: published('NEC 250.142(B)') },
  'mixed-gauge': { weight: 'know', source: published('NEC 240.4(D)') },
  'reversed-device': { weight: 'stop', source: published('NEC 200.11') },
  'reversed-before': { weight: 'stop', source: published('NEC 200.11') },
  'colored-neutral': { weight: 'fix', source: published('NEC 200.6') },
  'white-hot': { weight: 'fix', source: published('NEC 200.7(C)') },
  'white-hot-in-pipe': { weight: 'fix', source: published('NEC 200.7(A)') },
  'white-back': { weight: 'fix', source: published('NEC 200.7(C)') },
  'neutral-switched': { weight: 'stop', source: published('NEC 404.2(B)') },
  'neutral-through-device': { weight: 'stop', source: published('NEC 300.13(B)') },
  'line-load': { weight: 'stop', source: published('NEC 110.3(B)') },
  'neutrals-joined': { weight: 'stop', source: published('NEC 200.4(A)') },
  'two-supplies': { weight: 'stop', source: OWN('supplies') },
  'broken-before': { weight: 'stop', source: OWN('broken') },
  'device-dead': { weight: 'fix', source: OWN('dead') },
  'no-supply': { weight: 'know', source: OWN('supply') },
  'two-circuits': { weight: 'know', source: published('NEC 210.4(B)') },
  'no-neutral': { weight: 'know', source: published('NEC 404.2(C)') },
};

type At = Pick<Wrong, 'device' | 'cable' | 'wire' | 'screw'>;
const wrong = (key: WrongKey, how: Wrong['how'], at: At = {}): Wrong => ({ key, how, ...RULES[key], ...at });

interface Placed {
  readonly cable: number;
  readonly wire: number;
  readonly seat: Seat;
  readonly ground: boolean;
}
const placedIn = (seen: SeenBox): Placed[] =>
  seen.cables.flatMap((c, cable) =>
    c.wires.map((w, wire) => ({ cable, wire, seat: w.seat, ground: isGroundWire(w) })),
  );

/** What everybody can see who looks. */
export function seenWrong(seen: SeenBox): Wrong[] {
  const wires = placedIn(seen);
  const out: Wrong[] = [];
  const onScrew = (device: number, screw: Screw) => [
    ...wires.filter(({ seat: s }) => s.on === 'screw' && s.device === device && s.screw === screw),
    ...seen.pigtails.filter(({ to }) => to.on === 'screw' && to.device === device && to.screw === screw),
  ];
  seen.devices.forEach((d, device) => {
    for (const screw of seenScrews(d))
      if (onScrew(device, screw).length > (screw === 'green' ? 1 : seenParts(d).mostOn(screw)))
        out.push(wrong('two-on-screw', 'seen', { device, screw }));
  });
  const splices = new Set(wires.flatMap(({ seat }) => (seat.on === 'splice' ? [seat.n] : [])));
  for (const n of splices) {
    const own = wires.filter(({ seat }) => seat.on === 'splice' && seat.n === n);
    const ends = own.length + seen.pigtails.filter((p) => p.splice === n).length;
    const [first] = own;
    if (ends > MOST_IN_CONNECTOR && first)
      out.push(wrong('too-many-in-splice', 'seen', { cable: first.cable, wire: first.wire }));
  }
  return [...out, ...wrongGrounds(seen, wires), ...wrongGauges(seen, wires)];
}

/** What is on the grounding side of a box: its wires, its green screws and its metal, as groups that hang together. */
function wrongGrounds(seen: SeenBox, wires: readonly Placed[]): Wrong[] {
  const out: Wrong[] = [];
  const bare = wires.filter((w) => w.ground);
  seen.cables.forEach((c, cable) => {
    if (c.ground === 'none') out.push(wrong('ground-missing', 'seen', { cable }));
  });
  for (const w of bare) {
    const at = { cable: w.cable, wire: w.wire };
    if (w.seat.on === 'cap') out.push(wrong('ground-loose', 'seen', at));
    if (w.seat.on === 'screw' && w.seat.screw !== 'green')
      out.push(wrong('ground-wire-on-screw', 'seen', { ...at, device: w.seat.device, screw: w.seat.screw }));
  }
  const key = (s: Seat): string | null =>
    s.on === 'splice'
      ? `splice ${s.n}`
      : s.on === 'box'
        ? 'box'
        : s.on === 'screw' && s.screw === 'green'
          ? `green ${s.device}`
          : null;
  const joined = new Map<string, string>();
  const root = (k: string): string => {
    const up = joined.get(k);
    return up === undefined || up === k ? k : root(up);
  };
  for (const p of seen.pigtails) {
    const to = key(p.to.on === 'box' ? { on: 'box' } : p.to);
    if (to !== null) joined.set(root(to), root(`splice ${p.splice}`));
  }
  // Mounted on a grounded metal box a receptacle may be grounded by its yoke; what is not seen is not claimed.
  const groups = new Set(bare.flatMap((w) => (key(w.seat) === null ? [] : [root(key(w.seat)!)])));
  if (groups.size > 1) out.push(wrong('grounds-apart', 'seen'));
  for (const w of wires) {
    if (w.ground) continue;
    const k = key(w.seat);
    if (w.seat.on === 'box' || (k !== null && (k.startsWith('green') || groups.has(root(k)))))
      out.push(wrong('insulated-on-ground', 'seen', { cable: w.cable, wire: w.wire }));
  }
  const known = bare.every((w) => w.seat.on !== 'unknown');
  if (groups.size === 0 || !known) return out;
  seen.devices.forEach((d, device) => {
    if (
      isEntered(seen, device) &&
      seenScrews(d).length > 0 &&
      seen.metal !== true &&
      !groups.has(root(`green ${device}`))
    )
      out.push(wrong('device-ungrounded', 'seen', { device }));
  });
  if (seen.metal === true && !groups.has(root('box'))) out.push(wrong('box-ungrounded', 'seen'));
  return out;
}

/** Conductors of more than one size made together: the breaker is for the thinnest. */
function wrongGauges(seen: SeenBox, wires: readonly Placed[]): Wrong[] {
  const by = new Map<number, Set<string>>();
  for (const w of wires) {
    const gauge = seen.cables[w.cable]?.gauge;
    if (w.ground || w.seat.on !== 'splice' || !gauge) continue;
    by.set(w.seat.n, (by.get(w.seat.n) ?? new Set()).add(gauge));
  }
  return [...by.values()].some((g) => g.size > 1) ? [wrong('mixed-gauge', 'seen')] : [];
}

type Check = (w: Wiring) => readonly (At & { readonly key: WrongKey })[];

const isHotRole = (role: WireRole): boolean => role === 'hot' || role === 'other-hot' || role === 'switched';

type Found = At & { readonly key: WrongKey };

/** What each device gets, in any position of the switches. */
const wrongDevices: Check = (w) => {
  const { tried, roles } = w;
  const { nodes } = tried;
  const out: Found[] = [];
  const ever = (n: number, bits: number) => tried.touches.some((t) => (t[n]! & bits) !== 0);
  nodes.seen.devices.forEach((d, device) => {
    const own = nodes.loads.filter((l) => l.device === device);
    if (d.volts !== 240 && own.some((l) => ever(l.back, LIVE) && ever(l.line, TOUCH.neutral)))
      out.push({ key: 'reversed-device', device });
    else if (own.some((l) => !ever(l.line, LIVE) || !(ever(l.back, TOUCH.neutral) || ever(l.back, LIVE))))
      out.push({ key: 'device-dead', device });
    const bit = nodes.handles.indexOf(device);
    if (
      bit >= 0 &&
      nodes.contacts.some((c) => c.bit === bit && (ever(c.a, TOUCH.neutral) || ever(c.b, TOUCH.neutral)))
    )
      out.push({ key: 'neutral-switched', device });
    if (lineIn(w, device) === 'load') out.push({ key: 'line-load', device });
    if (bit >= 0 && !roles.includes('neutral')) out.push({ key: 'no-neutral', device });
  });
  return out;
};

/** Wires whose color says something else than what they carry. */
const wrongColors: Check = ({ tried: { nodes }, roles, chosen }) => {
  const out: Found[] = [];
  const reversedBefore = chosen.some((b) => b.reversed);
  nodes.wires.forEach((x, i) => {
    const at = { cable: x.at.cable, wire: x.at.wire };
    const white = looksOf(x.seen) === 'white';
    const pipe = isRaceway(nodes.seen.cables[x.at.cable]!.type);
    const role = roles[i]!;
    if (role === 'neutral' && !white && x.seen.color !== 'unclear')
      out.push({ key: 'colored-neutral', ...at });
    if (!white || !(isHotRole(role) || role === 'traveler') || reversedBefore) return;
    if (pipe) out.push({ key: 'white-hot-in-pipe', ...at });
    else if (role === 'switched' && 'oOL'.includes(chosen[x.at.cable]!.letters[x.nth]!))
      out.push({ key: 'white-back', ...at });
    else out.push({ key: 'white-hot', ...at });
  });
  return out;
};

/** What comes to the box: reversed or broken before it, from nowhere, or from two sides. */
const wrongSupplies: Check = ({ tried: { nodes }, chosen }) => {
  const out: Found[] = [];
  const reversedBefore = chosen.findIndex((b) => b.reversed);
  if (reversedBefore >= 0) out.push({ key: 'reversed-before', cable: reversedBefore });
  const supplies = new Map<number, Set<number>>();
  for (const x of nodes.wires) {
    if (!'ABS'.includes(chosen[x.at.cable]!.letters[x.nth]!)) continue;
    const root = groupBefore(nodes, x.node);
    supplies.set(root, (supplies.get(root) ?? new Set()).add(x.at.cable));
  }
  if ([...supplies.values()].some((s) => s.size > 1)) out.push({ key: 'two-supplies' });
  chosen.forEach((b, cable) => {
    if (b.broken) out.push({ key: 'broken-before', cable });
  });
  if (!chosen.some((b) => isOwn(b) || isOther(b))) out.push({ key: 'no-supply' });
  if (chosen.some(isOther) && chosen.some((b) => isOwn(b) && !isOther(b))) out.push({ key: 'two-circuits' });
  return out;
};

/** Neutrals: not through a device where two hots share them, not of two circuits in one splice. */
const wrongNeutrals: Check = ({ tried: { nodes }, chosen }) => {
  const out: Found[] = [];
  const through = (['silver', 'line silver'] as const).flatMap((s) =>
    nodes.seen.devices.flatMap((_, device) => {
      const on = nodes.wires.filter(
        (x) => x.seen.seat.on === 'screw' && x.seen.seat.device === device && x.seen.seat.screw === s,
      );
      return on.length > 1 ? [device] : [];
    }),
  );
  if (chosen.some(isMultiwire))
    for (const device of through) out.push({ key: 'neutral-through-device', device });
  const neutrals = new Map<number, Set<boolean>>();
  for (const x of nodes.wires) {
    const b = chosen[x.at.cable]!;
    if (b.letters[x.nth] !== 'N' || (isOther(b) && isOwn(b))) continue;
    const root = groupBefore(nodes, x.node);
    neutrals.set(root, (neutrals.get(root) ?? new Set()).add(isOther(b)));
  }
  if ([...neutrals.values()].some((s) => s.size > 1)) out.push({ key: 'neutrals-joined' });
  return out;
};

/** What is wrong in one wiring. */
const wrongIn: Check = (w) => [
  ...wrongSupplies(w),
  ...wrongDevices(w),
  ...wrongColors(w),
  ...wrongNeutrals(w),
];

/** What is wrong by what the wirings that are left agree on: in all of them, or in nearly all by their weight. */
export function agreedWrong({ kept }: Pick<BoxRead, 'kept'>): Wrong[] {
  const sum = kept.wirings.reduce((s, w) => s + w.weight, 0);
  const by = new Map<string, { found: At & { key: WrongKey }; chance: number; in: number }>();
  for (const w of kept.wirings)
    for (const found of wrongIn(w)) {
      const k = JSON.stringify(found);
      const known = by.get(k) ?? { found, chance: 0, in: 0 };
      by.set(k, { found, chance: known.chance + w.weight / sum, in: known.in + 1 });
    }
  return [...by.values()]
    .filter((x) => x.chance >= LIKELY)
    .map(({ found: { key, ...at }, in: n }) =>
      wrong(key, n === kept.wirings.length ? 'certain' : 'likely', at),
    );
}

const ORDER: Readonly<Record<Wrong['weight'], number>> = { stop: 0, fix: 1, know: 2 };
/** Everything that is wrong in a box, the dangerous first. */
export const wrongWith = (seen: SeenBox, read: BoxRead | null): Wrong[] =>
  [...seenWrong(seen), ...(read ? agreedWrong(read) : [])].sort((a, b) => ORDER[a.weight] - ORDER[b.weight]);
