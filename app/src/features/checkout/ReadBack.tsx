import { StyleSheet, View } from 'react-native';
import { readBack } from '@tienda/core/names/readBack';
import { eitherText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';

const words = texts.checkout.review;
const signs: Readonly<Record<string, string>> = words.signs;

/** A name letter by letter, look-alikes in marigold and named. */
export function ReadBack({ unicode }: { readonly unicode: string }) {
  const spelt = readBack(unicode).map(({ character, word = signs[character] ?? '', looksLike }) => ({
    character,
    word,
    looksLike: looksLike && eitherText(looksLike),
  }));
  const marks = [...new Map(spelt.flatMap(({ character, looksLike }) => (looksLike ? [[character, looksLike]] : [])))];
  return (
    <View role="group" aria-label={spelt.map(({ word }) => word).join(' ')}>
      <View style={styles.tiles} aria-hidden>
        {spelt.map(({ character, word, looksLike }, index) => (
          <View key={index} style={[styles.tile, looksLike !== undefined && styles.marked]}>
            <Text kind="name" style={styles.character}>
              {character}
            </Text>
            <Text kind="small" colour={looksLike ? 'pine' : 'quiet'} style={styles.word} numberOfLines={1}>
              {word}
            </Text>
          </View>
        ))}
      </View>
      <Text kind="small" colour="quiet">
        {marks.length === 0
          ? words.noLookAlike
          : words.lookAlike(marks.map(([character, like]) => words.mark(character, like)).join(', '))}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  tiles: { flexDirection: 'row', flexWrap: 'wrap', gap: 5, marginBottom: 8 },
  tile: {
    width: 48,
    minHeight: 52,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: 1,
    borderColor: palette.line,
    borderRadius: 5,
    backgroundColor: palette.card,
    paddingVertical: 3,
  },
  marked: { backgroundColor: palette.marigoldWash, borderColor: palette.marigold },
  character: { fontSize: 20, fontWeight: '700' },
  word: { fontSize: 10, lineHeight: 13 },
});
