import { spawnSync } from 'node:child_process';
import { isGone, workerName } from './worker-name.js';

describe('the name of a worker', () => {
  it('says that this process lives, also to another of its workers', () => {
    expect(workerName()).not.toBe(workerName());
    expect(isGone(workerName())).toBeFalse();
  });
  it('tells a process that has ended, or whose number another one has now', () => {
    const [where, , began] = workerName().split('/');
    const { pid } = spawnSync('true');
    expect(isGone(`${where}/${pid}/${began}/1`)).toBeTrue();
    expect(isGone(`${where}/${process.pid}/1/1`)).toBeTrue();
  });
  it('claims nothing of other machines', () => expect(isGone('another/1/1/1')).toBeFalse());
});
