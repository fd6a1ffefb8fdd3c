import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from './store.ts';
import { serverGone } from './view.ts';

/** How often a server that was gone is asked whether it is back, ms. */
const AGAIN_MS = 5000;

/** Is the server gone? The browser may say so, or a request that got no answer; then it is asked again until it is back. */
export function useOffline(): boolean {
  const dispatch = useAppDispatch();
  const offline = useAppSelector((s) => s.view.offline);
  useEffect(() => {
    const gone = () => dispatch(serverGone(true));
    window.addEventListener('offline', gone);
    return () => window.removeEventListener('offline', gone);
  }, [dispatch]);
  useEffect(() => {
    if (!offline) return;
    const back = () =>
      void fetch('/api/health').then(
        (answer) => answer.ok && dispatch(serverGone(false)),
        () => undefined,
      );
    const timer = setInterval(back, AGAIN_MS);
    window.addEventListener('online', back);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', back);
    };
  }, [offline, dispatch]);
  return offline;
}
