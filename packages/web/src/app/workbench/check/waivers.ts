import { computed, effect, inject, Injectable } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { WaiverInfo } from '@renquil/api';
import { WaiverBook, type Waiver, type WaiverTime } from '@renquil/core/checks';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { Api } from '../../state/api';
import { OpenScene } from '../../state/open-scene';
import { lastOf } from '../../ui/last-of';

/** What is let pass in the open scene, and what is asked to be: as the server has it, told to the checks. */
@Injectable()
export class Waivers {
  readonly #api = inject(Api);
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly asked = rxResource({
    params: () => {
      const scene = this.#open.info()?.scene;
      // What holds until a version does not once that is saved.
      return scene && { scene: scene.id, version: scene.version, tick: this.#open.waiversTick() };
    },
    stream: ({ params }) => this.#api.waivers(params.scene),
  });
  readonly #known = lastOf(this.asked, () => this.#open.info()?.scene.id);
  readonly list = computed<readonly WaiverInfo[]>(() => this.#known()?.waivers ?? []);
  readonly #held = computed<readonly Waiver[]>(() =>
    this.list()
      .filter(({ state }) => state === 'granted')
      .map(toWaiver),
  );
  readonly #time = computed<WaiverTime>(() => {
    const { version = 0, day = '' } = this.#known() ?? {};
    return { version, day };
  });
  readonly book = computed(() => new WaiverBook(this.#open.sceneNow, this.#held(), this.#time()));
  /** Those by which something that is found now is let pass; the others could be cleared. */
  readonly used = computed<ReadonlySet<number>>(() => {
    this.#analysis.version();
    const { found } = this.#analysis;
    const { scene } = this.#open;
    const book = this.book();
    const all = function* (): Generator<readonly [ObjectId, string]> {
      for (const { id } of scene.walk()) {
        const place = found.placeOf(id);
        if (!place) continue;
        for (let at = place.from; at < place.to; at++) {
          const { check } = place.table.sortAt(at);
          if (book.speaksOf(check)) yield [id, check];
        }
      }
    };
    return book.used(all());
  });

  constructor() {
    effect(() => {
      // Nothing while it is not known: what was waived of another scene does not hold here.
      this.#analysis.waive(this.#held(), this.#time());
    });
  }
  /** What lets a finding pass; null: nothing. */
  of(id: ObjectId, check: string): WaiverInfo | null {
    const waiver = this.book().of(id, check);
    return waiver ? (this.list().find((one) => one.id === waiver.id) ?? null) : null;
  }
}

/** A waiver of the API as the core asks it. */
function toWaiver({ id, scope, reason, until }: WaiverInfo): Waiver {
  const { of, check, object = null, path = '', where = '' } = scope;
  return { id, reason, until, scope: of === 'query' ? { of, check, where } : { of, check, object, path } };
}
