import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readlinkSync } from 'node:fs';

/** This boot of this machine, as far as processes here can be told apart by their numbers. */
function machine(): string {
  const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  return createHash('sha256')
    .update(boot + readlinkSync('/proc/self/ns/pid'))
    .digest('hex')
    .slice(0, 16);
}
/** When a process began, in clock ticks since the boot (proc(5), field 22); null: it is not there. */
function beganAt(pid: number): string | null {
  const file = `/proc/${pid}/stat`;
  if (!existsSync(file)) return null;
  try {
    const text = readFileSync(file, 'utf8');
    const fields = text.slice(text.lastIndexOf(')') + 2).split(' ');
    // A zombie has ended, though its number is still taken.
    return fields[0] === 'Z' ? null : fields[19]!;
  } catch {
    return null;
  }
}

let count = 0;
/** A name for a worker of this process, by which others of this machine can tell when it is gone. */
export function workerName(): string {
  return `${machine()}/${process.pid}/${beganAt(process.pid)}/${++count}`;
}
/** True when the worker was one of this machine and its process has ended; of other machines nothing is known. */
export function isGone(worker: string): boolean {
  const [where, pid, began] = worker.split('/');
  return where === machine() && beganAt(Number(pid)) !== began;
}
