import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import i18next from 'eslint-plugin-i18next';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

// Every screen takes its words from src/words. Names of things that are no words: members, keys, colours, signs.
const names = [
  'x',
  'mine',
  'theirs',
  'undo',
  'redo',
  'history',
  'kit',
  'delivery',
  'answer',
  'prints',
  'var\\(.*\\)',
  'Ctrl\\+.*',
  '[^a-zA-Z]*',
  '[A-Z]',
];

export default ts.config(
  { ignores: ['public/**', 'src/api/schema.ts'] },
  js.configs.recommended,
  ts.configs.strictTypeChecked,
  hooks.configs.flat['recommended-latest'],
  {
    languageOptions: {
      parserOptions: { projectService: { allowDefaultProject: ['eslint.config.js'] }, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
    },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['**/*.test.tsx', 'src/test-kit.tsx'],
    plugins: { i18next },
    rules: {
      'i18next/no-literal-string': [
        'error',
        {
          mode: 'jsx-only',
          'jsx-attributes': { include: ['aria-label', 'title', 'placeholder', 'label', 'alt', 'showing'] },
          words: { exclude: names },
        },
      ],
    },
  },
  { files: ['eslint.config.js'], extends: [ts.configs.disableTypeChecked] },
  prettier,
);
