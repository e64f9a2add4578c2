import type { Finding } from '@renquil/core/checks';
import type { Command } from '../state/commands';
import type { Workbench } from './workbench';

/** From one row that asks for something to the next. */
export function walkCommands(page: Workbench): Command[] {
  const { ledger, open, analysis, findings } = page;
  const walk = (by: 1 | -1, onlyFixable: boolean): void => {
    const isOne = ({ fixable }: Pick<Finding, 'fixable'>): boolean => !onlyFixable || fixable;
    if (page.now() === 'check') return findings.step(by, isOne);
    if (!ledger.stepTo(by, (id) => analysis.found.some(id, isOne)))
      page.say(
        onlyFixable ? 'Nothing here can be put right by itself.' : 'Nothing is found in what is shown.',
      );
  };
  const changed = (by: 1 | -1): void => {
    const names = ledger.preview()?.names;
    if (!ledger.stepTo(by, (id) => (names ? names.has(id) : open.hasChanged(id))))
      page.say(
        names
          ? 'No name that is shown will change.'
          : 'Nothing that is shown has changed since the last version.',
      );
  };
  return [
    {
      id: 'whole-room',
      title: 'Give the 3D view the whole room, or take it back',
      keys: 'Alt V',
      off: () => !['arrange', 'name', 'check'].includes(page.now()),
      run: () => page.room.toggle(),
    },
    { id: 'next-finding', title: 'To the next finding', keys: 'F8', run: () => walk(1, false) },
    { id: 'previous-finding', title: 'To the finding before', keys: 'Shift F8', run: () => walk(-1, false) },
    {
      id: 'next-fixable',
      title: 'To the next finding that has a fix',
      keys: 'Alt F8',
      run: () => walk(1, true),
    },
    {
      id: 'next-changed',
      title: 'To the next row that changes, or has changed',
      keys: 'F7',
      run: () => changed(1),
    },
    { id: 'previous-changed', title: 'To the changed row before', keys: 'Shift F7', run: () => changed(-1) },
  ];
}
