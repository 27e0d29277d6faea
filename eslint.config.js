import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import { arrowRules } from './run/arrows.mjs'
import { typedParser } from './run/typedParser.mjs'

// The components; all other files are oxlint's (oxlint.config.mjs), which is ten times as fast and knows no templates.

const typed = typedParser(import.meta.dirname)

export default tseslint.config(
  { ignores: ['.nuxt/', '.output/', 'node_modules/', '**/*.{js,mjs,ts,mts}'] },
  ...tseslint.configs.strictTypeChecked,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      parserOptions: { project: './tsconfig.types.json', tsconfigRootDir: import.meta.dirname, extraFileExtensions: ['.vue'] },
    },
  },
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
      // The layout is oxfmt's; what it cannot break (sentences, long class lists) is broken by hand.
      'max-len': ['error', { code: 140, ignoreUrls: true }],
      'vue/html-indent': 'off',
      'vue/html-self-closing': 'off',
      'vue/no-multiple-template-root': 'off',
    },
  },
  ...arrowRules('vue'),
)
