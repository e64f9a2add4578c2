import { inject, Injectable } from '@angular/core';
import type { Role } from '@renquil/api';
import type { Sent } from '@renquil/api/address';
import { map } from 'rxjs';
import { Ask } from './ask';

/** Who joins by an invitation. */
export interface NewPerson {
  readonly signIn: string;
  readonly name: string;
  readonly password: string;
}
/** What a new token may. */
export type NewToken = Required<Sent<'POST /api/projects/:project/tokens'>['body']>;

/** The routes about people, tokens and projects (docs/api.md). */
@Injectable({ providedIn: 'root' })
export class PeopleApi {
  readonly #ask = inject(Ask);

  members = (project: string) =>
    this.#ask.json('GET /api/projects/:project/members', { params: { project } }).pipe(map((r) => r.members));
  setRole = (project: string, account: number, role: Role) =>
    this.#ask.json('PUT /api/projects/:project/members/:account', {
      params: { project, account },
      body: { role },
    });
  remove = (project: string, account: number) =>
    this.#ask.json('DELETE /api/projects/:project/members/:account', { params: { project, account } });
  letMakeProjects = (project: string, account: number, may: boolean) =>
    this.#ask.json('PUT /api/projects/:project/members/:account/makes-projects', {
      params: { project, account },
      body: { may },
    });
  reset = (project: string, account: number) =>
    this.#ask.json('POST /api/projects/:project/members/:account/reset', { params: { project, account } });

  invitations = (project: string) =>
    this.#ask
      .json('GET /api/projects/:project/invitations', { params: { project } })
      .pipe(map((r) => r.invitations));
  invite = (project: string, role: Role, note: string) =>
    this.#ask.json('POST /api/projects/:project/invitations', { params: { project }, body: { role, note } });
  takeBack = (project: string, link: number) =>
    this.#ask.json('DELETE /api/projects/:project/invitations/:link', { params: { project, link } });
  look = (token: string) => this.#ask.json('POST /api/invitations/look', { body: { token } });
  accept = (token: string, person: NewPerson | null) =>
    this.#ask.json('POST /api/invitations/accept', { body: { token, ...person } });

  tokens = (project: string) =>
    this.#ask.json('GET /api/projects/:project/tokens', { params: { project } }).pipe(map((r) => r.tokens));
  makeToken = (project: string, token: NewToken) =>
    this.#ask.json('POST /api/projects/:project/tokens', { params: { project }, body: token });
  endToken = (project: string, token: number) =>
    this.#ask.json('DELETE /api/projects/:project/tokens/:token', { params: { project, token } });

  audit = (project: string, kind: '' | 'work' | 'people', before?: number) =>
    this.#ask.json('GET /api/projects/:project/audit', {
      params: { project },
      query: { ...(kind ? { kind } : {}), ...(before ? { before } : {}) },
    });

  makeProject = (name: string) => this.#ask.json('POST /api/projects', { body: { name } });
  changeProject = (project: string, body: { name?: string; archived?: boolean }) =>
    this.#ask.json('PUT /api/projects/:project', { params: { project }, body });

  changePassword = (now: string, next: string) =>
    this.#ask.json('PUT /api/account/password', { body: { now, next } });
  sessions = () => this.#ask.json('GET /api/account/sessions', {}).pipe(map((r) => r.sessions));
  endSession = (session: number) =>
    this.#ask.json('DELETE /api/account/sessions/:session', { params: { session } });
  endOthers = () => this.#ask.json('DELETE /api/account/sessions', {});
  useReset = (token: string, password: string) =>
    this.#ask.json('POST /api/account/reset', { body: { token, password } });
}
