import { createTheme, ThemeProvider } from '@rneui/themed/dist/config';
import { useState, type ReactNode } from 'react';
import type { BlurEvent } from 'react-native';
import { palette } from './palette';

/** Fonts of the machine in the width of the app's own, which `base.css` declares, stand in until these have come. */
const standIns = "'Text in Roboto', 'Text in Arial', 'Text in DejaVu'";

/** Where a machine lacks letters of extensions, they are the app's own. */
export const fonts = {
  text: `'Atkinson Hyperlegible Next', ${standIns}, system-ui, sans-serif, 'Extension Letters'`,
  mono: "'Atkinson Hyperlegible Mono', 'Mono of the machine', ui-monospace, monospace, 'Extension Letters'",
} as const;

/** Text that breaks within a word rather than be wider than its place. */
export const breaksAnywhere: object = { overflowWrap: 'anywhere' };

/** The smallest target a thumb should have to hit. */
export const thumb = 44;

/**
 * Shows the focus of an input on the frame around it instead of on the input itself.
 *
 * @returns whether it has the focus, and the handlers that find out
 */
export function useFocusFrame(onBlur?: (event: BlurEvent) => void) {
  const [focused, setFocused] = useState(false);
  const frame = focused
    ? { outlineWidth: 3, outlineStyle: 'solid' as const, outlineColor: palette.marigold, outlineOffset: 2 }
    : undefined;
  const handlers = {
    onFocus: () => setFocused(true),
    onBlur: (event: BlurEvent) => {
      setFocused(false);
      onBlur?.(event);
    },
  };
  return { frame, handlers };
}

const colors = {
  primary: palette.terracotta,
  background: palette.paper,
  white: palette.card,
  black: palette.pine,
  success: palette.sage,
  error: palette.plum,
  warning: palette.marigold,
  // RN Elements computes with this one, so it is no variable; `Action` says what is seen.
  disabled: 'grey',
  divider: palette.line,
};
const theme = createTheme({ mode: 'light', lightColors: colors, darkColors: colors });

/** RN Elements in Tienda's colours. */
export function TiendaTheme({ children }: { readonly children: ReactNode }) {
  return <ThemeProvider theme={theme}>{children}</ThemeProvider>;
}
