import { resolve } from 'node:path';
import { pino } from 'pino';
import { z } from 'zod';
import { createApp } from './app.ts';
import { openDatabase } from './database.ts';
import { fillDemo } from './demo.ts';
import { Store } from './store.ts';

const Environment = z.object({
  PORT: z.coerce.number().int().min(1).max(65_535).default(4600),
  HOST: z.string().default('127.0.0.1'),
  DATA_DIR: z.string().default('data'),
  WEB_DIR: z.string().default('web/dist/app'),
  DEMO: z.enum(['0', '1']).default('0'),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
});

async function main(): Promise<void> {
  const read = Environment.safeParse(process.env);
  if (!read.success) {
    for (const issue of read.error.issues) console.error(`${issue.path.join('.')}: ${issue.message}`);
    process.exitCode = 2;
    return;
  }
  const env = read.data;
  const logger = pino({ level: env.LOG_LEVEL });
  const sequelize = await openDatabase(resolve(env.DATA_DIR, 'elwand.sqlite'));
  const store = new Store(sequelize);
  if (env.DEMO === '1' && (await fillDemo(store))) logger.info('demo houses written');
  const app = createApp({ store, logger, webDir: resolve(env.WEB_DIR) });
  const server = app.listen(env.PORT, env.HOST, (error?: Error & { code?: string }) => {
    if (!error) {
      console.log(
        `\n  Elwand is at http://${env.HOST === '127.0.0.1' ? 'localhost' : env.HOST}:${env.PORT}\n`,
      );
      return;
    }
    console.error(
      error.code === 'EADDRINUSE'
        ? `\n  Port ${env.PORT} is taken by another program. Stop it, or choose another port: PORT=4700 npm run demo\n`
        : error.message,
    );
    process.exit(1);
  });
  const stop = () => {
    server.close(() => {
      void sequelize.close().then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

await main();
