export default defineAppConfig({
  ui: {
    colors: {
      primary: 'maple',
      secondary: 'maple',
      neutral: 'maple',
      error: 'maple',
      info: 'maple',
      success: 'maple',
      warning: 'maple',
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
