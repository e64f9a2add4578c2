import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { runGate } from '@renquil/core/workbench';
import { openScene, writeScene } from '@renquil/formats';
import { cablewayRules } from '../cableway-rules.js';
import { buildWinchRoom } from './winch-room.js';

describe('the demo scene winch_room.usda', () => {
  let bytes: Uint8Array;
  beforeAll(async () => (bytes = await buildWinchRoom()));
  it('is the same bytes every time, and written back byte for byte', async () => {
    expect(Buffer.compare(await buildWinchRoom(), bytes)).toBe(0);
    const { scene } = openScene(bytes, 'winch_room.usda');
    expect(writeScene(bytes, 'winch_room.usda', scene).bytes).toBe(bytes);
  });
  it('passes, by the convention and the rules of the house', () => {
    const { scene, note } = openScene(bytes, 'winch_room.usda');
    const run = new CheckRun(scene, new CompiledConvention({ ...partsConvention, rules: cablewayRules }));
    run.all();
    expect([...run.findings()]).toEqual([]);
    expect(runGate(run).passes).toBeTrue();
    expect([scene.size, note]).toEqual([195, '']);
  });
  it('has copies that are instances of one shape', () => {
    const { scene } = openScene(bytes, 'winch_room.usda');
    const bolts = [...scene.walk()].filter(({ name }) => /^bolt\d+_steel_geo$/.test(name));
    expect(bolts.length).toBe(32);
    expect(new Set(bolts.map(({ shape }) => shape)).size).toBe(1);
  });
});
