import type { Command } from '../state/commands';
import type { Workbench } from './workbench';
import { arrangeCommands } from './arrange/arrange-commands';
import { walkCommands } from './walk-commands';
import type { StepId } from '@renquil/core/names/recipe';
import { stepKinds } from './name/step-kinds';
import { walked } from './steps';

/** What can be done while a scene is open. */
export function workbenchCommands(page: Workbench): Command[] {
  const { open, arrange } = page;
  return [
    ...historyCommands(page),
    {
      id: 'filter',
      title: 'Filter the ledger',
      keys: '/',
      run: () => document.querySelector<HTMLElement>('[data-filter]')?.focus(),
    },
    ...walked.map(({ step, title }, i): Command => ({
      id: step,
      title: `Go to ${title}`,
      keys: `Alt ${i + 1}`,
      run: () => page.go(step),
    })),
    { id: 'history', title: 'Go to History', run: () => page.go('history') },
    ...namingCommands(page),
    ...walkCommands(page),
    ...(page.now() === 'arrange' ? arrangeCommands(arrange, () => open.mayEdit()) : []),
    ...previewCommands(page),
    ...ledgerCommands(page),
  ];
}

function historyCommands(page: Workbench): Command[] {
  const { open } = page;
  return [
    {
      id: 'undo',
      title: `Undo${open.undoNext() ? `: ${open.undoNext()}` : ''}`,
      keys: 'Ctrl Z',
      off: () => open.undoNext() === null,
      run: () => open.undo(),
    },
    {
      id: 'redo',
      title: `Redo${open.redoNext() ? `: ${open.redoNext()}` : ''}`,
      keys: 'Ctrl Y',
      off: () => open.redoNext() === null,
      run: () => open.redo(),
    },
    {
      id: 'save',
      title: 'Save a version',
      keys: 'Ctrl S',
      off: () => !open.mayEdit(),
      run: () => page.saveVersion(),
    },
  ];
}
function namingCommands(page: Workbench): Command[] {
  const { open, ledger, bench, propose } = page;
  const readOnly = (): boolean => !open.mayEdit();
  const isNoLead = (): boolean => open.info()?.role !== 'lead';
  return [
    {
      id: 'propose',
      title: propose.on() ? 'Drop the proposed names' : 'Propose names',
      keys: 'Alt P',
      off: readOnly,
      run: () => {
        page.go('name');
        propose.toggle();
      },
    },
    {
      id: 'bench',
      title: bench.shown() ? 'Put the rename bench away' : 'Show the rename bench',
      off: () => page.now() !== 'name',
      run: () => bench.shown.update((now) => !now),
    },
    {
      id: 'other-names',
      title: 'Names of materials, shapes, layers and sets',
      run: () => page.otherNames(),
    },
    {
      id: 'learn',
      title: 'Learn a convention from what is picked',
      off: () => isNoLead() || !ledger.picking().picked.size,
      run: () => void page.learn(),
    },
    {
      id: 'fits',
      title: 'See which convention fits this scene',
      off: isNoLead,
      run: () => page.asksFit.set(true),
    },
    ...Object.entries(stepKinds).map(([kind, { title }]): Command => ({
      id: `step-${kind}`,
      title: `Add a step: ${title.toLowerCase()}`,
      off: readOnly,
      run: () => addStep(page, kind as StepId),
    })),
  ];
}
function previewCommands({ open, ledger, bench, propose }: Workbench): Command[] {
  return [
    {
      id: 'take',
      title: 'Take the name proposed for the row, or leave it',
      keys: 'Alt T',
      off: () => !propose.on() || ledger.picking().active === null,
      run: () => propose.turn(ledger.picking().active!),
    },
    {
      id: 'apply',
      title: 'Apply what will change',
      keys: 'Alt Enter',
      off: () => !open.mayEdit() || !ledger.preview()?.names.size,
      run: () => (propose.on() ? propose.apply() : bench.apply()),
    },
  ];
}
function ledgerCommands({ ledger }: Workbench): Command[] {
  return [
    { id: 'fold', title: 'Fold everything', run: () => ledger.foldAll() },
    { id: 'unfold', title: 'Unfold everything', run: () => ledger.unfoldAll() },
    {
      id: 'only-path',
      title: ledger.onlyPath()
        ? 'Leave the tree open when something is picked'
        : 'Fold the rest when something is picked',
      run: () => ledger.onlyPath.update((now) => !now),
    },
    { id: 'shown', title: 'Pick everything the filter shows', run: () => ledger.pickShown() },
  ];
}

function addStep(page: Workbench, kind: StepId): void {
  page.go('name');
  page.propose.discard();
  page.bench.shown.set(true);
  page.bench.add(kind);
}
