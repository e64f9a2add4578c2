import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { readLasting } from '@renquil/core/query';
import { pathOf, type ObjectId, type Scene } from '@renquil/core/scene';
import type { Sent } from '@renquil/api/address';
import { Api } from '../../state/api';
import { CountPipe } from '../../ui/count';
import { Doing } from '../../ui/doing';
import { Sheet, SheetFoot } from '../../ui/sheet';
import { filledIn } from '../../ui/validators';

/** What the sheet is opened with. */
export interface WaiverSheetData {
  readonly scene: Scene;
  readonly sceneId: number;
  readonly object: ObjectId;
  readonly check: string;
  readonly title: string;
  /** Of whom this check finds something now. */
  readonly found: readonly ObjectId[];
  readonly isLead: boolean;
  /** The version that is saved next. */
  readonly nextVersion: number;
}
type Body = Sent<'POST /api/scenes/:scene/waivers'>['body'];

/** What the fields of choice begin with. */
const empty: {
  readonly of: 'finding' | 'branch' | 'query';
  readonly where: string;
  readonly how: 'good' | 'version' | 'date';
} = { of: 'finding', where: '', how: 'good' };

/** Lets findings of a check pass, with a reason: this one, all under a branch, or of what a filter finds. */
@Component({
  selector: 'rq-waiver-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, ReactiveFormsModule, Sheet, SheetFoot],
  templateUrl: './waiver-sheet.html',
})
export class WaiverSheet {
  readonly ref = inject<DialogRef<'granted' | 'asked'>>(DialogRef);
  readonly data = inject<WaiverSheetData>(DIALOG_DATA);
  readonly #api = inject(Api);
  readonly doing = new Doing();
  readonly #request = crypto.randomUUID();
  /** The object and what is above it, nearest first. */
  readonly branches = [...this.data.scene.ancestors(this.data.object)]
    .slice(0, 50)
    .map(({ id, name }) => ({ id, name }));
  readonly name = this.data.scene.get(this.data.object).name;
  readonly form = inject(NonNullableFormBuilder).group({
    ...empty,
    reason: ['', filledIn],
    branch: String(this.branches[0]?.id ?? this.data.object),
    version: this.data.nextVersion,
    date: new Date(Date.now() + 14 * 86_400_000).toISOString().slice(0, 10),
  });
  readonly #now = toSignal(this.form.valueChanges);
  /** How many findings it would let pass now; null: the filter cannot be read. */
  readonly covers = computed<number | null>(() => {
    this.#now();
    const { of, branch, where } = this.form.getRawValue();
    const { scene, found } = this.data;
    if (of === 'finding') return 1;
    if (of === 'branch')
      return found.filter((id) => scene.find(id) && scene.isWithin(id, Number(branch))).length;
    if (!where.trim()) return 0;
    try {
      const { finds } = readLasting(where);
      return found.filter((id) => scene.find(id) && finds(scene, scene.get(id))).length;
    } catch {
      return null;
    }
  });

  #body(): Body {
    const { of, branch, where, reason, how, version, date } = this.form.getRawValue();
    const { scene, check } = this.data;
    const object = of === 'branch' ? Number(branch) : this.data.object;
    return {
      id: this.#request,
      scope:
        of === 'query'
          ? { of, check, where: where.trim() }
          : { of, check, object, path: pathOf(scene, object) },
      reason: reason.trim(),
      until: how === 'version' ? { version } : how === 'date' ? { date } : {},
    };
  }
  async go(): Promise<void> {
    if (this.form.controls.reason.invalid)
      return this.doing.refuse('Say why: whoever receives the scene reads it.');
    await this.doing.run(
      () => this.#api.waive(this.data.sceneId, this.#body()),
      ({ state }) => this.ref.close(state),
    );
  }
}
