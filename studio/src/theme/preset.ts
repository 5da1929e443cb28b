import { definePreset } from '@primeuix/themes';
import Nora from '@primeuix/themes/nora';

/** PrimeNG's tokens, all pointed at our own in tokens.scss, so that both themes live in one file. */
export const chartPaper = definePreset(Nora, {
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
});

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
