import { parseArgs } from 'node:util';
import { startReceiver } from './receiver.js';

/** `receiver --data FOLDER --port N`: prints its address, and runs until it is ended or whoever started it is gone. */
const { values } = parseArgs({
  options: { data: { type: 'string' }, port: { type: 'string' } },
});
const folder = values.data ?? '.renquil/receiver';
const port = Number(values.port ?? 0);
let receiver;
try {
  receiver = await startReceiver(folder, port);
} catch (error) {
  if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
  receiver = await startReceiver(folder, 0);
}
process.stdout.write(`${receiver.url}\n`);
const stop = (): void => void receiver.close().then(() => process.exit(0));
process.on('SIGINT', stop).on('SIGTERM', stop);
// Its line to whoever started it is closed: nobody is left to stop it.
process.stdin.on('end', stop).on('error', stop).resume();
