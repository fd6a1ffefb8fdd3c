import {
  BreakerId,
  freeLabel,
  makeCable,
  makeHouse,
  makePoint,
  makeRoom,
  PanelId,
  PointId,
  RoomId,
  WallId,
  type Breaker,
  type Cable,
  type Device,
  type House,
  type Point,
} from '../document/index.ts';
import { feet, inches } from '../units/index.ts';

/** Circuits as they are usually wired, one station after the other: for drills, and for the houses of tests. */

export type Station =
  | 'outlet'
  | 'outlet-metal'
  | 'gfci-load'
  | 'gfci-line'
  | 'switch-light'
  | 'light-loop'
  | 'light-loop-neutral'
  | 'half'
  | 'three-way'
  | 'three-way-end'
  | 'fan-two'
  | 'combo'
  | 'junction'
  | 'shared';

export const atPoint = (id: string, on: 'line' | 'load' | 'splice' = 'splice'): Cable['from'] => ({
  at: 'point',
  pointId: PointId.parse(id),
  on,
});
export const atBreaker = (id = 'b1'): Cable['from'] => ({ at: 'breaker', breakerId: BreakerId.parse(id) });

/** A device of 15 A with a ground, changed where a test needs it. */
export const device = (kind: Device['kind'], more: Partial<Device> = {}): Device => ({
  kind,
  amps: 15,
  grounded: true,
  ...more,
});

export const nm = (id: string, from: Cable['from'], to: Cable['to'], more: Partial<Cable> = {}): Cable =>
  makeCable(id, from, to, { gauge: '14', lengthMm: feet(20), way: 'seen', ...more });

/** Places for boxes around a room, 30 in apart. */
function placeOf(n: number, ceiling: boolean, heightInches: number): Point['at'] {
  if (ceiling)
    return {
      on: 'ceiling',
      roomId: RoomId.parse('room'),
      xMm: inches(21 + 37 * (n % 5)),
      yMm: inches(27 + 31 * (Math.floor(n / 5) % 4)),
    };
  return {
    on: 'wall',
    wallId: WallId.parse(`room-w${(Math.floor(n / 5) % 4) + 1}`),
    xMm: inches(18 + 30 * (n % 5)),
    heightMm: inches(heightInches),
  };
}

/** Boxes and cables of a house that grows station by station. */
export class Circuits {
  readonly points: Point[] = [];
  readonly cables: Cable[] = [];
  readonly d: { readonly wiring: 'cable' | 'armor' | 'tubing'; readonly amps: number };
  #places = 0;
  constructor(d: Circuits['d']) {
    this.d = d;
  }

  box(kind: Point['kind'], devices: Device[], metal = false): PointId {
    const n = this.#places++;
    const ceiling = kind === 'luminaire' || kind === 'fan';
    const isMetal = metal || this.d.wiring !== 'cable' || ceiling;
    const gangs = Math.max(1, ceiling ? 1 : devices.length);
    const model = ceiling
      ? 'oct-4-2-1/8'
      : isMetal
        ? gangs > 1
          ? 'sq-4-2-1/8'
          : 'dev-3-1/2'
        : gangs > 1
          ? 'new-2g-34'
          : 'new-1g-22';
    const id = PointId.parse(`p${n}`);
    this.points.push(
      makePoint(id, `P${n}`, kind, placeOf(n, ceiling, kind === 'switch' ? 48 : 15), {
        condition: 'sound',
        devices,
        box: { model, markedCubicInches: null, gangs, clamps: 'none', metal: null },
      }),
    );
    return id;
  }

  cable(from: Cable['from'], to: PointId, more: Partial<Cable> = {}): void {
    const type = { cable: 'NM-B', armor: 'old-AC', tubing: 'EMT' } as const;
    const ground = { cable: 'wire', armor: 'armor', tubing: 'tubing' } as const;
    this.cables.push(
      nm(`c${this.cables.length}`, from, atPoint(to), {
        type: type[this.d.wiring],
        ground: ground[this.d.wiring],
        gauge: this.d.amps === 20 ? '12' : '14',
        ...(this.d.wiring === 'armor' ? { groundProved: true } : {}),
        ...(this.d.wiring === 'tubing' ? { size: '1/2' as const } : {}),
        ...more,
      }),
    );
  }

  /** Adds a station behind `from`; tells where the next one hangs. */
  station(kind: Station, from: Cable['from']): Cable['from'] {
    return STATIONS[kind](this, from);
  }
}

type Build = (c: Circuits, from: Cable['from']) => Cable['from'];

const outlet =
  (metal: boolean): Build =>
  (c, from) => {
    const r = c.box('receptacle', [device('receptacle', { tab: 'whole' })], metal);
    c.cable(from, r);
    return atPoint(r);
  };

const protectedOutlet =
  (carries: 'load' | 'splice'): Build =>
  (c, from) => {
    const r = c.box('receptacle', [device('receptacle-gfci')]);
    c.cable(from, r);
    return atPoint(r, carries);
  };

const switchLight: Build = (c, from) => {
  const [s, l] = [c.box('switch', [device('switch')]), c.box('luminaire', [device('luminaire')])];
  c.cable(from, s);
  c.cable(atPoint(s), l, { carries: 'switched', switchedBy: s });
  return atPoint(s);
};

const lightLoop =
  (neutral: boolean): Build =>
  (c, from) => {
    const [l, s] = [c.box('luminaire', [device('luminaire')]), c.box('switch', [device('switch')])];
    c.cable(from, l);
    c.cable(atPoint(l), s, {
      carries: neutral ? 'loop-neutral' : 'loop',
      conductors: neutral ? 3 : 2,
      switchedBy: s,
    });
    return atPoint(l);
  };

const half: Build = (c, from) => {
  const [s, r] = [
    c.box('switch', [device('switch')]),
    c.box('receptacle', [device('receptacle', { tab: 'broken' })]),
  ];
  c.cable(from, s);
  c.cable(atPoint(s), r, { carries: 'both', conductors: 3, switchedBy: s });
  return atPoint(r);
};

/** Two three-way switches and their lamp; the second may hang on the first, which keeps the conductor to the lamp. */
const threeWay =
  (lampOn: 'first' | 'second'): Build =>
  (c, from) => {
    const a = c.box('switch', [device('switch-three-way')]);
    const b = c.box('switch', [device('switch-three-way')]);
    const l = c.box('luminaire', [device('luminaire')]);
    c.cable(from, a);
    if (lampOn === 'second') {
      c.cable(atPoint(a), b, { carries: 'travelers', conductors: 3 });
      c.cable(atPoint(b), l, { carries: 'switched', switchedBy: b });
    } else {
      c.cable(atPoint(a), b, { carries: 'common-travelers-neutral', conductors: 4 });
      c.cable(atPoint(a), l, { carries: 'switched', switchedBy: a });
    }
    return atPoint(a);
  };

const fanTwo: Build = (c, from) => {
  const s = c.box('switch', [device('switch'), device('switch')]);
  const f = c.box('fan', [device('fan', { lightNth: 2 })]);
  c.cable(from, s);
  c.cable(atPoint(s), f, {
    carries: 'switched',
    conductors: 3,
    switchedBy: s,
    also: { switchedBy: s, nth: 2 },
  });
  return atPoint(s);
};

const combo: Build = (c, from) => {
  const b = c.box('receptacle', [device('receptacle', { tab: 'whole' }), device('switch')]);
  const l = c.box('luminaire', [device('luminaire')]);
  c.cable(from, b);
  c.cable(atPoint(b), l, { carries: 'switched', switchedBy: b });
  return atPoint(b);
};

const junction: Build = (c, from) => {
  const j = c.box('junction', [device('blank')], true);
  c.cable(from, j);
  return atPoint(j);
};

/** A box that another circuit is in too. */
const shared: Build = (c, from) => {
  const b = c.box(
    'receptacle',
    [0, 1].map(() => device('receptacle', { tab: 'whole' })),
  );
  c.cable(from, b);
  c.cable(atBreaker('b3'), b);
  return from;
};

const STATIONS: Readonly<Record<Station, Build>> = {
  outlet: outlet(false),
  'outlet-metal': outlet(true),
  'gfci-load': protectedOutlet('load'),
  'gfci-line': protectedOutlet('splice'),
  'switch-light': switchLight,
  'light-loop': lightLoop(false),
  'light-loop-neutral': lightLoop(true),
  half,
  'three-way': threeWay('second'),
  'three-way-end': threeWay('first'),
  'fan-two': fanTwo,
  combo,
  junction,
  shared,
};

/** Boxes named as on a plan: R1, R2, S1, L1. */
const labeled = (points: readonly Point[]): Point[] =>
  points.reduce<Point[]>((done, p) => [...done, { ...p, label: freeLabel(done, p.kind) }], []);

/** A house of one room with a panel and nothing but what a drill needs. */
export const drillHouse = (c: Circuits, breakers: readonly Breaker[]): House =>
  makeHouse('drill', 'Drill', {
    rooms: [makeRoom('room', 'Bedroom', 'bedroom', feet(15), feet(13))],
    panels: [{ id: PanelId.parse('p'), label: 'Panel', place: 'hall', breakers: [...breakers] }],
    points: labeled(c.points),
    cables: c.cables,
  });
