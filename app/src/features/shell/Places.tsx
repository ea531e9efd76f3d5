import { Link, usePathname, type Href } from 'expo-router';
import ChartColumn from 'lucide-react-native/icons/chart-column-increasing';
import ScrollText from 'lucide-react-native/icons/scroll-text';
import Search from 'lucide-react-native/icons/search';
import ShoppingBasket from 'lucide-react-native/icons/shopping-basket';
import User from 'lucide-react-native/icons/user';
import type { ComponentType } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useBasketCount } from '../../api/basket';
import { texts } from '../../texts/texts';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';

interface Place {
  readonly href: Href;
  readonly title: string;
  readonly Icon: ComponentType<{ size: number; color: string; 'aria-hidden': boolean }>;
  /** Paths that belong to the place. */
  readonly starts: readonly string[];
}

const words = texts.places;
const places: readonly Place[] = [
  { href: '/', title: words.find, Icon: Search, starts: [] },
  { href: '/basket', title: words.basket, Icon: ShoppingBasket, starts: ['/basket', '/checkout'] },
  { href: '/names', title: words.names, Icon: ScrollText, starts: ['/names'] },
  { href: '/ahead', title: words.ahead, Icon: ChartColumn, starts: ['/ahead'] },
  { href: '/account', title: words.account, Icon: User, starts: ['/account', '/orders', '/inbox'] },
];

/** The five places of the app: a bar under the thumb, or a narrow rail on the left. */
export function Places({ wide }: { readonly wide: boolean }) {
  const { terracotta, quiet, onTerracotta } = palette;
  const path = usePathname();
  const count = useBasketCount();
  return (
    <View role="navigation" aria-label={words.nav} style={wide ? styles.rail : styles.bar}>
      {places.map(({ href, title, Icon, starts }) => {
        const here =
          href === '/' ? path === '/' || path.startsWith('/search/') : starts.some((start) => path.startsWith(start));
        const basket = href === '/basket';
        return (
          <Link key={title} href={href} asChild>
            <Pressable
              style={wide ? styles.railPlace : styles.barPlace}
              aria-current={here ? 'page' : undefined}
              aria-label={basket ? words.basketCount(count) : title}
            >
              <View>
                <Icon size={23} color={here ? terracotta : quiet} aria-hidden />
                {basket && count > 0 ? (
                  <View style={styles.badge}>
                    <Text kind="small" style={[styles.badgeText, { color: onTerracotta }]}>
                      {count}
                    </Text>
                  </View>
                ) : null}
              </View>
              <Text kind="small" colour={here ? 'terracotta' : 'quiet'} style={[styles.title, here && styles.here]}>
                {title}
              </Text>
            </Pressable>
          </Link>
        );
      })}
    </View>
  );
}

// Link merges styles as objects, so each place has one.
const place = { alignItems: 'center', justifyContent: 'center', minHeight: 44, gap: 3 } as const;

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    backgroundColor: palette.card,
    borderTopWidth: 1,
    borderColor: palette.line,
    minHeight: 62,
  },
  rail: {
    width: 88,
    backgroundColor: palette.card,
    borderRightWidth: 1,
    borderColor: palette.line,
    paddingTop: 12,
    gap: 8,
  },
  // As wide as the others where there is room, and never narrower than its word.
  barPlace: { ...place, flex: 1, minWidth: 'max-content' as never },
  railPlace: { ...place, paddingVertical: 10 },

  title: { fontSize: 12, lineHeight: 15 },
  here: { fontWeight: '700' },
  badge: {
    position: 'absolute',
    top: -5,
    right: -10,
    minWidth: 17,
    height: 17,
    borderRadius: 9,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: palette.terracotta,
    paddingHorizontal: 3,
  },
  badgeText: { fontSize: 11, lineHeight: 15, fontWeight: '700' },
});
