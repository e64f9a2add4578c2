import { inject, Injectable } from '@angular/core';
import { last, map, switchMap, takeWhile, tap, timer, type Observable } from 'rxjs';
import { Api } from './api';
import { ApiError } from './ask';
import type { JobInfo } from '@renquil/api';

/** Follows a job until it ends; errors with its error. */
@Injectable({ providedIn: 'root' })
export class Jobs {
  readonly #api = inject(Api);
  follow(id: number, tell: (job: JobInfo) => void): Observable<JobInfo> {
    return timer(0, 250).pipe(
      switchMap(() => this.#api.job(id)),
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
