import { inject, Injectable } from '@angular/core';
import { exhaustMap, last, map, takeWhile, tap, timer, type Observable } from 'rxjs';
import { Api } from './api';
import { ApiError } from './ask';
import { throughSilence } from './through-silence';
import type { JobInfo } from '@renquil/api';

/** Follows a job until it ends, and through a line that is cut meanwhile; errors with the job's error. */
@Injectable({ providedIn: 'root' })
export class Jobs {
  readonly #api = inject(Api);
  follow(id: number, tell: (job: JobInfo) => void): Observable<JobInfo> {
    return timer(0, 250).pipe(
      // A slow answer is waited for: the next question would call it off.
      exhaustMap(() => this.#api.job(id).pipe(throughSilence())),
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
