import { type Severity, msg, type Text } from '@elwand/core';
import { useSay } from '../app/say.ts';

const WORD: Record<Severity, Text> = {
  stop: msg('screen.parts.stop'),
  fix: msg('screen.parts.fix'),
  watch: msg('screen.parts.find-out'),
  ok: msg('screen.parts.ok'),
};

/** Form carries the meaning: a block with a bar, a wedge, a square with ?, a tick; the word stands beside it. */
export function StateMark({ state, size = 16 }: { readonly state: Severity; readonly size?: number }) {
  const say = useSay();
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      role="img"
      aria-label={say(WORD[state])}
      className={`state state-${state}`}
    >
      {state === 'stop' && (
        <>
          <rect x="1" y="1" width="14" height="14" rx="1.5" fill="currentColor" />
          <rect x="3.5" y="6.5" width="9" height="3" fill="var(--sheet)" />
        </>
      )}
      {state === 'fix' && <path d="M1 3h14L8 14z" fill="currentColor" />}
      {state === 'watch' && (
        <>
          <rect
            x="1.7"
            y="1.7"
            width="12.6"
            height="12.6"
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth="1.5"
          />
          <path
            d="M5.8 6.1c0-3 4.4-2.8 4.4-.2 0 1.7-2.1 1.7-2.1 3.3M8 11v1.4"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.5"
          />
        </>
      )}
      {state === 'ok' && <path d="M2 8.5 6 13 14 3" fill="none" stroke="currentColor" strokeWidth="2" />}
    </svg>
  );
}

export const stateWord = (state: Severity): Text => WORD[state];

/** The tag of an option: one to four notches in a square. */
export function OptionTag({ n, size = 20 }: { readonly n: number; readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden="true">
      <rect x="1" y="1" width="18" height="18" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />
      {Array.from({ length: n }, (_, i) => (
        <rect key={i} x={4 + i * 3.6} y="11" width="1.8" height="8" fill="var(--ink)" />
      ))}
    </svg>
  );
}
