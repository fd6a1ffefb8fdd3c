/** Random numbers that are the same every time for a seed: uniform on [0, 1) and standard normal (Box-Muller); what is made by chance can be made again. */
export function seeded(seed: number): { uniform: () => number; normal: () => number } {
  let state = seed >>> 0;
  const uniform = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}

/** Chance for a seed: a number below another, one of a list, a list in another order. */
export interface Dice {
  readonly below: (n: number) => number;
  readonly one: <T>(of: readonly T[]) => T;
  readonly shuffled: <T>(of: readonly T[]) => T[];
}
export function diceOf(seed: number): Dice {
  const { uniform } = seeded(seed);
  const below = (n: number) => Math.floor(uniform() * n);
  return {
    below,
    one: (of) => {
      const picked = of[below(of.length)];
      if (picked === undefined) throw new RangeError('one of nothing');
      return picked;
    },
    shuffled: (of) =>
      of
        .map((x) => ({ x, at: uniform() }))
        .sort((a, b) => a.at - b.at)
        .map(({ x }) => x),
  };
}
