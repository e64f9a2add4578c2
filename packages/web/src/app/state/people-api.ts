import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';
import { explained } from './api';
import type { Role } from './api-types';
import type {
  AuditLine,
  InvitationInfo,
  Invited,
  MemberInfo,
  NewPerson,
  NewToken,
  SessionOfMine,
  TokenInfo,
} from './people-types';

/** The routes about people, tokens and projects (docs/api.md), typed. */
@Injectable({ providedIn: 'root' })
export class PeopleApi {
  readonly #http = inject(HttpClient);
  #ask<T>(method: string, path: string, body?: unknown): Observable<T> {
    return this.#http
      .request<T>(method, `/api/${path}`, body === undefined ? {} : { body })
      .pipe(explained());
  }
  members = (project: string) =>
    this.#ask<{ members: MemberInfo[] }>('GET', `projects/${project}/members`).pipe(map((r) => r.members));
  setRole = (project: string, account: number, role: Role) =>
    this.#ask<unknown>('PUT', `projects/${project}/members/${account}`, { role });
  remove = (project: string, account: number) =>
    this.#ask<unknown>('DELETE', `projects/${project}/members/${account}`);
  letMakeProjects = (project: string, account: number, may: boolean) =>
    this.#ask<unknown>('PUT', `projects/${project}/members/${account}/makes-projects`, { may });
  reset = (project: string, account: number) =>
    this.#ask<{ token: string }>('POST', `projects/${project}/members/${account}/reset`, {});

  invitations = (project: string) =>
    this.#ask<{ invitations: InvitationInfo[] }>('GET', `projects/${project}/invitations`).pipe(
      map((r) => r.invitations),
    );
  invite = (project: string, role: Role, note: string) =>
    this.#ask<{ token: string }>('POST', `projects/${project}/invitations`, { role, note });
  takeBack = (project: string, id: number) =>
    this.#ask<unknown>('DELETE', `projects/${project}/invitations/${id}`);
  look = (token: string) => this.#ask<Invited>('POST', 'invitations/look', { token });
  accept = (token: string, person: NewPerson | null) =>
    this.#ask<{ project: string }>('POST', 'invitations/accept', { token, ...person });

  tokens = (project: string) =>
    this.#ask<{ tokens: TokenInfo[] }>('GET', `projects/${project}/tokens`).pipe(map((r) => r.tokens));
  makeToken = (project: string, token: NewToken) =>
    this.#ask<{ token: string }>('POST', `projects/${project}/tokens`, token);
  endToken = (project: string, id: number) =>
    this.#ask<unknown>('DELETE', `projects/${project}/tokens/${id}`);

  audit = (project: string, kind: string, before?: number) => {
    const query = new URLSearchParams({
      ...(kind ? { kind } : {}),
      ...(before ? { before: String(before) } : {}),
    });
    return this.#ask<{ lines: AuditLine[]; more: boolean }>(
      'GET',
      `projects/${project}/audit?${query.toString()}`,
    );
  };

  makeProject = (name: string) => this.#ask<{ slug: string }>('POST', 'projects', { name });
  changeProject = (project: string, change: { name?: string; archived?: boolean }) =>
    this.#ask<unknown>('PUT', `projects/${project}`, change);

  changePassword = (now: string, next: string) =>
    this.#ask<{ ended: number }>('PUT', 'account/password', { now, next });
  sessions = () =>
    this.#ask<{ sessions: SessionOfMine[] }>('GET', 'account/sessions').pipe(map((r) => r.sessions));
  endSession = (id: number) => this.#ask<unknown>('DELETE', `account/sessions/${id}`);
  endOthers = () => this.#ask<{ ended: number }>('DELETE', 'account/sessions');
  useReset = (token: string, password: string) =>
    this.#ask<{ signIn: string }>('POST', 'account/reset', { token, password });
}
