import { extentOf, type Drawing, type Shape } from '@elwand/core/sheets';
import { placeLabels, type Box } from '../strip/labels.ts';
import './sheets.css';

export interface DrawingViewProps {
  readonly drawing: Drawing;
  readonly width: number;
  /** Height that it may take at most, px. */
  readonly mostPx?: number;
}

const MARGIN_PX = 10;
const NOTE_KIND = { new: 'new', dimension: 'length' } as const;

function ShapeMark({ shape, k }: { readonly shape: Shape; readonly k: number }) {
  if (shape.kind === 'circle')
    return (
      <circle
        cx={shape.at.x * k}
        cy={shape.at.y * k}
        r={Math.max(3, shape.radius * k)}
        className={`sheet-${shape.layer} sheet-dot`}
      />
    );
  if (shape.kind === 'text') return null;
  const d = shape.points
    .map((p, i) => `${i === 0 ? 'M' : 'L'}${(p.x * k).toFixed(1)} ${(p.y * k).toFixed(1)}`)
    .join('');
  const path = `${d}${shape.closed ? 'Z' : ''}`;
  return (
    <>
      {shape.layer === 'new' && <path d={path} className="sheet-halo" />}
      <path d={path} className={`sheet-${shape.layer}${shape.dashed ? ' sheet-dashed' : ''}`} />
    </>
  );
}

/** A drawing of the plan on the screen: fitted to the width, its labels clear of each other. */
export function DrawingView({ drawing, width, mostPx = 420 }: DrawingViewProps) {
  const e = extentOf(drawing);
  const k = Math.min((width - 2 * MARGIN_PX) / e.width, mostPx / e.height);
  const [w, h] = [e.width * k, e.height * k];
  const order = (s: Shape) => (s.layer === 'new' ? 0 : s.layer === 'dimension' ? 1 : 2);
  const texts = drawing.shapes
    .flatMap((s, i) => (s.kind === 'text' ? [{ s, i }] : []))
    .sort((a, b) => order(a.s) - order(b.s));
  const dots = drawing.shapes.flatMap((s): Box[] =>
    s.kind === 'circle'
      ? [{ left: (s.at.x - e.left) * k - 4, top: (s.at.y - e.top) * k - 4, width: 8, height: 8 }]
      : [],
  );
  const labels = placeLabels(
    texts.map(({ s, i }) => ({
      id: String(i),
      text: s.text,
      x: (s.at.x - e.left) * k,
      y: (s.at.y - e.top) * k - 6,
      clear: 4,
      kind: s.layer === 'new' || s.layer === 'dimension' ? NOTE_KIND[s.layer] : 'existing',
    })),
    dots,
    { width: w, height: h },
  );
  return (
    <svg
      className="sheet-drawing"
      width={w}
      height={h}
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={`${drawing.title}. ${drawing.note}`}
    >
      <g transform={`translate(${-e.left * k} ${-e.top * k})`}>
        {drawing.shapes.map((s, i) => (
          <ShapeMark key={i} shape={s} k={k} />
        ))}
      </g>
      {labels.map((l) => (
        <text key={l.id} x={l.left + 2} y={l.top + 12} className={`strip-label strip-label-${l.kind}`}>
          {l.text}
        </text>
      ))}
    </svg>
  );
}
