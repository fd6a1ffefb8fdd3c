#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const built = fileURLToPath(new URL('../bundle/main.js', import.meta.url));
if (existsSync(built)) await import(built);
else {
  console.error('elwand: not built yet; run "npm run build" first');
  process.exitCode = 2;
}
