/** Floor plans for tests as a drafter makes them: walls as two lines, broken by doors and windows. All in mm. */

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
/** An opening through the wall between two faces: along x in a wall that lies level, along y in an upright one. */
export interface Hole {
  readonly wall: 'level' | 'upright';
  readonly low: number;
  readonly high: number;
  readonly from: number;
  readonly to: number;
  /** How it is drawn: a swing and a leaf, two swings, glazing lines in a gap, one line between faces that go on, jambs alone, nothing. */
  readonly as: 'swing' | 'two swings' | 'glazing' | 'line between' | 'jambs' | 'block' | 'nothing';
}
export interface Drawn {
  readonly lines: readonly (readonly [number, number, number, number])[];
  /** Center, radius, from and to in degrees. */
  readonly arcs: readonly (readonly [number, number, number, number, number])[];
}

const edges = ({ x, y, w, h }: Box): [number, number, number, number][] => [
  [x, y, x + w, y],
  [x + w, y, x + w, y + h],
  [x, y + h, x + w, y + h],
  [x, y, x, y + h],
];

/** Faces of the walls around rooms inside outer boxes, broken where openings are, with what is drawn in them. */
export function drawnPlan(
  faces: readonly (readonly [number, number, number, number])[],
  holes: readonly Hole[],
): Drawn {
  const lines: [number, number, number, number][] = [];
  const arcs: [number, number, number, number, number][] = [];
  for (const [x1, y1, x2, y2] of faces) {
    const level = y1 === y2;
    const [at, a, b] = level ? [y1, x1, x2] : [x1, y1, y2];
    const cuts = holes
      .filter(
        (h) =>
          h.as !== 'line between' &&
          (h.wall === 'level') === level &&
          (Math.abs(h.low - at) < 1 || Math.abs(h.high - at) < 1) &&
          h.from < Math.max(a, b) &&
          h.to > Math.min(a, b),
      )
      .sort((p, q) => p.from - q.from);
    let from = Math.min(a, b);
    const put = (to: number) => {
      if (to - from > 0.5) lines.push(level ? [from, at, to, at] : [at, from, at, to]);
    };
    for (const c of cuts) {
      put(c.from);
      from = c.to;
    }
    put(Math.max(a, b));
  }
  for (const h of holes) {
    const line = (a: number, p: number, b: number, q: number) =>
      lines.push(h.wall === 'level' ? [a, p, b, q] : [p, a, q, b]);
    if (h.as === 'nothing') continue;
    if (h.as === 'block') continue;
    line(h.from, h.low, h.from, h.high);
    line(h.to, h.low, h.to, h.high);
    const width = h.to - h.from;
    const middle = (h.low + h.high) / 2;
    if (h.as === 'swing') {
      line(h.from, h.high, h.from, h.high + width);
      arcs.push(h.wall === 'level' ? [h.from, h.high, width, 0, 90] : [h.high, h.from, width, 0, 90]);
    }
    if (h.as === 'two swings') {
      arcs.push(h.wall === 'level' ? [h.from, h.high, width / 2, 0, 90] : [h.high, h.from, width / 2, 0, 90]);
      arcs.push(
        h.wall === 'level' ? [h.to, h.high, width / 2, 90, 180] : [h.high, h.to, width / 2, 270, 360],
      );
    }
    if (h.as === 'glazing') for (const at of [h.low, middle, h.high]) line(h.from, at, h.to, at);
    if (h.as === 'line between') line(h.from, middle, h.to, middle);
  }
  return { lines, arcs };
}

export const facesOf = (boxes: readonly Box[]): [number, number, number, number][] => boxes.flatMap(edges);
