import { CdkOverlayOrigin } from '@angular/cdk/overlay';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  type OnDestroy,
  type OnInit,
  signal,
  viewChild,
} from '@angular/core';
import { judgeName, type SceneObject } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { backToRows } from './back-to-rows';
import { EditedText } from './edited-text';
import { LedgerState } from './ledger-state';
import { Speaker } from '../speaker';
import { Meanwhile } from './meanwhile';
import { Tip } from '../../ui/tip';

/**
 * The name as a field in its row: Enter keeps it and goes down, Tab keeps and goes on, Escape backs out. When somebody
 * else renames the object under it, both names are shown and a person chooses.
 */
@Component({
  selector: 'rq-name-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkOverlayOrigin, Meanwhile, Tip],
  template: `
    <input
      #field
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      class="h-[22px] w-full rounded border bg-sheet px-1 font-mono text-ink"
      [class]="finding() ? 'border-block' : 'border-clear'"
      [value]="text.draft()"
      [rqTip]="finding()?.because ?? 'fits'"
      [attr.aria-label]="'New name of ' + object().name"
      [attr.aria-invalid]="finding() !== null"
      maxlength="65536"
      spellcheck="false"
      autocomplete="off"
      data-testid="name-field"
      (input)="text.draft.set(field.value)"
      (keydown)="key($event)"
      (blur)="blurred()"
      (click)="$event.stopPropagation()"
      (dblclick)="$event.stopPropagation()"
    />
    @if (asks()) {
      <rq-meanwhile
        [origin]="origin"
        [by]="open.lastChangedBy(object().id)"
        [theirText]="text.theirs() ?? ''"
        [mineText]="text.draft()"
        (theirs)="close()"
        (mine)="useMine()"
      />
    }
  `,
})
export class NameField implements OnInit, OnDestroy {
  readonly open = inject(OpenScene);
  readonly #state = inject(LedgerState);
  readonly #toasts = inject(ToastList);
  readonly object = input.required<SceneObject>();
  readonly text = new EditedText(() => (void this.open.scene, this.object().name));
  readonly finding = computed(() =>
    judgeName(this.open.scene, this.open.convention, this.object(), this.text.draft()),
  );
  readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  /** Leaving was tried while two names stood against each other, or they do and something was typed. */
  readonly #tried = signal(false);
  readonly asks = computed(() => this.text.theirs() !== null && (this.#tried() || this.text.isTyped));
  #done = false;

  readonly #speaker = inject(Speaker, { optional: true });

  constructor() {
    effect(() => {
      const finding = this.finding();
      if (this.text.isTyped) this.#speaker?.say('verdict', finding ? finding.message : 'fits');
    });
    afterNextRender(() => {
      this.field().nativeElement.focus();
      this.field().nativeElement.select();
    });
  }
  ngOnInit(): void {
    this.text.begin();
  }
  ngOnDestroy(): void {
    if (!this.#done && this.text.isTyped)
      this.#toasts.complain(`"${this.text.draft()}" was not kept: its row is gone.`);
    this.#done = true;
  }
  key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') this.close();
    else if (event.key === 'Enter' || event.key === 'Tab') {
      event.preventDefault();
      if (!this.keep()) return;
      this.#state.step(event.shiftKey ? -1 : 1, false);
      if (event.key === 'Tab') this.#state.editing.set(this.#state.picking().active);
    }
  }
  /** A field that leaves the page with its row is blurred too; what was half typed is not a name then. */
  blurred(): void {
    queueMicrotask(() => this.keep());
  }
  /** False: a choice is to be made first. */
  keep(): boolean {
    if (this.#done) return true;
    const { leaving } = this.text;
    if (leaving === 'choose') {
      this.#tried.set(true);
      return false;
    }
    this.#rename(leaving === 'keep');
    return true;
  }
  useMine(): void {
    this.text.overTheirs();
    this.#rename(true);
  }
  close(): void {
    this.#done = true;
    this.#state.editing.set(null);
    backToRows(this.field().nativeElement);
  }
  #rename(wanted: boolean): void {
    const { id, name } = this.object();
    const to = this.text.draft();
    this.close();
    if (!wanted || to === name) return;
    this.open.apply(`Rename ${name || 'an unnamed object'} to ${to || 'nothing'}`, [
      { kind: 'rename', object: id, from: name, to },
    ]);
  }
}
