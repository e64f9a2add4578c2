import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { Convention } from '@renquil/core/names';
import { firstValueFrom } from 'rxjs';
import type { LearnFrom } from '../conventions/learn-sheet';
import { Api } from '../state/api';
import { OpenScene } from '../state/open-scene';
import { ToastList } from '../state/toast-list';
import { evenly } from '../ui/evenly';

/** Objects that are sent to be learned from: learning looks at some thousands of names, and a request holds so many. */
const mostSent = 200_000;

/** Makes a convention out of names of the open scene, and goes on with it on its own page. */
@Injectable()
export class LearnFromScene {
  readonly #open = inject(OpenScene);
  readonly #dialog = inject(Dialog);
  readonly #router = inject(Router);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);

  /** @param picked the objects whose names are learned from; null: all of the scene */
  async learn(picked: ReadonlySet<number> | null): Promise<void> {
    const { project, scene } = this.#open.info()!;
    try {
      await this.#open.settled();
      const objects = picked && [...evenly([...picked], mostSent)];
      const { LearnSheet } = await import('../conventions/learn-sheet');
      const data: LearnFrom = {
        project: project.slug,
        picked: { scene: scene.id, name: scene.name, objects },
      };
      const ref = this.#dialog.open<{ name: string; body: Convention }>(LearnSheet, {
        ariaLabel: 'Learn a convention',
        data,
      });
      const made = await firstValueFrom(ref.closed);
      if (!made) return;
      const { id } = await firstValueFrom(this.#api.beginConvention(project.slug, made));
      await this.#router.navigate(['/projects', project.slug, 'conventions'], { queryParams: { open: id } });
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
}
