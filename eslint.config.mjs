import next from 'eslint-config-next/core-web-vitals';
import jsdoc from 'eslint-plugin-jsdoc';
import tseslint from 'typescript-eslint';

/** What `.oxlintrc.json` cannot say yet; the rest is there, and a hundred times faster. */
export default tseslint.config(
  {
    ignores: [
      '.next/',
      '.local/',
      'node_modules/',
      '**/*.test.{ts,tsx}',
      '**/*.mjs',
      '**/*.cjs',
      'src/formats/shelf/published.ts',
    ],
  },
  { linterOptions: { reportUnusedDisableDirectives: 'off' } },
  {
    files: ['src/{app,features,ui}/**/*.{ts,tsx}', 'src/server/**/*.tsx'],
    languageOptions: { parser: tseslint.parser },
    plugins: Object.assign({}, ...next.map((part) => part.plugins)),
    rules: {
      'react/no-deprecated': 'error',
      '@next/next/no-html-link-for-pages': 'error',
      '@next/next/no-location-assign-relative-destination': 'error',
    },
    settings: { react: { version: 'detect' } },
  },
  // Nobody has signed in there: what comes next is a page of its own, whole.
  {
    files: ['src/features/bay/BayBoard.tsx'],
    rules: { '@next/next/no-html-link-for-pages': 'off' },
  },
  {
    // What others use says what it means; a type that is the list above it needs no words of its own.
    files: ['src/{core,device,formats}/**/*.ts'],
    languageOptions: { parser: tseslint.parser },
    plugins: { jsdoc },
    rules: {
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: true,
          enableFixer: false,
          require: { FunctionDeclaration: true, ClassDeclaration: true },
          contexts: [
            'ExportNamedDeclaration > VariableDeclaration',
            'ExportNamedDeclaration > TSInterfaceDeclaration',
            'ExportNamedDeclaration > TSTypeAliasDeclaration:not(:has(> TSIndexedAccessType)):not(:has(> TSTypeOperator))',
          ],
        },
      ],
    },
  },
);
