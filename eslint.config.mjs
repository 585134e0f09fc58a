import next from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';

const config = [
  {
    ignores: ['.next/**', 'data/**', 'next-env.d.ts', 'node_modules/**', '.dependency-cruiser.cjs'],
  },
  ...next,
  ...nextTypescript,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { ignoreRestSiblings: true, argsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'separate-type-imports', disallowTypeAnnotations: false },
      ],
      eqeqeq: ['error', 'always'],
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  // what types know: nothing awaited is forgotten, no case of a switch is
  {
    files: ['src/**/*.{ts,tsx}', 'e2e/**/*.ts', 'bench/**/*.ts'],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  // a function, a file that is read in one sitting; what must be longer says why beside it
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.*', 'src/catalogue/**', 'src/demo/**'],
    rules: { 'max-lines-per-function': ['error', { max: 80 }] },
  },
  {
    files: ['src/{ui,app}/**/*.tsx', 'src/ui/**/use-*.ts'],
    ignores: ['**/*.test.*'],
    rules: { 'max-lines-per-function': ['error', { max: 120 }] },
  },
  // tables, migrations' shapes, invented data and tables of tests aside
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.*', 'src/catalogue/**', 'src/demo/**', 'src/records/schema.ts'],
    rules: { 'max-lines': ['error', { max: 400 }] },
  },
  // links are plain, and `SoftLinks` follows them: see there
  {
    files: ['src/{ui,app}/**/*.tsx'],
    rules: {
      '@next/next/no-html-link-for-pages': 'off',
      'no-restricted-imports': ['error', { paths: ['next/link'] }],
    },
  },
  // `useCase` makes a use case: there is no React in these rooms
  { files: ['src/services/**'], rules: { 'react-hooks/rules-of-hooks': 'off' } },
  { files: ['scripts/**', 'bench/**', 'e2e/**'], rules: { 'no-console': 'off' } },
];

export default config;
