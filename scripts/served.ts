import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

/** A built server on a folder of its own, for scripts that ask it a lot or end it in the middle. */
export interface Served {
  readonly url: string;
  readonly process: ChildProcess;
  /** Everything it wrote so far. */
  readonly said: () => string;
  readonly kill: (signal?: NodeJS.Signals) => Promise<void>;
}

const BUNDLE = 'server/bundle/main.js';

/** Starts the server on a free port and waits until it answers. */
export async function serve(dataDir: string, more: Record<string, string> = {}): Promise<Served> {
  if (!existsSync(BUNDLE)) throw new Error('not built yet; run "npm run build" first');
  const child = spawn(process.execPath, [BUNDLE], {
    env: { ...process.env, PORT: '0', DATA_DIR: dataDir, LOG_LEVEL: 'error', RATE: '1000000', ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let text = '';
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const url = await new Promise<string>((resolve, reject) => {
    const hear = (data: Buffer) => {
      text += data.toString();
      const found = /Elwand is at http:\/\/localhost:(\d+)/.exec(text)?.[1];
      if (found !== undefined) resolve(`http://127.0.0.1:${found}`);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void gone.then(() => reject(new Error(`the server ended before it was up: ${text}`)));
  });
  return {
    url,
    process: child,
    said: () => text,
    kill: async (signal = 'SIGTERM') => {
      child.kill(signal);
      await gone;
    },
  };
}

/** The most memory a process has had, MB; null where the system does not tell. */
export function peakMegabytes(pid: number | undefined): number | null {
  const file = `/proc/${pid ?? 0}/status`;
  if (!existsSync(file)) return null;
  const kilobytes = /VmHWM:\s+(\d+)/.exec(readFileSync(file, 'utf8'))?.[1];
  return kilobytes === undefined ? null : Math.round(Number(kilobytes) / 1024);
}
