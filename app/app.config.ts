export default defineAppConfig({
  ui: {
    colors: { primary: 'verdigris', secondary: 'brass', neutral: 'maple', error: 'oxblood', info: 'slate', success: 'verdigris', warning: 'brass' },
    button: { slots: { base: 'font-medium cursor-pointer' } },
  },
})
