import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { MemberInfo, Role } from '@renquil/api';
import type { Observable } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { Doing } from '../ui/doing';
import { LoadState } from '../ui/load-state';
import { InvitationList } from './invitation-list';
import { OnceLink } from './once-link';
import { SureButton } from '../ui/sure-button';
import { Tip } from '../ui/tip';
import { Tick } from '../ui/tick';

/** The roles, the least first. */
export const roles: readonly Role[] = ['viewer', 'artist', 'lead'];
const can: Record<Role, string> = {
  viewer: 'looks at scenes and checks them',
  artist: 'changes scenes, saves versions, hands off when the gate passes',
  lead: 'all of that, hands off past the gate with a reason, gives roles',
};

/** Who is in a project, as what; a lead gives roles, takes people out and helps those who forgot their password. */
@Component({
  selector: 'rq-member-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InvitationList, LoadState, OnceLink, SureButton, Tick, Tip],
  template: `
    <rq-load-state class="mt-3 block" [of]="members" waiting="Looking who is here" />
    <table class="mt-2 w-full">
      <thead>
        <tr class="border-b border-line-strong">
          <th class="th py-1.5">Name</th>
          <th class="th">Signs in as</th>
          <th class="th">Role</th>
          <th class="th">{{ isLead() ? '' : 'May' }}</th>
        </tr>
      </thead>
      <tbody>
        @for (member of members.hasValue() ? members.value() : []; track member.id) {
          <tr class="border-b border-line" data-testid="member">
            <td class="py-2 font-semibold">
              <bdi>{{ member.name }}</bdi>
            </td>
            <td class="font-mono">
              <bdi>{{ member.signIn }}</bdi>
            </td>
            <td>
              @if (isLead()) {
                <select
                  #role
                  class="field"
                  [attr.aria-label]="'Role of ' + member.name"
                  [rqTip]="can[member.role]"
                  (change)="give(member, role.value)"
                >
                  @for (one of roles; track one) {
                    <option [value]="one" [selected]="one === member.role">{{ one }}</option>
                  }
                </select>
                @if (makesProjects() && member.role === 'lead' && member.id !== me()) {
                  <rq-tick
                    class="ml-3 !inline-block text-small"
                    [on]="member.makesProjects"
                    (onChange)="permit(member, $event)"
                    >makes projects</rq-tick
                  >
                }
              } @else {
                {{ member.role }}
              }
            </td>
            @if (isLead()) {
              <td class="py-1 text-right">
                <button
                  type="button"
                  class="btn mr-1"
                  [attr.aria-label]="'A new password for ' + member.name"
                  (click)="reset(member)"
                >
                  New password
                </button>
                <rq-sure-button
                  ask="Out of the project?"
                  yes="Take out"
                  [label]="'Take ' + member.name + ' out of the project'"
                  (sure)="remove(member)"
                  >Take out</rq-sure-button
                >
              </td>
            } @else {
              <td class="text-ink-2">{{ can[member.role] }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
    @if (forNew(); as one) {
      <rq-once-link path="/new-password" [secret]="one.token"
        >By this link <b>{{ one.name }}</b> sets a new password, within a day.</rq-once-link
      >
    }
    @if (isLead()) {
      <p class="mt-2 text-small text-ink-2">
        A viewer {{ can.viewer }}; an artist {{ can.artist }}; a lead does {{ can.lead }}.
      </p>
      <rq-invitation-list [project]="project()" />
    } @else {
      <p class="mt-4 text-ink-2">A lead gives roles and invites people.</p>
    }
  `,
})
export class MemberList {
  readonly #api = inject(PeopleApi);
  readonly #session = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly isLead = input.required<boolean>();
  readonly members = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.members(params),
  });
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly forNew = signal<{ name: string; token: string } | null>(null);
  readonly me = computed(() => this.#session.info()?.account.id);
  readonly makesProjects = computed(() => this.#session.info()?.account.makesProjects === true);
  readonly roles = roles;
  readonly can = can;

  give(member: MemberInfo, role: string): Promise<void> {
    return this.#do(
      () => this.#api.setRole(this.project(), member.id, role as Role),
      () => this.#toasts.say(`${member.name} is ${role} now.`),
    );
  }
  permit(member: MemberInfo, may: boolean): Promise<void> {
    return this.#do(
      () => this.#api.letMakeProjects(this.project(), member.id, may),
      () => this.#toasts.say(`${member.name} ${may ? 'may make projects now' : 'makes no more projects'}.`),
    );
  }
  remove(member: MemberInfo): Promise<void> {
    return this.#do(
      () => this.#api.remove(this.project(), member.id),
      () => this.#toasts.say(`${member.name} is in the project no more. What they did stays.`),
    );
  }
  reset(member: MemberInfo): Promise<void> {
    return this.#do(
      () => this.#api.reset(this.project(), member.id),
      ({ token }) => this.forNew.set({ name: member.name, token }),
    );
  }
  async #do<T>(asked: () => Observable<T>, then: (got: T) => void): Promise<void> {
    await this.doing.run(asked, then);
    this.members.reload();
  }
}
