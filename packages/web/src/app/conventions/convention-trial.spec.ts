import type { TriedScene } from '@renquil/api';
import { partsConvention, type Convention } from '@renquil/core/names';
import { Subject, throwError, type Observable } from 'rxjs';
import { ConventionTrial } from './convention-trial';

const tried = (id: number): readonly TriedScene[] => [
  {
    id,
    name: 'cabin',
    convention: 'Ours',
    revision: 2,
    names: 10,
    fitBefore: 6,
    fitAfter: 8,
    lost: [],
    won: [],
    rules: [],
  },
];

describe('trying a convention on', () => {
  let answers: Subject<readonly TriedScene[]>[];
  let shown: Convention | null;
  let ask: (of: Convention) => Observable<readonly TriedScene[]>;
  const trial = () =>
    new ConventionTrial(
      (of) => ask(of),
      () => shown,
    );
  beforeEach(() => {
    jasmine.clock().install();
    answers = [];
    shown = partsConvention;
    ask = () => {
      const answer = new Subject<readonly TriedScene[]>();
      answers.push(answer);
      return answer;
    };
  });
  afterEach(() => jasmine.clock().uninstall());

  it('waits until it rests, and asks once', () => {
    const one = trial();
    for (let i = 0; i < 5; i++) {
      one.soon();
      jasmine.clock().tick(500);
    }
    expect(answers).toHaveSize(0);
    jasmine.clock().tick(300);
    expect([answers.length, one.busy()]).toEqual([1, true]);
    answers[0]!.next(tried(1));
    expect([one.tried(), one.busy()]).toEqual([tried(1), false]);
  });
  it('takes the answer to the last question alone, in whatever order they come', () => {
    const one = trial();
    one.now();
    one.now();
    answers[1]!.next(tried(2));
    answers[0]!.next(tried(1));
    expect(one.tried()).toEqual(tried(2));
  });
  it('keeps what it knew while it asks again of the same, and not of another', () => {
    const one = trial();
    one.now();
    answers[0]!.next(tried(1));
    one.soon();
    jasmine.clock().tick(700);
    expect([one.tried(), one.busy()]).toEqual([tried(1), true]);
    one.anew();
    expect(one.tried()).toBeNull();
  });
  it('knows nothing of one that cannot be tried, nor where none is shown', () => {
    const one = trial();
    ask = () => throwError(() => new Error('no'));
    one.now();
    expect([one.tried(), one.busy()]).toEqual([null, false]);
    shown = null;
    one.now();
    expect(one.busy()).toBeFalse();
  });
  it('asks nothing any more once it is stopped', () => {
    const one = trial();
    one.soon();
    one.stop();
    jasmine.clock().tick(1000);
    expect(answers).toHaveSize(0);
  });
});
