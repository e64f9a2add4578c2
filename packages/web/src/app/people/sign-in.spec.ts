import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
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
    http
      .expectOne('/api/people/demo')
      .flush({ people: [{ signIn: 'mo', name: 'Mo Adeyemi', role: 'artist' }] });
    await fixture.whenStable();
    return { fixture, http, go, page: fixture.nativeElement as HTMLElement };
  };
  const enter = (http: HttpTestingController) => {
    http.expectOne('/api/session').flush({ account: { id: 1, name: 'Mo' } });
    http.expectOne('/api/session').flush({ account: { id: 1, name: 'Mo' }, projects: [], demo: true });
  };
  it('lists the demo people and signs in with one click', async () => {
    const { page, http, go } = await start();
    page.querySelector<HTMLElement>('[data-testid=demo-mo]')!.click();
    enter(http);
    expect(go).toHaveBeenCalledWith('/');
  });
  it('goes to the page one wanted, but never off this site', async () => {
    const one = await start('/scenes/1/check');
    one.fixture.componentInstance.signIn('mo', 'x');
    enter(one.http);
    expect(one.go).toHaveBeenCalledWith('/scenes/1/check');
    TestBed.resetTestingModule();
    const two = await start('//elsewhere.example');
    two.fixture.componentInstance.signIn('mo', 'x');
    enter(two.http);
    expect(two.go).toHaveBeenCalledWith('/');
  });
  it('says in the words of the server why not', async () => {
    const { fixture, page, http } = await start();
    fixture.componentInstance.signIn('mo', 'wrong');
    http
      .expectOne('/api/session')
      .flush(
        { error: { code: 'sign-in-refused', text: 'The name or the password is wrong.' } },
        { status: 401, statusText: 'no' },
      );
    await fixture.whenStable();
    expect(page.querySelector('[role=alert]')!.textContent).toBe('The name or the password is wrong.');
  });
});
