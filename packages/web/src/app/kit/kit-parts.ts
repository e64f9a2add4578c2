import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { provideIcons } from '@ng-icons/core';
import { lucideCopy, lucideTrash2 } from '@ng-icons/lucide';
import { kinds } from '@renquil/core/scene';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { of, throwError } from 'rxjs';
import { ToastList } from '../state/toast-list';
import { FieldBox } from '../ui/field-box';
import { IconButton } from '../ui/icon-button';
import { KindIcon } from '../ui/kind-icon';
import { LoadState, type Asked } from '../ui/load-state';
import { MenuCheck } from '../ui/menu-check';
import { MenuChoice } from '../ui/menu-choice';
import { MenuItem } from '../ui/menu-item';
import { MenuPanel } from '../ui/menu-panel';
import { NameChange } from '../ui/name-change';
import { NameForm } from '../ui/name-form';
import { NameText } from '../ui/name-text';
import { SeverityMark } from '../ui/severity-mark';
import { Panes } from '../ui/panes';
import { Sheet, SheetFoot } from '../ui/sheet';
import { SlotColourPipe, SlotTintPipe } from '../ui/slot-colour';
import { SureButton } from '../ui/sure-button';
import { Tick } from '../ui/tick';
import { Tip } from '../ui/tip';

/** Every part of the kit, in every state it can be in, in one set of colours. */
@Component({
  selector: 'rq-kit-parts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkMenuTrigger,
    FieldBox,
    IconButton,
    KindIcon,
    LoadState,
    MenuCheck,
    MenuChoice,
    MenuItem,
    MenuPanel,
    NameChange,
    NameForm,
    NameText,
    Panes,
    SeverityMark,
    Sheet,
    SheetFoot,
    SlotColourPipe,
    SlotTintPipe,
    SplitAreaComponent,
    SplitComponent,
    SureButton,
    Tick,
    Tip,
  ],
  viewProviders: [provideIcons({ lucideCopy, lucideTrash2 })],
  templateUrl: './kit-parts.html',
  host: { class: 'grid content-start gap-6 bg-page p-5 text-ink' },
})
export class KitParts {
  readonly toasts = inject(ToastList);
  readonly sizes = [
    'text-tiny',
    'text-small',
    'text-base',
    'text-lead',
    'text-title',
    'text-head',
    'text-large',
  ];
  readonly severities = ['blocker', 'warning', 'note', 'clear'] as const;
  readonly slots = ['side', 'place', 'what', 'number', 'surface', 'type', 'studio'] as const;
  readonly kinds = kinds;
  readonly ticked = signal(true);
  readonly sort = signal('name');
  readonly labels = signal(true);
  readonly named = signal('');
  readonly done = signal('');
  /** On its way for as long as the page is looked at: no real request, which the page would wait for. */
  readonly coming: Asked = {
    error: () => undefined,
    status: () => 'loading',
    hasValue: () => false,
    value: () => undefined,
    reload: () => false,
  };
  readonly failed = rxResource({ stream: () => throwError(() => new Error('The server does not answer.')) });
  readonly none = rxResource({ stream: () => of([]) });
}
