import { applyChange, type Edit } from '@renquil/core/edits';
import { transformPoint, type Vec3 } from '@renquil/core/math';
import type { Scene } from '@renquil/core/scene';
import { planRemove } from '@renquil/core/plans';
import { openScene } from '../scene-file.js';
import { decodeShape } from '../gltf/decode-shape.js';
import { UsdReference } from '../testing/usd-reference.js';

/** For what never ends, not a measure of speed. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const header = '#usda 1.0\n';
const mesh = (name: string, at: number): string =>
  `def Mesh "${name}" { double3 xformOp:translate = (${at}, 0, 0) uniform token[] xformOpOrder = ["xformOp:translate"]
  point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)] int[] faceVertexCounts = [3] int[] faceVertexIndices = [0, 1, 2]\n}`
    .replaceAll(') uniform', ')\nuniform')
    .replaceAll('] int', ']\nint');
/** A set on a base, of chairs by payload and reference, with a cushion of its own file, an over, and a variant. */
const files: Readonly<Record<string, string>> = {
  'set.usda': `${header}(
    subLayers = [@./base.usda@, @./gone.usda@]
    metersPerUnit = 1
)
over "Room"
{
    double3 xformOp:translate = (0, 5, 0)
    uniform token[] xformOpOrder = ["xformOp:translate"]
    def Xform "Chairs"
    {
        def "A" (
            references = @./chair.usda@</Chair>
        )
        {
            over "Legs"
            {
                double3 xformOp:translate = (0, 7, 0)
            }
        }
        def "B" (
            payload = @chair.usda@
            variants = { string look = "round"
            string back = "high"
            string wood = "oak" }
        )
        {
        }
    }
}
`,
  'base.usda': `${header}(
    metersPerUnit = 1
    subLayers = [@floor.usda@]
)
def Xform "Room"
{
    ${mesh('Wall', 3)}
}
`,
  'floor.usda': `${header}over "Room"\n{\n${mesh('Floor', 9)}\n}\n`,
  'chair.usda': `${header}(
    defaultPrim = "Chair"
)
def Xform "Chair" (
    variants = { string back = "low" }
    prepend variantSets = "back"
    prepend references = @./frame.usda@</Frame>
)
{
    ${mesh('Legs', 1)}
    variantSet "back" = {
        "high" {
            def Xform "Back"
            {
                double3 xformOp:translate = (0, 0, 8)
                uniform token[] xformOpOrder = ["xformOp:translate"]
                ${mesh('Rail', 6)}
            }
        }
        "low" {
            ${mesh('Ledge', 2)}
        }
    }
    def Xform "Seat"
    {
        double3 xformOp:translate = (0, 0, 2)
        uniform token[] xformOpOrder = ["xformOp:translate"]
        def "Cushion" ( references = @./cushion.usda@</Soft> )
        {
        }
    }
}
def Scope "Unused" {}
`,
  'frame.usda': `${header}def Xform "Frame" (
    variants = { string wood = "ash" }
    prepend variantSets = "wood"
)
{
    variantSet "wood" = {
        "ash" {
            ${mesh('Ash', 11)}
        }
        "oak" {
            ${mesh('Oak', 12)}
        }
    }
}
`,
  'cushion.usda': `${header}${mesh('Soft', 4)}\n`,
};
const read = (path: string): Uint8Array | null => (files[path] ? utf8(files[path]) : null);
const open = (top = files['set.usda']!, from = read) => openScene(utf8(top), 'set.usda', from);
const idOf = (scene: Scene, name: string): number => [...scene.walk()].find((one) => one.name === name)!.id;
/** Every point that is drawn, where it stands in the world. */
function points(opened: ReturnType<typeof open>): string[] {
  const out: string[] = [];
  for (const { id, shape } of opened.scene.walk()) {
    if (shape === null) continue;
    for (const { positions: at } of decodeShape(opened.drawn.json, opened.drawn.buffers, shape)!)
      for (let i = 0; i < at.length; i += 3) {
        const p = [at[i]!, at[i + 1]!, at[i + 2]!] as Vec3;
        out.push(
          transformPoint(opened.scene.world(id), p)
            .map((n) => n.toFixed(4))
            .join(' '),
        );
      }
  }
  return out.sort();
}

describe('a layer with the files that it refers to', () => {
  it('has the objects of what it is layered on, and draws what it takes over', () => {
    const opened = open();
    expect([...opened.scene.walk()].map(({ name }) => name)).toEqual([
      ...['Room', 'Floor', 'Wall', 'Chairs', 'A', 'Ash', 'Legs', 'Ledge', 'Seat', 'Cushion'],
      ...['B', 'Oak', 'Legs', 'Back', 'Rail', 'Seat', 'Cushion'],
    ]);
    expect(opened.note).toBe(
      'It is put together with base.usda, floor.usda, chair.usda and 2 more: what is changed of what stands there is said over it, in the layer itself. Other files that it refers to were not followed: ./gone.usda',
    );
  });
  it(
    'draws the same points as OpenUSD puts together',
    async () => {
      const reference = await UsdReference.open();
      const bytes = Object.fromEntries(Object.entries(files).map(([name, text]) => [name, utf8(text)]));
      // Facing another way, in other units, and off the origin.
      for (const said of ['metersPerUnit = 1', 'metersPerUnit = 0.01\n    upAxis = "Z"']) {
        const top = files['set.usda']!.replace('metersPerUnit = 1', said).replace(
          '(0, 5, 0)',
          '(300, 5, -70)',
        );
        const answer = await reference.ask('set.usda', { ...bytes, 'set.usda': utf8(top) });
        expect(answer.error).toBeUndefined();
        const flat = openScene(utf8(answer.stage!), 'flat.usda');
        expect(points(flat).length).toBe(30);
        expect(points(open(top))).toEqual(points(flat));
      }
      reference.close();
    },
    bound,
  );
  const edited = (edit: (scene: Scene) => readonly Edit[]): string => {
    const opened = open();
    expect(applyChange(opened.scene, { label: '', edits: edit(opened.scene) }).ok).toBeTrue();
    return new TextDecoder().decode(opened.write(opened.scene).bytes);
  };
  it('is the very bytes when nothing changed', () => expect(edited(() => [])).toBe(files['set.usda']!));
  it(
    'says what is changed of another file over it, and OpenUSD has it so',
    async () => {
      const out = edited((scene) => {
        const floor = scene.get(idOf(scene, 'Floor'));
        return [
          {
            ...{ kind: 'transform', object: floor.id, from: floor.local },
            to: { t: [1, 2, 3], r: [0, 0, 0, 1], s: [1, 1, 1] },
          },
          {
            ...{ kind: 'set', object: idOf(scene, 'Wall'), field: 'switches' },
            from: scene.get(idOf(scene, 'Wall')).switches,
            to: { ...scene.get(idOf(scene, 'Wall')).switches, shown: false },
          },
          { kind: 'set', object: floor.id, field: 'layer', from: floor.layer, to: 'Ground' },
        ] as Edit[];
      });
      const again = open(out);
      expect(again.scene.get(idOf(again.scene, 'Wall')).switches.shown).toBeFalse();
      expect(again.scene.get(idOf(again.scene, 'Floor')).layer).toBe('Ground');
      const reference = await UsdReference.open();
      const bytes = Object.fromEntries(Object.entries(files).map(([name, text]) => [name, utf8(text)]));
      const answer = await reference.ask('set.usda', { ...bytes, 'set.usda': utf8(out) });
      reference.close();
      expect(answer.error).toBeUndefined();
      expect(points(openScene(utf8(answer.stage!), 'flat.usda'))).toEqual(points(again));
      expect(points(again)).toContain('1.0000 7.0000 3.0000');
    },
    bound,
  );
  it('puts a prim beside those of another file', () => {
    const out = edited((scene) => [
      { kind: 'rename', object: idOf(scene, 'Chairs'), from: 'Chairs', to: 'Seats' },
      { kind: 'rename', object: idOf(scene, 'A'), from: 'A', to: 'Chair_01' },
    ]);
    expect([...open(out).scene.walk()].map(({ name }) => name)).toEqual([
      ...['Room', 'Floor', 'Wall', 'Seats', 'Chair_01', 'Ash', 'Legs', 'Ledge', 'Seat', 'Cushion'],
      ...['B', 'Oak', 'Legs', 'Back', 'Rail', 'Seat', 'Cushion'],
    ]);
  });
  const named: [string, string, string][] = [
    ['of what it is layered on', 'Wall', 'base.usda'],
    ['that both files speak of', 'Room', 'base.usda'],
    ['of what is taken over', 'Legs', 'chair.usda'],
    ['of what that takes over', 'Cushion', 'chair.usda'],
  ];
  for (const [what, name, file] of named)
    it(`leaves a name to the other file: ${what}`, () => {
      const { scene } = open();
      const object = idOf(scene, name);
      expect(
        applyChange(scene, { label: '', edits: [{ kind: 'rename', object, from: name, to: 'x' }] }),
      ).toEqual(
        jasmine.objectContaining({ ok: false, detail: `"${name}" comes from ${file}: it is named there` }),
      );
    });
  it(
    'puts out what is taken out, and places what is taken over, in words that OpenUSD reads so',
    async () => {
      const out = edited((scene) => {
        const [first] = [...scene.walk()].filter(({ name }) => name === 'Cushion');
        const second = [...scene.walk()].findLast(({ name }) => name === 'Seat')!;
        return [
          ...planRemove(scene, [idOf(scene, 'Wall'), idOf(scene, 'Legs')]),
          {
            ...{ kind: 'transform' as const, object: second.id, from: second.local },
            to: { t: [1, 2, 3], r: [0, 0, 0, 1], s: [1, 1, 1] },
          },
          { kind: 'set', object: first!.id, field: 'layer', from: first!.layer, to: 'Soft' },
        ] as Edit[];
      });
      const again = open(out);
      expect([...again.scene.walk()].map(({ name }) => name)).toEqual([
        ...['Room', 'Floor', 'Chairs', 'A', 'Ash', 'Ledge', 'Seat', 'Cushion'],
        ...['B', 'Oak', 'Legs', 'Back', 'Rail', 'Seat', 'Cushion'],
      ]);
      const reference = await UsdReference.open();
      const bytes = Object.fromEntries(Object.entries(files).map(([name, text]) => [name, utf8(text)]));
      const answer = await reference.ask('set.usda', { ...bytes, 'set.usda': utf8(out) });
      reference.close();
      expect(answer.error).toBeUndefined();
      const flat = openScene(utf8(answer.stage!), 'flat.usda');
      expect(points(flat).filter((at) => at !== '')).toEqual(points(again));
      expect(out).toContain('over "Wall" (\n        active = false');
    },
    bound,
  );
  it('says which files stand in it too often for all variants that are chosen', () => {
    const many = (count: number): string =>
      openScene(
        utf8(
          header +
            Array.from(
              { length: count },
              (_, i) =>
                `def "c${i}" (\nreferences = @a.usda@</A>\nvariants = {\nstring look = "v${i}"\n}\n)\n{\n}`,
            ).join('\n'),
        ),
        'set.usda',
        () => utf8(`${header}def Xform "A"\n{\n}\n`),
      ).note;
    expect(many(20)).not.toContain('Variants');
    expect(many(600)).toContain('Variants and times that are chosen of a.usda are not all read');
  });
  it('leaves a name alone that the other file goes by', () => {
    const top = `${header}(subLayers = [@b.usda@])\ndef "Look" {}\n`;
    const other = utf8(`${header}def "Box"\n{\nrel material:binding = </Look>\n}\n`);
    const opened = openScene(utf8(top), 'a.usda', (path) => (path === 'b.usda' ? other : null));
    const edits: Edit[] = [{ kind: 'rename', object: idOf(opened.scene, 'Look'), from: 'Look', to: 'x' }];
    expect(applyChange(opened.scene, { label: '', edits }).ok).toBeTrue();
    expect(() => opened.write(opened.scene)).toThrowError(/"\/Look" is spoken of in b\.usda too/);
  });
  it('ends with files that are layered on each other, and with those that take over themselves', () => {
    const ring = {
      'a.usda': `${header}(subLayers = [@b.usda@])\ndef "A" (references = @a.usda@</A>) {}\n`,
      'b.usda': `${header}(subLayers = [@a.usda@, @b.usda@])\ndef "B" (references = [@b.usda@</B>, @a.usda@</A>]) {}\n`,
    };
    const opened = openScene(utf8(ring['a.usda']), 'a.usda', (path) => {
      const text = (ring as Record<string, string>)[path];
      return text ? utf8(text) : null;
    });
    expect([...opened.scene.walk()].map(({ name }) => name).sort()).toEqual(['A', 'B']);
  });
});
