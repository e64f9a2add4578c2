import { testCheck } from '../../testing/check-tester.js';
import { skeletonStandards } from '../../templates/skeletons.js';
import { skeleton } from './skeleton.js';

/** The joints of a standard as an outline, each under its own parent. */
function whole(id: string, drop: readonly string[] = []): string {
  const { joints, parents } = skeletonStandards.find((one) => one.id === id)!;
  const lines = [`r : control {"skeleton":"${id}"}`];
  const add = (parent: string | null, depth: number): void => {
    for (const [name, joint] of Object.entries(joints))
      if (!drop.includes(name) && (parents ? joint.parent : null) === parent) {
        lines.push(`${'  '.repeat(depth)}${name} : joint`);
        if (parents) add(name, depth + 1);
      }
  };
  add(null, 1);
  return lines.join('\n');
}

testCheck(skeleton, {
  valid: [
    'r : control\n  any : joint',
    whole('webxr-hand'),
    whole('vrm-1.0'),
    whole('iso-19774'),
    // Joints that need not be there may be left out with all below them.
    whole('vrm-1.0', ['leftToes', 'jaw', 'leftThumbMetacarpal']),
  ],
  invalid: [
    {
      scene: whole('webxr-hand', ['wrist', 'thumb-tip']),
      findings: [{ at: '/r', messageId: 'missing', message: 'misses 2 joints' }],
    },
    {
      scene: whole('webxr-hand').replace('wrist', 'writs'),
      findings: [
        { at: '/r', messageId: 'missing' },
        { at: '/r/writs', messageId: 'unknown', message: 'no joint of the standard' },
      ],
    },
    {
      scene: `${whole('webxr-hand')}\n  wrist : joint`,
      findings: [{ at: '/r/wrist[2]', messageId: 'twice', message: 'a second wrist' }],
    },
    {
      scene: whole('vrm-1.0', ['jaw']) + '\n  jaw : joint',
      findings: [{ at: '/r/jaw', messageId: 'parent', message: 'should hang under head' }],
    },
  ],
});
