import js from '@eslint/js';
import { defineConfig, globalIgnores } from 'eslint/config';
import prettier from 'eslint-config-prettier';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default defineConfig(
  globalIgnores(['**/dist/**', '**/bundle/**', '**/data/**', 'docs/**', 'coverage/**', 'test-results/**']),
  js.configs.recommended,
  { files: ['**/*.mjs', '**/*.cjs'], languageOptions: { globals: globals.node } },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: [
            'web/vite.config.ts',
            'web/catalogs.plugin.ts',
            'web/no-json-schema.plugin.ts',
          ],
        },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      // Leaving a key out of an object is written as a rest that ignores it.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      'no-console': 'off',
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-console': 'error',
      // A message in a template would print as [object Object]: it is said by the renderer, or put into another message.
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
    },
  },
  {
    files: ['{web,cli,server}/src/**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
    },
  },
  { files: ['web/src/**/*.{ts,tsx}'], extends: [reactHooks.configs.flat.recommended] },
  {
    files: ['web/src/**/*.tsx'],
    extends: [jsxA11y.flatConfigs.recommended],
    rules: {
      // A field that somebody opens to type a name or a reason has the focus; only fields of the component library can.
      'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
      // What scrolls sideways must be reached by keyboard.
      'jsx-a11y/no-noninteractive-tabindex': [
        'error',
        { tags: ['figure'], roles: ['tabpanel', 'region', 'group'], allowExpressionValues: true },
      ],
    },
  },
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      // What a person reads comes from a catalog: say(msg('screen....')).
      'no-restricted-syntax': [
        'error',
        { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: 'a text on a screen comes from a catalog' },
        {
          selector:
            'JSXAttribute[name.name=/^(aria-label|aria-valuetext|title|placeholder|alt|label|okText|cancelText|description|data-name)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'a label comes from a catalog',
        },
        {
          selector:
            ':matches(JSXElement, JSXFragment) > JSXExpressionContainer > :matches(ConditionalExpression, LogicalExpression) > Literal[value=/[A-Za-z]{2}/]',
          message: 'a text on a screen comes from a catalog',
        },
      ],
    },
  },
  prettier,
);
