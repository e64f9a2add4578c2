import type { Command } from '../command.js';
import { openFile, saveFile } from '../scene-file.js';

/** `renquil convert`: a scene in another of the formats that it can be written in. */
export const convert: Command = {
  name: 'convert',
  says: 'Writes a scene in another format: any as .glb or as a scene listing (.json, .jsonl), each as what it is.',
  usage: 'renquil convert FILE FILE2',
  options: {},
  files: { least: 2, most: 2 },
  run([file, out], _values, host) {
    const opened = openFile(file!, host);
    saveFile(opened, out!, host);
    host.print(`${out!}: ${opened.scene.size} objects\n`);
    return 0;
  },
};
