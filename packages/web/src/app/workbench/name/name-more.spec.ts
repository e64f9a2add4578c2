import { TestBed } from '@angular/core/testing';
import { stepRegistry, type StepId } from '@renquil/core/names/recipe';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Bench } from './bench';
import { BenchState } from './bench-state';
import { OtherNames } from './other-names';
import { RecipeMenu } from './recipe-menu';
import { stepKinds } from './step-kinds';
import { summarise } from './step-summary';

describe('the steps of the bench', () => {
  it('are offered, made, said in a line and run, every one that core has', async () => {
    await workbenchBed('a_grp : group\n  door left : mesh @3,0,0');
    const bench = TestBed.inject(BenchState);
    expect(Object.keys(stepKinds).sort()).toEqual(Object.keys(stepRegistry));
    for (const kind of Object.keys(stepKinds) as StepId[]) {
      bench.discard();
      bench.add(kind);
      TestBed.tick();
      expect(bench.error()).withContext(kind).toBe('');
      const { title, text, words } = summarise(bench.steps()[0]!);
      expect(`${title} ${text} ${words.join(' ')}`)
        .withContext(kind)
        .not.toMatch(/undefined|object/);
    }
  });
  it('take a filter of their own and a pasted list', async () => {
    const { ledger } = await workbenchBed('a : mesh\nb : mesh');
    ledger.pickAll([1, 2]);
    const bench = TestBed.inject(BenchState);
    const page = await show(Bench);
    bench.add('from-list');
    await page.settle();
    await page.type(page.field('paste-list'), 'a\tx\nb\ty');
    TestBed.tick();
    expect([...bench.result()!.names.values()]).toEqual(['x', 'y']);
    await page.type(page.field('step-where'), 'b');
    TestBed.tick();
    expect([...bench.result()!.names.values()]).toEqual(['y']);
  });
  it('are kept as a recipe of the project, and put on the bench again', async () => {
    const { http } = await workbenchBed('a : mesh');
    const bench = TestBed.inject(BenchState);
    bench.add('swap-sides');
    const page = await show(RecipeMenu);
    const keeping = page.component.keep(' Sides ');
    const sent = http.expectOne({ method: 'PUT', url: '/api/projects/p/recipes' });
    const { recipe } = sent.request.body as { recipe: Parameters<BenchState['load']>[0] };
    expect(recipe).toEqual({
      renquil: 'recipe/1',
      name: 'Sides',
      steps: [{ step: 'swap-sides' }],
      clashes: 'number-on',
    });
    sent.flush({ name: 'Sides' });
    await Promise.resolve();
    await new Promise((done) => setTimeout(done, 0));
    http.expectOne('/api/projects/p/recipes').flush({ recipes: [{ id: 1, recipe, author: 'Mo', at: '' }] });
    await keeping;
    expect(page.component.kept()!.map((one) => one.recipe.name)).toEqual(['Sides']);
    bench.discard();
    bench.load(recipe);
    expect([bench.steps().length, bench.name()]).toEqual([1, 'Sides']);
  });
});

describe('names of what is no object', () => {
  it('are listed by kind and changed, undoable', async () => {
    const { open } = await workbenchBed('door : mesh');
    const page = await show(OtherNames);
    await page.click('shapes');
    const field = page.all('li input')[0] as HTMLInputElement;
    expect(field.value).toBe('box');
    await page.type(field, 'crate');
    expect(open.scene.shapes[0]!.name).toBe('crate');
    await page.click('1 shape after their objects');
    expect(open.scene.shapes[0]!.name).toBe('door');
    open.undo();
    open.undo();
    expect(open.scene.shapes[0]!.name).toBe('box');
  });
});
