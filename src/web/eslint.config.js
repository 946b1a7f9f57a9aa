import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import tseslint from 'typescript-eslint'

export default tseslint.config({ ignores: ['src/api/schema.d.ts', 'dist'] }, js.configs.recommended, ...tseslint.configs.recommended, {
  files: ['src/**/*.{ts,tsx}'],
  languageOptions: { globals: globals.browser },
  plugins: { 'react-hooks': hooks },
  rules: {
    ...hooks.configs.recommended.rules,
    'no-restricted-syntax': [
      'error',
      {
        selector: "JSXAttribute[name.name='type'][value.value=/^(date|time|datetime-local|month|week|number)$/]",
        message: 'A browser writes these in its own way. Use DateField, an hour read by readHour, or NumberField.',
      },
      {
        selector: "CallExpression[callee.property.name=/^toLocale(Date|Time)?String$/]:not([arguments.0.value='en-GB'])",
        message: 'Without its language a browser writes this in its own way.',
      },
    ],
  },
})
