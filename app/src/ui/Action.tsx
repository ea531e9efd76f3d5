import Button from '@rneui/themed/dist/Button';
import { memo, type ReactNode } from 'react';
import { palette } from './palette';
import { fonts, thumb } from './theme';
import { useSteady } from './useSteady';

interface ActionProps {
  readonly title: string;
  readonly onPress: () => void;
  /** `main` is the one thing to do next; there is one on a screen. */
  readonly kind?: 'main' | 'second' | 'link';
  readonly busy?: boolean;
  readonly disabled?: boolean;
  readonly icon?: ReactNode;
  readonly label?: string;
}

const container = { borderRadius: 8, overflow: 'visible', maxWidth: '100%' } as const;
/** Room beside the words of a link for a thumb: the words themselves stand where other words do. */
const linkRoom = 4;
const flush = { marginHorizontal: -linkRoom };

/** A button with words on it. */
export function Action({ onPress, ...rest }: ActionProps) {
  return <Pushable {...rest} onPress={useSteady(onPress)} />;
}

/** Drawn again only when it says something else. */
const Pushable = memo(function Pushable(props: ActionProps) {
  const { title, onPress, kind = 'second', busy = false, disabled = false, icon, label } = props;
  const main = kind === 'main';
  const colour = main ? palette.onTerracotta : palette.terracotta;
  return (
    <Button
      title={title}
      onPress={onPress}
      loading={busy}
      disabled={disabled}
      aria-label={label ?? title}
      aria-busy={busy}
      accessibilityRole="button"
      type={main ? 'solid' : kind === 'second' ? 'outline' : 'clear'}
      {...(icon ? { icon: <>{icon}</> } : {})}
      containerStyle={kind === 'link' ? [container, flush] : container}
      buttonStyle={{
        minHeight: main ? 50 : thumb,
        borderRadius: 8,
        gap: 8,
        paddingHorizontal: kind === 'link' ? linkRoom : 16,
        borderColor: palette.terracotta,
        borderWidth: kind === 'second' ? 1 : 0,
        backgroundColor: main ? palette.terracotta : 'transparent',
      }}
      titleStyle={{
        flexShrink: 1,
        textAlign: kind === 'link' ? 'left' : 'center',
        fontFamily: fonts.text,
        fontWeight: '600',
        fontSize: main ? 17 : 15,
        color: colour,
      }}
      disabledStyle={{ backgroundColor: main ? palette.line : 'transparent', borderColor: palette.line }}
      disabledTitleStyle={{ color: palette.quiet }}
      loadingProps={{ color: colour, 'aria-hidden': true }}
    />
  );
});
