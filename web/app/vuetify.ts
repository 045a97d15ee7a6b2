/** Vuetify with our theme and compact controls. */
import 'vuetify/styles';
import { createVuetify } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import { THEMES } from '../parts/theme.ts';

/** The instance that main.ts installs. */
export const vuetify = createVuetify({
  theme: { defaultTheme: 'light', themes: THEMES },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VBtn: { variant: 'outlined', density: 'compact', rounded: 'lg', height: 30 },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
    VList: { density: 'compact' },
    VMenu: { transition: false },
    VDialog: { transition: false },
    VTooltip: { transition: false, openDelay: 250 },
    VProgressLinear: { color: 'accent', height: 6, rounded: true },
  },
});
