import { readParameter, sayParameter } from './parameter-text.js';
import { saidRange, type Parameter } from './parameter.js';
import { checkRegistry } from './registry.js';

describe('a parameter as a form shows it', () => {
  const all = checkRegistry.flatMap(({ id, parameters }) =>
    Object.entries(parameters).map(([key, parameter]) => ({ at: `${id}.${key}`, parameter })),
  );
  it('of every check is said and read back as it is', () => {
    expect(all.length).toBeGreaterThan(15);
    for (const { at, parameter } of all) {
      const said = sayParameter(parameter, parameter.shipped);
      expect(readParameter(parameter, said)).withContext(at).toEqual({ ok: true, value: parameter.shipped });
      expect(parameter.text)
        .withContext(at)
        .toMatch(/^[A-Z].*\.$/);
      expect(saidRange(parameter)).withContext(at).toBeTruthy();
    }
  });
  const of = (at: string): Parameter => all.find((one) => one.at === at)!.parameter;
  for (const [at, typed, wanted] of [
    ['too-long.most', ' 40 ', 40],
    ['size.least', '0,5', 0.5],
    ['left-without-right.mirrored', 'yes', true],
    ['reserved-word.words', 'door, , sash,door', ['door', 'sash']],
    ['no-layer.kinds', 'mesh, light', ['mesh', 'light']],
    [
      'exclusive-sets.groups',
      'near, far\n\nleft, right, mid',
      [
        ['near', 'far'],
        ['left', 'right', 'mid'],
      ],
    ],
    ['kind-under.allowed', 'light: helper\ncamera:', { light: ['helper'], camera: [] }],
    [
      'attribute-differs.agreed',
      'lod: 2\nowner: sets\nready: true\nwhen: null',
      { lod: 2, owner: 'sets', ready: true, when: null },
    ],
    ['pivot-anchor.wishes', '0 -1 0: kind:control', [{ query: 'kind:control', anchor: [0, -1, 0] }]],
    ['pivot-anchor.wishes', '0 -1 0 : not kind:mesh', [{ query: 'not kind:mesh', anchor: [0, -1, 0] }]],
  ] as const)
    it(`reads ${at} from "${typed}"`, () =>
      expect(readParameter(of(at), typed)).toEqual({ ok: true, value: wanted }));
  for (const [at, typed, says] of [
    ['too-long.most', '0', /"0" is no whole number of characters, 1 to 65536/],
    ['too-long.most', '1.5', /whole/],
    ['size.least', 'x', /metres, 0 to/],
    ['size.least', '', /metres/],
    ['not-unique.among', 'all', /scene or siblings/],
    ['no-layer.kinds', 'meshs', /no "meshs"; the nearest is "mesh"/],
    ['exclusive-sets.groups', 'near, far\nalone', /Line 2: a group needs two/],
    ['kind-under.allowed', 'lamp: mesh', /Line 1: there is no kind "lamp"/],
    ['kind-under.allowed', 'mesh', /colon/],
    ['pivot-anchor.wishes', '0 -2 0: kind:control', /Line 1: three numbers from -1 to 1/],
    ['pivot-anchor.wishes', '0 0 0: (', /Line 1: The filter cannot be read at character 2/],
  ] as const)
    it(`refuses "${typed}" for ${at}`, () => {
      const read = readParameter(of(at), typed);
      expect(read.ok ? 'taken' : read.wrong).toMatch(says);
    });
});
