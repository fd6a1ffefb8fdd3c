import fc from 'fast-check';
import { anyBundle } from '../core/src/testing/random-house.ts';
import { anyWiring } from '../core/src/testing/random-wiring.ts';
import { evaluate } from '../core/src/evaluation/evaluate.ts';
for (const [n,arb] of [['w',anyWiring],['h',anyBundle]] as const) {
const c: Record<string,number> = {};
for (const b of fc.sample(arb as any,{numRuns:400,seed:12}) as any[]) { const e = evaluate(b as any); for (const l of e.chosen?.option.legs ?? []) for (const m of new Set(l.route.moves.map(m=>m.op))) c[m]=(c[m]??0)+1; }
console.log(n,c);
}
