import { advisedChecks, adviceOf } from './advice.js';
import { checkRegistry } from './registry.js';

describe('advice', () => {
  it('says of every check, and of nothing else, how it is put right by hand and what comes of it otherwise', () => {
    expect([...advisedChecks].sort()).toEqual(checkRegistry.map(({ id }) => id));
    for (const check of checkRegistry) {
      const { byHand, otherwise } = adviceOf(check);
      expect(byHand)
        .withContext(check.id)
        .toMatch(/^[A-Z].*\.$/);
      expect(otherwise)
        .withContext(check.id)
        .toMatch(/^[A-Z].*\.$/);
    }
  });
  it('leaves a rule of the house to its lead', () => {
    const [check] = checkRegistry;
    expect(adviceOf({ ...check!, family: 'house' }).byHand).toBe('');
    expect(adviceOf({ ...check!, family: 'house', otherwise: 'It falls.' }).otherwise).toBe('It falls.');
  });
});
