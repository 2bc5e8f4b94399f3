import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import regexp from 'eslint-plugin-regexp'
import tseslint from 'typescript-eslint'
import { noCircles } from './tools/lint/noCircles.mjs'

/** Imports run one way: web and server use contract and core, contract uses core's words, core nothing of the others. */
const forbidden = {
  contract: ['server', 'web', 'tools'],
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
  'trainer',
  'upgrades',
  'stores',
]
/** Areas that rest on others. */
const restsOn = { policies: ['lives'], stores: ['lives'], trainer: ['lives', 'policies', 'plan'] }

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

/** Areas of core share only the maths; policies rest on lives, the trainer on all that decides; what two other areas need together is put together above them. */
const coreAreasApart = coreAreas.map((area) => ({
  files: [`core/src/${area}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(@diatribon/|\\.\\./(${coreAreas.filter((other) => other !== area && !restsOn[area]?.includes(other)).join('|')})/)`,
            message: 'An area of core may use core/src/maths and of other areas only those that it rests on.',
          },
        ],
      },
    ],
  },
}))

/** The rooms of the server, from the ground up: each uses those before it. Areas lie side by side and may read each other. */
const rooms = ['platform', 'kept', 'rules', 'actions', 'services', 'areas', 'process']
const notAreas = rooms.filter((room) => room !== 'areas')
const serverRooms = rooms.slice(0, -1).map((room, i) => {
  const above = rooms.slice(i + 1)
  const path = (names) => `^(\\.\\./)+(${names})/`
  const patterns = [
    { regex: '^(@diatribon/(web|tools)|(\\.\\./)+(web|tools)/src)', message: 'The server imports contract and core.' },
    { regex: path(above.filter((other) => other !== 'areas').join('|')), message: `${room} is below that room.` },
  ]
  if (above.includes('areas'))
    patterns.push({
      regex: path(`(?!(${notAreas.join('|')}|pieces|node_modules)/)[a-z]+`),
      message: `${room} is below the areas. What kinds of action of several areas share is one of their pieces.`,
    })
  return {
    files: room === 'areas' ? ['server/src/*/**/*.ts'] : [`server/src/${room}/**/*.ts`],
    ignores: ['**/*.test.{ts,tsx}', ...(room === 'areas' ? notAreas.map((other) => `server/src/${other}/**`) : [])],
    rules: { 'no-restricted-imports': ['error', { patterns }] },
  }
})

/** The rooms of the web, from the ground up: `ui` knows no session, the forms are those that several areas use, the shell is the roof. */
const webRooms = ['ui', 'charts', 'session', 'reads', 'forms', 'areas', 'shell']
const webAreasNot = webRooms.filter((room) => room !== 'areas')
const roomsOfWeb = webRooms.slice(0, -1).map((room, i) => {
  const above = webRooms.slice(i + 1)
  const patterns = [
    {
      regex: '^(@diatribon/(server|tools)|(\\.\\./)+(server|tools)/src)',
      message: 'The web imports contract and core.',
    },
    {
      regex: `^(\\.\\./)+(${above.filter((other) => other !== 'areas').join('|')})/`,
      message: `${room} is below that room.`,
    },
  ]
  if (above.includes('areas'))
    patterns.push({
      regex: `^(\\.\\./)+(?!(${webAreasNot.join('|')})/)[a-z]+/`,
      message: `${room} is below the areas.`,
    })
  return {
    files: room === 'areas' ? ['web/src/*/**/*.{ts,tsx}'] : [`web/src/${room}/**/*.{ts,tsx}`],
    ignores: [
      '**/*.test.{ts,tsx}',
      'web/src/testing/**',
      ...(room === 'areas' ? webAreasNot.map((other) => `web/src/${other}/**`) : []),
    ],
    rules: { 'no-restricted-imports': ['error', { patterns }] },
  }
})

/** Loops over every row, sample or byte. */
const mayAssert = [
  'server/src/platform/gather.ts',
  'server/src/hours/gapsOf.ts',
  'server/src/actions/facts.ts',
  'server/src/kept/staleRows.ts',
  'web/src/bench/meshDrawing.ts',
  'web/src/jobs/firstLayerPath.ts',
  'web/src/ui/newKey.ts',
]

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '.diatribon', 'server/migrations', 'test-results'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    // What only the types can tell: a promise that nobody waits for, a value of which nothing is known.
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unsafe-argument': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'error',
      '@typescript-eslint/no-unsafe-call': 'error',
      '@typescript-eslint/no-unsafe-member-access': 'error',
      '@typescript-eslint/no-unsafe-return': 'error',
    },
  },
  {
    // Matchers of what is expected are of any type.
    files: ['**/*.test.{ts,tsx}', '**/*.spec.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  { plugins: { 'react-hooks': hooks }, files: ['web/**/*.{ts,tsx}'], rules: hooks.configs.recommended.rules },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-control-regex': 'off',
    },
  },
  {
    // What people write is read in a time that grows with its length and no faster.
    plugins: { regexp },
    files: ['**/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
    },
  },
  {
    // What must be there is looked up with `given`, which says so when it is not; a bare ! only in loops that run often.
    files: ['server/src/**/*.ts', 'web/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', ...mayAssert],
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
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
  {
    // A refusal is read by a technician: no field's code name stands in its sentence.
    files: ['server/src/**/*.ts', 'contract/src/**/*.ts', 'core/src/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...["NewExpression[callee.name='Refusal']", "CallExpression[callee.name='badInput']"].flatMap((refusal) =>
          [
            ' > Literal[value=/^(?=.* ).*\\b[a-z]+[A-Z]/]',
            ' > TemplateLiteral > TemplateElement[value.raw=/^(?=.* ).*\\b[a-z]+[A-Z]/]',
          ].map((words) => ({
            selector: refusal + words,
            message: 'Say it in the words of the screens, not by a code name.',
          })),
        ),
      ],
    },
  },
  { files: ['tools/setup/pictures.mjs'], languageOptions: { globals: { document: 'readonly', window: 'readonly' } } },
  {
    files: ['*/src/**/*.{ts,tsx}'],
    plugins: { house: { rules: { 'no-circles': noCircles } } },
    rules: { 'house/no-circles': 'error' },
  },
  ...oneWay,
  ...serverRooms,
  ...roomsOfWeb,
  ...coreAreasApart,
)
