import { createRequire } from 'node:module';

/** A general solver of integer programs, loaded once: programs in the LP format, by the least value that they allow. */
const load = createRequire(import.meta.url)('highs') as typeof import('highs').default;

/** @returns a function that gives the least value of a program, infinite where it has no answer */
export async function integerPrograms(): Promise<(program: string) => number> {
  const solver = await load();
  return (program) => {
    const result = solver.solve(program, { mip_rel_gap: 0, mip_abs_gap: 0 });
    return result.Status === 'Optimal' ? result.ObjectiveValue : Number.POSITIVE_INFINITY;
  };
}
