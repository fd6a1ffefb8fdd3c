import { isReceptacleDevice, isSwitchDevice, msg, type BoxWiring, type Say } from '@elwand/core';
import {
  BOX_WIDTH,
  boxLayout,
  DEVICE_X,
  type DrawnCable,
  type DrawnDevice,
  type DrawnWire,
  type When,
} from '@elwand/core/sheets';
import type { At, Pen } from './pen.ts';

/** One box in black and white: black insulation is solid, white is hollow, bare is banded, colors are named at both ends. */

/** Widths of the layout for one mm on paper. */
interface Frame {
  readonly pen: Pen;
  readonly say: Say;
  readonly at: At;
  readonly k: number;
}
const put = ({ at, k }: Frame, p: At): At => ({ x: at.x + p.x * k, y: at.y + p.y * k });
const NAME_PT = 7;
/** A cable that enters here has its name over the box. */
const FIRST_ROW = 40;

function wire(f: Frame, { points, color, isNew }: DrawnWire): void {
  const way = points.map((p) => put(f, p));
  const { pen } = f;
  pen.line(way, { width: 1.7, color: 'paper' });
  if (color === 'bare') {
    pen.line(way, { width: 0.75 });
    pen.line(way, { width: 0.45, color: 'paper', dash: [0.5, 0.5] });
  } else {
    pen.line(way, { width: 0.9 });
    if (color === 'white') pen.line(way, { width: 0.5, color: 'paper' });
    if (color === 'red' || color === 'blue') pen.line(way, { width: 0.3, color: 'paper', dash: [1.6, 0.8] });
  }
  if (isNew) newMark(f, points);
}

/** Two strokes across what is new, on its longest piece. */
function newMark(f: Frame, points: readonly At[]): void {
  const pieces = points.slice(1).map((p, i) => ({ a: points[i] ?? p, b: p }));
  const length = ({ a, b }: (typeof pieces)[number]) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
  const longest = [...pieces].sort((x, y) => length(y) - length(x))[0];
  if (!longest) return;
  const { a, b } = longest;
  const middle = put(f, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const level = Math.abs(a.y - b.y) < 1;
  for (const off of [-0.5, 0.5])
    f.pen.line(
      level
        ? [
            { x: middle.x + off, y: middle.y - 1.3 },
            { x: middle.x + off, y: middle.y + 1.3 },
          ]
        : [
            { x: middle.x - 1.3, y: middle.y + off },
            { x: middle.x + 1.3, y: middle.y + off },
          ],
      { width: 0.35 },
    );
}

const crossed = ({ pen }: Frame, a: At, b: At): void => {
  pen.line([a, b], { width: 0.4 });
  pen.line(
    [
      { x: a.x, y: b.y },
      { x: b.x, y: a.y },
    ],
    { width: 0.4 },
  );
};

function cable(f: Frame, { cable: c, side, top, there, ports }: DrawnCable, when: When): void {
  const { pen, say, k } = f;
  const out = !there && when === 'after';
  const corner = put(f, { x: side === 'left' ? 10 : BOX_WIDTH - 36, y: top - 10 });
  const [wide, high] = [26 * k, ((ports.length - 1) * 24 + 20) * k];
  if (!there && !out)
    return pen.box(corner.x, corner.y, wide, high, { width: 0.2, dash: [0.8, 0.8], fill: 'paper' });
  pen.box(corner.x, corner.y, wide, high, { width: 0.35, fill: c.isNew && there ? 'ink' : 'paper' });
  if (out) crossed(f, corner, { x: corner.x + wide, y: corner.y + high });
  const name = side === 'left' ? say(c.to) : say(msg('paper.cable-to', { where: c.to }));
  const label = out ? say(msg('paper.out', { what: name })) : name;
  const words = { size: NAME_PT + 0.5, font: 'bold' } as const;
  const named = c.isNew && there ? `|| ${label}` : label;
  const w = pen.widthOf(named, words);
  pen.text(
    {
      x: side === 'left' ? corner.x : corner.x + wide - w,
      y: top <= FIRST_ROW ? f.at.y - 2.6 : corner.y - 3.4,
    },
    named,
    { ...words, halo: true },
  );
  if (!there) return;
  for (const { conductor, at } of ports) {
    const text = say(
      msg(conductor.remark ? 'paper.reidentified' : 'paper.conductor', {
        color: msg(`names.color.${conductor.color}`),
      }),
    );
    const spot = put(f, at);
    const tw = pen.widthOf(text, { size: NAME_PT });
    pen.text({ x: side === 'left' ? spot.x + 1 : spot.x - 1 - tw, y: spot.y - 3.7 }, text, { size: NAME_PT });
  }
}

function device(f: Frame, { device: d, top, screws, goes }: DrawnDevice): void {
  const { pen, say, k } = f;
  const corner = put(f, { x: DEVICE_X - 26, y: top });
  const [wide, high] = [52 * k, 78 * k];
  pen.box(corner.x, corner.y, wide, high, { width: 0.4, fill: 'paper' });
  const middle = put(f, { x: DEVICE_X, y: top + 39 });
  const stroke = (dx: number, y: number) => {
    const a = put(f, { x: DEVICE_X + dx, y: top + y });
    pen.line([a, { x: a.x, y: a.y + 9 * k }], { width: 0.5 });
  };
  if (isReceptacleDevice(d)) for (const dx of [-6, 6]) for (const y of [16, 48]) stroke(dx, y);
  else if (isSwitchDevice(d)) pen.box(middle.x - 6 * k, middle.y - 17 * k, 12 * k, 34 * k, { width: 0.4 });
  else pen.circle(middle, 16 * k, { width: 0.4 });
  if (goes) {
    crossed(f, corner, { x: corner.x + wide, y: corner.y + high });
    pen.text({ x: corner.x + wide + 1, y: corner.y + high - 3 }, say(msg('paper.comes-out')), {
      size: NAME_PT,
    });
  }
  for (const s of screws) {
    const at = put(f, s.at);
    pen.circle(at, 6 * k, { width: 0.4, fill: 'paper' });
    const text = say(msg(`names.terminal.${s.screw}`));
    const w = pen.widthOf(text, { size: NAME_PT });
    pen.text({ x: s.side === 'right' ? at.x + 10 * k : at.x - 10 * k - w, y: at.y + 6 * k }, text, {
      size: NAME_PT,
    });
  }
}

/** How high the picture of a box stands at a width, mm: the same before and after. */
export const boxPictureHeight = (box: BoxWiring, widthMm: number): number =>
  (boxLayout(box, 'after').height * widthMm) / BOX_WIDTH;

/** Draws a box before or after, with its upper left corner there. */
export function boxPicture(pen: Pen, say: Say, box: BoxWiring, when: When, at: At, widthMm: number): void {
  const layout = boxLayout(box, when);
  const f: Frame = { pen, say, at, k: widthMm / BOX_WIDTH };
  const corner = put(f, { x: 22, y: 6 });
  pen.box(corner.x, corner.y, (BOX_WIDTH - 44) * f.k, (layout.height - 10) * f.k, { width: 0.45 });
  for (const w of layout.wires) wire(f, w);
  for (const { splice, at: spot } of layout.splices) {
    const p = put(f, spot);
    const [w, h] = [30 * f.k, 24 * f.k];
    pen.box(p.x - w / 2, p.y - h / 2, w, h, { width: splice.isNew ? 0.8 : 0.4, fill: 'paper' });
    pen.text({ x: p.x - w / 2, y: p.y - 1.8 }, String(splice.n), {
      size: 8.5,
      font: 'bold',
      width: w,
      align: 'center',
    });
  }
  for (const c of layout.cables) cable(f, c, when);
  for (const c of layout.caps) {
    const p = put(f, c);
    pen.box(p.x - 5 * f.k, p.y - 6 * f.k, 10 * f.k, 12 * f.k, { width: 0.4, fill: 'paper' });
  }
  for (const d of layout.devices) device(f, d);
}
