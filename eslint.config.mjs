import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Imports run one way: web and server use contract and core; contract and core use nothing of the others. */
const forbidden = {
  contract: ['core', 'server', 'web', 'tools'],
  core: ['contract', 'server', 'web', 'tools'],
  server: ['web', 'tools'],
  web: ['server', 'tools'],
}
const coreAreas = [
  'lives',
  'policies',
  'hours',
  'plan',
  'parts',
  'jobs',
  'readings',
  'checks',
  'bench',
  'faults',
  'people',
]

const oneWay = Object.entries(forbidden).map(([workspace, others]) => ({
  files: [`${workspace}/src/**/*.{ts,tsx}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(@diatribon/(${others.join('|')})|(\\.\\./)+(${others.join('|')})/src)`,
            message: `${workspace} must not import from there: imports run web → contract, core and server → contract, core.`,
          },
        ],
      },
    ],
  },
}))

/** Areas of core share only the maths; what two areas need together is put together above them. */
const coreAreasApart = coreAreas.map((area) => ({
  files: [`core/src/${area}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(@diatribon/|\\.\\./(${coreAreas.filter((other) => other !== area).join('|')})/)`,
            message: 'An area of core may use core/src/maths and nothing of another area.',
          },
        ],
      },
    ],
  },
}))

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '.diatribon', 'server/migrations', 'test-results'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  { plugins: { 'react-hooks': hooks }, files: ['web/**/*.{ts,tsx}'], rules: hooks.configs.recommended.rules },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-control-regex': 'off',
    },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        URLSearchParams: 'readonly',
        setTimeout: 'readonly',
        Buffer: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        setImmediate: 'readonly',
        clearTimeout: 'readonly',
        AbortController: 'readonly',
        TextDecoder: 'readonly',
      },
    },
  },
  { files: ['tools/setup/pictures.mjs'], languageOptions: { globals: { document: 'readonly', window: 'readonly' } } },
  ...oneWay,
  ...coreAreasApart,
)
