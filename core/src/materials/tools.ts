import { hireCents, isUsedUp, toolKey } from '../catalog/index.ts';
import type { House } from '../document/index.ts';
import type { Tool } from '../words/index.ts';
import { partOf } from './sold.ts';

/** Tools that a job asks for: which of them are there, and what the others cost. */
export interface ToolToHand {
  readonly tool: Tool;
  readonly owned: boolean;
  /** Null where nobody knows. */
  readonly cents: number | null;
  readonly ownPrice: boolean;
  /** For a day, where such a tool is hired; cents. */
  readonly hireCents: number | null;
}

/** The tools of a job, each once, in the order in which they are told; what is used up is no tool. */
export const toolsToHand = (
  tools: readonly Tool[],
  { prices, ownTools = [] }: Pick<House, 'prices' | 'ownTools'>,
): ToolToHand[] =>
  [...new Set(tools)]
    .filter((tool) => !isUsedUp(tool))
    .map((tool) => {
      const own = prices?.[toolKey(tool)];
      return {
        tool,
        owned: ownTools.includes(tool),
        cents: own ?? partOf(toolKey(tool))?.priceCents ?? null,
        ownPrice: own !== undefined,
        hireCents: hireCents(tool),
      };
    });

/** What the tools that are not there cost to buy, cents. */
export const toolCents = (tools: readonly ToolToHand[]): number =>
  tools.reduce((s, t) => s + (t.owned ? 0 : (t.cents ?? 0)), 0);
