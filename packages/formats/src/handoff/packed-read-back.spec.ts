import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { asItIs } from '@renquil/core/targets';
import { openScene } from '../scene-file.js';
import { packedModel } from '../testing/packed-model.js';
import { buildPackage } from './build-package.js';

describe('reading a package of packed shapes back', () => {
  for (const how of ['draco', 'meshopt'] as const)
    it(`looks into what ${how} packed`, async () => {
      const { bytes } = await packedModel(how);
      const { scene, source } = openScene(bytes, 'a.glb');
      const run = new CheckRun(scene, new CompiledConvention(partsConvention));
      run.all();
      const { readBack } = await buildPackage({
        ...{ name: 'a', label: 'v001', source, run, target: asItIs, reason: 'a look' },
        waivers: { waivers: [], time: { version: 0, day: '2026-01-01' } },
      });
      expect(readBack).toEqual(
        jasmine.objectContaining({ objects: scene.size, arrived: scene.size, geometry: true, problems: [] }),
      );
    });
});
