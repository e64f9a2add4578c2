import { Dialog } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import {
  conventionDifferences,
  facings,
  kinds,
  otherThings,
  type Convention,
  type SlotRule,
} from '@renquil/core';
import { firstValueFrom } from 'rxjs';
import { ProjectCrumb } from '../shell/project-crumb';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { CheckSettings } from './check-settings';
import { ConventionDraft } from './convention-draft';
import { withoutSlot, withPattern, withSlot, withSlotMoved, type PatternPlace } from './convention-edits';
import { DraftEffect } from './draft-effect';
import { LearnSheet } from './learn-sheet';
import { PatternRow } from './pattern-row';
import { TryName } from './try-name';
import { SlotRuleFields } from './slot-rule-fields';
import { WordList } from './word-list';

const sections = [
  ['slots', 'Slots and words'],
  ['patterns', 'Patterns by kind'],
  ['sides', 'Sides and facing'],
  ['helpers', 'Helpers'],
  ['checks', 'Checks'],
  ['used', 'Used by'],
  ['revisions', 'Revisions'],
] as const;

/** The project's conventions: what a name is made of, tried on as it is changed. */
@Component({
  selector: 'rq-conventions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AgoPipe,
    CheckSettings,
    CountPipe,
    DraftEffect,
    FormsModule,
    PatternRow,
    ProjectCrumb,
    RouterLink,
    SlotRuleFields,
    TopBar,
    TryName,
    WordList,
  ],
  providers: [ConventionDraft],
  templateUrl: './conventions.html',
  host: { class: 'flex h-full flex-col' },
})
export class Conventions {
  readonly draft = inject(ConventionDraft);
  readonly #api = inject(Api);
  readonly #dialog = inject(Dialog);
  readonly #router = inject(Router);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  /** Which one is open: an id of the project's, or one that comes with Renquil. */
  readonly open = input<string>();
  readonly shipped = input<string>();
  readonly section = signal<string>('slots');
  readonly slot = signal('surface');
  readonly sections = sections;
  readonly kinds = kinds;
  readonly facings = facings;
  readonly slots = computed(() => Object.keys(this.draft.shown()?.slots ?? {}));
  readonly rule = computed<SlotRule>(() => this.draft.shown()?.slots[this.slot()] ?? {});
  readonly patterns = computed<readonly { place: PatternPlace; title: string }[]>(() => {
    const shown = this.draft.shown();
    if (!shown) return [];
    return [
      ...kinds
        .filter((kind) => shown.patterns[kind])
        .map((kind) => ({ place: { group: 'patterns' as const, key: kind }, title: kind })),
      ...(shown.special ?? []).map(({ title, where }, i) => ({
        place: { group: 'special' as const, key: String(i) },
        title: title || where,
      })),
      ...otherThings
        .filter((thing) => shown.others?.[thing])
        .map((thing) => ({ place: { group: 'others' as const, key: thing }, title: `${thing}s` })),
    ];
  });
  /** Kinds and things that have no pattern yet. */
  readonly unpatterned = computed<readonly { place: PatternPlace; title: string }[]>(() => {
    const shown = this.draft.shown();
    if (!shown || !this.draft.mayEdit()) return [];
    return [
      ...kinds
        .filter((kind) => !shown.patterns[kind])
        .map((kind) => ({ place: { group: 'patterns' as const, key: kind }, title: kind })),
      ...otherThings
        .filter((thing) => !shown.others?.[thing])
        .map((thing) => ({ place: { group: 'others' as const, key: thing }, title: `${thing}s` })),
    ];
  });
  readonly checksOff = computed(() => {
    const checks = this.draft.shown()?.checks ?? {};
    return Object.values(checks).filter((one) => one.severity === 'off').length;
  });
  readonly begin = { name: '', from: 'parts' };
  readonly beginning = signal(false);
  readonly fresh = { name: '', how: 'words' };
  readonly special = { title: '', where: '' };

  constructor() {
    effect(() => {
      const project = this.project();
      untracked(() => void this.draft.load(project).then(() => this.#openFirst()));
    });
    effect(() => {
      this.open();
      this.shipped();
      untracked(() => this.draft.list() && void this.#openFirst());
    });
    effect(() => {
      const slots = this.slots();
      if (slots.length && !slots.includes(untracked(this.slot)))
        this.slot.set(slots.find((name) => this.draft.shown()!.slots[name]!.words) ?? slots[0]!);
    });
  }
  async #openFirst(): Promise<void> {
    const [id, shipped] = [Number(this.open()), this.shipped()];
    const isKnown = this.draft.list()?.shipped.some((one) => one.id === shipped);
    if (shipped && isKnown) return this.draft.openShipped(shipped);
    if (shipped) this.#toasts.complain(`No convention that comes with Renquil is called "${shipped}".`);
    const first = id || this.draft.list()?.conventions[0]?.id;
    if (first === this.draft.info()?.id && first) return;
    return first ? this.draft.open(first) : this.draft.openShipped('parts');
  }
  go(query: { open?: number; shipped?: string }): void {
    void this.#router.navigate(['/projects', this.project(), 'conventions'], { queryParams: query });
  }
  async start(): Promise<void> {
    if (!this.begin.name.trim()) return;
    if (await this.draft.begin({ name: this.begin.name.trim(), from: this.begin.from })) {
      this.beginning.set(false);
      this.begin.name = '';
      this.go({ open: this.draft.info()!.id });
    }
  }
  learn(): void {
    const ref = this.#dialog.open<{ name: string; body: Convention }>(LearnSheet, {
      ariaLabel: 'Learn a convention',
      data: { project: this.project() },
    });
    ref.closed.subscribe((made) => {
      if (made) void this.#beginWith(made);
    });
  }
  async importJson(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    try {
      const body = JSON.parse(await file.text()) as Convention;
      await this.#beginWith({ name: body.name || file.name, body });
    } catch (error) {
      this.#toasts.complain(`${file.name} is not JSON: ${(error as Error).message}.`);
    }
  }
  async #beginWith(begin: { name: string; body: Convention }): Promise<void> {
    if (await this.draft.begin(begin)) this.go({ open: this.draft.info()!.id });
  }
  /** What is undefined is left out, as in a file. */
  set(fields: { readonly [K in keyof Convention]?: Convention[K] | undefined }): void {
    this.draft.edit((now) => {
      const said = Object.entries({ ...now, ...fields }).filter(([, value]) => value !== undefined);
      return Object.fromEntries(said) as unknown as Convention;
    });
  }
  addSlot(): void {
    const name = this.fresh.name.trim();
    if (!/^[a-z][A-Za-z0-9]{0,30}$/.test(name))
      return this.#toasts.complain('A slot is called by letters and digits, a small letter first.');
    if (this.slots().includes(name)) return this.#toasts.complain(`There is a slot ${name} already.`);
    const rule: SlotRule =
      this.fresh.how === 'number'
        ? { digits: 3, start: 1 }
        : this.fresh.how === 'version'
          ? { digits: 1, atLeast: true, prefix: 'v', role: 'version' }
          : this.fresh.how === 'words'
            ? { words: [{ word: 'A' }] }
            : { case: 'camel' };
    this.draft.edit((now) => withSlot(now, name, rule));
    this.slot.set(name);
    this.fresh.name = '';
  }
  removeSlot(): void {
    this.draft.edit((now) => withoutSlot(now, this.slot()));
  }
  moveSlot(by: number): void {
    this.draft.edit((now) => withSlotMoved(now, this.slot(), by));
  }
  setPrefixes(text: string): void {
    const prefixes = text.split(/[\s,]+/).filter(Boolean);
    this.set({ helpers: { prefixes } });
  }
  setSlack(text: string): void {
    const n = Number(text);
    if (text.trim() !== '' && n >= 0 && n <= 1_000_000) this.set({ slack: n / 1000 });
  }
  /** A pattern of one slot, to be built on. */
  addPattern(place: PatternPlace): void {
    const slot = this.#firstSlot();
    if (slot) this.draft.edit((now) => withPattern(now, place, [{ slot }]));
  }
  #firstSlot(): string | undefined {
    return (
      this.slots().find((name) => this.draft.compiled()?.slots.get(name)?.role === 'what') ?? this.slots()[0]
    );
  }
  addSpecial(): void {
    const { title, where } = this.special;
    const slot = this.#firstSlot();
    if (!where.trim() || !slot) return;
    this.draft.edit((now) => ({
      ...now,
      special: [
        ...(now.special ?? []),
        { title: title.trim() || where.trim(), where: where.trim(), pattern: [{ slot }] },
      ],
    }));
    this.special.title = this.special.where = '';
  }
  async hold(scene: number): Promise<void> {
    const info = this.draft.info();
    try {
      await firstValueFrom(
        this.#api.holdScene(scene, info ? { convention: info.id } : { shipped: this.draft.shipped()! }),
      );
      await this.draft.load(this.project());
      if (info) await this.draft.open(info.id);
      else await this.draft.try();
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  /** What a revision changed against the one before it. */
  readonly compared = signal<{ readonly revision: number; readonly lines: readonly string[] } | null>(null);
  async compare(revision: number): Promise<void> {
    const info = this.draft.info();
    if (!info) return;
    if (revision === 1) return this.compared.set({ revision, lines: [] });
    const read = (one: number): Promise<Convention> =>
      firstValueFrom(this.#api.conventionRevision(this.project(), info.id, one));
    try {
      this.compared.set({
        revision,
        lines: conventionDifferences(await read(revision - 1), await read(revision)),
      });
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  toSection(id: string): void {
    this.section.set(id);
    document.getElementById(`section-${id}`)?.scrollIntoView({ block: 'start' });
  }
}
