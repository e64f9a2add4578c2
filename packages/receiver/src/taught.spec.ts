import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { makeOutgoing, taughtBy, withHeard, type Outgoing, type Target } from '@renquil/core/targets';
import { randomTree, seededRandom } from '@renquil/core/testing';
import { goodBehaviour, type Behaviour } from './behaviour.js';
import { applyRules, type Outcome } from './own-rules.js';

const parts = new CompiledConvention(partsConvention);
const odd = [
  'door',
  'door',
  'door left',
  'a.b.c',
  'lamp_01',
  'Tür',
  'x-y',
  'ß ',
  'l'.repeat(40),
  `${'l'.repeat(40)}2`,
];

/** What the receiver makes of what goes. */
function sentTo({ scene, without }: Outgoing, behaviour: Behaviour): Outcome {
  const going = [...scene.walk()].filter(({ id }) => !without.has(id));
  const at = new Map(going.map(({ id }, i) => [id, i]));
  return applyRules(
    going.map(({ id, name, kind, parent }) => ({
      ...{ object: id, sent: name },
      node: { name, parent: parent === null ? null : (at.get(parent) ?? null), isLight: kind === 'light' },
    })),
    behaviour,
  );
}

describe('a target that was told what a receiver did', () => {
  it('over random scenes and receivers, sends names that the same receiver leaves alone', () => {
    let taught = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 25);
      for (const { id } of [...scene.walk()]) {
        scene.patch(id, { name: odd[Math.floor(random() * odd.length)]! });
        if (random() < 0.2) scene.patch(id, { kind: 'light', shape: null });
      }
      const behaviour: Behaviour = {
        ...goodBehaviour,
        characters: random() < 0.5,
        longest: random() < 0.5 ? 5 + Math.floor(random() * 30) : null,
        unique: random() < 0.5,
        lights: random() < 0.5,
      };
      const target: Target = { title: 'T', format: 'glb', names: { conform: true } };
      const outgoing = makeOutgoing(scene, parts, target);
      const { differences } = sentTo(outgoing, behaviour);
      const told = taughtBy(outgoing, differences);
      if (!differences.length) {
        expect(told.target).toBe(target);
        continue;
      }
      taught++;
      const next = makeOutgoing(scene, parts, told.target);
      expect(sentTo(next, behaviour).differences)
        .withContext(`seed ${seed} ${JSON.stringify(behaviour)} ${told.says.join('; ')}`)
        .toEqual([]);
      const heard = { receiver: 'R', refused: null, changed: differences };
      const warned = withHeard(outgoing, heard).findings.at(-1)!;
      expect([warned.rule, warned.objects.length]).toEqual(['receipt-changed', differences.length]);
      // What goes under another name, or no more, is not warned of.
      const left = withHeard(next, heard).findings.filter(({ rule }) => rule === 'receipt-changed');
      for (const id of left.flatMap(({ objects }) => objects))
        expect(next.scene.get(id).name).toBe(outgoing.scene.get(id).name);
    }
    expect(taught).toBeGreaterThan(200);
  });
});
