import js from '@eslint/js'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Folders of src/ from the ground up: each may import only what stands before it. */
const LAYERS = {
  core: [],
  stage: ['core'],
  source: ['core', 'stage'],
  runner: ['core', 'stage', 'source'],
  queue: ['core', 'stage', 'source', 'runner'],
  store: ['core', 'stage', 'source', 'runner'],
  contract: ['core', 'stage'],
  ui: ['core', 'stage', 'contract'],
  models: ['core', 'stage', 'source', 'contract'],
  site: ['core', 'stage', 'source', 'runner', 'contract', 'ui', 'models'],
  cli: ['core', 'stage', 'source', 'runner', 'queue', 'store', 'contract', 'ui', 'site'],
  server: ['core', 'stage', 'source', 'runner', 'queue', 'store', 'contract', 'models'],
  app: ['core', 'stage', 'source', 'runner', 'store', 'contract', 'ui', 'models', 'server'],
}

/** Folders of src/core/ from the ground up: each uses values only of lines above its own. Types may be used of any. */
const CORE_ORDER = [
  ['choices', 'contexts', 'css', 'grid', 'group', 'keep', 'names', 'problem', 'version', 'words'],
  ['matrix', 'readings', 'yaml'],
  ['spec'],
  ['guide', 'record', 'steps'],
  ['edit', 'sheet'],
  ['checks', 'code', 'pages', 'plan', 'tokens'],
  ['bench', 'scenario', 'survey'],
  ['draft', 'lint'],
  ['breaks'],
  ['report'],
  ['schemas'],
  ['find', 'reference'],
]

const NODE_OR_DOM_PACKAGES = [
  'node:*',
  'react',
  'react-dom',
  'next',
  'next/*',
  'drizzle-orm',
  '@libsql/*',
  'puppeteer-core',
  'esbuild',
  'sass',
]

const layerRules = Object.entries(LAYERS).map(([layer, below]) => {
  const above = Object.keys(LAYERS).filter((other) => other !== layer && !below.includes(other))
  const patterns = above.map((other) => ({
    regex: `^@/${other}(/|$)|^(\\.\\./)+${other}(/|$)`,
    message: `${layer}/ may not import from ${other}/ (docs/architecture.md).`,
  }))
  if (layer === 'core') patterns.push({ group: NODE_OR_DOM_PACKAGES, message: 'core/ is pure computation.' })
  patterns.push({
    regex: '^@/[^/]+/[^/]+/[^/]+|^(\\.\\./)+[a-z][^/]*/',
    message: 'Import a folder by its door (its index.ts).',
  })
  return {
    files: [`src/${layer}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    rules: { 'no-restricted-imports': ['error', { patterns }] },
  }
})

const coreRules = CORE_ORDER.flatMap((folders, at) =>
  folders.map((folder) => {
    const later = CORE_ORDER.slice(at)
      .flat()
      .filter((other) => other !== folder)
      .join('|')
    return {
      files: [`src/core/${folder}/**/*.ts`],
      ignores: ['**/*.test.ts'],
      rules: {
        '@typescript-eslint/no-restricted-imports': [
          'error',
          {
            patterns: [
              {
                regex: `^(\\.\\./)+(${later})(/|$)`,
                message: `core/${folder}/ stands below: it may use types of this folder, no values (docs/architecture.md).`,
                allowTypeImports: true,
              },
            ],
          },
        ],
      },
    }
  }),
)

export default tseslint.config(
  {
    ignores: [
      'node_modules',
      '.next',
      'dist',
      'demo',
      'next-env.d.ts',
      '.brelt',
      'tests/fixtures',
      'tests/foreign/*/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-undef': 'off',
      'max-lines': ['error', { max: 500, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // What is longer than a screen is several things: tests, being tables, may be.
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['src/**/*.test.{ts,tsx}'],
    rules: {
      'max-lines': ['error', { max: 300 }],
      'max-lines-per-function': ['error', { max: 60 }],
    },
  },
  {
    // What only types show: promises that nobody waits for, and cases that a switch forgets.
    files: ['src/**/*.{ts,tsx}', 'tests/**/*.ts', 'bench/**/*.ts'],
    ignores: ['tests/foreign/**'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/ui/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  ...layerRules,
  ...coreRules,
)
