import tseslint from 'typescript-eslint';
import astro from 'eslint-plugin-astro';
import reactHooks from 'eslint-plugin-react-hooks';

const coreIsPure = {
  files: ['src/core/**/*.ts', 'src/engines/**/*.ts'],
  ignores: ['src/core/**/*.test.ts', 'src/engines/**/*.test.ts'],
  rules: {
    // Core and engines have no clock or chance, both are passed in, and nothing of a page. What they import: .dependency-cruiser.cjs.
    'no-restricted-globals': [
      'error',
      'window',
      'document',
      'fetch',
      'process',
      'crypto',
      'performance',
      'localStorage',
    ],
    'no-restricted-properties': [
      'error',
      { object: 'Math', property: 'random', message: 'Pass chance in.' },
      { object: 'Date', property: 'now', message: 'Pass the clock in.' },
    ],
  },
};

const noCasts = [
  { selector: 'TSAsExpression > TSNeverKeyword', message: 'Make the types one instead.' },
  {
    selector: 'TSAsExpression > TSAsExpression > TSUnknownKeyword',
    message: 'Make the types one instead.',
  },
];

export default tseslint.config(
  { ignores: ['dist', 'node_modules', '.astro', '.data', '.test', 'test-results'] },
  ...tseslint.configs.strict,
  ...astro.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx', '**/*.astro'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  { files: ['scripts/**', 'ops/**', 'tools/**', 'tests/**'], rules: { 'no-console': 'off' } },
  {
    // Two types that are one fact are made one; what comes from outside is checked, and cast once, in a named function.
    files: ['src/**/*.ts', 'src/**/*.tsx', 'src/**/*.astro'],
    ignores: ['src/**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...noCasts,
        {
          selector:
            'TSNonNullExpression > CallExpression[callee.property.name=/^(find|findLast|match|exec|querySelector|getElementById|closest)$/]',
          message: 'A search may come to nothing: check it, and say what is missing.',
        },
      ],
    },
  },
  { files: ['src/**/*.test.ts'], rules: { 'no-restricted-syntax': ['error', ...noCasts] } },
  {
    files: ['**/*.tsx'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  coreIsPure,
);
