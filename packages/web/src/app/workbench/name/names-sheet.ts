import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { planRename } from '@renquil/core/plans';
import { namesSheet, readNamesSheet, type ReadSheet } from '@renquil/formats';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { saveFile } from '../../ui/save-file';
import { Sheet, SheetFoot } from '../../ui/sheet';

/** Lines that are shown of what changes, and of what matches nothing. */
const mostShown = 200;

/** Names as a sheet for a spreadsheet program, and back: what matches what is seen before anything changes. */
@Component({
  selector: 'rq-names-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, Sheet, SheetFoot],
  template: `
    <rq-sheet heading="Names as a sheet (CSV)" [failure]="error()">
      <div
        class="flex min-h-0 flex-col gap-2 overflow-y-auto px-4 py-3"
        tabindex="0"
        role="region"
        aria-label="The sheet"
      >
        <p class="text-ink-2">
          Save the names, write the new ones into the column <span class="font-mono">to</span>, and bring the
          sheet back. Lines are matched by id, else by a path or name that only one object has.
        </p>
        <div class="flex flex-wrap items-center gap-2">
          <button type="button" class="btn" data-testid="save-sheet" (click)="save()">Save the names</button>
          <label class="btn cursor-pointer has-focus-visible:outline-2"
            >Bring a sheet back
            <input
              #file
              type="file"
              class="sr-only"
              accept=".csv,.tsv,.txt"
              data-testid="read-sheet"
              (change)="take(file)"
            />
          </label>
        </div>
        @if (read(); as sheet) {
          <p role="status" data-testid="sheet-says">
            <strong>{{ sheet.names.size | count: 'name changes' : 'names change' }}</strong>,
            {{ sheet.same | count: 'line leaves' : 'lines leave' }} the name as it is,
            <span [class.text-warn]="sheet.lost.length"
              >{{ sheet.lost.length | count: 'line matches' : 'lines match' }} nothing</span
            >.
          </p>
          @if (sheet.lost.length) {
            <ul class="text-small text-warn" aria-label="Lines that match nothing">
              @for (one of sheet.lost.slice(0, 20); track one.line) {
                <li>
                  Line {{ one.line | count }}: <bdi>{{ one.why }}</bdi>
                </li>
              }
            </ul>
          }
          <ul aria-label="Names that change" class="font-mono">
            @for (one of shown(); track one.id) {
              <li class="flex gap-2 border-b border-line py-1">
                <bdi class="min-w-0 flex-1 truncate text-ink-2">{{ one.from || '(no name)' }}</bdi>
                <span aria-label="to">→</span>
                <bdi class="min-w-0 flex-1 truncate">{{ one.to }}</bdi>
              </li>
            }
          </ul>
          @if (sheet.names.size > shown().length) {
            <p class="text-ink-2">and {{ sheet.names.size - shown().length | count }} more</p>
          }
        }
      </div>
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Close</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="apply-sheet"
          [disabled]="!read()?.names?.size || !open.mayEdit()"
          (click)="apply()"
        >
          Rename
        </button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class NamesSheet {
  readonly ref = inject<DialogRef>(DialogRef);
  readonly open = inject(OpenScene);
  readonly error = signal('');
  readonly #text = signal('');
  readonly #name = signal('');
  /** Read anew whenever the scene changes under it. */
  readonly read = computed<ReadSheet | null>(() => {
    if (!this.#name()) return null;
    try {
      return readNamesSheet(this.#text(), this.open.scene);
    } catch {
      return null;
    }
  });
  readonly shown = computed(() =>
    [...(this.read()?.names ?? [])]
      .slice(0, mostShown)
      .map(([id, to]) => ({ id, to, from: this.open.scene.find(id)?.name ?? '' })),
  );

  save(): void {
    const name = this.open.info()?.scene.name ?? 'scene';
    saveFile(`${name}_names.csv`, namesSheet(this.open.sceneNow), 'text/csv');
  }
  async take(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (file) this.use(file.name, await file.text());
  }
  use(name: string, text: string): void {
    this.error.set('');
    try {
      readNamesSheet(text, this.open.sceneNow);
      this.#text.set(text);
      this.#name.set(name);
    } catch (error) {
      this.#name.set('');
      this.error.set(`${name}: ${(error as Error).message}`);
    }
  }
  apply(): void {
    const names = this.read()!.names;
    const what = names.size === 1 ? 'one name' : `${names.size} names`;
    this.open.apply(`Rename ${what} from a sheet`, planRename(this.open.sceneNow, names));
    this.ref.close();
  }
}
