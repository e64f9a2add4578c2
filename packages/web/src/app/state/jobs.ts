import { inject, Injectable } from '@angular/core';
import { exhaustMap, last, map, retry, takeWhile, tap, throwError, timer, type Observable } from 'rxjs';
import { Api } from './api';
import { ApiError } from './ask';
import type { JobInfo } from '@renquil/api';

/** What says nothing of the job: the line is cut, or nobody is signed in just now. */
const silences: ReadonlySet<string> = new Set(['offline', 'not-signed-in']);
/** Milliseconds between two questions while nobody answers, at most. */
const longest = 5000;

/** Follows a job until it ends, and through a line that is cut meanwhile; errors with the job's error. */
@Injectable({ providedIn: 'root' })
export class Jobs {
  readonly #api = inject(Api);
  follow(id: number, tell: (job: JobInfo) => void): Observable<JobInfo> {
    return timer(0, 250).pipe(
      // A slow answer is waited for: the next question would call it off.
      exhaustMap(() =>
        this.#api.job(id).pipe(
          retry({
            resetOnSuccess: true,
            delay: (error: unknown, times) =>
              error instanceof ApiError && silences.has(error.code)
                ? timer(Math.min(longest, 250 * 2 ** times))
                : throwError(() => error),
          }),
        ),
      ),
      tap(tell),
      takeWhile((job) => job.state === 'waiting' || job.state === 'running', true),
      last(),
      map((job) => {
        if (job.state === 'done') return job;
        throw new ApiError(
          job.error?.code ?? 'job-cancelled',
          job.error?.text ?? 'It was cancelled. Nothing was stored.',
        );
      }),
    );
  }
}
