import { HttpEventType } from '@angular/common/http';
import { firstValueFrom, Observable, tap, type Subscription } from 'rxjs';
import type { Api } from './api';
import { isSilence, waitAfter } from './through-silence';

/** How far files are on their way to the server. */
export interface SentSoFar {
  readonly loaded: number;
  readonly total: number;
  /** Nobody answers just now; it goes on where it was. */
  readonly isCut: boolean;
  /** Of the scene that they are, once all of them have come; null before. */
  readonly job: number | null;
}
/** From this on, files go piece by piece: below it, sending again costs less than asking. */
export const piecesFrom = 16 * 2 ** 20;
/** Bytes of a piece: a multiple of 1 MiB, as the server stores them. */
const piece = 16 * 2 ** 20;
/** Silences after one another that are waited through, before it is given up. */
const mostSilences = 20;

interface Picked {
  readonly path: string;
  readonly file: Blob;
}
type Pieces = Pick<Api, 'upload' | 'putUpload' | 'dropUpload' | 'bringInUploads'>;

/**
 * Sends files piece by piece and starts the job that reads them. A line that is cut costs what has not come of one piece: the
 * server is asked how much it has, and it goes on from there. Unsubscribed before the end, what has come is let go of.
 */
export function sendInPieces(
  api: Pieces,
  project: string,
  files: readonly Picked[],
  {
    request,
    wait = waitAfter,
  }: { readonly request: string; readonly wait?: (silences: number) => Promise<void> },
): Observable<SentSoFar> {
  return new Observable((subscriber) => {
    const send = new Send(api, project, { tell: (sent) => subscriber.next(sent), wait });
    send.run(files, request).then(
      () => subscriber.complete(),
      (error: unknown) => subscriber.error(error),
    );
    return () => send.stop();
  });
}

class Send {
  readonly #uploads: string[] = [];
  #now: Subscription | null = null;
  #isStopped = false;
  #isDone = false;
  #silences = 0;
  /** Of all the files that have come whole. */
  #before = 0;
  #total = 0;
  constructor(
    readonly api: Pieces,
    readonly project: string,
    readonly host: { tell(sent: SentSoFar): void; wait(silences: number): Promise<void> },
  ) {}

  async run(files: readonly Picked[], request: string): Promise<void> {
    this.#total = files.reduce((sum, { file }) => sum + file.size, 0);
    const sent: { path: string; upload: string; bytes: number }[] = [];
    for (const { path, file } of files) {
      const upload = crypto.randomUUID();
      this.#uploads.push(upload);
      await this.#file(upload, file);
      this.#before += file.size;
      sent.push({ path, upload, bytes: file.size });
    }
    const { job } = await this.#throughSilence(() =>
      firstValueFrom(this.api.bringInUploads(this.project, { id: request, files: sent })),
    );
    this.#isDone = true;
    this.#tell(0, { job });
  }
  stop(): void {
    this.#isStopped = true;
    this.#now?.unsubscribe();
    if (this.#isDone) return;
    for (const upload of this.#uploads)
      this.api.dropUpload(this.project, upload).subscribe({ error: () => undefined });
  }

  async #file(upload: string, file: Blob): Promise<void> {
    let have = 0;
    let isAsked = true;
    // An empty file has to be begun as well.
    for (let isFirst = true; isFirst || have < file.size; isFirst = false)
      have = await this.#throughSilence(
        async () => {
          if (!isAsked) have = (await firstValueFrom(this.api.upload(this.project, upload))).have;
          isAsked = false;
          const now = await this.#put(upload, file, have);
          isAsked = true;
          return now;
        },
        () => have,
      );
  }
  #put(upload: string, file: Blob, at: number): Promise<number> {
    const body = file.slice(at, at + piece);
    let have = at;
    const sent = this.api.putUpload(this.project, upload, { at, body }).pipe(
      tap((event) => {
        if (event.type === HttpEventType.UploadProgress) this.#tell(at + event.loaded);
        if (event.type === HttpEventType.Response) have = event.body!.have;
      }),
    );
    return new Promise((done, fail) => {
      this.#now = sent.subscribe({ error: fail, complete: () => done(have) });
    });
  }
  /** Once more while nobody answers; what says no is an error at once. */
  async #throughSilence<T>(ask: () => Promise<T>, have = (): number => 0): Promise<T> {
    for (;;) {
      try {
        const answer = await ask();
        this.#silences = 0;
        return answer;
      } catch (error) {
        if (this.#isStopped || !isSilence(error) || ++this.#silences > mostSilences) throw error;
        this.#tell(have(), { isCut: true });
        await this.host.wait(this.#silences);
      }
    }
  }
  #tell(ofThis: number, more: Partial<SentSoFar> = {}): void {
    const loaded = Math.min(this.#total, this.#before + ofThis);
    this.host.tell({ loaded, total: this.#total, isCut: false, job: null, ...more });
  }
}
