import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

// A field is a line on paper: what is written stands on a rule, its label small above it.
const field = { variant: 'underlined', density: 'compact', hideDetails: 'auto', persistentPlaceholder: true } as const
const shared = { 'border-opacity': 0.4, 'medium-emphasis-opacity': 0.82 }

export default createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VBtn: { variant: 'outlined', ripple: false },
    VTextField: field,
    VTextarea: { ...field, noResize: false },
    VFileInput: { ...field, prependIcon: '' },
    VAutocomplete: field,
    VSelect: { ...field, itemTitle: 'words', listProps: { density: 'compact' } },
    VCheckboxBtn: { density: 'compact', ripple: false },
    VRadioGroup: { hideDetails: 'auto', density: 'compact' },
    VRadio: { density: 'compact', ripple: false },
    VTabs: { density: 'compact', height: 30, hideSlider: true },
    VTable: { density: 'compact' },
  },
  theme: {
    defaultTheme: 'paper',
    themes: {
      paper: {
        dark: false,
        variables: shared,
        colors: {
          background: '#f5f1e6', surface: '#f5f1e6', primary: '#17332d', secondary: '#2c6b52', error: '#b5301a',
          warning: '#8f5806', success: '#2c6b52', 'on-surface': '#17332d', 'on-background': '#17332d',
        }, // prettier-ignore
      },
      basement: {
        dark: true,
        variables: shared,
        colors: {
          background: '#12201c', surface: '#12201c', primary: '#e8e4d6', secondary: '#86c9a8', error: '#ff8d74',
          warning: '#e8b45a', success: '#86c9a8', 'on-surface': '#e8e4d6', 'on-background': '#e8e4d6',
        }, // prettier-ignore
      },
    },
  },
})
