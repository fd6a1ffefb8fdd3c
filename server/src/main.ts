import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { pino, type Logger } from 'pino';
import { toString as qrCode } from 'qrcode';
import { z } from 'zod';
import { createApp } from './app.ts';
import { fillDemo } from './demo.ts';
import { hostNames, ownAddresses } from './guard.ts';
import { cookieSecret, Pairings } from './lan.ts';
import { CONNECTIONS } from './limits.ts';
import { CannotStart, isSaid, openData } from './open.ts';
import { threadCarder } from './cards/cards.ts';
import { threadPrinter } from './printing/printer.ts';
import { threadReader } from './reading/reader.ts';
import { pairingAddress, type Lan } from './routes/devices.ts';
import { Store } from './store.ts';

const Environment = z.object({
  PORT: z.coerce.number().int().min(0).max(65_535).default(4600),
  HOST: z.string().optional(),
  DATA_DIR: z.string().default('data'),
  WEB_DIR: z.string().default('web/dist/app'),
  DEMO: z.enum(['0', '1']).default('0'),
  RATE: z.coerce.number().int().positive().optional(),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
});

interface Flags {
  readonly lan: boolean;
  readonly tls: { readonly cert: Buffer; readonly key: Buffer } | undefined;
}

/** `--lan`, and with it `--cert FILE --key FILE`. */
function flagsOf(args: readonly string[]): Flags {
  const { values } = parseArgs({
    args: [...args],
    options: { lan: { type: 'boolean', default: false }, cert: { type: 'string' }, key: { type: 'string' } },
  });
  if ((values.cert === undefined) !== (values.key === undefined))
    throw new CannotStart('--cert and --key belong together: name both files.');
  const read = (file: string): Buffer => {
    try {
      return readFileSync(file);
    } catch {
      throw new CannotStart(`The file ${file} can't be read.`);
    }
  };
  return {
    lan: values.lan,
    tls:
      values.cert === undefined || values.key === undefined
        ? undefined
        : { cert: read(values.cert), key: read(values.key) },
  };
}

/** Tells how to get in from the house network: the address with a one-time code, as a QR code. */
async function announceLan(lan: Lan): Promise<void> {
  const { code } = lan.pairings.renew();
  const address = pairingAddress(lan, code);
  console.log(await qrCode(address, { type: 'terminal', small: true }));
  console.log(
    `  On the phone: ${address}\n  The code is good for one device and ten minutes.${lan.secure ? '' : ' Without --cert and --key the connection is not encrypted.'}\n`,
  );
}

async function start(
  args: readonly string[],
  env: z.infer<typeof Environment>,
  logger: Logger,
): Promise<void> {
  const { lan: withLan, tls } = flagsOf(args);
  const host = env.HOST ?? (withLan ? '0.0.0.0' : '127.0.0.1');
  const dataDir = resolve(env.DATA_DIR);
  const sequelize = await openData(dataDir);
  const store = new Store(sequelize);
  if (env.DEMO === '1' && (await fillDemo(store))) logger.info('demo houses written');
  await store.thinAll();
  const source = import.meta.url.endsWith('.ts');
  const worker = (folder: string): URL =>
    new URL(source ? `./${folder}/${folder}.worker.ts` : `./${folder}.worker.js`, import.meta.url);
  const reader = threadReader(worker('reading'));
  const printer = threadPrinter(worker('printing'));
  const carder = threadCarder(worker('cards'));
  const scheme = tls ? 'https' : 'http';
  const lan = withLan
    ? {
        pairings: new Pairings(),
        address: `${scheme}://${ownAddresses()[0] ?? 'localhost'}:${env.PORT}`,
        secure: tls !== undefined,
        secret: await cookieSecret(),
      }
    : undefined;
  const app = createApp({
    store,
    reader,
    printer,
    carder,
    logger,
    dataDir,
    webDir: resolve(env.WEB_DIR),
    names: hostNames(host, withLan),
    ...(lan ? { lan } : {}),
    ...(env.RATE === undefined ? {} : { rate: env.RATE }),
  });
  const server = tls ? createTlsServer(tls, app) : createServer(app);
  server.maxConnections = CONNECTIONS;
  server.headersTimeout = 15_000;
  server.requestTimeout = 120_000;
  server.on('error', (error: Error & { code?: string }) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `\n  Port ${env.PORT} is taken by another program. Stop it, or choose another port: PORT=4700 npm run demo\n`
        : `\n  Elwand can't listen on ${host}:${env.PORT}: ${error.message}\n`,
    );
    process.exit(1);
  });
  server.listen(env.PORT, host, () => {
    const bound = server.address();
    const port = typeof bound === 'object' && bound ? bound.port : env.PORT;
    console.log(`\n  Elwand is at ${scheme}://localhost:${port}\n`);
    if (lan) void announceLan(lan);
  });
  const stop = () => {
    server.close(() => {
      void Promise.all([reader.close(), printer.close(), carder.close(), sequelize.close()]).then(() =>
        process.exit(0),
      );
    });
    server.closeAllConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

async function main(): Promise<void> {
  const read = Environment.safeParse(process.env);
  if (!read.success) {
    for (const issue of read.error.issues) console.error(`${issue.path.join('.')}: ${issue.message}`);
    process.exitCode = 2;
    return;
  }
  try {
    await start(process.argv.slice(2), read.data, pino({ level: read.data.LOG_LEVEL }));
  } catch (error) {
    if (!isSaid(error)) throw error;
    console.error(`\n  ${error.message}\n`);
    process.exit(1);
  }
}

await main();
