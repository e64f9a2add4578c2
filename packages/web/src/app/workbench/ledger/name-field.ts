import { CdkOverlayOrigin } from '@angular/cdk/overlay';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  signal,
} from '@angular/core';
import { planRename } from '@renquil/core/plans';
import { saidOfHeld, type SceneObject } from '@renquil/core/scene';
import { judgeName } from '@renquil/core/workbench';
import { nameFault, ownFormatOf } from '@renquil/formats';
import { Tip } from '../../ui/tip';
import { EditedText } from './edited-text';
import { Meanwhile } from './meanwhile';
import { RowField } from './row-field';
import { nameIn } from '../said-of';

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
      [class]="finding() ? 'border-block' : stuck() ? 'border-warn' : 'border-clear'"
      [value]="text.typed()"
      [rqTip]="said()"
      [attr.aria-label]="'New name of ' + object().name"
      [attr.aria-invalid]="finding() !== null"
      maxlength="65536"
      spellcheck="false"
      autocomplete="off"
      data-testid="name-field"
      (input)="text.typed.set(field.value)"
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
        [mineText]="text.typed()"
        (theirs)="close()"
        (mine)="useMine()"
      />
    }
  `,
})
export class NameField extends RowField {
  readonly object = input.required<SceneObject>();
  readonly text = new EditedText(() => (void this.open.scene, this.object().name));
  readonly finding = computed(() =>
    judgeName({ scene: this.open.scene, convention: this.open.convention }, this.object(), this.text.typed()),
  );
  /** Why it would not go back into the file that the scene came in; null: it would. */
  readonly stuck = computed(() => {
    const { held } = this.object();
    if (held) return `${saidOfHeld(this.open.scene, held)}: another name does not stay`;
    const own = ownFormatOf(this.open.info()?.scene.sourceName ?? '');
    const fault = own && nameFault(own.kind, this.text.typed());
    return fault && `Does not go back into the ${own.ending}: ${fault}`;
  });
  /** Both, as far as there is something to say. */
  readonly said = computed(() => [this.finding()?.because, this.stuck()].filter(Boolean).join(' ') || 'fits');
  /** Leaving was tried while two names stood against each other, or they do and something was typed. */
  readonly #tried = signal(false);
  readonly asks = computed(() => this.text.theirs() !== null && (this.#tried() || this.text.isTyped));

  constructor() {
    super();
    effect(() => {
      const finding = this.finding();
      const stuck = this.stuck();
      if (this.text.isTyped)
        this.speaker?.say('verdict', [finding?.message ?? 'fits', stuck].filter(Boolean).join('. '));
    });
    afterNextRender(() => {
      this.field().nativeElement.focus();
      this.field().nativeElement.select();
    });
  }
  key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') this.close();
    else if (event.key === 'Enter' || event.key === 'Tab') {
      event.preventDefault();
      if (!this.keep()) return;
      this.state.step(event.shiftKey ? -1 : 1, false);
      if (event.key === 'Tab') this.state.editing.set(this.state.picking().active);
    }
  }
  protected override mustChoose(): void {
    this.#tried.set(true);
  }
  protected put(to: string): void {
    const { id, name } = this.object();
    if (to === name) return;
    // What others of the scene are called by takes them along.
    const edits = planRename(this.open.sceneNow, new Map([[id, to]]));
    const stuck = this.stuck();
    if (!edits.length && stuck) return this.toasts.complain(`${stuck}.`);
    this.open.apply(`Rename ${nameIn(this.open.sceneNow, id)} to ${to || 'nothing'}`, edits);
  }
}
