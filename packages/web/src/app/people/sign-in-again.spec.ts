import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Session } from '../state/session';
import { SignInAgain } from './sign-in-again';

describe('signing in again', () => {
  async function open() {
    const closed: unknown[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: DIALOG_DATA, useValue: { waiting: 3 } },
        { provide: DialogRef, useValue: { close: (value: unknown) => closed.push(value) } },
      ],
    });
    TestBed.inject(Session).info.set({
      account: { id: 1, name: 'Mo Adeyemi', makesProjects: false },
      projects: [],
      demo: true,
    });
    const fixture = TestBed.createComponent(SignInAgain);
    const http = TestBed.inject(HttpTestingController);
    http
      .expectOne('/api/people/demo')
      .flush({ people: [{ signIn: 'mo', name: 'Mo Adeyemi', role: 'artist' }] });
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    return { closed, fixture, http, element };
  }
  it('says whose session ended and what waits, and goes on as the same person', async () => {
    const { closed, http, element, fixture } = await open();
    expect(element.textContent).toMatch(/session of Mo Adeyemi has ended.*3 edits are kept here/s);
    element.querySelector<HTMLElement>('[data-testid=demo-again]')!.click();
    http.expectOne('/api/session').flush({ account: { id: 1, name: 'Mo Adeyemi' } });
    await fixture.whenStable();
    expect(closed).toEqual([true]);
  });
  it('lets nobody else send them', async () => {
    const { closed, http, element, fixture } = await open();
    void fixture.componentInstance.signIn('ines', 'x');
    http.expectOne('/api/session').flush({ account: { id: 2, name: 'Ines Laurent' } });
    http.expectOne(({ method }) => method === 'DELETE').flush(null);
    await fixture.whenStable();
    expect(closed).toEqual([]);
    expect(element.querySelector('[role=alert]')!.textContent).toContain("What waits here is Mo Adeyemi's");
  });
});
