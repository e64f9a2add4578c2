/** Which folder may import which, and no rings; the picture is in docs/architecture.md. */
const path = (name) => `^packages/${name}/`;
const never = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.spec\\.ts$|/testing/' },
  to: { path: to },
});
module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      // Types too: a ring of files cannot be read from one end. Four are left, each a part that is told by what it is part of.
      name: 'no-ring-of-types',
      severity: 'error',
      from: {
        path: '^packages/',
        pathNot: [
          'web/src/app/workbench/(workbench-commands|walk-commands|workbench)\\.ts$',
          'web/src/app/workbench/ledger/(column-layout|ledger)\\.ts$',
          'server/src/services/(library-words|services)\\.ts$',
        ],
      },
      to: { circular: true },
    },
    never(
      'core-is-pure',
      path('core'),
      '^packages/(formats|api|server|web|cli|demo)/|^node_modules/(?!re2js|transliteration)|^(node:|fs|path)',
    ),
    // What core cannot see at all it does not import either.
    { ...never('core-is-pure', path('core'), '^'), to: { couldNotResolve: true } },
    never('formats-on-core-only', path('formats'), '^packages/(api|server|web|cli|demo)/'),
    never('api-on-core-and-formats', path('api'), '^packages/(server|web|cli|demo)/'),
    never('cli-is-thin', path('cli'), '^packages/(server|web|demo)/'),
    never('web-not-server', path('web'), '^packages/(server|cli|demo)/'),
    never('server-not-web', path('server'), '^packages/(web|cli|receiver)/'),
    never('receiver-stands-alone', path('receiver'), '^packages/(server|web|cli|demo)/'),
    never('nobody-imports-tests', '^packages/', '\\.spec\\.ts$'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // What we build; what packages ship in a folder of that name is seen.
    exclude: { path: '^packages/[^/]+/dist/|\\.angular|\\.work|test-results' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      conditionNames: ['@renquil/source', 'import', 'default'],
      extensions: ['.ts', '.js', '.mjs', '.json'],
    },
  },
};
