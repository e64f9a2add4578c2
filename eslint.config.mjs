import js from '@eslint/js';
import angular from 'angular-eslint';
import jsdoc from 'eslint-plugin-jsdoc';
import tseslint from 'typescript-eslint';

/** Names of our packages that a package may not import; the picture is in docs/architecture.md. */
const layers = {
  core: [
    '@renquil/formats',
    '@renquil/formats/*',
    '@renquil/api',
    '@renquil/api/*',
    '@renquil/server',
    '@renquil/demo',
    '@renquil/web',
    'renquil',
  ],
  formats: ['@renquil/api', '@renquil/api/*', '@renquil/server', '@renquil/demo', '@renquil/web', 'renquil'],
  api: ['@renquil/server', '@renquil/demo', '@renquil/web', 'renquil'],
  cli: ['@renquil/server', '@renquil/demo', '@renquil/web'],
  server: ['@renquil/web', 'renquil'],
  web: ['@renquil/server', '@renquil/demo', 'renquil'],
};
const pure = ['node:*', '@angular/*', 'rxjs', 'rxjs/*', 'three', 'three/*', 'express', 'mysql2', 'mysql2/*'];
const forbid = (name, more = []) => ({
  files: [`packages/${name}/src/**/*.ts`],
  ignores: ['**/*.spec.ts', '**/src/testing/**'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: [...layers[name], ...more],
            message: 'Imports point one way only: see docs/architecture.md.',
          },
        ],
      },
    ],
  },
});

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/.angular/**',
      '**/.work/**',
      '**/.renquil/**',
      '**/test-results/**',
      '**/*.tmp.*',
      'packages/web/public/**',
    ],
  },
  {
    files: ['**/*.{js,mjs,cjs}'],
    extends: [js.configs.recommended],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        module: 'writable',
        require: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
      },
    },
  },
  {
    files: ['**/*.ts'],
    extends: [js.configs.recommended, ...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        project: [
          ...['core', 'formats', 'api', 'demo', 'receiver', 'server', 'cli', 'web'].map(
            (name) => `packages/${name}/tsconfig.spec.json`,
          ),
          'packages/web/tsconfig.app.json',
          'packages/web/tsconfig.worker.json',
          'e2e/tsconfig.json',
          'bench/tsconfig.json',
          'torture/tsconfig.json',
          'examples/tsconfig.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/require-await': 'off',
      'max-lines': ['error', 400],
      eqeqeq: 'error',
      'no-console': 'error',
      // TypeScript knows names better.
      'no-undef': 'off',
      // Interfaces here promise functions that need no `this`; what spies and fixtures give is the same.
      '@typescript-eslint/unbound-method': 'off',
      // `any` comes from two libraries' types only; `no-explicit-any` keeps ours out.
      '@typescript-eslint/no-unsafe-assignment': 'off',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: { 'no-restricted-globals': ['error', 'document', 'window', 'process', 'localStorage', 'fetch'] },
  },
  {
    files: ['packages/*/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    plugins: { jsdoc },
    rules: {
      // Words that the trade has another one for: docs/glossary.md.
      'id-denylist': ['error', 'reach', 'heeds', 'suspects', 'foundBits', 'anyVersion', 'placesVersion'],
      'no-restricted-properties': [
        'error',
        {
          object: 'JSON',
          property: 'parse',
          message:
            'readJson for what comes from outside, readOwn for what Renquil wrote: core/src/own-json.ts.',
        },
      ],
      'max-params': ['error', 4],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: true,
          enableFixer: false,
          require: { ClassDeclaration: true, FunctionDeclaration: true },
          contexts: [
            'TSInterfaceDeclaration',
            'TSTypeAliasDeclaration',
            'ExportNamedDeclaration > VariableDeclaration',
          ],
        },
      ],
    },
  },
  { files: ['packages/core/src/own-json.ts'], rules: { 'no-restricted-properties': 'off' } },
  {
    // An endpoint and its route say what they are in the contract, where the docs are made from.
    files: ['packages/api/src/endpoints/**/*.ts', 'packages/server/src/routes/**/*.ts'],
    rules: { 'jsdoc/require-jsdoc': 'off' },
  },
  forbid('core', pure),
  forbid('formats', ['node:*', '@angular/*', 'rxjs', 'three', 'three/*']),
  {
    // Decoders that a server gives: those of packages, of three too.
    ...forbid('formats', ['node:*', '@angular/*', 'rxjs']),
    files: ['packages/formats/src/unpackers-node/**/*.ts'],
  },
  forbid('api', pure),
  forbid('cli'),
  forbid('server', ['@angular/*', 'three']),
  forbid('web', ['node:*']),
  {
    files: ['packages/web/src/**/*.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@renquil/api',
              allowTypeImports: true,
              message:
                'The page has the types of the contract only; `@renquil/api/address` builds addresses.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['packages/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      // A part of the kit may dress the element of the platform: button[rqMenuChoice].
      '@angular-eslint/component-selector': [
        'error',
        [
          { type: 'element', prefix: 'rq', style: 'kebab-case' },
          { type: 'attribute', prefix: 'rq', style: 'camelCase' },
        ],
      ],
      // Files are named after what they export; Angular's newer style has no suffix.
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      'no-console': 'off',
    },
  },
  {
    files: ['packages/web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // Rows are picked by keys through the grid that holds them.
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
      '@angular-eslint/template/label-has-associated-control': 'off',
      // A button that is an icon says in its label what it does.
      '@angular-eslint/template/elements-content': ['error', { allowList: ['rqIconButton'] }],
    },
  },
);
