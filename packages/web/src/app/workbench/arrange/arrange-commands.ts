import { switchNames } from '@renquil/core/scene';
import type { Command } from '../../state/commands';
import type { ArrangeState } from './arrange-state';

/** Everything Arrange does to what is picked, by words and keys. */
export function arrangeCommands(arrange: ArrangeState, mayEdit: () => boolean): Command[] {
  const none = (): boolean => !mayEdit() || !arrange.picked().length;
  const few = (): boolean => !mayEdit() || arrange.picked().length < 2;
  const on = (title: string, run: () => void, keys?: string): Command => ({
    id: `arrange-${title}`,
    title,
    ...(keys ? { keys } : {}),
    off: none,
    quiet: true,
    run,
  });
  return [
    on('Group what is picked', () => arrange.group('centre'), 'Ctrl G'),
    on('Ungroup what is picked', () => arrange.ungroup(false), 'Ctrl U'),
    on('Ungroup, all groups below too', () => arrange.ungroup(true)),
    {
      ...on('Put what is picked under the last picked', () => arrange.parentToLast(), 'Ctrl ]'),
      off: few,
    },
    on('Lift out what is picked', () => arrange.liftOut(), 'Ctrl ['),
    on('Take out, and delete emptied groups', () => arrange.takeOut()),
    on('Put a parent over each', () => arrange.insertParents()),
    on('Move up among its siblings', () => arrange.shift(-1)),
    on('Move down among its siblings', () => arrange.shift(1)),
    on('Sort children by name', () => arrange.sort()),
    on('Add a control under what is picked', () => arrange.control(false)),
    { ...on('Add a control under everything', () => arrange.control(true)), off: () => !mayEdit() },
    { ...on('Bring in what is left outside', () => arrange.bringIn()), off: () => !mayEdit() },
    on('Zero: bake move, turn and scale', () => arrange.zero(['move', 'turn', 'scale'])),
    on('Take as rest', () => arrange.rest()),
    on('Back to rest', () => arrange.backToRest()),
    on('Mirror across the middle of the asset', () => arrange.mirror('asset')),
    on('Mirror across X = 0', () => arrange.mirror('x')),
    on('Pivot to the base of the bounds', () => arrange.pivot('base')),
    on('Pivot to the centre of the bounds', () => arrange.pivot('centre')),
    { ...on('Do the last change to all twins', () => arrange.repeatOnTwins()), off: () => !mayEdit() },
    ...switchNames.map((name) =>
      on(`Turn the switch ${name}`, () => {
        const [first] = arrange.picked();
        if (first !== undefined) arrange.settings.toggle(first, name);
      }),
    ),
    on('Remove what is picked', () => arrange.remove(), 'Ctrl Delete'),
  ];
}
