import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Subject } from 'rxjs';
import { turns } from '../../testing/answer';
import { show } from '../../testing/page';
import { LoadState } from './load-state';

@Component({
  selector: 'rq-load-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadState],
  template: `<rq-load-state [of]="list" waiting="Looking" empty="There is none." />`,
})
class Host {
  readonly asked = signal<Subject<number[]>[]>([]);
  readonly list = rxResource({
    stream: () => {
      const one = new Subject<number[]>();
      this.asked.update((all) => [...all, one]);
      return one;
    },
  });
}

describe('how far something is', () => {
  it('is said while it comes, when it fails, when there is none, and not when it is there', async () => {
    const page = await show(Host);
    const said = (): string[] => page.text('rq-load-state');
    const last = (): Subject<number[]> => page.component.asked().at(-1)!;
    expect(said()).toEqual(['Looking']);
    last().error(new Error('It does not answer.'));
    await turns(page.fixture);
    expect(page.text('[role=alert]')).toEqual(['It does not answer. Try again']);
    page.button('Try again').click();
    await turns(page.fixture);
    last().next([]);
    await turns(page.fixture);
    expect(said()).toEqual(['There is none.']);
    page.component.list.reload();
    await turns(page.fixture);
    last().next([1]);
    await turns(page.fixture);
    expect(said()).toEqual(['']);
  });
});
