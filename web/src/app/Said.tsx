import type { Text } from '@elwand/core';
import { Fragment, type ReactNode } from 'react';
import { useSay } from './say.ts';

const MARK = '\u0001';

/** A place in a sentence where something that is more than text stands: a bold number, a link, a key. */
export const slot = (name: string): string => MARK + name + MARK;

/**
 * A text with more than letters in it: what stands in its slots is set into the sentence, wherever the language wants it.
 * Without slots it is a plain text, for windows that are made outside a component and can call no hook.
 */
export function Said({
  text,
  slots = {},
}: {
  readonly text: Text;
  readonly slots?: Readonly<Record<string, ReactNode>>;
}) {
  const said = useSay()(text);
  return said.split(MARK).map((part, i) => <Fragment key={i}>{i % 2 === 1 ? slots[part] : part}</Fragment>);
}
