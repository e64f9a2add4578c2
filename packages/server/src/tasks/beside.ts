import { Worker, type WorkerOptions } from 'node:worker_threads';

/** A worker's file beside the one that asks; sources that run directly have no .js beside them. */
export function beside(here: string, name: string): URL {
  return new URL(`./${name}.${here.endsWith('.ts') ? 'ts' : 'js'}`, here);
}

/** A thread that runs it. The loader of sources is not inherited by threads, so it is registered there anew. */
export function startBeside(here: string, name: string, options: WorkerOptions): Worker {
  const file = beside(here, name);
  return file.pathname.endsWith('.ts')
    ? new Worker(
        `import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(file.href)})))`,
        { ...options, eval: true },
      )
    : new Worker(file, options);
}
