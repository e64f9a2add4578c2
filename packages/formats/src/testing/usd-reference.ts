import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { ReferenceAnswer, ReferenceQuestion } from './usd-reference-child.js';

/** OpenUSD itself, to ask what it makes of a layer. One question after another. */
export class UsdReference {
  private constructor(readonly child: ChildProcess) {}
  static async open(): Promise<UsdReference> {
    const child = fork(fileURLToPath(new URL('./usd-reference-child.ts', import.meta.url)), {
      execArgv: ['--import', 'tsx', '--conditions=@renquil/source'],
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    const reference = new UsdReference(child);
    await reference.#next();
    return reference;
  }
  #next(): Promise<unknown> {
    return new Promise((done, fail) => {
      const ended = (code: number | null): void => fail(new Error(`the reference ended with ${code}`));
      this.child.once('exit', ended);
      this.child.once('message', (answer) => {
        this.child.off('exit', ended);
        done(answer);
      });
    });
  }
  async ask(
    root: string,
    files: Readonly<Record<string, Uint8Array>>,
    packs = false,
  ): Promise<ReferenceAnswer> {
    const answer = this.#next();
    this.child.send({ root, files: Object.entries(files), packs } satisfies ReferenceQuestion);
    return (await answer) as ReferenceAnswer;
  }
  close(): void {
    this.child.kill();
  }
}
