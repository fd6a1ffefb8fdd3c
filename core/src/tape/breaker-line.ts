import { msg, type Message } from '../words/index.ts';

/** A breaker as its line in the panel directory says it: its number, rating, and what is written beside it. */
export interface TypedBreaker {
  readonly number: string;
  readonly amps: number;
  readonly poles: 1 | 2;
  readonly label: string;
}

const LINE =
  /^(?<number>\d{1,3}[a-z]?)\s+(?<amps>\d{1,3})\s*a?(?:\s+(?<poles>2p|2-pole|double))?(?:\s+(?<label>.*))?$/i;

/** Standard ratings of breakers for branch circuits, A: NEC 240.6(A). */
export const BREAKER_AMPS: readonly number[] = [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100];

/** Reads `7 15 sewing room` or `2 30 2p dryer`; says what is wrong where it can't. */
export function parseBreaker(text: string): TypedBreaker | { readonly why: Message } {
  const groups = LINE.exec(text.trim())?.groups;
  if (groups?.number === undefined || groups.amps === undefined)
    return { why: msg('names.breaker-fault.line') };
  const amps = Number(groups.amps);
  if (!BREAKER_AMPS.includes(amps)) return { why: msg('names.breaker-fault.rating', { amps }) };
  return {
    number: groups.number.toUpperCase(),
    amps,
    poles: groups.poles === undefined ? 1 : 2,
    label: (groups.label ?? '').trim().slice(0, 120),
  };
}
