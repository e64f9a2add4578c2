import { TestBed } from '@angular/core/testing';
import type { JobInfo } from '@renquil/api';
import { defer, of, throwError } from 'rxjs';
import { Api } from './api';
import { ApiError } from './ask';
import { Jobs } from './jobs';

describe('following a job', () => {
  const job = (state: JobInfo['state']): JobInfo => ({ id: 1, state }) as JobInfo;
  const offline = new ApiError('offline', 'The server does not answer.');
  /** What a follower hears when the server answers so, one time after another. */
  function hear(answers: readonly (JobInfo | Error)[]): string[] {
    jasmine.clock().install();
    try {
      let asked = 0;
      const ask = () =>
        defer(() => {
          const answer = answers[Math.min(asked++, answers.length - 1)]!;
          return answer instanceof Error ? throwError(() => answer) : of(answer);
        });
      TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: { job: ask } }] });
      const heard: string[] = [];
      TestBed.inject(Jobs)
        .follow(1, ({ state }) => heard.push(state))
        .subscribe({ next: () => heard.push('end'), error: ({ code }: ApiError) => heard.push(code) });
      jasmine.clock().tick(60_000);
      return heard;
    } finally {
      jasmine.clock().uninstall();
    }
  }
  it('ends when it is done', () => {
    expect(hear([job('waiting'), job('running'), job('done')])).toEqual([
      'waiting',
      'running',
      'done',
      'end',
    ]);
  });
  it('goes on when the line was cut meanwhile, or nobody was signed in', () => {
    const signIn = new ApiError('not-signed-in', 'Sign in first.');
    expect(hear([job('running'), offline, offline, offline, signIn, job('running'), job('done')])).toEqual([
      'running',
      'running',
      'done',
      'end',
    ]);
  });
  it('ends with the error of the job', () =>
    expect(hear([job('cancelled')])).toEqual(['cancelled', 'job-cancelled']));
  it('ends where the server has no such job', () => {
    expect(hear([new ApiError('not-found', 'There is none.')])).toEqual(['not-found']);
  });
});
