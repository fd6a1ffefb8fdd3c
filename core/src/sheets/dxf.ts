import {
  Colors,
  DxfWriter,
  LWPolylineFlags,
  point2d,
  point3d,
  TextHorizontalAlignment,
  Units,
} from '@tarikjabiri/dxf';
import type { Drawing, Layer } from './drawing.ts';

/** Numbers of the colors that drawing programs give by index. */
const COLOR: Readonly<Record<Layer, number>> = {
  wall: Colors.White,
  opening: Colors.Cyan,
  framing: 8,
  obstacle: Colors.Yellow,
  furniture: 9,
  existing: Colors.White,
  new: Colors.Red,
  hole: Colors.Red,
  dimension: Colors.Green,
  text: Colors.White,
};
const ANCHOR = {
  start: TextHorizontalAlignment.Left,
  middle: TextHorizontalAlignment.Center,
  end: TextHorizontalAlignment.Right,
} as const;

/** A drawing as DXF in millimeters, a layer for each kind of thing; y grows upwards there. */
export function drawingDxf(drawing: Drawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLType('DASHED', 'dashed', [12, -6]);
  for (const [layer, color] of Object.entries(COLOR)) dxf.addLayer(layer, color, 'CONTINUOUS');
  for (const s of drawing.shapes) {
    const on = { layerName: s.layer };
    if (s.kind === 'line')
      dxf.addLWPolyline(
        s.points.map((p) => ({ point: point2d(p.x, -p.y) })),
        {
          ...on,
          flags: s.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
          ...(s.dashed ? { lineType: 'DASHED' } : {}),
        },
      );
    else if (s.kind === 'circle') dxf.addCircle(point3d(s.at.x, -s.at.y), s.radius, on);
    else
      dxf.addText(point3d(s.at.x, -s.at.y), s.size, s.text, {
        ...on,
        horizontalAlignment: ANCHOR[s.anchor],
        ...(s.anchor === 'start' ? {} : { secondAlignmentPoint: point3d(s.at.x, -s.at.y) }),
      });
  }
  return dxf.stringify();
}
