import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { router } from 'expo-router';
import { useDeferredValue, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Quote } from '@tienda/core/pricing/quote';
import { laterYear } from '@tienda/core/pricing/quoteSums';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { TornEdge } from '../../ui/Till';
import { TallyChanges } from './TallyChanges';
import { TallyCodes } from './TallyCodes';
import { TallyRoll } from './TallyRoll';
import { useTally, type Tally } from './useTally';

const words = texts.tally;

/** On the phone: the tally peeks above the places, and opens when it is tapped. */
export function TallySheet() {
  const { pine } = palette;
  const [open, setOpen] = useState(false);
  const tally = useTally();
  const { quote, lines } = tally;
  if (!quote || lines.length === 0) return null;
  const then = laterYear(quote);
  const sums = [
    `${wholeAmount(quote.total, quote.currency)} ${words.today(quote.currency)}`,
    `${wholeAmount(then, quote.currency)} ${words.then}`,
  ].join(', ');
  const Chevron = open ? ChevronDown : ChevronUp;
  return (
    <View style={styles.sheet}>
      <TornEdge />
      <Pressable
        role="button"
        aria-expanded={open}
        aria-label={`${open ? words.close : words.open}: ${sums}`}
        onPress={() => setOpen(!open)}
        style={styles.peek}
      >
        <View style={styles.pair}>
          <Text kind="bigAmount">{wholeAmount(quote.total, quote.currency)}</Text>
          <Text kind="small" colour="quiet">
            {words.today(quote.currency)}
          </Text>
        </View>
        <View style={styles.pair}>
          <Text kind="bigAmount">{wholeAmount(then, quote.currency)}</Text>
          <Text kind="small" colour="quiet">
            {words.then}
          </Text>
        </View>
        <View style={styles.count}>
          <Chevron size={16} color={pine} aria-hidden />
        </View>
      </Pressable>
      {open ? (
        <ScrollView style={styles.roll}>
          <TallyContent tally={tally} quote={quote} />
          <Action
            title={texts.places.basket}
            onPress={() => {
              setOpen(false);
              router.navigate('/basket');
            }}
          />
        </ScrollView>
      ) : null}
    </View>
  );
}

/** The tally in full: what changed, the roll, the promo codes. */
export function TallyContent({ tally, quote }: { readonly tally: Tally; readonly quote: Quote }) {
  const { lines, promotions, buyer } = tally;
  // The sums come first; what codes would do here may follow a frame later.
  const later = useDeferredValue(tally);
  return (
    <>
      <TallyChanges tally={tally} />
      <TallyRoll quote={quote} customer={buyer.customer} lines={lines} promotions={promotions} />
      <TallyCodes tally={later} quote={later.quote ?? quote} />
    </>
  );
}

/** When wide: the tally is always open, in a column of its own. */
export function TallyColumn({ checkout }: { readonly checkout: boolean }) {
  const tally = useTally();
  const { quote, lines } = tally;
  return (
    <ScrollView
      style={styles.column}
      contentContainerStyle={styles.columnContent}
      role="complementary"
      aria-label={words.title}
    >
      <Text kind="heading" level={2} style={styles.columnTitle}>
        {words.title}
      </Text>
      {quote && lines.length > 0 ? (
        <>
          <TallyContent tally={tally} quote={quote} />
          {checkout ? (
            <Action
              kind="main"
              title={texts.basket.checkout}
              disabled={tally.blocked}
              onPress={() => router.navigate('/checkout')}
            />
          ) : null}
        </>
      ) : (
        <Text kind="small" colour="quiet">
          {words.empty}
        </Text>
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  sheet: { backgroundColor: 'transparent' },
  peek: {
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    alignContent: 'center',
    minHeight: 54,
    paddingHorizontal: 16,
    columnGap: 18,
    backgroundColor: palette.card,
  },
  pair: { flexDirection: 'row', alignItems: 'baseline', gap: 6 },
  count: { flexDirection: 'row', alignItems: 'center', gap: 4, marginLeft: 'auto' },
  roll: { backgroundColor: palette.card, maxHeight: 420, paddingHorizontal: 16 },
  column: { width: 340, flexGrow: 0, flexShrink: 0, borderLeftWidth: 1, borderColor: palette.line },
  columnContent: { padding: 18 },
  columnTitle: { marginBottom: 8 },
});
