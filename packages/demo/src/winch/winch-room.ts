import { bar, box, copyOf, group, material, placed, prim } from './layer-builder.js';

const three = (n: number): string => String(n).padStart(3, '0');
const upTo = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));
const round = (n: number): number => Math.round(n * 100) / 100 || 0;

/** Things that stand in many places, said once: copies take them over. */
const kit = prim('class "ref_kit"', {
  meta: ['doc = "What stands in many places, said once."'],
  prims: [
    group('ref_bolt', [
      bar('ref_shank', { radius: 1.2, height: 9 }, { at: [0, 0, 0], of: 'Steel' }),
      bar('ref_boltHead', { radius: 2.4, height: 2 }, { at: [0, 0, 5.5], of: 'Steel' }),
    ]),
    group('ref_post', [
      bar('ref_tube', { radius: 2.1, height: 105 }, { at: [0, 52.5, 0], of: 'Yellow', turn: [90, 0, 0] }),
      box('ref_postFoot', [12, 1.5, 12], { at: [0, 0.75, 0], of: 'Steel' }),
      bar('ref_postCap', { radius: 2.6, height: 3 }, { at: [0, 106, 0], of: 'Black', turn: [90, 0, 0] }),
    ]),
    group('ref_fin', [
      box('ref_finBlade', [1.4, 58, 96], { at: [0, 0, 0], of: 'Green' }),
      box('ref_finEdge', [2.2, 1.6, 96], { at: [0, 29.5, 0], of: 'Green' }),
    ]),
    group('ref_idler', [
      bar('ref_rim', { radius: 28, height: 7 }, { at: [0, 0, 0], of: 'Steel' }),
      bar('ref_liner', { radius: 24.5, height: 8 }, { at: [0, 0, 0], of: 'Black' }),
      bar('ref_hub', { radius: 6, height: 14 }, { at: [0, 0, 0], of: 'Brass' }),
    ]),
  ],
});

const ring = (n: number, radius: number): [number, number][] =>
  upTo(n, (i) => [
    round(radius * Math.cos((2 * Math.PI * i) / n)),
    round(radius * Math.sin((2 * Math.PI * i) / n)),
  ]);

const drum = group(
  'drum_grp',
  [
    bar('drumShell001_steel_geo', { radius: 62, height: 170 }, { at: [0, 0, 0], of: 'Steel' }),
    bar('flange001_enamel_geo', { radius: 84, height: 6 }, { at: [0, 0, 88], of: 'Green' }),
    bar('flangeRear001_enamel_geo', { radius: 84.5, height: 6 }, { at: [0, 0, -88], of: 'Green' }),
    bar('drumShaft001_steel_geo', { radius: 11, height: 260 }, { at: [0, 0, 0], of: 'Steel' }),
    group(
      'drumBolts_grp',
      ring(32, 74).map(([x, y], i) => copyOf('ref_bolt', `bolt${three(i + 1)}_steel_geo`, [x, y, 93])),
    ),
    box('brakeBlock001_rubber_geo', [22, 34, 12], { at: [92, 0, 88], of: 'Black' }),
  ],
  { at: [0, 130, 0], layer: 'Machine' },
);

const motor = group(
  'motor_grp',
  [
    bar('motorCase001_enamel_geo', { radius: 38, height: 110 }, { at: [0, 0, 0], of: 'Green' }),
    bar('motorShaft001_steel_geo', { radius: 6, height: 60 }, { at: [0, 0, 80], of: 'Steel' }),
    box('terminalBox001_enamel_geo', [30, 18, 34], { at: [0, 45, -8], of: 'Green' }),
    box('ratingPlate001_brass_geo', [16, 9, 0.6], { at: [0, 46, 9.4], of: 'Brass' }),
    group(
      'motorFins_grp',
      upTo(18, (i) => copyOf('ref_fin', `motorFin${three(i + 1)}_enamel_geo`, [0, 0, 0], [0, 0, i * 10])),
    ),
    group(
      'motorBolts_grp',
      ring(8, 33).map(([x, y], i) => copyOf('ref_bolt', `motorBolt${three(i + 1)}_steel_geo`, [x, y, 56])),
    ),
    box('motorFoot001_steel_geo', [92, 6, 92], { at: [0, -44, 0], of: 'Steel' }),
  ],
  { at: [-190, 130, 150], layer: 'Machine' },
);

const gearbox = group(
  'gearbox_grp',
  [
    box('gearCase001_enamel_geo', [120, 140, 66], { at: [0, 0, 0], of: 'Green' }),
    box('gearLid001_enamel_geo', [112, 8, 60], { at: [0, 74, 0], of: 'Green' }),
    bar(
      'oilPlug001_brass_geo',
      { radius: 4, height: 6 },
      { at: [58, -60, 0], of: 'Brass', turn: [0, 90, 0] },
    ),
    bar(
      'oilGlass001_glass_geo',
      { radius: 7, height: 3 },
      { at: [58, -30, 0], of: 'Glass', turn: [0, 90, 0] },
    ),
    group(
      'gearBolts_grp',
      upTo(12, (i) =>
        copyOf('ref_bolt', `gearBolt${three(i + 1)}_steel_geo`, [
          round(-50 + (i % 6) * 20),
          i < 6 ? 60 : -60,
          32,
        ]),
      ),
    ),
  ],
  { at: [-120, 130, 150], layer: 'Machine' },
);

const rope = group(
  'deflection_grp',
  [
    ...upTo(4, (i) => copyOf('ref_idler', `idler${three(i + 1)}_steel_geo`, [0, 0, round(-60 + i * 40)])),
    bar('idlerAxle001_steel_geo', { radius: 4, height: 190 }, { at: [0, 0, 0], of: 'Steel' }),
    box('idlerYoke001_steel_geo', [10, 80, 180], { at: [40, 0, 0], of: 'Steel' }),
  ],
  { at: [230, 210, 0], layer: 'Machine' },
);

const frame = group(
  'frame_grp',
  [
    ...upTo(6, (i) =>
      box(`beam${three(i + 1)}_steel_geo`, [round(520 - i * 4), 18, 12], {
        at: [0, 40, round(-150 + i * 60)],
        of: 'Steel',
      }),
    ),
    ...upTo(8, (i) =>
      box(`leg${three(i + 1)}_steel_geo`, [14, round(62 + i * 0.5), 14], {
        at: [round(-245 + (i % 4) * 160), 9, i < 4 ? -150 : 150],
        of: 'Steel',
      }),
    ),
    box('drumPlate001_steel_geo', [200, 3, 240], { at: [0, 51, 0], of: 'Steel' }),
    box('motorPlate001_steel_geo', [240, 3, 130], { at: [-160, 52, 150], of: 'Steel' }),
  ],
  { layer: 'Frame' },
);

const railing = group(
  'railing_grp',
  [
    group(
      'posts_grp',
      upTo(16, (i) => copyOf('ref_post', `post${three(i + 1)}_enamel_geo`, [round(-390 + i * 52), 0, 290])),
    ),
    group(
      'postsSide_grp',
      upTo(8, (i) =>
        copyOf('ref_post', `postSide${three(i + 1)}_enamel_geo`, [-390, 0, round(230 - i * 60)]),
      ),
    ),
    bar(
      'handrail001_enamel_geo',
      { radius: 2.2, height: 784 },
      { at: [0, 104, 290], of: 'Yellow', turn: [0, 90, 0] },
    ),
    bar(
      'kneeRail001_enamel_geo',
      { radius: 1.8, height: 783 },
      { at: [0, 55, 290], of: 'Yellow', turn: [0, 90, 0] },
    ),
    bar('handrailSide001_enamel_geo', { radius: 2.2, height: 424 }, { at: [-390, 104, 80], of: 'Yellow' }),
    box('toeBoard001_oak_geo', [782, 12, 2], { at: [0, 7, 292.5], of: 'Oak' }),
  ],
  { layer: 'Room' },
);

const lamp = (i: number): string =>
  group(
    `lamp${three(i + 1)}_grp`,
    [
      bar(
        `lampShade${three(i + 1)}_enamel_geo`,
        { radius: round(22 + i * 0.2), height: 10 },
        { at: [0, 0, 0], of: 'Green', turn: [90, 0, 0] },
      ),
      bar(
        `lampBulb${three(i + 1)}_glass_geo`,
        { radius: round(6 + i * 0.1), height: 8 },
        { at: [0, -7, 0], of: 'Glass', turn: [90, 0, 0] },
      ),
      prim(`def SphereLight "lamp${three(i + 1)}_lgt"`, {
        lines: [
          'color3f inputs:color = (1, 0.9, 0.75)',
          'float inputs:intensity = 900',
          'float inputs:radius = 6',
          ...placed([0, -14, 0]),
        ],
      }),
    ],
    { at: [round(-340 + i * 130), 380, 60], layer: 'Light' },
  );
const room = group(
  'room_grp',
  [
    box('floor001_oak_geo', [840, 6, 640], { at: [0, -3, 0], of: 'Oak' }),
    box('wall001_oak_geo', [840, 400, 8], { at: [0, 200, -324], of: 'Oak' }),
    box('wall002_oak_geo', [8, 400, 640], { at: [424, 200, 0], of: 'Oak' }),
    box('switchboard001_enamel_geo', [90, 180, 30], { at: [300, 90, -300], of: 'Green' }),
    box('switchDoor001_enamel_geo', [84, 170, 2], { at: [300, 92, -284], of: 'Green' }),
    bar('switchKnob001_nylon_geo', { radius: 3, height: 4 }, { at: [334, 95, -281], of: 'Black' }),
    prim('def Camera "view001_cam"', {
      lines: [
        'float focalLength = 24',
        'float2 clippingRange = (1, 10000)',
        ...placed([40, 240, 760], [-8, 0, 0]),
      ],
    }),
  ],
  { layer: 'Room' },
);

const looks = prim('def Scope "Looks"', {
  prims: [
    material('Steel', [0.42, 0.43, 0.44], 0.45),
    material('Green', [0.06, 0.2, 0.13], 0.5),
    material('Yellow', [0.84, 0.6, 0.04], 0.55),
    material('Black', [0.03, 0.03, 0.03], 0.8),
    material('Brass', [0.6, 0.43, 0.15], 0.35),
    material('Oak', [0.36, 0.22, 0.1], 0.7),
    material('Glass', [0.75, 0.85, 0.85], 0.1),
  ],
});

/** The winch room of the upper station: machinery in OpenUSD text, with bindings, a kit that copies take over, and collections. */
export function buildWinchRoom(): Promise<Uint8Array> {
  const root = group(
    'winchRoom_grp',
    [frame, drum, motor, gearbox, rope, railing, room, group('lamps_grp', upTo(6, lamp)), looks],
    {
      meta: [
        'kind = "assembly"',
        'prepend apiSchemas = ["CollectionAPI:machinery", "CollectionAPI:barriers"]',
      ],
      lines: [
        'rel collection:machinery:includes = [\n    </winchRoom_grp/drum_grp>,\n    </winchRoom_grp/motor_grp>,\n    </winchRoom_grp/gearbox_grp>,\n    </winchRoom_grp/deflection_grp>,\n]',
        'uniform token collection:machinery:expansionRule = "expandPrims"',
        'rel collection:barriers:includes = </winchRoom_grp/railing_grp>',
        'uniform token collection:barriers:expansionRule = "expandPrims"',
      ],
    },
  );
  const head = `#usda 1.0
(
    "The winch room of the upper station."
    customLayerData = {
        string renquil = '{"layers":[{"name":"Machine","colour":"#2f6b4f"},{"name":"Frame","colour":"#6b6f73"},{"name":"Room","colour":"#8a6a3f"},{"name":"Light","colour":"#c9a227"}]}'
    }
    defaultPrim = "winchRoom_grp"
    metersPerUnit = 0.01
    upAxis = "Y"
)
`;
  return Promise.resolve(new TextEncoder().encode(`${head}\n${kit}\n\n${root}\n`));
}
