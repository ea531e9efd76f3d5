import { createTheme, ThemeProvider } from '@rneui/themed/dist/config';
import { useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, useColorScheme, type BlurEvent } from 'react-native';
import { darkPalette, lightPalette, type Palette } from './palette';

export const fonts = {
  text: "'Atkinson Hyperlegible Next', system-ui, sans-serif",
  mono: "'Atkinson Hyperlegible Mono', ui-monospace, monospace",
} as const;

/** The smallest target a thumb should have to hit. */
export const thumb = 44;

export function usePalette(): Palette {
  return useColorScheme() === 'dark' ? darkPalette : lightPalette;
}

/**
 * Styles that follow the palette: built once for light and once for dark, whatever the number of rows.
 *
 * `const useStyles = themed((palette) => ({ row: { backgroundColor: palette.card } }));`
 */
export function themed<Styles extends StyleSheet.NamedStyles<Styles>>(
  build: (palette: Palette) => Styles & StyleSheet.NamedStyles<Styles>,
): () => Styles {
  const built = new Map<Palette, Styles>();
  return () => {
    const palette = usePalette();
    const known = built.get(palette);
    if (known) return known;
    const styles = StyleSheet.create(build(palette));
    built.set(palette, styles);
    return styles;
  };
}

/**
 * Shows the focus of an input on the frame around it instead of on the input itself.
 *
 * @returns whether it has the focus, and the handlers that find out
 */
export function useFocusFrame(onBlur?: (event: BlurEvent) => void) {
  const { marigold } = usePalette();
  const [focused, setFocused] = useState(false);
  const frame = focused
    ? { outlineWidth: 3, outlineStyle: 'solid' as const, outlineColor: marigold, outlineOffset: 2 }
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

/** RN Elements in Tienda's colours. */
export function TiendaTheme({ children }: { readonly children: ReactNode }) {
  const palette = usePalette();
  const theme = useMemo(() => {
    const colors = {
      primary: palette.terracotta,
      background: palette.paper,
      white: palette.card,
      black: palette.pine,
      success: palette.sage,
      error: palette.plum,
      warning: palette.marigold,
      disabled: palette.line,
      divider: palette.line,
    };
    return createTheme({ mode: palette.dark ? 'dark' : 'light', lightColors: colors, darkColors: colors });
  }, [palette]);
  return <ThemeProvider theme={theme}>{children}</ThemeProvider>;
}
