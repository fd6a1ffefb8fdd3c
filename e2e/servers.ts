/** Browser tests that run side by side; each has three servers to itself. */
export const WORKERS = 2;

/** One with the demo, one with an empty database, one with the demo whose page speaks the test language. */
interface Served<T> {
  readonly demo: T;
  readonly empty: T;
  readonly words: T;
}

/** The gate names ports that are free; by hand these are used. */
const PORTS = (process.env.E2E_PORTS ?? '4711,4712,4713,4714,4715,4716').split(',').map(Number);

/** The ports of a worker's servers. */
export function served(worker: number): Served<number> {
  const [demo, empty, words] = PORTS.slice(worker * 3);
  if (!demo || !empty || !words) throw new Error(`E2E_PORTS has no three ports for worker ${worker}`);
  return { demo, empty, words };
}

/** Where a worker's servers are. */
export function serversOf(worker: number): Served<string> {
  const { demo, empty, words } = served(worker);
  return { demo: at(demo), empty: at(empty), words: at(words) };
}

export const at = (port: number): string => `http://127.0.0.1:${port}`;
