/**
 * Drawings as data: what is on a sheet, in mm of the house, before anybody decides whether it becomes a picture on the screen, an
 * SVG or a DXF. y grows downwards as on a screen.
 */

export type Layer =
  | 'wall'
  | 'opening'
  | 'framing'
  | 'obstacle'
  | 'furniture'
  | 'existing'
  | 'new'
  | 'hole'
  | 'dimension'
  | 'text';

export interface At {
  readonly x: number;
  readonly y: number;
}

export type Shape =
  | {
      readonly kind: 'line';
      readonly layer: Layer;
      readonly points: readonly At[];
      readonly closed?: boolean;
      readonly dashed?: boolean;
    }
  | { readonly kind: 'circle'; readonly layer: Layer; readonly at: At; readonly radius: number }
  | {
      readonly kind: 'text';
      readonly layer: Layer;
      readonly at: At;
      readonly text: string;
      /** Height of the letters, mm of the house. */
      readonly size: number;
      readonly anchor: 'start' | 'middle' | 'end';
    };

/** A rectangle as a closed line. */
export const box = (
  layer: Shape['layer'],
  left: number,
  right: number,
  top: number,
  bottom: number,
  dashed = false,
): Shape => ({
  kind: 'line',
  layer,
  closed: true,
  dashed,
  points: [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ],
});

export interface Drawing {
  readonly key: string;
  readonly title: string;
  /** What a person has to know to read it: seen from where, what is assumed. */
  readonly note: string;
  readonly shapes: readonly Shape[];
}

export interface Extent {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Smallest rectangle around all that is drawn, with room for texts, mm of the house. */
export function extentOf(drawing: Pick<Drawing, 'shapes'>, marginMm = 150): Extent {
  const xs: number[] = [];
  const ys: number[] = [];
  const add = (x: number, y: number) => {
    xs.push(x);
    ys.push(y);
  };
  for (const s of drawing.shapes) {
    if (s.kind === 'line') s.points.forEach((p) => add(p.x, p.y));
    else if (s.kind === 'circle') {
      add(s.at.x - s.radius, s.at.y - s.radius);
      add(s.at.x + s.radius, s.at.y + s.radius);
    } else {
      const width = s.text.length * s.size * 0.6;
      const left =
        s.anchor === 'start' ? s.at.x : s.anchor === 'middle' ? s.at.x - width / 2 : s.at.x - width;
      add(left, s.at.y - s.size);
      add(left + width, s.at.y);
    }
  }
  if (xs.length === 0) return { left: 0, top: 0, width: 1, height: 1 };
  const left = Math.min(...xs) - marginMm;
  const top = Math.min(...ys) - marginMm;
  return {
    left,
    top,
    width: Math.max(...xs) + marginMm - left,
    height: Math.max(...ys) + marginMm - top,
  };
}
