import { useEffect, useState, type RefObject } from 'react';

/** True once an element has come into view, or near it: what it shows is fetched then. Where the browser cannot tell, at once. */
export function useSeen(element: RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(() => typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    const at = element.current;
    if (seen || !at) return;
    const watch = new IntersectionObserver(
      (entries) => {
        if (entries.some((e) => e.isIntersecting)) setSeen(true);
      },
      { rootMargin: '400px' },
    );
    watch.observe(at);
    return () => watch.disconnect();
  }, [element, seen]);
  return seen;
}
