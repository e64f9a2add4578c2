import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoScenes } from './demo-scenes.js';

/** Writes the demo scenes into a folder: `npm run demo:build -- FOLDER`. */
const folder = process.argv[2] ?? '.renquil/demo';
mkdirSync(folder, { recursive: true });
for (const scene of demoScenes) {
  const bytes = await scene.build();
  if (scene.beside) writeFileSync(join(folder, scene.beside.file), scene.beside.build());
  writeFileSync(join(folder, scene.file), bytes);
  process.stdout.write(`${join(folder, scene.file)} ${bytes.length} bytes\n`);
}
