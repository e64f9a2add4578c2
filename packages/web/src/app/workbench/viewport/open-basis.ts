// eslint-disable-next-line @typescript-eslint/ban-ts-comment -- an address that the build gives, without types
// @ts-ignore
import place from 'three/examples/jsm/libs/basis/basis_transcoder.wasm';
import type { ToBasis } from './basis-messages';

/** Milliseconds for the transcoder to come: half a megabyte. */
const mostWait = 30_000;

/** Begins a worker that unpacks KTX, which is asked at the port. @throws Error where its transcoder does not come */
export async function openBasis(): Promise<{ readonly worker: Worker; readonly port: MessagePort }> {
  const came = await fetch(new URL(place as string, location.origin), {
    signal: AbortSignal.timeout(mostWait),
  });
  if (!came.ok) throw new Error(`the reader of KTX did not come (${came.status})`);
  const wasm = await came.arrayBuffer();
  const worker = new Worker(new URL('./basis.worker', import.meta.url), { type: 'module' });
  const { port1, port2 } = new MessageChannel();
  worker.postMessage({ wasm, port: port1 } satisfies ToBasis, [wasm, port1]);
  return { worker, port: port2 };
}
