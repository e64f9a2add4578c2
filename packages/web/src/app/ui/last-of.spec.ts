import { signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { lastOf } from './last-of';

describe('lastOf', () => {
  const start = () => {
    const [asked, of] = [signal('a'), signal(1)];
    let answers = new Subject<string>();
    const [resource, last] = TestBed.runInInjectionContext(() => {
      const made = rxResource({ params: () => asked(), stream: () => (answers = new Subject<string>()) });
      return [made, lastOf(made, of)] as const;
    });
    const rest = async (): Promise<string | null> => {
      TestBed.tick();
      await Promise.resolve();
      return last();
    };
    return {
      asked,
      of,
      resource,
      rest,
      next: (text: string) => answers.next(text),
      fail: (e: Error) => answers.error(e),
    };
  };
  it('keeps what came last while it is asked anew, and when that fails', async () => {
    const { asked, resource, rest, next, fail } = start();
    expect(await rest()).toBeNull();
    next('first');
    expect(await rest()).toBe('first');
    asked.set('b');
    expect(await rest())
      .withContext('asked otherwise')
      .toBe('first');
    fail(new Error('no line'));
    expect(await rest())
      .withContext('it failed')
      .toBe('first');
    expect(resource.error()?.message).toContain('no line');
    resource.reload();
    await rest();
    next('second');
    expect(await rest()).toBe('second');
  });
  it('keeps nothing of another project or scene, not even when that one cannot be read', async () => {
    const { asked, of, rest, next, fail } = start();
    await rest();
    next('of the first');
    expect(await rest()).toBe('of the first');
    of.set(2);
    asked.set('b');
    expect(await rest()).toBeNull();
    fail(new Error('no line'));
    expect(await rest()).toBeNull();
  });
});
