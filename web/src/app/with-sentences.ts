import { learn } from '@elwand/core';

/** A piece of the app with sentences of its own, which come with it. */
export async function withSentences<T>(piece: Promise<T>): Promise<T> {
  const { sentences } = await import('./late-sentences.ts');
  learn('en-US', sentences);
  return piece;
}
