import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { switchMap, map } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { Session } from '../state/session';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { Sheet, SheetFoot } from '../ui/sheet';
import { filledIn } from '../ui/validators';

/** A project of its own: with its scenes, conventions and people, led by who makes it. Closes with its address. */
@Component({
  selector: 'rq-new-project',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, ReactiveFormsModule, Sheet, SheetFoot],
  template: `
    <form [formGroup]="form" (ngSubmit)="make()">
      <rq-sheet
        size="s"
        heading="New project"
        says="With scenes, conventions and people of its own. You lead it."
        [failure]="doing.failure()"
      >
        <rq-field class="px-4 py-3" words="Name"
          ><input
            class="field mt-1 w-full"
            name="name"
            required
            formControlName="name"
            maxlength="120"
            autocomplete="off"
        /></rq-field>
        <rq-sheet-foot>
          <button type="button" class="btn" (click)="ref.close()">Cancel</button>
          <button type="submit" class="btn btn-main" [disabled]="doing.busy() || form.invalid">
            Make it
          </button>
        </rq-sheet-foot>
      </rq-sheet>
    </form>
  `,
})
export class NewProject {
  readonly ref = inject<DialogRef<string>>(DialogRef);
  readonly #api = inject(PeopleApi);
  readonly #session = inject(Session);
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({ name: ['', filledIn] });

  make(): Promise<boolean> {
    const made = () =>
      this.#api
        .makeProject(this.form.getRawValue().name.trim())
        .pipe(switchMap(({ slug }) => this.#session.again().pipe(map(() => slug))));
    return this.doing.run(made, (slug) => this.ref.close(slug));
  }
}
