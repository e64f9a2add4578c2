import { Directive, type ElementRef, inject, type OnDestroy, type OnInit, viewChild } from '@angular/core';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { Speaker } from '../speaker';
import { backToRows } from './back-to-rows';
import type { EditedText } from './edited-text';
import { LedgerState } from './ledger-state';

/**
 * What every field in a row does, whatever it edits: it begins with what stands there, is kept when it is left, waits for
 * a choice when somebody else changed the same meanwhile, and says what was not kept when its row goes.
 */
@Directive()
export abstract class RowField implements OnInit, OnDestroy {
  readonly open = inject(OpenScene);
  protected readonly state = inject(LedgerState);
  protected readonly speaker = inject(Speaker, { optional: true });
  protected readonly toasts = inject(ToastList);
  readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  abstract readonly text: EditedText;
  #done = false;

  /** Puts the text where it belongs; the field is closed by then. */
  protected abstract put(text: string): void;
  /** Whether the text is something to do though it is what stood there. */
  protected isWanted(): boolean {
    return false;
  }
  /** Leaving was tried while two texts stand against each other. */
  protected mustChoose(): void {
    // The choice is shown as soon as something was typed.
  }
  protected closed(): void {
    // Nothing else is open by default.
  }

  ngOnInit(): void {
    this.text.begin();
  }
  ngOnDestroy(): void {
    if (!this.#done && this.text.isTyped)
      this.toasts.complain(`"${this.text.typed()}" was not kept: its row is gone.`);
    this.#done = true;
    this.closed();
  }
  /** A field that leaves the page with its row is blurred too; what was half typed is nothing then. */
  blurred(): void {
    queueMicrotask(() => this.keep());
  }
  /** False: a choice is to be made first. */
  keep(): boolean {
    if (this.#done) return true;
    const { leaving } = this.text;
    if (leaving === 'choose') {
      this.mustChoose();
      return false;
    }
    const wanted = leaving === 'keep' || this.isWanted();
    this.close();
    if (wanted) this.put(this.text.typed());
    return true;
  }
  useMine(): void {
    this.text.overTheirs();
    this.close();
    this.put(this.text.typed());
  }
  close(): void {
    this.#done = true;
    this.closed();
    this.state.editing.set(null);
    backToRows(this.field().nativeElement);
  }
}
