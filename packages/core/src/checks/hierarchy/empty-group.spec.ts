import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { CheckRun } from '../check-run.js';
import { testCheck } from '../../testing/check-tester.js';
import { emptyGroup } from './empty-group.js';

testCheck(emptyGroup, {
  valid: ['g\n  m : mesh', 'loc : locator', 'c : control'],
  invalid: [
    {
      scene: 'root : control\n  group3\n  m : mesh',
      findings: [{ at: '/root/group3', messageId: 'empty', message: 'empty group' }],
      fixed: 'root : control\n  m : mesh',
    },
  ],
});

describe('an empty that came in a file', () => {
  it('is a place to hang things on, unless its name says group', () => {
    const scene = sceneFromOutline('root : control\n  trigger_max\n  straps_grp\n  group3\n  m : mesh');
    for (const { id } of [...scene.walk()]) scene.patch(id, { source: id });
    const run = new CheckRun(scene, new CompiledConvention(partsConvention), [emptyGroup]);
    run.all();
    expect([...run.findings()].map(({ object }) => scene.get(object).name)).toEqual(['straps_grp', 'group3']);
  });
});
