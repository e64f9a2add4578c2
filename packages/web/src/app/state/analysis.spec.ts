import { TestBed } from '@angular/core/testing';
import { partsConvention } from '@renquil/core/names';
import { takeSnapshot } from '@renquil/core/scene';
import { sceneFromOutline } from '@renquil/core/testing';
import { firstValueFrom } from 'rxjs';
import { Analysis } from './analysis';
import type { ProposeResult } from './analysis-messages';
import type { ShownTaken } from './packed-taken';

const many = 4000;
const ids = Array.from({ length: many }, (_, i) => i + 1);

/** The real worker over a scene that takes it a while. */
describe('the analysis worker', () => {
  let analysis: Analysis;
  const until = async (isSo: () => boolean): Promise<void> => {
    for (let i = 0; i < 600 && !isSo(); i++) await new Promise((done) => setTimeout(done, 10));
    expect(isSo()).toBeTrue();
  };
  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [Analysis] });
    analysis = TestBed.inject(Analysis);
    const outline = ids.map((i) => `door left ${i} : mesh @${i},0,0`).join('\n');
    const snapshot = JSON.stringify(takeSnapshot(sceneFromOutline(outline)));
    const { packed, reading } = await analysis.read(new TextEncoder().encode(snapshot).buffer);
    expect(packed.ids).toHaveSize(many);
    analysis.open(reading, [], partsConvention);
    await until(() => analysis.progress() === null);
  });

  it('finds what is wrong, and finds it again after an edit', async () => {
    expect(ids.filter((id) => analysis.of(id).length)).toHaveSize(many);
    expect(analysis.of(1).map((finding) => finding.check)).toContain('forbidden-characters');
    analysis.follow([{ kind: 'rename', object: 1, from: 'door left 1', to: 'L_door001_oak_geo' }]);
    await until(() => !analysis.of(1).some((finding) => finding.check === 'forbidden-characters'));
    expect(analysis.of(2).map((finding) => finding.check)).toContain('forbidden-characters');
  });
  it('previews a recipe, and only the newest of many asked for at once', async () => {
    const seen: number[] = [];
    const done = new Promise<string | undefined>((tell) =>
      analysis.previews.subscribe((result) => {
        seen.push(result.seq);
        if (result.seq === 5 && 'names' in result) tell(result.names.get(many));
      }),
    );
    for (let seq = 1; seq <= 5; seq++)
      analysis.preview({
        seq,
        objects: ids,
        steps: [{ step: 'add-text', text: `x${seq}_`, at: 'before' }],
        policy: 'number-on',
      });
    expect(await done).toBe(`x5_door left ${many}`);
    expect(seen).withContext('what was overtaken was never begun').toEqual([1, 5]);
  });
  it('says what a step is to be blamed for', async () => {
    const answer = firstValueFrom(analysis.previews);
    analysis.preview({
      seq: 9,
      objects: [1],
      steps: [{ step: 'swap-words', find: '(', put: '', how: 'regex' }],
      policy: 'skip',
    });
    expect(await answer).toEqual(jasmine.objectContaining({ seq: 9, text: jasmine.stringContaining('(') }));
  });
  it('stops proposing when it is called off, and proposes the next time', async () => {
    const made: ProposeResult[] = [];
    analysis.proposals.subscribe((result) => made.push(result));
    analysis.propose(1, ids);
    await until(() => (analysis.proposing()?.done ?? 0) > 0);
    analysis.stopProposing();
    expect(analysis.proposing()).toBeNull();
    analysis.propose(2, [1, 2, 3]);
    await until(() => made.length > 0);
    await new Promise((done) => setTimeout(done, 300));
    expect(made.map((result) => [result.seq, result.asked])).toEqual([[2, 3]]);
    expect([await analysis.why(3), await analysis.why(4)]).toEqual([
      jasmine.objectContaining({ before: 'door left 3' }),
      null,
    ]);
    expect(analysis.proposing()).toBeNull();
  });
  it('begins a proposal anew when the scene changes under it', async () => {
    const answer = firstValueFrom(analysis.proposals);
    analysis.propose(1, ids);
    await until(() => (analysis.proposing()?.done ?? 0) > 0);
    analysis.follow([{ kind: 'rename', object: many, from: `door left ${many}`, to: 'hatch 7' }]);
    expect((await answer).asked).toBe(many);
    expect((await analysis.why(many))!.before).toBe('hatch 7');
  });
  it('says what taking would do, of the newest choices only, and forgets what nobody wants', async () => {
    const answer = firstValueFrom(analysis.proposals);
    analysis.propose(1, [1, 2, 3]);
    await answer;
    const asked: number[] = [];
    const choices = { withoutSlots: new Set<string>(), withoutReasons: new Set<never>(), chosen: new Map() };
    let last: ShownTaken | null = null;
    analysis.taken.subscribe((one) => {
      asked.push(one.asked);
      last = one.taken;
    });
    const take = (n: number, left: readonly number[]) =>
      analysis.take({
        seq: 1,
        asked: n,
        choices: { ...choices, least: 0.5, decided: new Map(left.map((id) => [id, false])) },
      });
    [1, 2, 3, 4].forEach((n) => take(n, [n]));
    await until(() => asked.includes(4));
    expect(asked).toEqual([1, 4]);
    expect(last!.counts.takes + last!.counts.open + last!.counts.unsure).toBe(3);
    analysis.stopProposing();
    take(5, []);
    await until(() => asked.includes(5));
    expect(last).toBeNull();
    expect(await analysis.why(1)).toBeNull();
  });
});
