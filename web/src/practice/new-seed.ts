/** The seed of a drill that nobody has seen yet. */
export const newSeed = (): number => Math.floor(Math.random() * 1e9);
