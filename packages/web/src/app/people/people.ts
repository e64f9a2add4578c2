import { Component, computed, effect, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import type { MemberInfo, Role } from '../state/api-types';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { CountPipe } from '../ui/count';

const can: Record<Role, string> = {
  viewer: 'looks at scenes and checks them',
  artist: 'changes scenes, saves versions, hands off when the gate passes',
  lead: 'all of that, hands off past the gate with a reason, gives roles',
};

@Component({
  selector: 'rq-people',
  imports: [CountPipe, FormsModule, RouterLink, TopBar],
  templateUrl: './people.html',
  host: { class: 'flex h-full flex-col' },
})
export class People {
  readonly #api = inject(Api);
  readonly #session = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly members = signal<readonly MemberInfo[] | null>(null);
  readonly error = signal('');
  readonly added = signal<{ name: string; password: string | null } | null>(null);
  readonly form = { signIn: '', name: '', role: 'artist' as Role };
  readonly roles: readonly Role[] = ['viewer', 'artist', 'lead'];
  readonly can = can;
  readonly here = computed(() => this.#session.info()?.projects.find((p) => p.slug === this.project()));
  readonly isLead = computed(() => this.here()?.role === 'lead');

  constructor() {
    effect(() => void this.load(this.project()));
  }
  async load(project: string): Promise<void> {
    try {
      this.members.set(await firstValueFrom(this.#api.members(project)));
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async give(member: MemberInfo, role: string): Promise<void> {
    try {
      await firstValueFrom(this.#api.setRole(this.project(), member.id, role as Role));
      this.#toasts.say(`${member.name} is ${role} now.`);
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load(this.project());
  }
  async add(): Promise<void> {
    try {
      const { password } = await firstValueFrom(this.#api.addMember(this.project(), { ...this.form }));
      this.added.set({ name: this.form.name, password });
      Object.assign(this.form, { signIn: '', name: '' });
      await this.load(this.project());
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
}
