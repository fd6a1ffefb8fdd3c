import { samePlace, type WallId } from '../document/index.ts';
import { boxSolids, openStuds, type Bay, type BoxSolid, type WallFrame } from '../structure/index.ts';
import {
  isAttic,
  MOST_IN_HOLE,
  OPERATION_BIT,
  OPERATIONS,
  SHARED_WORK,
  THREAD_MINUTES,
  type OperationKind,
} from './operations.ts';
import {
  holeBetween,
  onWall,
  type Charge,
  type Edge,
  type GraphInput,
  type Hall,
  type Node,
  type Place,
  type WallPlace,
} from './places.ts';

export interface BayPlace {
  readonly frame: WallFrame;
  readonly bay: Bay;
  readonly nodes: number[];
}

export interface Extra {
  readonly openedMm2?: number;
  readonly factor?: number;
  readonly crowded?: number;
  /** Holes beside those of the operation itself, and the minutes that they take. */
  readonly holes?: number;
  readonly minutes?: number;
  /** Minutes that every cable takes, whoever has drilled or opened it. */
  readonly each?: number;
  /** What it weighs beside its work: that it stays in sight. */
  readonly look?: number;
  /** Names what is drilled or opened where several links do the same work: blocks of one bay. */
  readonly work?: string;
}

/** What a run through a space takes; written over and over. */
export interface HallRun {
  cableMm: number;
  factor: number;
  minutes: number;
  holes: number;
}

/** Collects portals and the operations between them. One builder a graph; its arrays become the graph. */
export class GraphBuilder {
  readonly nodes: Node[] = [];
  readonly edges: Edge[][] = [];
  readonly halls: Hall[] = [];
  readonly charges: Charge[] = [];
  private readonly chargeAt = new Map<string, number>();
  readonly terminals = new Map<string, number>();
  readonly bays = new Map<string, BayPlace>();
  /** Holes of boxes that are open during the work, by wall, as places. */
  private readonly openOn = new Map<WallId, WallPlace[]>();
  /** Boxes by wall, as places. */
  readonly boxesOn = new Map<WallId, WallPlace[]>();
  private readonly through = new Set<BayPlace>();
  readonly above: number[] = [];
  readonly below: number[] = [];
  readonly joists: number[] = [];
  readonly outside = new Map<WallId, number[]>();
  readonly input: GraphInput;

  constructor(input: GraphInput) {
    this.input = input;
  }

  /** Boxes in a wall, from either face: no bit may come into them. */
  solids(wallId: WallId): readonly BoxSolid[] {
    return boxSolids(this.input.house).get(wallId) ?? [];
  }

  add(place: Place, terminal: string | null = null): number {
    const id = this.nodes.length;
    this.nodes.push({ id, place, terminal });
    this.edges.push([]);
    if (terminal !== null) {
      this.terminals.set(terminal, id);
      if (place.in === 'wall')
        this.boxesOn.set(place.wallId, [...(this.boxesOn.get(place.wallId) ?? []), place]);
    }
    return id;
  }

  private avoided(a: number, b: number, op: OperationKind): boolean {
    const { avoid } = this.input;
    if (!avoid || avoid.length === 0) return false;
    const walls = [a, b].map((n) => {
      const place = this.nodes[n]?.place;
      return place && onWall(place) ? place.wallId : null;
    });
    return avoid.some((x) => x.op === op && (x.wallId === null || walls.includes(x.wallId)));
  }

  /** What an operation over so much cable costs, as an edge to a portal. */
  private edgeTo(to: number, op: OperationKind, cableMm: number, extra: Extra, charge = -1): Edge {
    const { minutes: base, minutesPerMeter, holes: own, risk: ownRisk } = OPERATIONS[op];
    const solo = this.input.alone && (op === 'fish' || op === 'fish-joists') ? 2 : 1;
    const minutes =
      (base + (minutesPerMeter * cableMm) / 1000) * solo * (extra.factor ?? 1) + (extra.minutes ?? 0);
    const openedMm2 = extra.openedMm2 ?? 0;
    const holes = own + (extra.holes ?? 0);
    const risk = ownRisk + (extra.crowded ?? 0);
    const cost = this.costOf(isAttic(op), minutes, cableMm, openedMm2, holes, risk) + (extra.look ?? 0);
    return { to, op, bit: OPERATION_BIT[op], cableMm, minutes, openedMm2, holes, risk, cost, charge };
  }

  private costOf(
    attic: boolean,
    minutes: number,
    cableMm: number,
    openedMm2: number,
    holes: number,
    risk: number,
  ): number {
    const { weights } = this.input;
    return (
      minutes * (attic ? weights.atticMinute : weights.minute) +
      (cableMm / 1000) * weights.cableMeter +
      (openedMm2 / 1e6) * weights.openedSquareMeter +
      holes * weights.hole +
      risk * weights.risk
    );
  }

  /** Joins two portals by an operation, both ways at the same price. */
  link(a: number, b: number, op: OperationKind, cableMm: number, extra: Extra = {}): void {
    if (this.avoided(a, b, op)) return;
    const there = this.asBored(a, this.edgeTo(b, op, cableMm, extra), extra);
    const charge = this.workOf(there, extra);
    this.edges[a]?.push({ ...there, charge });
    this.edges[b]?.push(this.asBored(b, this.edgeTo(a, op, cableMm, extra, charge), extra));
  }

  /** The edge as it is weighed where its hole is there from work that was done: threading the cable is all that is left. */
  private asBored(from: number, edge: Edge, { look = 0, each = THREAD_MINUTES }: Extra): Edge {
    const { bored = [] } = this.input;
    if (bored.length === 0 || edge.holes !== 1 || edge.openedMm2 > 0) return edge;
    const [a, b] = [this.nodes[from]?.place, this.nodes[edge.to]?.place];
    const hole = a && b && holeBetween(a, b);
    if (!hole || !bored.some((h) => samePlace(h, hole))) return edge;
    return { ...edge, cost: this.threading(edge, each).cost + look };
  }

  /** What is left of an edge whose hole or opening is there: the cable is threaded. */
  private threading(edge: Edge, each: number): { readonly cost: number; readonly minutes: number } {
    const minutes = Math.min(each, edge.minutes);
    return { minutes, cost: this.costOf(isAttic(edge.op), minutes, edge.cableMm, 0, 0, 0) };
  }

  /** Lists the work of an edge that a second cable finds done. */
  private workOf(edge: Edge, { work, each = THREAD_MINUTES }: Extra): number {
    // Tubing fills its hole, and what is opened for it is closed over one run.
    if (!SHARED_WORK.has(edge.op) || this.input.surface) return -1;
    const key = work === undefined ? undefined : `${edge.op} ${work}`;
    const known = key === undefined ? undefined : this.chargeAt.get(key);
    if (known !== undefined) return known;
    const left = this.threading(edge, each);
    const charge = this.charges.length;
    this.charges.push({
      cost: edge.cost - left.cost,
      minutes: edge.minutes - left.minutes,
      openedMm2: edge.openedMm2,
      holes: edge.holes,
      risk: edge.risk,
      // Where the wall is open another hole is no more work than threading.
      most: edge.openedMm2 > 0 ? Number.POSITIVE_INFINITY : MOST_IN_HOLE,
    });
    if (key !== undefined) this.chargeAt.set(key, charge);
    return charge;
  }

  /**
   * Joins all portals of one space with each other.
   * @param direct no run is cheaper by way of a third portal
   * @param measure writes what a run between two portals, by their places in the list, takes
   */
  hall(
    portals: readonly number[],
    op: OperationKind,
    direct: boolean,
    measure: (i: number, j: number, run: HallRun) => void,
  ): void {
    const [first, second] = portals;
    if (first === undefined || second === undefined || this.avoided(first, second, op)) return;
    const placeOf = new Map(portals.map((id, i) => [id, i] as const));
    const attic = isAttic(op);
    const { minutes: base, minutesPerMeter, holes: own, risk } = OPERATIONS[op];
    const run: HallRun = { cableMm: 0, factor: 1, minutes: 0, holes: 0 };
    const { weights } = this.input;
    const charge = this.charges.length;
    this.charges.push({
      cost: base * (attic ? weights.atticMinute : weights.minute),
      minutes: base,
      openedMm2: 0,
      holes: 0,
      risk: 0,
      most: Number.POSITIVE_INFINITY,
    });
    this.halls.push({
      portals,
      direct,
      bit: OPERATION_BIT[op],
      charge,
      run: (from, to) => {
        measure(placeOf.get(from) ?? 0, placeOf.get(to) ?? 0, run);
        return this.edgeTo(to, op, run.cableMm, run, charge);
      },
      // The same in numbers alone: a search asks for millions of them and keeps few.
      costs: (from, moreAMm, into) => {
        const i = placeOf.get(from) ?? 0;
        for (let j = 0; j < portals.length; j++) {
          measure(i, j, run);
          const minutes = (base + (minutesPerMeter * run.cableMm) / 1000) * run.factor + run.minutes;
          into[j] =
            this.costOf(attic, minutes, run.cableMm, 0, own + run.holes, risk) + run.cableMm * moreAMm;
        }
      },
    });
  }

  bayPlace(frame: WallFrame, bay: Bay): BayPlace {
    const key = `${frame.wall.id}#${bay.index}`;
    const known = this.bays.get(key);
    if (known) return known;
    const made: BayPlace = { frame, bay, nodes: [] };
    this.bays.set(key, made);
    return made;
  }

  inBay(at: BayPlace, xMm: number, heightMm: number, terminal: string | null = null): number {
    const id = this.add({ in: 'wall', wallId: at.frame.wall.id, xMm, heightMm }, terminal);
    at.nodes.push(id);
    return id;
  }

  /** Says that a cable may come through this bay though no box hangs in it. */
  markThrough(at: BayPlace): void {
    this.through.add(at);
  }

  /** Is a hole in the plates of this bay worth thinking of: a box hangs in it, or a cable may come through it? */
  isThrough(at: BayPlace): boolean {
    return this.through.has(at) || at.nodes.some((n) => this.nodes[n]?.terminal !== null);
  }

  /** Says that the hole of this box is open during the work. */
  opened(id: number): void {
    const place = this.wallPlace(id);
    this.openOn.set(place.wallId, [...this.openHoles(place.wallId), place]);
  }

  /** Holes through which a drill reaches into a wall. */
  openHoles(wallId: WallId): readonly WallPlace[] {
    return this.openOn.get(wallId) ?? [];
  }

  /** Does a hole open into this bay? */
  opensInto({ frame, bay }: Pick<BayPlace, 'frame' | 'bay'>): boolean {
    if (openStuds(frame.wall)) return true;
    return this.openHoles(frame.wall.id).some(
      (h) =>
        h.xMm >= bay.leftMm && h.xMm <= bay.rightMm && h.heightMm >= bay.bottomMm && h.heightMm <= bay.topMm,
    );
  }

  boxes(wallId: WallId): readonly WallPlace[] {
    return this.boxesOn.get(wallId) ?? [];
  }

  /** Place along and up a wall of a node that stands in one. */
  wallPlace(id: number): WallPlace {
    const place = this.nodes[id]?.place;
    if (!place || !onWall(place)) throw new Error(`node ${id} is in no wall`);
    return place;
  }
}
