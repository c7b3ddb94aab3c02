import importX from 'eslint-plugin-import-x'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/** The floors of the core, lowest first; folders of one floor stand in one list and do not know each other. */
// Patterns that begin with # would be read as comments by `group`, so names are matched by `regex`.
const FLOORS = [
  ['time', 'signal'],
  ['kit'],
  ['groove'],
  ['perform'],
  ['style', 'sticking', 'analyse'],
  ['vary', 'limbs'],
  ['phrase'],
  ['measure'],
  ['record'],
  ['hear'],
  ['practise', 'editor'],
  ['sound', 'notation'],
  ['formats'],
  ['recording'],
  ['documents'],
]

const OUTSIDE = [
  {
    regex: '^(~|~~|@|#app|#imports)(/|$)|/(app|server|demo)/',
    message: 'The core knows nothing of app, server or demo.',
  },
  {
    group: ['vue', 'vue-router', 'pinia', 'nuxt', 'nuxt/*', 'h3', 'nitropack', 'sequelize', 'sqlite3', 'comlink'],
    message: 'The core knows nothing of interface, server or database.',
  },
  {
    group: ['node:*', 'fs', 'path', 'os', 'crypto', 'child_process'],
    message: 'The core runs anywhere: no Node modules.',
  },
  {
    regex: '^#core/(?!documents/wire$)[^/]+/',
    message: 'Import a folder of the core by its door, #core/<folder>, not a file inside.',
  },
]

/** A file may go up as far as its own folder of the core, and no further. */
const DEPTHS = [
  ['*.ts', '^\\.\\./'],
  ['*/*.ts', '^\\.\\./\\.\\./'],
]

const floorRules = FLOORS.flatMap((folders, floor) =>
  folders.flatMap(folder =>
    DEPTHS.map(([files, further]) => ({
      files: [`core/${folder}/${files}`],
      ignores: ['**/*.test.ts'],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              ...OUTSIDE,
              { regex: further, message: 'Another folder of the core is entered by its door: #core/<folder>.' },
              {
                regex: `^#core/(${FLOORS.slice(floor).flat().join('|')})$`,
                message: `core/${folder} imports only from floors below it (see core/README.md).`,
              },
            ],
          },
        ],
      },
    })),
  ),
)

/** What only the types can tell: a promise that nobody waits for, a value that is awaited and none, a sort of figures as text. */
const TYPED = {
  '@typescript-eslint/await-thenable': 'error',
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
  '@typescript-eslint/no-for-in-array': 'error',
  '@typescript-eslint/restrict-plus-operands': 'error',
  '@typescript-eslint/require-array-sort-compare': ['error', { ignoreStringArrays: true }],
  '@typescript-eslint/only-throw-error': 'error',
  '@typescript-eslint/return-await': 'error',
  '@typescript-eslint/prefer-includes': 'error',
}

export default ts.config(
  { ignores: ['node_modules/', '.nuxt/', '.output/', 'data/', 'test-results/', 'playwright-report/'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': ['error', { html: { void: 'always', normal: 'always', component: 'always' } }],
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/require-default-prop': 'off',
      eqeqeq: 'error',
      'no-duplicate-imports': ['error', { allowSeparateTypeImports: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'error',
    },
  },
  {
    ignores: ['**/*.test.ts', 'test/**', 'bench/**'],
    rules: {
      // A place in a list or a map is known by who filled it; of anything else `present` says what is missing where it is.
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'TSNonNullExpression:not(:has(> MemberExpression[computed=true]), :has(> Identifier), :has(> CallExpression[callee.property.name=/^(at|get|next)$/]))',
          message: 'Ask present(…) from #core/present, which says what was missing, instead of !.',
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/extensions': ['.ts'], 'import-x/resolver': { node: { extensions: ['.ts'] } } },
    rules: {
      'import-x/no-cycle': 'error',
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'navigator',
          'localStorage',
          'fetch',
          'process',
          'Buffer',
          'setTimeout',
          'setInterval',
          'performance',
          'console',
        ].map(name => ({ name, message: 'The core has no browser, no Node and no clock.' })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance comes from a seed passed in.' },
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
      ],
    },
  },
  ...floorRules,
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '(^|/)server/', message: 'The app speaks to the server by its routes only.' },
            {
              regex: '^#core/(?!documents/wire$)[^/]+/',
              message: 'Import a folder of the core by its door, #core/<folder>.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    ignores: ['app/remembered.ts', 'app/documents/here.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['localStorage', 'sessionStorage'].map(name => ({
          name,
          message: 'The browser remembers by app/remembered.ts.',
        })),
      ],
    },
  },
  { files: ['scripts/**', 'test/**', 'bench/**'], rules: { 'no-console': 'off' } },
  {
    files: ['core/**/*.ts', 'app/**/*.ts', 'server/**/*.ts', 'test/**/*.ts', 'bench/**/*.ts'],
    languageOptions: {
      parserOptions: {
        project: ['core/tsconfig.json', 'test/tsconfig.json', '.nuxt/tsconfig.app.json', '.nuxt/tsconfig.server.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: TYPED,
  },
)
