#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const built = fileURLToPath(new URL('../dist/main.js', import.meta.url));
if (!existsSync(built)) {
  process.stderr.write('renquil is not built yet. Run: npm run build\n');
  process.exit(2);
}
const { main } = await import(built);
process.exitCode = await main(process.argv.slice(2));
