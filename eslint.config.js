import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'

// The arrows of the architecture: what each folder may import, besides itself and packages.
const arrows = {
  core: [],
  engine: ['core'],
  devices: ['core'],
  connectors: ['core'],
  store: ['core'],
  flow: ['core', 'store'],
  worker: ['core', 'engine', 'devices', 'connectors', 'store', 'flow'],
  server: ['core', 'engine', 'devices', 'connectors', 'store', 'flow', 'shared'],
  cli: ['core', 'engine', 'store'],
  shared: ['core'],
  app: ['core', 'shared'],
  standins: [],
}
const folders = [...Object.keys(arrows), 'run', 'test']

function arrowRule(folder) {
  const forbidden = folders.filter(other => other !== folder && !arrows[folder].includes(other))
  const paths = forbidden.flatMap(other => [`**/../${other}/**`, `**/../${other}`, `~~/${other}/**`])
  const groups = [{ group: paths, message: `${folder}/ may import ${['itself', ...arrows[folder]].join(', ')} only.` }]
  if (folder === 'core') groups.push({ group: ['node:*', 'vue', 'h3', 'postgres', 'sharp'], message: 'core/ has no I/O and no framework.' })
  return { files: [`${folder}/**/*.{ts,vue,mjs}`], rules: { 'no-restricted-imports': ['error', { patterns: groups }] } }
}

export default tseslint.config(
  { ignores: ['.nuxt/', '.output/', '.data/', 'node_modules/', 'test-results/', 'playwright-report/'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      'no-console': 'off',
      'eqeqeq': ['error', 'always', { null: 'ignore' }],
      'prefer-const': 'error',
      'no-empty': ['error', { allowEmptyCatch: false }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/unified-signatures': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-self-closing': ['error', { html: { void: 'never', normal: 'any', component: 'always' } }],
      'vue/no-multiple-template-root': 'off',
    },
  },
  ...Object.keys(arrows).map(arrowRule),
)
