import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['node_modules/', 'dist/', 'var/', '.angular/', 'docs/'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommended, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 40, skipBlankLines: true, skipComments: true }],
      eqeqeq: 'error',
      'no-console': 'off',
    },
  },
  { files: ['**/*.spec.ts', 'e2e/**/*.ts', 'bench/**/*.ts'], rules: { 'max-lines-per-function': 'off' } },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector: 'TSAsExpression > MemberExpression.expression[property.name=/^(target|currentTarget)$/]',
          message: 'Ask web/theme/from-event for what an event comes from.',
        },
      ],
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'fold', style: 'kebab-case' }],
    },
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      '@angular-eslint/template/no-any': 'error',
      'no-restricted-syntax': [
        'error',
        { selector: 'Conditional Conditional', message: 'Give what is meant a name: a method or a computed.' },
      ],
    },
  },
);
