import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
  {
    ignores: [
      'build/',
      '.svelte-kit/',
      'node_modules/',
      'src/lib/api/schema.d.ts',
      'src/lib/core/wasm_exec.js',
      'test-results/'
    ]
  },
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } }
  },
  { rules: { 'svelte/no-navigation-without-resolve': 'off' } },
  {
    files: ['e2e/**'],
    ignores: ['e2e/club.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.object.name="expect"][callee.property.name="poll"]',
          message: 'A poll ends at the first exception: use `eventually`.'
        }
      ]
    }
  },
  {
    // What a sport or a kind of goal is and needs is said by the vocabulary (`goalKind`, `usualCourt`).
    files: ['src/**'],
    ignores: ['src/**/*.test.ts', 'src/lib/reckon/GoalQuestion.svelte'], // asks for kinds of its own
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Literal[value=/^(tennis\\w*|tableTennis|badminton|squash|pickleball)$/]',
          message: 'A sport is a folder of data in core/sport: ask the vocabulary.'
        },
        {
          selector: 'Literal[value=/^(inARow|timed)$/]',
          message: 'What a kind of goal needs is in the vocabulary: ask goalKind.'
        },
        {
          selector:
            'CallExpression[callee.name="fetch"] > .arguments:matches(TemplateLiteral, BinaryExpression, MemberExpression)',
          message: 'An address is built by the generated client, from checked parts: use `api`.'
        },
        {
          selector:
            'NewExpression[callee.name=/^(EventSource|WebSocket)$/] > TemplateLiteral[expressions.length>0]',
          message: 'What goes into an address is escaped: use `addressOf`.'
        },
        {
          selector: 'BinaryExpression[left.property.name="kind"][left.object.property.name="goal"] > Literal',
          message: 'What a kind of goal needs is in the vocabulary: ask goalKind.'
        }
      ]
    }
  }
);
