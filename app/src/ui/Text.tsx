import { StyleSheet, Text as PlainText, type TextProps as PlainTextProps, type TextStyle } from 'react-native';
import { palette, type Colour } from './palette';
import { fonts } from './theme';

const kinds = StyleSheet.create({
  title: { fontFamily: fonts.text, fontSize: 24, lineHeight: 30, fontWeight: '700' },
  heading: { fontFamily: fonts.text, fontSize: 16, lineHeight: 22, fontWeight: '700' },
  body: { fontFamily: fonts.text, fontSize: 15, lineHeight: 21 },
  strong: { fontFamily: fonts.text, fontSize: 15, lineHeight: 21, fontWeight: '600' },
  small: { fontFamily: fonts.text, fontSize: 13, lineHeight: 18 },
  name: { fontFamily: fonts.mono, fontSize: 17, lineHeight: 23 },
  amount: { fontFamily: fonts.mono, fontSize: 15, lineHeight: 21, fontVariant: ['tabular-nums'] },
  bigAmount: {
    fontFamily: fonts.mono,
    fontSize: 18,
    lineHeight: 24,
    fontWeight: '700',
    fontVariant: ['tabular-nums'],
  },
});

const colours = StyleSheet.create(
  Object.fromEntries(Object.entries(palette).map(([colour, color]) => [colour, { color }])) as Record<
    Colour,
    TextStyle
  >,
);

export interface TextProps extends PlainTextProps {
  readonly kind?: keyof typeof kinds;
  readonly colour?: Colour;
  /** 1 to 3 makes it a heading for those who listen. */
  readonly level?: 1 | 2 | 3;
  /** The language it is in, as a tag, where that may be another than the page's. */
  readonly lang?: string;
}

/** All text of the app. */
export function Text({ kind = 'body', colour = 'pine', level, style, ...rest }: TextProps) {
  const heading = level ? ({ role: 'heading', 'aria-level': level } as const) : {};
  return <PlainText {...heading} {...rest} style={[kinds[kind], colours[colour], style]} />;
}
