import fc from 'fast-check';

// Property tests draw the same cases every time; the gate prints the seed and takes another one from SEED.
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20261128) });
