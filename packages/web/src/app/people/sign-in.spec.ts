import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { answer, turns } from '../../testing/answer';
import { SignIn } from './sign-in';

describe('the sign-in page', () => {
  const start = async (to?: string) => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    const fixture = TestBed.createComponent(SignIn);
    if (to !== undefined) fixture.componentRef.setInput('to', to);
    const http = TestBed.inject(HttpTestingController);
    await answer(http, fixture, '/api/people/demo', {
      people: [{ signIn: 'mo', name: 'Mo Adeyemi', role: 'artist' }],
    });
    return { fixture, http, go, page: fixture.nativeElement as HTMLElement };
  };
  const enter = async ({ http, fixture }: Awaited<ReturnType<typeof start>>) => {
    await answer(http, fixture, '/api/session', { account: { id: 1, name: 'Mo' } });
    await answer(http, fixture, '/api/session', { account: { id: 1, name: 'Mo' }, projects: [], demo: true });
  };
  it('lists the demo people and signs in with one click', async () => {
    const started = await start();
    started.page.querySelector<HTMLElement>('[data-testid=demo-mo]')!.click();
    await enter(started);
    expect(started.go).toHaveBeenCalledWith('/');
  });
  it('goes to the page one wanted, but never off this site', async () => {
    const one = await start('/scenes/1/check');
    void one.fixture.componentInstance.signIn('mo', 'x');
    await enter(one);
    expect(one.go).toHaveBeenCalledWith('/scenes/1/check');
    TestBed.resetTestingModule();
    const two = await start('//elsewhere.example');
    void two.fixture.componentInstance.signIn('mo', 'x');
    await enter(two);
    expect(two.go).toHaveBeenCalledWith('/');
  });
  it('says in the words of the server why not', async () => {
    const { fixture, page, http } = await start();
    void fixture.componentInstance.signIn('mo', 'wrong');
    const error = { code: 'sign-in-refused', text: 'The name or the password is wrong.' };
    await answer(http, fixture, '/api/session', { error }, { status: 401, statusText: 'no' });
    await turns(fixture);
    expect(page.querySelector('[role=alert]')!.textContent).toBe('The name or the password is wrong.');
  });
});
