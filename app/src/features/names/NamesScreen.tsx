import { Link } from 'expo-router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { Pressable, StyleSheet, View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { useNames } from '../../api/names';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { HolderChecks } from '../../shop/held/HolderChecks';
import { HeldNames } from '../../shop/held/HeldNames';

const words = texts.names;

/** Every name held, the soonest to end first. */
export function NamesScreen() {
  const count = useNames().data?.length;
  return (
    <Screen title={words.title} aside={count === undefined ? undefined : <Stub>{texts.nameCount(count)}</Stub>}>
      <HolderChecks />
      <HeldNames words={words}>{(names) => names.map((name) => <NameRow key={name.name} name={name} />)}</HeldNames>
    </Screen>
  );
}

/** Privacy as it stands for a name, in two words. */
export function privacyWords({ privacy, privacyPolicy }: ShownName): string {
  if (privacyPolicy === 'hiddenByRegistry' || privacyPolicy === 'notAllowed') return words.privacy[privacyPolicy];
  return privacy ? words.privacy.on : words.privacy.off;
}

function NameRow({ name }: { readonly name: ShownName }) {
  const { quiet } = palette;
  const facts = [name.autoRenew ? words.autoRenewOn : words.autoRenewOff, privacyWords(name)];
  return (
    <Link href={{ pathname: '/names/[name]', params: { name: name.name } }} asChild>
      <Pressable style={styles.row}>
        <View style={styles.words}>
          <Name unicode={name.unicode} />
          <Text kind="small" colour="quiet">
            {facts.join(' · ')}
          </Text>
          {name.suspended ? (
            <Text kind="small" colour="plum">
              {texts.holderCheck.suspended}
            </Text>
          ) : null}
        </View>
        <Text kind="amount">{words.until(dateText(name.expiresOn))}</Text>
        <ChevronRight size={18} color={quiet} aria-hidden />
      </Pressable>
    </Link>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    gap: 10,
    minHeight: 60,
    paddingVertical: 10,
    paddingHorizontal: 14,
    backgroundColor: palette.card,
    borderWidth: 1,
    borderColor: palette.line,
    borderRadius: 10,
    marginBottom: 9,
  },
  words: { flex: 1, minWidth: 180 },
});
