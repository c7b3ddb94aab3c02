export default defineAppConfig({
  ui: {
    colors: {
      primary: 'verdigris',
      secondary: 'brass',
      neutral: 'maple',
      error: 'oxblood',
      info: 'slate',
      success: 'verdigris',
      warning: 'brass',
    },
    ...Object.fromEntries(
      ['input', 'inputNumber', 'select', 'slider', 'switch', 'tabs'].map(name => [
        name,
        { defaultVariants: { color: 'neutral' } },
      ]),
    ),
    button: { slots: { base: 'font-medium cursor-pointer' } },
  },
})
