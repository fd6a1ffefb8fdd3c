import { REEL_MM } from '../catalog/index.ts';
import type { House, StripLight, StripPiece } from '../document/index.ts';
import { roundRoom } from '../structure/index.ts';
import { MM_PER_FOOT } from '../units/index.ts';
import { JUMPER_MOST_MM, STRIP_KINDS } from './strip-values.ts';

/** A strip as it is cut and laid out: straight pieces in the order of the run, and what lies between them. */

/** A place on a wall. */
export type Spot = Pick<StripPiece, 'wallId' | 'heightMm'> & { readonly xMm: number };

/** What a strip is made of, as its label says or as its kind usually is. */
export interface Make {
  readonly volts: 12 | 24;
  readonly wattsPerMm: number;
  readonly cutMm: number;
  /** What one feed may carry one way; Infinity where the label was not read. */
  readonly mostFeedMm: number;
  readonly widthMm: StripLight['widthMm'];
}
export const makeOf = (s: StripLight): Make => ({
  volts: s.volts,
  wattsPerMm:
    s.wattsPerMeter === undefined ? STRIP_KINDS[s.kind].wattsPerFoot / MM_PER_FOOT : s.wattsPerMeter / 1000,
  cutMm: s.cutMm ?? STRIP_KINDS[s.kind].cutMm[s.volts],
  mostFeedMm: s.mostFeedMm ?? Infinity,
  widthMm: s.widthMm,
});

/** A length of strip between two cuts. */
export interface CutPiece {
  /** The piece it was read as, from 1, and which part of it where it had to be cut in two or more. */
  readonly nth: number;
  readonly part: number;
  readonly zone: number;
  /** How many cuts long it is. */
  readonly cuts: number;
  readonly lengthMm: number;
  readonly from: Spot;
  readonly to: Spot;
  /** From the end of the piece before, along the walls; null for the first, and where no jumper goes. */
  readonly linkMm: number | null;
}

/** The way from one place to another along the walls of their room, up and down included, mm; Infinity between rooms. */
export function alongWalls(house: Pick<House, 'rooms'>): (a: Spot, b: Spot) => number {
  const of = new Map(
    house.rooms.flatMap((room) => {
      const round = roundRoom(room);
      return room.walls.map((w) => [w.id, round] as const);
    }),
  );
  return (a, b) => {
    const round = of.get(a.wallId);
    const [x, y] = [a, b].map((s) => round?.starts.get(s.wallId));
    if (!round || x === undefined || y === undefined) return Infinity;
    const across = Math.abs(x + a.xMm - y - b.xMm);
    return Math.min(across, round.whole - across) + Math.abs(a.heightMm - b.heightMm);
  };
}

const ends = (p: StripPiece): readonly [Spot, Spot] => {
  const at = (xMm: number): Spot => ({ wallId: p.wallId, xMm, heightMm: p.heightMm });
  return [at(Math.min(p.leftMm, p.rightMm)), at(Math.max(p.leftMm, p.rightMm))];
};

/** Which way round each piece lies, so that what lies between them is as short as can be. */
function laidOut(
  pieces: readonly StripPiece[],
  way: (a: Spot, b: Spot) => number,
): (readonly [Spot, Spot])[] {
  type Best = { readonly cost: number; readonly laid: readonly (readonly [Spot, Spot])[] };
  let best: readonly Best[] = [{ cost: 0, laid: [] }];
  for (const p of pieces) {
    const [left, right] = ends(p);
    best = [[left, right] as const, [right, left] as const].map((laid) =>
      best
        .map((b): Best => {
          const last = b.laid.at(-1);
          const step = last ? way(last[1], laid[0]) : 0;
          return { cost: b.cost + Math.min(step, 1e9), laid: [...b.laid, laid] };
        })
        .reduce((x, y) => (y.cost < x.cost ? y : x)),
    );
  }
  return [...best.reduce((x, y) => (y.cost < x.cost ? y : x)).laid];
}

const between = (a: Spot, b: Spot, share: number): Spot => ({ ...a, xMm: a.xMm + (b.xMm - a.xMm) * share });

/** A piece cut into so many parts at its cut marks, as alike as they can be. */
export function inParts(piece: CutPiece, parts: number, cutMm: number): CutPiece[] {
  const out: CutPiece[] = [];
  let done = 0;
  for (let i = 0; i < parts; i++) {
    const upTo = Math.round((piece.cuts * (i + 1)) / parts);
    out.push({
      ...piece,
      part: piece.part + i,
      cuts: upTo - done,
      lengthMm: (upTo - done) * cutMm,
      from: between(piece.from, piece.to, done / piece.cuts),
      to: between(piece.from, piece.to, upTo / piece.cuts),
      linkMm: i === 0 ? piece.linkMm : 0,
    });
    done = upTo;
  }
  return out.filter((p) => p.cuts > 0);
}

export interface Laid {
  readonly pieces: readonly CutPiece[];
  /** Pieces, from 1, that are shorter than one cut. */
  readonly tooShort: readonly number[];
  /** What stays dark at the ends of pieces because a strip is cut only at its marks, mm in all. */
  readonly darkMm: number;
}

/** The pieces of a strip as they are cut: whole cuts, none longer than comes on a reel. */
export function cutStrip(house: Pick<House, 'rooms'>, strip: StripLight): Laid {
  const { cutMm } = makeOf(strip);
  const way = alongWalls(house);
  const laid = laidOut(strip.pieces, way);
  const most = Math.floor(REEL_MM / cutMm);
  const tooShort: number[] = [];
  let darkMm = 0;
  let last: Spot | null = null;
  let lastZone = 0;
  const pieces = strip.pieces.flatMap((p, i): CutPiece[] => {
    const [from, to] = laid[i] ?? ends(p);
    const lengthMm = Math.abs(p.rightMm - p.leftMm);
    const cuts = Math.floor((lengthMm + 1e-6) / cutMm);
    if (cuts === 0) {
      tooShort.push(i + 1);
      return [];
    }
    darkMm += lengthMm - cuts * cutMm;
    const gap = last === null ? Infinity : way(last, from);
    const isCorner = last !== null && last.wallId !== from.wallId;
    // Zones are apart where something dims them.
    const isSameZone = strip.dimming === 'none' || lastZone === p.zone;
    const goesOn =
      gap <= JUMPER_MOST_MM && isSameZone && !(strip.corners === 'feed' && (isCorner || gap > 1));
    const piece: CutPiece = {
      nth: i + 1,
      part: 1,
      zone: p.zone,
      cuts,
      lengthMm: cuts * cutMm,
      from,
      to: between(from, to, (cuts * cutMm) / lengthMm),
      linkMm: goesOn ? gap : null,
    };
    [last, lastZone] = [to, p.zone];
    return inParts(piece, Math.ceil(cuts / most), cutMm);
  });
  return { pieces, tooShort, darkMm };
}
