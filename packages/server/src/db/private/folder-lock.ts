import { spawn } from 'node:child_process';
import { SetUpError } from '../set-up-error.js';

/**
 * Does work that only one process at a time may do on a folder. The lock is the kernel's (flock, util-linux), so it goes
 * with its holder, however that ends.
 */
export async function withFolderLock<T>(file: string, work: () => Promise<T>): Promise<T> {
  const holder = spawn('flock', ['--exclusive', '--wait', '90', file, 'sh', '-c', 'echo held; exec cat'], {
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  try {
    await new Promise<void>((done, fail) => {
      holder.stdout.once('data', () => done());
      holder.once('error', fail);
      holder.once('exit', () =>
        fail(new SetUpError(`Another process has been starting on ${file} for 90 seconds.`)),
      );
    });
    return await work();
  } finally {
    holder.stdin.on('error', () => undefined);
    holder.stdin.end();
  }
}
