import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/nora/base';
import badge from '@primeuix/themes/nora/badge';
import button from '@primeuix/themes/nora/button';
import dialog from '@primeuix/themes/nora/dialog';
import menu from '@primeuix/themes/nora/menu';
import popover from '@primeuix/themes/nora/popover';
import selectbutton from '@primeuix/themes/nora/selectbutton';
import slider from '@primeuix/themes/nora/slider';
import togglebutton from '@primeuix/themes/nora/togglebutton';
import toggleswitch from '@primeuix/themes/nora/toggleswitch';
import tooltip from '@primeuix/themes/nora/tooltip';

/** Of the components that are used, and of those that they are made of: every page begins by reading all that stands here. */
const components = { badge, button, dialog, menu, popover, selectbutton, slider, togglebutton, toggleswitch, tooltip };

/** PrimeNG's tokens, all pointed at our own in tokens.scss, so that both themes live in one file. */
export const chartPaper = definePreset(
  { ...base, components },
  {
    // The cross of a dialog is a small control like others.
    components: {
      button: { root: { roundedBorderRadius: '3px', iconOnlyWidth: '1.75rem' } },
      dialog: { header: { padding: '0.85rem 0.9rem 0.85rem 1.25rem' }, title: { fontSize: '1.0625rem' } },
    },
    primitive: { borderRadius: { none: '0', xs: '2px', sm: '2px', md: '3px', lg: '4px', xl: '5px' } },
    semantic: {
      transitionDuration: '0.12s',
      focusRing: { width: '2px', style: 'solid', color: 'var(--focus)', offset: '1px' },
      primary: {
        50: 'var(--wash)',
        100: 'var(--wash)',
        200: 'var(--wash)',
        300: 'var(--sea)',
        400: 'var(--sea)',
        500: 'var(--sea)',
        600: 'var(--sea)',
        700: 'var(--sea)',
        800: 'var(--sea)',
        900: 'var(--sea)',
        950: 'var(--sea)',
      },
      formField: { paddingX: '0.5rem', paddingY: '0.25rem', sm: { fontSize: '0.8125rem', paddingX: '0.4rem', paddingY: '0.15rem' } },
      colorScheme: {
        light: chartColours(),
        dark: chartColours(),
      },
    },
  },
);

function chartColours() {
  return {
    primary: { color: 'var(--sea)', contrastColor: 'var(--paper)', hoverColor: 'var(--ink)', activeColor: 'var(--ink)' },
    highlight: { background: 'var(--wash)', focusBackground: 'var(--wash)', color: 'var(--ink)', focusColor: 'var(--ink)' },
    text: { color: 'var(--ink)', hoverColor: 'var(--ink)', mutedColor: 'var(--faint-ink)', hoverMutedColor: 'var(--ink)' },
    content: {
      background: 'var(--sheet)',
      hoverBackground: 'var(--wash)',
      borderColor: 'var(--rule-strong)',
      color: 'var(--ink)',
      hoverColor: 'var(--ink)',
    },
    overlay: {
      select: { background: 'var(--sheet)', borderColor: 'var(--rule-strong)', color: 'var(--ink)' },
      popover: { background: 'var(--sheet)', borderColor: 'var(--rule-strong)', color: 'var(--ink)' },
      modal: { background: 'var(--sheet)', borderColor: 'var(--rule-strong)', color: 'var(--ink)' },
    },
    list: {
      option: {
        focusBackground: 'var(--wash)',
        selectedBackground: 'var(--sea)',
        selectedFocusBackground: 'var(--sea)',
        color: 'var(--ink)',
        focusColor: 'var(--ink)',
        selectedColor: 'var(--paper)',
        selectedFocusColor: 'var(--paper)',
      },
    },
    formField: {
      background: 'var(--sheet)',
      filledBackground: 'var(--sheet)',
      borderColor: 'var(--rule-strong)',
      hoverBorderColor: 'var(--faint-ink)',
      focusBorderColor: 'var(--sea)',
      color: 'var(--ink)',
      placeholderColor: 'var(--faint-ink)',
      iconColor: 'var(--faint-ink)',
      shadow: 'none',
    },
  };
}
