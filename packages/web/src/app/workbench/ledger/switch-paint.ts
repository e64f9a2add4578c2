import { inject, Injectable, signal } from '@angular/core';
import type { ObjectId, SwitchName } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { ArrangeState } from '../arrange/arrange-state';

interface Painting {
  readonly name: SwitchName;
  readonly to: boolean;
  readonly ids: ReadonlySet<ObjectId>;
}

/** A drag down a column of switches: the rows it passes are shown turned, and turned as one change when it ends. */
@Injectable()
export class SwitchPaint {
  readonly #arrange = inject(ArrangeState);
  readonly #open = inject(OpenScene);
  readonly now = signal<Painting | null>(null);

  begin(event: PointerEvent, id: ObjectId, name: SwitchName, to: boolean): void {
    if (event.button !== 0 || !this.#open.mayEdit()) return;
    // Without this the button keeps the pointer to itself and the rows below never hear of it.
    (event.target as Element).releasePointerCapture?.(event.pointerId);
    this.now.set({ name, to, ids: new Set([id]) });
    window.addEventListener('pointerup', () => this.#end(), { once: true });
  }
  over(id: ObjectId): void {
    const now = this.now();
    if (now) this.now.set({ ...now, ids: new Set([...now.ids, id]) });
  }
  /** The pointer's own clicks end in `#end`; this one came from a key or a script. */
  click(event: MouseEvent, id: ObjectId, name: SwitchName): void {
    if (event.detail === 0) this.#arrange.settings.toggle(id, name);
  }
  #end(): void {
    const now = this.now();
    this.now.set(null);
    if (!now) return;
    const [first, ...more] = now.ids;
    if (more.length) this.#arrange.settings.turn([...now.ids], now.name, now.to);
    else this.#arrange.settings.toggle(first!, now.name);
  }
}
