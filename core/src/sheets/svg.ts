import { extentOf, type Drawing, type Layer, type Shape } from './drawing.ts';
import { msg, type Say } from '../words/index.ts';

/** Look of the layers on paper: black only, new work by double weight. Widths in mm on paper. */
const PEN: Readonly<Record<Layer, { readonly width: number; readonly dash?: string }>> = {
  wall: { width: 0.5 },
  opening: { width: 0.35 },
  framing: { width: 0.18 },
  obstacle: { width: 0.25 },
  furniture: { width: 0.18, dash: '1.2 0.8' },
  existing: { width: 0.3 },
  new: { width: 0.9 },
  hole: { width: 0.4 },
  dimension: { width: 0.18 },
  text: { width: 0.18 },
};

const escape = (s: string): string =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const n = (v: number): string => String(Math.round(v * 1000) / 1000);

export interface SvgSetting {
  /** Mm of the house for one mm on paper: 24 for 1/2 in to a foot; null fits the page. */
  readonly scale: number | null;
  readonly page: { readonly widthMm: number; readonly heightMm: number };
  /** What stands under the drawing: house, version, date. */
  readonly caption: string;
  readonly say: Say;
}

/** Letter paper without its margins, mm. */
export const LETTER: SvgSetting['page'] = { widthMm: 190, heightMm: 254 };
const FOOT_MM = 14;

function shapeOf(s: Shape, k: number): string {
  const pen = PEN[s.layer];
  if (s.kind === 'text')
    return `<text x="${n(s.at.x * k)}" y="${n(s.at.y * k)}" font-size="${n(Math.max(2.1, s.size * k))}" text-anchor="${s.anchor}"${s.layer === 'new' ? ' font-weight="700"' : ''}>${escape(s.text)}</text>`;
  const stroke = `fill="none" stroke="#000" stroke-width="${pen.width}"`;
  if (s.kind === 'circle')
    return `<circle cx="${n(s.at.x * k)}" cy="${n(s.at.y * k)}" r="${n(Math.max(0.5, s.radius * k))}" ${stroke}/>`;
  const d = s.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${n(p.x * k)} ${n(p.y * k)}`).join('');
  const dash = s.dashed ? '1.2 0.8' : pen.dash;
  return `<path d="${d}${s.closed ? 'Z' : ''}" ${stroke}${dash ? ` stroke-dasharray="${dash}"` : ''} stroke-linejoin="round"/>`;
}

/** A drawing as an SVG of its true size on paper, with a line to measure whether it was printed to scale. */
export function drawingSvg(drawing: Drawing, { scale, page, caption, say }: SvgSetting): string {
  const e = extentOf(drawing);
  const k =
    scale === null ? Math.min(page.widthMm / e.width, (page.heightMm - FOOT_MM) / e.height) : 1 / scale;
  const [width, height] = [e.width * k, e.height * k + FOOT_MM];
  const foot = e.height * k;
  const inch = 25.4;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" font-family="sans-serif">`,
    `<title>${escape(drawing.title)}</title>`,
    `<g transform="translate(${n(-e.left * k)} ${n(-e.top * k)})">`,
    ...drawing.shapes.map((s) => shapeOf(s, k)),
    '</g>',
    `<text x="1" y="${n(foot + 4)}" font-size="3.4" font-weight="700">${escape(drawing.title)}</text>`,
    `<text x="1" y="${n(foot + 8)}" font-size="2.4">${escape(drawing.note)}</text>`,
    `<text x="1" y="${n(foot + 12)}" font-size="2.4">${escape(`${caption} 1 : ${Math.round(1 / k)}`)}</text>`,
    `<path d="M${n(width - inch - 2)} ${n(foot + 4)}h${inch}m0 -1v2m-${inch} -2v2" fill="none" stroke="#000" stroke-width="0.3"/>`,
    `<text x="${n(width - inch / 2 - 2)}" y="${n(foot + 8)}" font-size="2.2" text-anchor="middle">${escape(say(msg('sheets.inch-on-paper')))}</text>`,
    '</svg>',
  ].join('\n');
}
