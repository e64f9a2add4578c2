import { HttpResponse, type HttpEvent } from '@angular/common/http';
import { defer, NEVER, of, throwError, type Observable } from 'rxjs';
import { ApiError } from './ask';
import { sendInPieces, type SentSoFar } from './send-in-pieces';

const mebi = 2 ** 20;
/** A server that keeps what comes, and falls silent when it is told to. */
class Server {
  readonly files = new Map<string, number>();
  readonly asked: string[] = [];
  /** Before which requests, counted from 1, the line is cut; what it had taken by then stays. */
  constructor(
    readonly cuts: ReadonlySet<number> = new Set(),
    readonly keeps = 0,
  ) {}
  #count = 0;
  #answer<T>(what: string, answer: () => T, cut = (): void => undefined): Observable<T> {
    return defer(() => {
      this.asked.push(what);
      if (!this.cuts.has(++this.#count)) return of(answer());
      cut();
      return throwError(() => new ApiError('offline', 'The server does not answer.'));
    });
  }
  upload = (_project: string, upload: string) =>
    this.#answer('ask', () => ({ have: this.files.get(upload) ?? 0 }));
  putUpload = (
    _project: string,
    upload: string,
    { at, body }: { at: number; body: Blob },
  ): Observable<HttpEvent<{ readonly have: number }>> =>
    this.#answer(
      `put ${at / mebi}`,
      () => {
        this.files.set(upload, at + body.size);
        return new HttpResponse({ body: { have: at + body.size } });
      },
      () => this.files.set(upload, at + this.keeps),
    );
  dropUpload = (_project: string, upload: string) =>
    this.#answer<undefined>('drop', () => {
      this.files.delete(upload);
      return undefined;
    });
  bringInUploads = (_project: string, { files }: { files: readonly { bytes: number }[] }) =>
    this.#answer(`job ${files.map(({ bytes }) => bytes / mebi).join('+')}`, () => ({ job: 7 }));
}
const sent = (server: Server, sizes: readonly number[]): Promise<{ told: SentSoFar[]; error: unknown }> =>
  new Promise((done) => {
    const told: SentSoFar[] = [];
    const files = sizes.map((size, i) => ({ path: `${i}.glb`, file: new Blob([new Uint8Array(size)]) }));
    sendInPieces(server, 'p', files, { request: 'r', wait: () => Promise.resolve() }).subscribe({
      next: (one) => told.push(one),
      error: (error: unknown) => done({ told, error }),
      complete: () => done({ told, error: null }),
    });
  });

describe('files that go piece by piece', () => {
  it('go on from what has come when the line is cut', async () => {
    const server = new Server(new Set([2, 3]), 3 * mebi);
    const { told } = await sent(server, [40 * mebi, mebi]);
    expect(server.asked).toEqual([
      ...['put 0', 'put 16', 'ask', 'ask', 'put 19', 'put 35', 'put 0', 'job 40+1'],
    ]);
    expect(told.at(-1)).toEqual({ loaded: 41 * mebi, total: 41 * mebi, isCut: false, job: 7 });
    expect(told.filter(({ isCut }) => isCut).map(({ loaded }) => loaded / mebi)).toEqual([16, 16]);
  });
  it('start their job once, however often the line is cut', async () => {
    const { told } = await sent(new Server(new Set([2])), [0]);
    expect(told.map(({ job }) => job)).toEqual([null, 7]);
  });
  it('are given up when nobody answers for long, and at once when the server says no', async () => {
    const deaf = new Server(new Set(Array.from({ length: 100 }, (_, i) => i + 1)));
    expect((await sent(deaf, [mebi])).error).toEqual(jasmine.any(ApiError));
    expect(deaf.asked.filter((one) => one !== 'drop').length).toBe(21);
    const server = new Server();
    server.putUpload = () => throwError(() => new ApiError('file-too-large', 'It is too large.'));
    expect((await sent(server, [mebi])).error).toEqual(jasmine.objectContaining({ code: 'file-too-large' }));
  });
  it('let go of what has come when they are cancelled', () => {
    const server = new Server();
    server.putUpload = () => NEVER;
    const file = new Blob([new Uint8Array(4)]);
    sendInPieces(server, 'p', [{ path: 'a', file }], { request: 'r' })
      .subscribe()
      .unsubscribe();
    expect(server.asked).toEqual(['drop']);
  });
});
