import { Link, router, type Href } from 'expo-router';
import { useEffect, type ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { texts } from '../texts/texts';
import { Action } from './Action';
import { palette } from './palette';
import { Text } from './Text';
import { breaksAnywhere, fonts } from './theme';

interface ScreenProps {
  readonly title: string;
  readonly children: ReactNode;
  /** Shown beside the title. */
  readonly aside?: ReactNode;
  /** Stays in place under what scrolls: the one thing to do next. */
  readonly foot?: ReactNode;
  /** The title is a domain name. */
  readonly mono?: boolean;
  /** There is a way back to where one came from, or to the screen that this one belongs to. */
  readonly back?: boolean | Above;
  /** Takes all the width there is: tables. */
  readonly wide?: boolean;
}

/** A screen that others belong to. */
interface Above {
  readonly href: Href;
  readonly title: string;
}

/** A screen with its title; also the title of the browser's tab. */
export function Screen({ title, children, aside, foot, mono = false, back = false, wide = false }: ScreenProps) {
  useTabTitle(title);
  return (
    <View role="main" style={styles.screen}>
      <ScrollView
        tabIndex={0}
        contentContainerStyle={[styles.content, wide && styles.contentWide]}
        keyboardShouldPersistTaps="handled"
      >
        {back ? <View style={styles.back}>{back === true ? <Back /> : <Up {...back} />}</View> : null}
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

/** To the screen before, or to Find where there is none. */
function Back() {
  const back = () => (router.canGoBack() ? router.back() : router.navigate('/'));
  return <Action kind="link" title={texts.back} onPress={back} />;
}

/** To the screen that this one belongs to. */
function Up({ href, title }: Above) {
  return (
    <Link href={href} style={styles.up}>
      <Text kind="strong" colour="terracotta">
        ← {title}
      </Text>
    </Link>
  );
}

/** Says in the browser's tab what is looked at. @param title without the shop's name, which comes after it */
export function useTabTitle(title: string): void {
  useEffect(() => {
    document.title = title === texts.app ? texts.app : `${title} · ${texts.app}`;
  }, [title]);
}

/** A small frame beside a title: a count, a step. */
export function Stub({ children }: { readonly children: string }) {
  return (
    <View style={styles.stub}>
      <Text kind="small">{children}</Text>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  content: {
    paddingHorizontal: 16,
    paddingTop: 8,
    paddingBottom: 24,
    width: '100%',
    maxWidth: 760,
    alignSelf: 'center',
  },
  titleRow: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'space-between',
    columnGap: 12,
    minHeight: 44,
    marginBottom: 6,
  },
  contentWide: { maxWidth: 1040 },
  back: { alignItems: 'flex-start', marginBottom: -6 },
  up: { paddingVertical: 12, maxWidth: '100%', ...breaksAnywhere },
  title: { flexShrink: 1 },
  mono: { fontFamily: fonts.mono, fontSize: 20, ...breaksAnywhere },
  foot: { paddingHorizontal: 16, paddingVertical: 10, width: '100%', maxWidth: 760, alignSelf: 'center' },
  stub: {
    borderWidth: 1,
    borderColor: palette.line,
    backgroundColor: palette.card,
    borderRadius: 6,
    paddingHorizontal: 10,
    paddingVertical: 5,
  },
});
