import { mdiChevronDown } from '@mdi/js'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

/** The design tokens that Vuetify needs for its own components; tokens.css holds them all. */
function colors(t: Record<string, string>) {
  return {
    background: t.paper!,
    surface: t.sheet!,
    'surface-bright': t.sheet!,
    'surface-light': t.bench!,
    'surface-variant': t.ink!,
    'on-surface-variant': t.sheet!,
    primary: t.accent!,
    'on-primary': t.onAccent!,
    secondary: t.ink!,
    'on-secondary': t.sheet!,
    success: t.hold!,
    warning: t.marg!,
    error: t.fail!,
    info: t.info!,
    bench: t.bench!,
    'on-background': t.ink!,
    'on-surface': t.ink!,
  }
}

const opaque = {
  'border-opacity': 1,
  'high-emphasis-opacity': 1,
  'medium-emphasis-opacity': 1,
  'hover-opacity': 0,
  'focus-opacity': 0,
  'activated-opacity': 0,
  'selected-opacity': 0,
  'pressed-opacity': 0,
  'disabled-opacity': 1,
}

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: 'system',
    themes: {
      light: {
        dark: false,
        colors: colors({
          paper: '#F2F4F0',
          sheet: '#FCFDFB',
          bench: '#E4E8E3',
          ink: '#14201C',
          accent: '#A90D5A',
          onAccent: '#FFFFFF',
          hold: '#0F6240',
          marg: '#7F4D00',
          fail: '#AD2A08',
          info: '#005F80',
        }),
        variables: { ...opaque, 'border-color': '#78847E' },
      },
      dark: {
        dark: true,
        colors: colors({
          paper: '#141B18',
          sheet: '#1B2420',
          bench: '#0D1311',
          ink: '#E9EEEA',
          accent: '#FF83B8',
          onAccent: '#2B0016',
          hold: '#74CF9D',
          marg: '#E5B457',
          fail: '#FF9375',
          info: '#79C6E6',
        }),
        variables: { ...opaque, 'border-color': '#75827C' },
      },
    },
  },
  defaults: {
    global: { ripple: false, elevation: 0 },
    VBtn: { variant: 'outlined', height: 32, class: 'kg-btn' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', persistentPlaceholder: true },
    VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto', persistentPlaceholder: true },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', menuIcon: mdiChevronDown },
    VMenu: { transition: false, offset: 4 },
    VDialog: { maxWidth: 480, scrim: 'bench', transition: false },
    VList: { density: 'compact' },
    VSnackbar: { location: 'bottom start', color: 'secondary', timeout: 8000 },
    VTooltip: { openDelay: 400 },
  },
})
