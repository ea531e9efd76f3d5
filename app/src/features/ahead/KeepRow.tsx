import { Link } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { AheadName } from '@tienda/core/pricing/ahead';
import { texts } from '../../texts/texts';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.ahead;

interface KeepRowProps {
  readonly name: AheadName;
  readonly detail: string;
  readonly isKept: boolean;
  readonly onChange: (keeps: boolean) => void;
}

/** One name, and whether it is kept in what is computed. */
export function KeepRow({ name: { name, unicode }, detail, isKept, onChange }: KeepRowProps) {
  return (
    <View style={styles.row}>
      <NameAndDetail name={name} unicode={unicode} detail={detail} />
      <View style={styles.toggle}>
        <Toggle
          title={words.keepIt}
          label={words.keep(unicode)}
          detail={isKept ? words.keepOn : words.keepOff}
          value={isKept}
          onChange={onChange}
        />
      </View>
    </View>
  );
}

/** One name that leads to its page, and what is said of it. */
export function NameAndDetail({
  name,
  unicode,
  detail,
}: Pick<AheadName, 'name' | 'unicode'> & { readonly detail: string }) {
  return (
    <View style={styles.name}>
      <Link href={{ pathname: '/names/[name]', params: { name } }}>
        <Name unicode={unicode} />
      </Link>
      <Text kind="small" colour="quiet">
        {detail}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    columnGap: 6,
    borderBottomWidth: 1,
    borderBottomColor: palette.line,
  },
  name: { flexGrow: 1, flexShrink: 1, flexBasis: 150, minWidth: 0 },
  toggle: { width: 116 },
});
