import { msg } from '../words/index.ts';
import type { Move, Outcome } from './drill.ts';

/** A box that somebody works in: its breaker, whether it was tested dead since that was off, whether its wires are apart. */
export interface Stands {
  readonly on: boolean;
  readonly tested: boolean;
  readonly apart: boolean;
}

/** How a box stands after some moves; a test counts only with the breaker off, and until it is moved. */
export const standsAfter = (on: boolean, done: readonly string[]): Stands =>
  done.reduce<Stands>(
    (s, id) => {
      if (id === 'on' || id === 'off') return { ...s, on: id === 'on', tested: false };
      if (id === 'test') return { ...s, tested: !s.on };
      return id === 'apart' ? { ...s, apart: true } : s;
    },
    { on, tested: false, apart: false },
  );

/** What can be done with the breaker and the wires of such a box. */
export const handMoves = ({ on, apart }: Stands, takeApart: Move['says']): Move[] => [
  { id: on ? 'off' : 'on', group: 'do', says: msg(on ? 'training.open.off' : 'training.open.on') },
  { id: 'test', group: 'do', says: msg('training.open.test') },
  ...(apart ? [] : [{ id: 'apart', group: 'do', says: takeApart } as const]),
];

/** What comes of one of those; null where the move is another. */
export function handOutcome(s: Stands, id: string, takenApart: Move['says']): Outcome | null {
  if (id === 'on' || id === 'off') return { is: 'shown', says: msg('training.open.turned', { on: id }) };
  if (id === 'test')
    return { is: 'shown', says: msg(s.on ? 'training.open.test-live' : 'training.open.test-dead') };
  if (id !== 'apart') return null;
  if (s.on) return { is: 'unsafe', because: msg('training.open.unsafe.apart-live') };
  if (!s.tested) return { is: 'unsafe', because: msg('training.open.unsafe.apart-untested') };
  return { is: 'shown', says: takenApart };
}
