import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { answer, turns } from '../../testing/answer';
import { arrives } from '../../testing/arrives';
import { Page } from '../../testing/page';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { AccountPage } from './account-page';
import { AuditList } from './audit-list';
import { MemberList } from './member-list';
import { OnceLink } from './once-link';
import { ProjectSettings } from './project-settings';
import { TokenList } from './token-list';

const path = '/api/projects/p';
const member = (id: number, name: string, role: string) => ({
  id,
  signIn: name.toLowerCase(),
  name,
  role,
  makesProjects: false,
});

describe('the people of a project', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    http = TestBed.inject(HttpTestingController);
    TestBed.inject(Session).info.set({
      account: { id: 1, name: 'Ines', makesProjects: true },
      projects: [{ slug: 'p', name: 'The Pass', role: 'lead', archived: false }],
      demo: false,
    });
  });
  const list = async (isLead: boolean) => {
    const fixture = TestBed.createComponent(MemberList);
    fixture.componentRef.setInput('project', 'p');
    fixture.componentRef.setInput('isLead', isLead);
    fixture.detectChanges();
    await answer(http, fixture, `${path}/members`, {
      members: [member(1, 'Ines', 'lead'), member(2, 'Mo', 'lead'), member(3, 'Tam', 'viewer')],
    });
    if (isLead) await answer(http, fixture, `${path}/invitations`, { invitations: [] });
    return new Page(fixture);
  };

  it('are only looked at by who is no lead', async () => {
    const page = await list(false);
    expect(page.text('[data-testid=member]')).toHaveSize(3);
    expect(page.all('select, rq-sure-button')).toEqual([]);
  });
  it('are taken out only after asking, and helped to a new password by a link that is shown', async () => {
    const page = await list(true);
    page.button('Take Mo out of the project').click();
    page.fixture.detectChanges();
    http.expectNone({ method: 'DELETE' });
    page.button('No').click();
    page.fixture.detectChanges();
    page.button('A new password for Tam').click();
    await answer(http, page.fixture, `${path}/members/3/reset`, { token: 'secret' });
    expect(page.field('secret').value).toBe(`${location.origin}/new-password#secret`);
  });
  it('who lead are given the right to make projects, by who has it and not to themselves', async () => {
    const page = await list(true);
    expect(page.all('input[type=checkbox]')).toHaveSize(1);
  });

  it('get tokens that are shown once, for the whole project or a scene', async () => {
    const fixture = TestBed.createComponent(TokenList);
    fixture.componentRef.setInput('project', 'p');
    fixture.detectChanges();
    await answer(http, fixture, `${path}/tokens`, { tokens: [] });
    await answer(http, fixture, path, { scenes: [{ id: 4, name: 'cabin' }] });
    const page = new Page(fixture);
    expect(page.root.textContent).toContain('There is no token yet.');
    await page.type(page.root.querySelector('input[name=name]')!, ' nightly ');
    page.root.querySelector('form')!.dispatchEvent(new Event('submit'));
    const asked = await answer(http, fixture, { method: 'POST', url: `${path}/tokens` }, { token: 'once' });
    expect(asked.body).toEqual({ name: 'nightly', role: 'viewer', scene: null, days: 90 });
    await answer(http, fixture, { method: 'GET', url: `${path}/tokens` }, { tokens: [] });
    expect(page.field('secret').value).toBe('once');
  });

  it('are followed in the audit, page by page, and what was asked for last counts', async () => {
    const fixture = TestBed.createComponent(AuditList);
    fixture.componentRef.setInput('project', 'p');
    fixture.detectChanges();
    const line = (id: number) => ({
      id,
      kind: 'work',
      who: 'Mo',
      what: `did ${id}`,
      scene: null,
      at: '2026-11-29T10:00:00Z',
    });
    const first = await arrives(http, `${path}/audit`);
    fixture.componentInstance.kind.set('people');
    await answer(http, fixture, `${path}/audit?kind=people`, { lines: [line(9), line(8)], more: true });
    expect(first.cancelled).toBeTrue();
    const page = new Page(fixture);
    expect(page.text('[data-testid=audit-line] td:nth-child(3)')).toEqual(['did 9', 'did 8']);
    page.button('Further back').click();
    await answer(http, fixture, `${path}/audit?kind=people&before=8`, { lines: [line(7)], more: false });
    expect(page.text('[data-testid=audit-line]')).toHaveSize(3);
    expect(page.all('button')).toEqual([]);
    expect(page.root.querySelector('a')!.getAttribute('href')).toBe(`${path}/audit.csv?kind=people`);
  });

  it('change their password only when the new one is typed the same twice', async () => {
    const fixture = TestBed.createComponent(AccountPage);
    await answer(http, fixture, '/api/account/sessions', { sessions: [] });
    fixture.componentInstance.form.setValue({ now: 'a', next: 'one', again: 'other' });
    await fixture.componentInstance.change();
    http.expectNone('/api/account/password');
    await turns(fixture);
    expect(new Page(fixture).text('[role=alert]')[0]).toContain('not the same both times');
  });

  it('are said not to be known when the server fails, and asked for again', async () => {
    const fixture = TestBed.createComponent(MemberList);
    fixture.componentRef.setInput('project', 'p');
    fixture.componentRef.setInput('isLead', false);
    const page = new Page(fixture);
    const failed = { status: 503, statusText: 'no' };
    const error = { code: 'database-unavailable', text: 'The database does not answer.' };
    await answer(http, fixture, `${path}/members`, { error }, failed);
    expect(page.text('[role=alert]')[0]).toContain('The database does not answer.');
    page.button('Try again').click();
    await answer(http, fixture, `${path}/members`, { members: [member(1, 'Ines', 'lead')] });
    expect(page.text('[data-testid=member]')).toHaveSize(1);
    expect(page.all('[role=alert]')).toEqual([]);
  });
  it('archive a project only after asking', async () => {
    const fixture = TestBed.createComponent(ProjectSettings);
    fixture.componentRef.setInput('project', 'p');
    fixture.detectChanges();
    const page = new Page(fixture);
    page.button('Archive the project').click();
    fixture.detectChanges();
    http.expectNone(path);
    page.button('Archive it').click();
    const asked = await answer(http, fixture, path, null);
    expect([asked.method, asked.body]).toEqual(['PUT', { archived: true }]);
  });

  it('are told when the browser lets nothing be copied', async () => {
    const fixture = TestBed.createComponent(OnceLink);
    fixture.componentRef.setInput('secret', 'x');
    fixture.detectChanges();
    spyOn(navigator.clipboard, 'writeText').and.rejectWith(new Error('no'));
    const complain = spyOn(TestBed.inject(ToastList), 'complain');
    new Page(fixture).button('Copy').click();
    await fixture.whenStable();
    expect(complain).toHaveBeenCalled();
    expect(TestBed.inject(Router)).toBeTruthy();
  });
});

describe('the project one is in', () => {
  beforeEach(() => localStorage.removeItem('renquil.project'));
  it('is the one that was open last, else the first that is at work', () => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    const session = TestBed.inject(Session);
    const project = (slug: string, archived = false) => ({
      slug,
      name: slug,
      role: 'artist' as const,
      archived,
    });
    session.info.set({
      account: { id: 1, name: 'A', makesProjects: false },
      projects: [project('a', true), project('b'), project('c')],
      demo: false,
    });
    expect(session.here()?.slug).toBe('b');
    session.stay('c');
    expect(session.here()?.slug).toBe('c');
    session.stay('gone');
    expect(session.here()?.slug).toBe('b');
    localStorage.removeItem('renquil.project');
  });
});
