import { crateValues as v, CrateWriter, type CrateNode } from '../testing/crate-writer.js';
import { officialLayers } from '../testing/official-layers.js';
import { trapLayer } from '../testing/trap-layer.js';
import { typesLayer } from '../testing/types-layer.js';
import { UsdReference } from '../testing/usd-reference.js';
import { crateText } from './crate-text.js';

/** For what never ends, not a measure of speed: the reference takes its time on a busy machine. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Without what the reference says of itself, and what its writer has no type for. */
const plain = (text: string): string =>
  text
    .replace(/ {4}doc = """Generated from Composed[^]*?"""\n/, '')
    .replace(/ +relocates = \{[^}]*\}\n/, '')
    .replace(/^#usda 1\.0\n\(\n\)\n/, '#usda 1.0\n')
    .replace(/^#usda 1\.0\n+/, '#usda 1.0\n')
    .replaceAll(/ \(\n *\)\n/g, '\n');
const prim = 6;
const def = v.plain(42, 0);
const target = (writer: CrateWriter, path: string): void => writer.u32(writer.path(path));
const word = (writer: CrateWriter, text: string): void => writer.u32(writer.token(text));
const name = (writer: CrateWriter, text: string): void => writer.u32(writer.string(text));
/** What a stage that is put together has no more: lists with operations, arcs, variants, layers. */
const tree: CrateNode = {
  element: '',
  type: 7,
  fields: {
    primChildren: v.tokens(['A', 'B']),
    primOrder: v.tokens(['B', 'A']),
    subLayers: v.strings('./base.usda', 'more/deep.usda'),
    subLayerOffsets: v.offsets([0, 1], [10, 2]),
    defaultPrim: v.token('A'),
    comment: v.string('a remark'),
  },
  below: [
    {
      element: 'A',
      type: prim,
      fields: {
        specifier: def,
        typeName: v.token('Xform'),
        references: v.listOp(
          35,
          {
            prepend: [
              ['./chair.usda', '/Frame'],
              ['', '/B'],
              ['far.usda', '', 3, 0.5],
            ] as const,
            delete: [['old@name.usda', '']] as const,
          },
          v.arc(true),
        ),
        payload: v.listOp(55, { explicit: [['part.usda', '/Frame', 1, 1]] as const }, v.arc(false)),
        inheritPaths: v.listOp(34, { append: ['/B'] }, target),
        specializes: v.listOp(34, { explicit: [] }, target),
        apiSchemas: v.listOp(32, { prepend: ['SkelBindingAPI'], delete: ['CollectionAPI:x'] }, word),
        variantSetNames: v.listOp(33, { add: ['look'], reorder: ['look'] }, name),
        variantSelection: v.selection(['look', 'new'], ['size', 'big']),
        variantSetChildren: v.tokens(['look']),
        properties: v.tokens(['b', 'a', 'r']),
        propertyOrder: v.tokens(['a', 'b']),
        permission: v.plain(43, 1),
        instanceable: v.plain(1, 1),
      },
      below: [
        {
          element: '.b',
          type: 1,
          fields: {
            typeName: v.token('float'),
            variability: v.plain(44, 0),
            connectionPaths: v.listOp(34, { prepend: ['/B.x'], delete: ['/A.a'] }, target),
          },
        },
        {
          element: '.a',
          type: 1,
          fields: {
            typeName: v.token('double'),
            variability: v.plain(44, 1),
            custom: v.plain(1, 1),
            default: v.plain(9, 0x3f000000),
          },
        },
        {
          element: '.r',
          type: 8,
          fields: {
            variability: v.plain(44, 0),
            targetPaths: v.listOp(34, { add: ['/B'], append: ['/B.x', '/A'] }, target),
          },
        },
        {
          element: '{look=}',
          type: 11,
          fields: { variantChildren: v.tokens(['new', 'old']) },
        },
        {
          element: '{look=new}',
          type: 10,
          fields: {
            primChildren: v.tokens(['Dent']),
            properties: v.tokens(['n']),
            kind: v.token('component'),
          },
          below: [
            { element: 'Dent', type: prim, fields: { specifier: v.plain(42, 1) } },
            {
              element: '.n',
              type: 1,
              fields: { typeName: v.token('int'), variability: v.plain(44, 0), default: v.plain(3, 7) },
            },
          ],
        },
        { element: '{look=old}', type: 10, fields: {} },
      ],
    },
    {
      element: 'B',
      type: prim,
      fields: { specifier: v.plain(42, 2), properties: v.tokens(['x']) },
      below: [
        { element: '.x', type: 1, fields: { typeName: v.token('float'), variability: v.plain(44, 0) } },
      ],
    },
    { element: 'Frame' },
  ],
};

describe('a binary layer of OpenUSD, by OpenUSD itself', () => {
  let reference: UsdReference;
  beforeAll(async () => (reference = await UsdReference.open()), bound);
  afterAll(() => reference.close());
  const layers = [
    ...officialLayers(),
    { name: 'traps', bytes: utf8(trapLayer) },
    { name: 'types', bytes: utf8(typesLayer) },
  ];
  for (const { name: of, bytes } of layers)
    it(
      `is the text that says the same: ${of}`,
      async () => {
        const { crate, stage, error } = await reference.ask('layer.usda', { 'layer.usda': bytes }, true);
        expect(error).toBeUndefined();
        const text = await reference.ask('layer.usda', { 'layer.usda': crateText(crate!, 'layer.usdc') });
        expect(text.error).toBeUndefined();
        const same = await reference.ask('layer.usda', { 'layer.usda': utf8(stage!) });
        expect(plain(text.layer!)).toBe(plain(same.layer!));
      },
      bound,
    );
  it(
    'is the text that says the same, with lists, arcs, variants and layers',
    async () => {
      const crate = new CrateWriter().write(tree);
      const by = await reference.ask('layer.usdc', { 'layer.usdc': crate });
      expect(by.error).toBeUndefined();
      const text = await reference.ask('layer.usda', { 'layer.usda': crateText(crate, 'layer.usdc') });
      expect(text.error).toBeUndefined();
      expect(text.layer!).toBe(by.layer!);
      for (const said of [
        'prepend references',
        'delete references',
        'reorder rootPrims',
        'variantSet "look"',
        'offset = 10',
      ])
        expect(by.layer!).toContain(said);
    },
    bound,
  );
});
