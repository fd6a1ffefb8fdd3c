import { practice } from '../findings/index.ts';
import { capital, msg, type Tool } from '../words/index.ts';
import { PARTS, type Part, type PartKey } from './parts.ts';

/** Tools of the trade with about what they cost, and what is called a tool and gets used up. */

/** Things that steps ask for and that are used up: bought as parts, or bought as parts already where the plan counts them. */
const USED_UP: Readonly<Partial<Record<Tool, PartKey>>> = {
  'electrical-tape': 'electrical-tape',
  caulk: 'caulk',
  'corner-bead': 'corner-bead',
  'outdoor-sealant': 'sealant-outdoor',
  'nail-plates': 'nail-plate',
  staples: 'staple',
  straps: 'raceway-strap',
};

interface Cost {
  readonly cents: number;
  /** Usually hired rather than bought, cents a day. */
  readonly dayCents?: number;
}

/** What tools cost, about, in cents: ballpark, from memory, meant to be corrected at the counter. */
const COSTS: Readonly<Partial<Record<Tool, Cost>>> = {
  'jab-saw': { cents: 1290 },
  drill: { cents: 8900 },
  'bit-3-4': { cents: 890 },
  'bit-7-8': { cents: 990 },
  'bit-1': { cents: 1090 },
  'patching-tools': { cents: 2900 },
  'paint-tools': { cents: 1690 },
  'fish-tape': { cents: 2490 },
  'marker-wire': { cents: 490 },
  'head-lamp': { cents: 1990 },
  'right-angle-drill': { cents: 16_900, dayCents: 3500 },
  'flexible-bit': { cents: 4490 },
  'bit-guide': { cents: 1990 },
  rods: { cents: 2990 },
  'pry-bar': { cents: 1490 },
  chisel: { cents: 1690 },
  'rotary-hammer': { cents: 15_900, dayCents: 5500 },
  'masonry-bit': { cents: 2490 },
  'conduit-saw': { cents: 1690 },
  level: { cents: 1490 },
  'tubing-bender': { cents: 4990, dayCents: 1200 },
  'voltage-meter': { cents: 4990 },
  'plug-tester': { cents: 990 },
  'cable-cutter': { cents: 2690 },
  pencil: { cents: 190 },
  probe: { cents: 490 },
  'multi-tool': { cents: 7900 },
  'wire-strippers': { cents: 1990 },
  screwdrivers: { cents: 2490 },
  'meter-and-source': { cents: 4990 },
  'cable-ripper': { cents: 590 },
  glasses: { cents: 1290 },
  'breaker-lock': { cents: 1290 },
  hammer: { cents: 1990 },
  ladder: { cents: 7900, dayCents: 2000 },
};

const BALLPARK = practice(msg('materials.estimated'));
/** The key of a tool among all that is sold. */
export const toolKey = (tool: Tool): string => `tool:${tool}`;

/** Every tool as it is sold. */
export const TOOL_PARTS: readonly Part[] = (Object.entries(COSTS) as [Tool, Cost][]).map(
  ([tool, { cents }]) => ({
    key: toolKey(tool),
    name: capital(msg(`names.tool.${tool}`)),
    unit: 'each',
    holds: 1,
    priceCents: cents,
    source: BALLPARK,
  }),
);

/** What it is to hire for a day, cents; null where nobody hires such a thing. */
export const hireCents = (tool: Tool): number | null => COSTS[tool]?.dayCents ?? null;

/** Is it used up, and so no tool to own? */
export const isUsedUp = (tool: Tool): boolean => USED_UP[tool] !== undefined;

/** The part that is bought for something that is used up; undefined for a tool. */
export const usedUpPart = (tool: Tool): Part | undefined => {
  const key = USED_UP[tool];
  return key === undefined ? undefined : PARTS[key];
};
