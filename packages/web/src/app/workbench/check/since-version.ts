import { computed, inject, Injectable, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { Api } from '../../state/api';
import { OpenScene } from '../../state/open-scene';

/** What was found at a version, by the rules of now: what is new since then, and what was put right. */
@Injectable()
export class SinceVersion {
  readonly #api = inject(Api);
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  /** The version that is compared with; null: none. */
  readonly version = signal<number | null>(null);
  readonly asked = rxResource({
    params: () => {
      const [scene, version] = [this.#open.info()?.scene.id, this.version()];
      // Another convention finds something else then, too.
      return scene !== undefined && version !== null
        ? { scene, version, held: this.#open.held() }
        : undefined;
    },
    stream: ({ params }) => this.#api.versionFindings(params.scene, params.version),
  });
  /** By check, of whom it found something; null: nothing is compared, or it is not known yet. */
  readonly #then = computed<ReadonlyMap<string, ReadonlySet<ObjectId>> | null>(() => {
    if (!this.asked.hasValue()) return null;
    return new Map(
      Object.entries(this.asked.value().found).map(([check, ids]) => [check, new Set(ids)] as const),
    );
  });
  readonly isKnown = computed(() => this.#then() !== null);
  isNew(id: ObjectId, check: string): boolean {
    const then = this.#then();
    return then !== null && !then.get(check)?.has(id);
  }
  /** Whether anything is found of an object that was not at the version, which is the one compared with. */
  hasNew(id: ObjectId, version: number): boolean {
    if (this.version() !== version || !this.isKnown()) return false;
    return this.#analysis.found.some(id, ({ check }) => this.isNew(id, check));
  }
  /** How many are new, and how many of then are found no more. */
  readonly counts = computed<{ readonly fresh: number; readonly gone: number } | null>(() => {
    const then = this.#then();
    if (!then) return null;
    this.#analysis.version();
    const { scene } = this.#open;
    let [fresh, stayed, before] = [0, 0, 0];
    for (const ids of then.values()) before += ids.size;
    for (const { id } of scene.walk()) {
      const place = this.#analysis.found.placeOf(id);
      if (!place) continue;
      for (let at = place.from; at < place.to; at++)
        if (then.get(place.table.sortAt(at).check)?.has(id)) stayed++;
        else fresh++;
    }
    return { fresh, gone: before - stayed };
  });
}
