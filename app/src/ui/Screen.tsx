import { useEffect, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { texts } from '../texts/texts';
import { Text } from './Text';
import { fonts, themed } from './theme';

interface ScreenProps {
  readonly title: string;
  readonly children: ReactNode;
  /** Shown beside the title. */
  readonly aside?: ReactNode;
  /** Stays in place under what scrolls: the one thing to do next. */
  readonly foot?: ReactNode;
  /** The title is a domain name. */
  readonly mono?: boolean;
}

/** A screen with its title; also the title of the browser's tab. */
export function Screen({ title, children, aside, foot, mono = false }: ScreenProps) {
  const styles = useStyles();
  useTabTitle(title);
  return (
    <View role="main" style={styles.screen}>
      <ScrollView tabIndex={0} contentContainerStyle={styles.content} keyboardShouldPersistTaps="handled">
        <View style={styles.titleRow}>
          <Text kind="title" level={1} style={[styles.title, mono && styles.mono]}>
            {title}
          </Text>
          {aside}
        </View>
        {children}
      </ScrollView>
      {foot ? <View style={styles.foot}>{foot}</View> : null}
    </View>
  );
}

export function useTabTitle(title: string): void {
  useEffect(() => {
    document.title = title === texts.app ? texts.app : `${title} · ${texts.app}`;
  }, [title]);
}

/** A small frame beside a title: a count, a step. */
export function Stub({ children }: { readonly children: string }) {
  const styles = useStyles();
  return (
    <View style={styles.stub}>
      <Text kind="small">{children}</Text>
    </View>
  );
}

const useStyles = themed((palette) => ({
  screen: { flex: 1, minHeight: 0 },
  content: {
    paddingHorizontal: 16,
    paddingTop: 8,
    paddingBottom: 24,
    width: '100%',
    maxWidth: 760,
    alignSelf: 'center',
  },
  titleRow: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 12, minHeight: 44 },
  title: { flexShrink: 1 },
  mono: { fontFamily: fonts.mono, fontSize: 20 },
  foot: { paddingHorizontal: 16, paddingVertical: 10, width: '100%', maxWidth: 760, alignSelf: 'center' },
  stub: {
    borderWidth: 1,
    borderColor: palette.line,
    backgroundColor: palette.card,
    borderRadius: 6,
    paddingHorizontal: 10,
    paddingVertical: 5,
  },
}));
