import { useEffect, useState } from 'react';

/** Gives the focus back to what had it before this window was there, when the window goes. */
export function useFocusBack(): void {
  const [before] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      if (before instanceof HTMLElement || before instanceof SVGElement) before.focus();
    },
    [before],
  );
}
