import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      'vendor',
      'core',
      'node_modules',
      'public',
      'packages/*/dist',
      'packages/client-ts/schema.d.ts',
      'var',
      'resources/web/api/schema.d.ts',
      'resources/web/api/limits.ts',
      'playwright-report',
      'test-results',
    ],
  },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      globals: { ...globals.browser, ...globals.node },
      parserOptions: { parser: tseslint.parser, extraFileExtensions: ['.vue'] },
    },
    rules: {
      // Pages are named after the screen.
      'vue/multi-word-component-names': 'off',
      // What TypeScript cannot know about an index that was just checked.
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  prettier,
)
