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
      ['inputNumber', 'select', 'tabs'].map(name => [name, { defaultVariants: { color: 'neutral' } }]),
    ),
    input: { variants: { size: { xl: { base: 'min-h-10' } } }, defaultVariants: { color: 'neutral' } },
    formField: { slots: { label: 'block text-sm font-normal text-muted', container: 'relative' } },
    switch: {
      slots: { base: 'data-[state=unchecked]:bg-(--ui-border-accented)' },
      defaultVariants: { color: 'neutral' },
    },
    slider: { slots: { track: 'bg-(--ui-border-accented)' }, defaultVariants: { color: 'neutral' } },
    button: {
      slots: { base: 'font-medium cursor-pointer whitespace-nowrap' },
      variants: { size: { xl: { base: 'min-h-10' } } },
    },
  },
})
