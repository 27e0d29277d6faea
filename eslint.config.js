import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import { typedParser } from './run/typedParser.mjs'

// The arrows of the architecture: what each folder may import, besides itself and packages.
const arrows = {
  core: [],
  log: [],
  reach: [],
  engine: ['core'],
  devices: ['log', 'core', 'reach'],
  connectors: ['core', 'reach'],
  store: ['log', 'core', 'shared'],
  flow: ['log', 'core', 'store', 'shared'],
  worker: ['log', 'core', 'reach', 'engine', 'devices', 'connectors', 'store', 'flow', 'shared'],
  server: ['log', 'core', 'reach', 'engine', 'devices', 'connectors', 'store', 'flow', 'shared'],
  cli: ['core', 'engine', 'store', 'shared'],
  shared: ['core'],
  app: ['core', 'shared'],
  standins: [],
}
const folders = [...Object.keys(arrows), 'run', 'test']

function arrowRule(folder) {
  const forbidden = folders.filter(other => other !== folder && !arrows[folder].includes(other))
  const paths = forbidden.flatMap(other => [`**/../${other}/**`, `**/../${other}`, `~~/${other}/**`])
  const groups = [{ group: paths, message: `${folder}/ may import ${['itself', ...arrows[folder]].join(', ')} only.` }]
  if (folder === 'server')
    groups.push({
      group: ['sharp', '**/engine/images', '**/engine/sources', '**/engine/pictures'],
      allowTypeImports: true,
      message: 'Pictures are decoded in processes of their own: server/pictures.ts.',
    })
  if (folder === 'core') groups.push({ group: ['node:*', 'vue', 'h3', 'postgres', 'sharp'], message: 'core/ has no I/O and no framework.' })
  return { files: [`${folder}/**/*.{ts,vue,mjs}`], rules: { 'no-restricted-imports': ['error', { patterns: groups }] } }
}

const typed = typedParser(import.meta.dirname)

export default tseslint.config(
  {
    ignores: [
      '.nuxt/',
      '.output/',
      '.data/',
      'node_modules/',
      'test-results/',
      'playwright-report/',
      'core/raster/simd/assembly/',
      'core/raster/simd/compiled.ts',
    ],
  },
  ...tseslint.configs.strictTypeChecked,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      parserOptions: { project: './tsconfig.types.json', tsconfigRootDir: import.meta.dirname, extraFileExtensions: ['.vue'] },
    },
  },
  { files: ['**/*.ts'], languageOptions: { parser: typed } },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: typed } },
    // Components that a component imports have no type here; vue-tsc knows them, and checks them.
    rules: {
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
    },
  },
  {
    rules: {
      'no-console': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'prefer-const': 'error',
      'no-empty': ['error', { allowEmptyCatch: false }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      // The type of an answer is asked for where it is fetched; a contract's method may be async without waiting.
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/require-await': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      // The layout is Prettier's; what it cannot break (sentences, long class lists) is broken by hand.
      'max-len': ['error', { code: 140, ignoreUrls: true }],
      'vue/html-indent': 'off',
      'vue/html-self-closing': 'off',
      'vue/no-multiple-template-root': 'off',
    },
  },
  { files: ['**/*.{js,mjs,mts}'], ...tseslint.configs.disableTypeChecked },
  ...Object.keys(arrows).map(arrowRule),
)
