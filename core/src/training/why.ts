import type { Dice } from '../units/index.ts';
import type { Text } from '../words/index.ts';
import type { Choice, Question } from './drill.ts';

/** A question with its right answer among wrong ones, in an order by chance. */
export function question(
  dice: Dice,
  asks: Text,
  right: Text,
  wrong: readonly Text[],
  because: Text,
): Question {
  const choices: Choice[] = [
    { id: 'right', says: right },
    ...wrong.map((says, i) => ({ id: `w${i}`, says })),
  ];
  // The ids tell nothing: they are the places in the list.
  const mixed = dice.shuffled(choices);
  return {
    asks,
    because,
    choices: mixed.map(({ says }, i) => ({ id: String(i), says })),
    right: String(mixed.findIndex((c) => c.id === 'right')),
  };
}
