#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

// What works on the database belongs to the server; the rest needs the core alone.
const bundle = ['backup', 'restore'].includes(process.argv[2])
  ? 'server/bundle/admin.js'
  : 'cli/bundle/main.js';
const built = fileURLToPath(new URL(`../../${bundle}`, import.meta.url));
if (existsSync(built)) await import(built);
else {
  console.error('elwand: not built yet; run "npm run build" first');
  process.exitCode = 2;
}
