import type { Role } from './api-types';

export interface MemberInfo {
  readonly id: number;
  readonly signIn: string;
  readonly name: string;
  readonly role: Role;
  readonly makesProjects: boolean;
}
export interface SessionOfMine {
  readonly id: number;
  readonly since: string;
  readonly seen: string;
  readonly agent: string;
  readonly address: string;
  readonly isThis: boolean;
}
export interface InvitationInfo {
  readonly id: number;
  readonly role: Role;
  readonly note: string;
  readonly by: string;
  readonly until: string;
}
export interface TokenInfo {
  readonly id: number;
  readonly name: string;
  readonly role: 'viewer' | 'artist';
  readonly scene: string | null;
  readonly by: string;
  readonly made: string;
  readonly seen: string | null;
  readonly until: string;
  readonly isOver: boolean;
}
export interface NewToken {
  readonly name: string;
  readonly role: string;
  readonly scene: number | null;
  readonly days: number;
}
export interface AuditLine {
  readonly id: number;
  readonly kind: 'work' | 'people';
  readonly who: string;
  readonly what: string;
  readonly scene: string | null;
  readonly at: string;
}
/** What an invitation is to. */
export interface Invited {
  readonly project: string;
  readonly role: Role;
  readonly by: string;
}
export interface NewPerson {
  readonly signIn: string;
  readonly name: string;
  readonly password: string;
}
