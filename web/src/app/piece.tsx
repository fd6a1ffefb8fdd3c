import { lazy, useState, type ComponentType, type LazyExoticComponent } from 'react';

/** Pieces of the application that are fetched when they are needed, and fetched again when that failed. */

type Load = () => Promise<unknown>;

const loaders = new Map<string, Load>();

/** Waits between tries to fetch a piece, ms: a server that is restarted is back within them. */
const WAITS = [300, 1000, 3000] as const;

let asked = 0;

/**
 * Asks once more. Some browsers keep the failure of a module for as long as the page is open and never ask the server again;
 * under an address that was not used before they do.
 */
async function onceMore<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    const [address] = /https?:\/\/\S+\.js/.exec(String(error)) ?? [];
    if (address === undefined) throw error;
    return (await import(/* @vite-ignore */ `${address}?again=${(asked += 1)}`)) as T;
  }
}

/** Fetches a piece, and again after a while where that failed. */
export async function patiently<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (first) {
    let error: unknown = first;
    for (const wait of WAITS) {
      await new Promise((resolve) => setTimeout(resolve, wait));
      try {
        return await onceMore(load);
      } catch (next) {
        error = next;
      }
    }
    throw error;
  }
}

/** What has to be done before pieces that failed are asked for anew. */
const failed = new Set<() => void>();

/** Lets the pieces that could not be fetched be asked for again: somebody wants another try, or went to another page. */
export function forgetFailed(): void {
  failed.forEach((forget) => forget());
  failed.clear();
}

/**
 * A page that comes in a piece of its own. One that is there already is drawn at once: React holds back for a third of a second
 * what it once had to wait for. One that could not be fetched stays a failure, which the error boundary around it
 * shows, until `forgetFailed`: React asks for a piece anew each time it draws, and would go on for ever.
 */
export function piece<K extends string>(
  name: K,
  load: () => Promise<Record<K, ComponentType>>,
): ComponentType {
  let there: ComponentType | null = null;
  let current: LazyExoticComponent<ComponentType> | null = null;
  const fetched = async () => (there = (await load())[name]);
  loaders.set(name, fetched);
  const fresh = () =>
    lazy(async () => {
      try {
        return { default: await patiently(fetched) };
      } catch (error) {
        failed.add(() => (current = null));
        throw error;
      }
    });
  return function Piece() {
    const [Shown] = useState(() => there ?? (current ??= fresh()));
    return <Shown />;
  };
}

/** Asks for pieces by name ahead of their page; one that does not come is told where it is shown. */
export async function fetchNamed(names: readonly string[]): Promise<void> {
  await Promise.allSettled(names.flatMap((name) => loaders.get(name)?.() ?? []));
}

/** How long the page is left in peace before everything else is fetched, ms. */
const AHEAD_MS = 800;

let tellUp = () => {};
/** Resolves once the first page is drawn and has been left in peace for a moment: what is not needed to draw it waits for this. */
export const pageIsUp = new Promise<void>((resolve) => {
  tellUp = resolve;
});

/**
 * Fetches every piece whose name ends like this once the page is idle, so that they are there when the server is away.
 * @returns ends the waiting
 */
export function fetchAhead(ending: string): () => void {
  const timer = setTimeout(() => {
    // Told to whoever measures the first load: what comes from here on is not part of it.
    performance.mark('elwand-ahead');
    tellUp();
    void fetchNamed([...loaders.keys()].filter((name) => name.endsWith(ending)));
  }, AHEAD_MS);
  return () => clearTimeout(timer);
}
