import type { Breaker, Panel } from '../document/index.ts';

/** One space of a panel: what stands in it. */
export interface PanelSpace {
  /** Counted as panels are: odd down the left, even down the right. */
  readonly number: number;
  /** One breaker, or the two halves of a tandem; none where it is free. */
  readonly breakers: readonly Breaker[];
  /** The breaker of two poles that begins in the space above. */
  readonly goesOn: Breaker | null;
}

export interface PanelFace {
  /** Left and right space of each row, from the top. */
  readonly rows: readonly (readonly [PanelSpace, PanelSpace])[];
  /** Breakers whose number is no space of this panel, or that stand where another one is. */
  readonly loose: readonly Breaker[];
  /** Spaces with nothing in them; null where nobody has counted the spaces. */
  readonly free: number | null;
}

/** The space that a breaker begins in: the number it begins with, as in 7, 7A or 7-9. */
const spaceOf = ({ number }: Breaker): number => Number(/^\d+/.exec(number)?.[0] ?? 0);

/**
 * A panel as one stands before it: two columns of spaces, odd numbers on the left and even ones on the right, a breaker of two poles
 * over two spaces of its column, a tandem in one. Common practice for panels with two columns; the numbers are those of the label.
 */
export function panelFace({ breakers, spaces }: Pick<Panel, 'breakers' | 'spaces'>): PanelFace {
  const taken = new Map<number, Breaker[]>();
  const over = new Map<number, Breaker>();
  const loose: Breaker[] = [];
  const most = spaces ?? Infinity;
  for (const b of breakers) {
    const at = spaceOf(b);
    const there = taken.get(at) ?? [];
    const halves = b.tandem === true && there.length < 2;
    const second = b.poles === 2 ? at + 2 : null;
    const blocked =
      at < 1 ||
      at > most ||
      over.has(at) ||
      (there.length > 0 && !halves) ||
      (second !== null && (second > most || taken.has(second) || over.has(second)));
    if (blocked) {
      loose.push(b);
      continue;
    }
    taken.set(at, [...there, b]);
    if (second !== null) over.set(second, b);
  }
  // Where nobody has counted them there is always a row more than is taken.
  const last = spaces ?? Math.max(0, ...taken.keys(), ...over.keys()) + 2;
  const space = (number: number): PanelSpace => ({
    number,
    breakers: taken.get(number) ?? [],
    goesOn: over.get(number) ?? null,
  });
  const rows = Array.from(
    { length: Math.ceil(last / 2) },
    (_, i) => [space(2 * i + 1), space(2 * i + 2)] as const,
  );
  const filled = taken.size + over.size;
  return { rows, loose, free: spaces === undefined ? null : Math.max(0, spaces - filled) };
}

/** The lowest space that nothing stands in. */
export const freeSpace = (panel: Pick<Panel, 'breakers' | 'spaces'>): number => {
  const { rows } = panelFace(panel);
  const free = rows.flat().find((s) => s.breakers.length === 0 && s.goesOn === null);
  return free?.number ?? rows.length * 2 + 1;
};
