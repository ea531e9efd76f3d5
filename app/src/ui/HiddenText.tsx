import { Text, type TextProps } from './Text';

/** There for those who listen, nowhere to be seen. */
export const outOfSight = { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 } as const;

/** Text for those who listen; nothing is seen of it. */
export function HiddenText(props: Omit<TextProps, 'style'>) {
  return <Text {...props} style={outOfSight} />;
}
