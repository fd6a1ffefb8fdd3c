/**
 * How many of so many cases a test goes through: a quarter at the gate, all of them where `LONG=1` asks for it (`npm run test:long`).
 * The seeds are the same, so that the quarter is the first of the whole.
 */
export const runs = (all: number): number => (process.env.LONG === '1' ? all : Math.ceil(all / 4));
