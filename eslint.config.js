import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: ['build/', 'node_modules/', '.react-router/', '.data/', '.cache/', 'test-results/'],
  },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      // An import of types alone must leave nothing behind: with inline types the file would still be loaded.
      '@typescript-eslint/no-import-type-side-effects': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-empty-object-type': 'off',
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { ...reactHooks.configs.recommended.rules },
  },
  { files: ['app/**/*.tsx'], ...jsxA11y.flatConfigs.strict },
  {
    // A component that is longer has more than one thing to do.
    files: ['app/**/*.tsx'],
    ignores: ['app/**/*.test.tsx'],
    rules: { 'max-lines': ['error', { max: 250, skipBlankLines: true, skipComments: true }] },
  },
  {
    // A fixture that needs no other fixture still has to say so by an empty pattern.
    files: ['e2e/**/*.ts'],
    rules: { 'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }] },
  },
  {
    // The core computes; it owns no clock, no randomness and no platform.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'process', 'console', 'fetch', 'performance', 'crypto'].map(
          (name) => ({ name, message: 'The core knows no platform; pass it in.' }),
        ),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock; pass the time in.' },
        {
          object: 'Math',
          property: 'random',
          message: 'The core has no chance; pass a source in.',
        },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
          message: 'The core has no clock; pass the time in.',
        },
      ],
    },
  },
  {
    files: ['app/workers/*.mjs'],
    languageOptions: { globals: globals.serviceworker },
  },
  {
    files: ['scripts/**/*.mjs', 'server/*.mjs', '*.config.{js,ts,cjs}', '.dependency-cruiser.cjs'],
    languageOptions: { globals: globals.node },
    rules: { 'no-console': 'off' },
  },
);
