import type { RoomUse } from '../document/index.ts';
import { lengthFault, msg, q, type Message } from '../words/index.ts';
import { feet, inches, parseLength, tidy, type UnitSystem } from '../units/index.ts';
import { useByName } from './room-words.ts';

/** A room as somebody sketches it on the back of an envelope: its name and two sizes, or three with the ceiling. */
export interface SketchedRoom {
  readonly name: string;
  readonly use: RoomUse;
  /** Along the first wall, and along the second. */
  readonly widthMm: number;
  readonly depthMm: number;
  /** Up to the ceiling, where it was written. */
  readonly ceilingMm: number | null;
}

export interface SketchFault {
  readonly text: string;
  readonly why: Message;
}

export interface Sketch {
  readonly rooms: readonly SketchedRoom[];
  readonly faults: readonly SketchFault[];
}

/** A room is at least this wide, so that 12 in written for 12 ft is asked about, and at most this. */
const LEAST_MM = feet(2);
const MOST_MM = feet(200);
/** Ceilings of houses. */
const LOW_MM = feet(5);
const HIGH_MM = feet(30);

/** Between two sizes: what stands before it ends in a digit or in a unit, so that an x in a name is none. */
const TIMES = /(?<=[\d'"′″mnt.])\s*(?:x|×|\*|by)\s*(?=\d)/i;
/** The size that ends a text, after the name. */
const LAST_SIZE =
  /(?:^|\s)(\d+(?:\.\d+)?\s*(?:'|′|ft|feet)\s*-?\s*(?:\d+(?:[\s-]\d+\/\d+)?\s*(?:"|″|in)?)?|\d+(?:[.,]\d+)?(?:[\s-]\d+\/\d+)?\s*(?:"|″|in|mm|cm|m)?)$/i;
const ALONE = /^\d+(?:[.,]\d+)?(?:[\s-]+\d+\/\d+)?$/;

/** One size of a room: a bare number is in feet, or in meters where it is too small for millimeters. */
function sizeOf(text: string, system: UnitSystem): ReturnType<typeof parseLength> {
  const t = text.trim();
  if (!ALONE.test(t)) return parseLength(t, system);
  const read = parseLength(t.replace(',', '.'), system);
  if (!read.ok) return read;
  if (system === 'imperial') return { ok: true, value: feet(tidy(read.value / inches(1))) };
  return { ok: true, value: read.value < 100 ? read.value * 1000 : read.value };
}

function roomOf(part: string, system: UnitSystem): SketchedRoom | SketchFault {
  const text = part.trim();
  const [first = '', ...others] = text.split(TIMES);
  const width = LAST_SIZE.exec(first);
  if (width?.[1] === undefined || others.length === 0 || others.length > 2)
    return { text, why: msg('names.sketch-fault.two-sizes') };
  const sizes = [width[1], ...others].map((t) => sizeOf(t, system));
  for (const read of sizes) if (!read.ok) return { text, why: lengthFault(read) };
  const [widthMm = 0, depthMm = 0, ceilingMm = null] = sizes.map((read) => (read.ok ? read.value : 0));
  const odd = [widthMm, depthMm].find((mm) => mm < LEAST_MM || mm > MOST_MM);
  if (odd !== undefined) return { text, why: msg('names.sketch-fault.size', { size: q.distance(odd) }) };
  if (ceilingMm !== null && (ceilingMm < LOW_MM || ceilingMm > HIGH_MM))
    return { text, why: msg('names.sketch-fault.ceiling', { size: q.distance(ceilingMm) }) };
  const name = first
    .slice(0, width.index)
    .trim()
    .replace(/[:=,-]$/, '')
    .trim();
  return { name, use: useByName(name), widthMm, depthMm, ceilingMm };
}

/**
 * Reads rooms as they are sketched: `sewing room 11'2" x 13'7"`, several with a semicolon or a comma between them. A third size is
 * the ceiling. What cannot be read keeps its text and says why; everything else still counts.
 */
export function parseSketch(line: string, system: UnitSystem): Sketch {
  const read = line
    .split(/[;\n]|,\s+(?=[^\d\s])/)
    .filter((part) => part.trim() !== '')
    .map((part) => roomOf(part, system));
  return {
    rooms: read.flatMap((r) => ('why' in r ? [] : [r])),
    faults: read.flatMap((r) => ('why' in r ? [r] : [])),
  };
}
