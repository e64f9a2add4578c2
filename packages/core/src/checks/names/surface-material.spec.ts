import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { Scene } from '../../scene/scene.js';
import { CheckRun } from '../check-run.js';
import { surfaceMaterial } from './surface-material.js';

describe('check surface-material', () => {
  const check = (name: string, ...materials: string[]) => {
    const from = sceneFromOutline(`${name} : mesh`);
    const scene = new Scene(
      from.shapes,
      materials.map((text) => ({ name: text, colour: [1, 1, 1, 1] as const })),
    );
    scene.append({ ...from.get(1), materials: materials.map((_, i) => i) }, null);
    const run = new CheckRun(scene, new CompiledConvention(partsConvention), [surfaceMaterial]);
    run.all();
    return { run, found: run.of(1)[0] };
  };
  it('says nothing while they agree, or while one of them says nothing', () => {
    for (const [name, ...materials] of [
      ['door001_steel_geo', 'mtl_steel'],
      ['door001_steel_geo', 'ironPlate'],
      ['door001_steel_geo', 'mat_7'],
      ['door001_steel_geo', 'oak', 'steel'],
      ['door001_steel_geo'],
      ['door', 'oak'],
    ] as [string, ...string[]][])
      expect(check(name, ...materials).found)
        .withContext(`${name} ${materials.join()}`)
        .toBeUndefined();
  });
  it('names the material that says otherwise, and puts its word in', () => {
    const { run, found } = check('door001_steel_geo', 'oldTimber');
    expect(found).toEqual(jasmine.objectContaining({ message: 'oak, not steel', slot: 'surface' }));
    expect(run.fix(found!)?.map((edit) => (edit.kind === 'rename' ? edit.to : edit.kind))).toEqual([
      'door001_oak_geo',
    ]);
    expect(found!.because).toContain('"oldTimber"');
  });
  it('cannot put a name right that does not fit', () => {
    const { run, found } = check('steel door', 'glass');
    expect(found?.message).toBe('glass, not steel');
    expect(run.fix(found!)).toBeNull();
  });
});
