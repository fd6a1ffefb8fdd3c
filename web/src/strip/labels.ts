/** A label that wants to stand beside its anchor. Widths are estimated from the text: the placer has no screen. */
export interface Label {
  readonly id: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  /** Half width and half height of the symbol it belongs to, px. */
  readonly clear: number;
  readonly kind: 'new' | 'existing' | 'length';
}

export interface PlacedLabel extends Label {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const CHAR_PX = 7.4;
const LINE_PX = 15;
const GAP_PX = 3;

export const overlaps = (a: Box, b: Box): boolean =>
  a.left < b.left + b.width &&
  b.left < a.left + a.width &&
  a.top < b.top + b.height &&
  b.top < a.top + a.height;

/** Places tried for a label: right, left, above, below, then the same further off. */
function tries(label: Label, width: number): { left: number; top: number }[] {
  // A length belongs right over its line, or right under it.
  if (label.kind === 'length') {
    const over = [0, 40, -40, 80, -80, 120, -120].map((dx) => ({
      left: label.x + dx - width / 2,
      top: label.y - LINE_PX - 3,
    }));
    return [...over, ...over.map((o) => ({ ...o, top: label.y + 4 }))];
  }
  const out: { left: number; top: number }[] = [];
  for (let ring = 0; ring < 8; ring++) {
    const off = label.clear + GAP_PX + ring * LINE_PX;
    const middle = label.y - LINE_PX / 2;
    const side = label.clear + GAP_PX;
    out.push(
      { left: label.x + side, top: middle - ring * LINE_PX },
      { left: label.x - side - width, top: middle - ring * LINE_PX },
      { left: label.x - width / 2, top: label.y - off - LINE_PX },
      { left: label.x - width / 2, top: label.y + off },
      { left: label.x + side, top: middle + ring * LINE_PX },
      { left: label.x - side - width, top: middle + ring * LINE_PX },
    );
  }
  return out;
}

/**
 * Sets labels so that none lies on another, on a symbol or outside the sheet: in order, each at its first free place.
 * A label for which there is no room is left out rather than drawn over something.
 */
export function placeLabels(
  labels: readonly Label[],
  taken: readonly Box[],
  sheet: { width: number; height: number },
): PlacedLabel[] {
  const boxes: Box[] = [...taken];
  const out: PlacedLabel[] = [];
  for (const label of labels) {
    const width = label.text.length * CHAR_PX + 4;
    const place = tries(label, width)
      .map((t): Box => ({ ...t, width, height: LINE_PX }))
      .find(
        (b) =>
          b.left >= 0 &&
          b.left + b.width <= sheet.width &&
          b.top >= 0 &&
          b.top + b.height <= sheet.height &&
          !boxes.some((o) => overlaps(o, b)),
      );
    if (!place) continue;
    boxes.push(place);
    out.push({ ...label, ...place });
  }
  return out;
}

export interface Spread {
  readonly key: string;
  readonly text: string;
  readonly x: number;
  readonly left: number;
  readonly row: number;
  readonly width: number;
}

/**
 * Sets dimensions under what they measure, in order from left to right on as many rows as are given: each goes to the
 * row where it is moved least, so that a number never changes places with its neighbor's.
 */
export function spread(
  dimensions: readonly { key: string; text: string; x: number }[],
  rows: number,
): Spread[] {
  const ends = new Array<number>(rows).fill(0);
  return [...dimensions]
    .sort((a, b) => a.x - b.x)
    .map((d) => {
      const width = d.text.length * CHAR_PX + 4;
      const lefts = ends.map((end) => Math.max(d.x - width / 2, end + GAP_PX));
      const row = lefts.indexOf(Math.min(...lefts));
      const left = lefts[row] ?? 0;
      ends[row] = left + width;
      return { ...d, left, row, width };
    });
}
