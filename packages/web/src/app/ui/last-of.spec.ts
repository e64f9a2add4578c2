import { signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { lastOf } from './last-of';

describe('lastOf', () => {
  it('keeps what came last while it is asked anew, for another as well, and when that fails', async () => {
    const asked = signal('a');
    let answers = new Subject<string>();
    const resource = TestBed.runInInjectionContext(() =>
      rxResource({ params: () => asked(), stream: () => (answers = new Subject<string>()) }),
    );
    const last = TestBed.runInInjectionContext(() => lastOf(resource));
    const rest = async (): Promise<string | null> => {
      TestBed.tick();
      await Promise.resolve();
      return last();
    };
    expect(await rest()).toBeNull();
    answers.next('first');
    expect(await rest()).toBe('first');
    asked.set('b');
    expect(await rest())
      .withContext('another is asked for')
      .toBe('first');
    answers.error(new Error('no line'));
    expect(await rest())
      .withContext('it failed')
      .toBe('first');
    expect(resource.error()?.message).toContain('no line');
    resource.reload();
    await rest();
    answers.next('second');
    expect(await rest()).toBe('second');
  });
});
