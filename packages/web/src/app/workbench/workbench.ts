import { Dialog } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
  ViewContainerRef,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideRedo2, lucideUndo2 } from '@ng-icons/lucide';
import { isOfNames } from '@renquil/core/checks';
import { TopBar } from '../shell/top-bar';
import { Session } from '../state/session';
import { Analysis } from '../state/analysis';
import { Commands } from '../state/commands';
import { OpenScene } from '../state/open-scene';
import { ToastList } from '../state/toast-list';
import { CountPipe } from '../ui/count';
import { HistoryStep } from '../history/history-step';
import { SaveVersion } from '../history/save-version';
import { ArrangeState } from './arrange/arrange-state';
import { SettingsState } from './arrange/settings-state';
import { ArrangeStep } from './arrange/arrange-step';
import { CheckStep } from './check/check-step';
import { SinceVersion } from './check/since-version';
import { Waivers } from './check/waivers';
import { FixPreview } from './check/fix-preview';
import { FindingsState } from './check/findings-state';
import { HandoffStep } from './handoff/handoff-step';
import { LedgerState } from './ledger/ledger-state';
import { ColumnChoice } from './ledger/column-choice';
import { SlotCells } from './ledger/slot-cells';
import { SwitchPaint } from './ledger/switch-paint';
import { BenchState } from './name/bench-state';
import { ProposeState } from './name/propose-state';
import { Speaker } from './speaker';
import { SaveStatusBox } from './save-status-box';
import { FitStrip } from './fit-strip';
import { LearnFromScene } from './learn-from-scene';
import { NameStep } from './name/name-step';
import { OtherNames } from './name/other-names';
import { saidVersion } from '../ui/version';
import { ViewRoom } from './viewport/view-room';
import { StageHost } from './viewport/stage-host';
import { steps, stepTitles, walked, type StepName } from './steps';
import { ToolRow } from './tool-row';
import { workbenchCommands } from './workbench-commands';
import { Tip } from '../ui/tip';

/** One scene at one step: the bar with the steps, the tool row of the step, the step's room. */
@Component({
  selector: 'rq-workbench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ArrangeStep,
    CheckStep,
    CountPipe,
    FitStrip,
    HandoffStep,
    HistoryStep,
    NameStep,
    NgIcon,
    RouterLink,
    SaveStatusBox,
    Tip,
    ToolRow,
    TopBar,
  ],
  providers: [
    Analysis,
    OpenScene,
    LedgerState,
    BenchState,
    ProposeState,
    FindingsState,
    FixPreview,
    Waivers,
    SinceVersion,
    ArrangeState,
    SettingsState,
    ColumnChoice,
    SwitchPaint,
    SlotCells,
    Speaker,
    StageHost,
    LearnFromScene,
  ],
  viewProviders: [provideIcons({ lucideRedo2, lucideUndo2 })],
  templateUrl: './workbench.html',
  host: { class: 'flex h-full flex-col' },
})
export class Workbench {
  readonly open = inject(OpenScene);
  readonly analysis = inject(Analysis);
  readonly ledger = inject(LedgerState);
  readonly bench = inject(BenchState);
  readonly propose = inject(ProposeState);
  readonly arrange = inject(ArrangeState);
  readonly findings = inject(FindingsState);
  readonly room = inject(ViewRoom);
  readonly #router = inject(Router);
  readonly #dialog = inject(Dialog);
  readonly #learning = inject(LearnFromScene);
  readonly #toasts = inject(ToastList);
  readonly #view = inject(ViewContainerRef);
  readonly scene = input.required<string>();
  readonly step = input.required<string>();
  /** An object to pick once the scene is open: how other pages point at one. */
  readonly object = input<string>();
  readonly now = computed<StepName>(() => steps.find((one) => one === this.step()) ?? 'name');
  readonly walked = walked;
  readonly counts = computed<Record<string, number>>(() => {
    const standing = this.analysis.standing();
    if (!standing) return {};
    const { byCheck, counts } = standing;
    return {
      arrange: Object.entries(byCheck).reduce((sum, [id, count]) => sum + (isOfNames(id) ? 0 : count), 0),
      name: standing.named - standing.fitting,
      check: counts.blocker + counts.warning + counts.note,
    };
  });
  readonly version = computed(() => {
    const info = this.open.info();
    return info?.scene.version ? saidVersion(info.scene.version) : '';
  });
  readonly unsaved = computed(() => {
    const info = this.open.info();
    if (!info) return 0;
    return this.open.revision() - (info.scene.revision - info.scene.unsaved) + this.open.status().waiting;
  });

  readonly #speaker = inject(Speaker);
  readonly #title = inject(Title);

  constructor() {
    const session = inject(Session);
    effect(() => session.stay(this.open.info()?.project.slug ?? ''));
    effect(() => {
      const name = this.open.info()?.scene.name;
      const step = stepTitles[this.now()];
      this.#title.setTitle(name === undefined ? 'Renquil' : `${name} · ${step} · Renquil`);
      untracked(() => this.#speaker.say('step', step));
    });
    effect(() => {
      const id = Number(this.scene());
      untracked(() => void this.open.open(id));
    });
    effect(() => {
      const id = Number(this.object());
      if (this.open.state() === 'open' && id) untracked(() => this.ledger.show(id));
    });
    // What is not picked cannot stay picked once it is gone.
    this.open.edits.subscribe(() => this.#dropGone());
    this.open.versions.subscribe(() => void this.open.refreshInfo());
    const remove = inject(Commands).add(() => (this.open.state() === 'open' ? workbenchCommands(this) : []));
    inject(DestroyRef).onDestroy(remove);
  }
  say(text: string): void {
    this.#toasts.say(text);
  }
  go(step: StepName): void {
    void this.#router.navigate(['/scenes', this.scene(), step]);
  }
  saveVersion(): void {
    const ref = this.#dialog.open<boolean>(SaveVersion, {
      ariaLabel: 'Save a version',
      data: { scene: Number(this.scene()), settled: () => this.open.settled() },
    });
    ref.closed.subscribe((saved) => {
      if (saved) void this.open.refreshInfo();
    });
  }
  /** Which convention fits is asked of a scene that nobody has settled, or when somebody wants to know. */
  readonly asksFit = signal(false);
  readonly showsFit = computed(
    () => this.open.mayEdit() && (this.asksFit() || this.open.info()?.convention.settled === false),
  );

  /** A convention out of the names of all, or of what is picked, gone on with on its own page. */
  learn(of: 'all' | 'picked' = 'picked'): Promise<void> {
    return this.#learning.learn(of === 'all' ? null : this.ledger.picking().picked);
  }
  otherNames(): void {
    this.#dialog.open(OtherNames, { ariaLabel: 'Other names', viewContainerRef: this.#view });
  }
  retry(): void {
    void this.open.open(Number(this.scene()));
  }
  #dropGone(): void {
    const { picking } = this.ledger;
    const gone = [...picking().picked].filter((id) => !this.open.scene.find(id));
    if (gone.length) this.ledger.pickAll([...picking().picked].filter((id) => this.open.scene.find(id)));
  }
}
