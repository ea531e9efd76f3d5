import { Link } from 'expo-router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { Pressable, StyleSheet, View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { endingWithinDays, wellbeingOf } from '@tienda/core/names/wellbeing';
import { daysBetween, type IsoDate } from '@tienda/core/time/isoDate';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { Tick } from '../../ui/Tick';
import { useWide } from '../../ui/useWide';
import { privacyWords } from './privacyWords';

const words = texts.names;

interface NameRowProps {
  readonly name: ShownName;
  readonly today: IsoDate;
  /** Title of the group that it is in. */
  readonly group: string | undefined;
  readonly isChosen: boolean;
  /** @param isRange all from the one chosen last to this one */
  readonly onChoose: (isChosen: boolean, isRange: boolean) => void;
}

/** One name held: when it ends and what happens then; chosen by its box, opened by the rest. */
export function NameRow({ name, today, group, isChosen, onChoose }: NameRowProps) {
  const isWide = useWide();
  const { unicode, expiresOn, autoRenewal, locked, suspended } = name;
  const isWell = wellbeingOf(name, today).is === 'well';
  const days = daysBetween(today, expiresOn);
  const renews = renewalWords(name);
  const points = pointingWords(name);
  const facts = [privacyWords(name), ...(locked ? [] : [words.unlocked]), ...(points ? [points] : [])].join(' · ');
  const isUrgent = !isWell && days <= endingWithinDays;
  return (
    <View style={[styles.row, isChosen && styles.chosen]}>
      <Tick label={words.choose(unicode)} value={isChosen} onChange={onChoose} onHeld={() => onChoose(true, true)} />
      <Link href={{ pathname: '/names/[name]', params: { name: name.name } }} asChild>
        <Pressable style={styles.link}>
          <View style={isWide ? styles.name : styles.words}>
            <Name unicode={unicode} />
            {isWide ? null : (
              <Text kind="small" colour={isUrgent ? 'plum' : 'quiet'}>
                {[words.ends(dateText(expiresOn), days), renews, points, group].filter(Boolean).join(' · ')}
              </Text>
            )}
            {suspended ? (
              <Text kind="small" colour="plum">
                {texts.holderCheck.suspended}
              </Text>
            ) : null}
          </View>
          {isWide ? (
            <>
              <Text kind="small" colour={isUrgent ? 'plum' : 'pine'} style={styles.column}>
                {words.ends(dateText(expiresOn), days)}
              </Text>
              <Text kind="small" colour={autoRenewal && !autoRenewal.failed ? 'pine' : 'plum'} style={styles.column}>
                {renews}
              </Text>
              <Text kind="small" colour="quiet" style={styles.column}>
                {facts}
              </Text>
              <Text kind="small" colour="quiet" style={styles.column}>
                {group ?? ''}
              </Text>
            </>
          ) : null}
          <ChevronRight size={18} color={palette.quiet} aria-hidden />
        </Pressable>
      </Link>
    </View>
  );
}

/** What happens at its end, in a few words; what can still be done where that is over. */
function renewalWords({ stage, autoRenewal, restore, renewal }: ShownName): string {
  if (autoRenewal?.failed) return words.notPaid;
  if (restore !== undefined) return words.restoresFor(wholeAmount(restore, renewal.currency));
  if (stage === 'pendingDelete') return words.beingDeleted;
  if (stage === 'grace') return words.renewable(wholeAmount(renewal.amount, renewal.currency));
  if (!autoRenewal) return words.endsByItself;
  return words.renewsFor(wholeAmount(autoRenewal.charge.amount, autoRenewal.charge.currency));
}

/** Where it leads, unless it is on Tienda's own nameservers. */
function pointingWords({ delegation }: ShownName): string | undefined {
  const { nameservers = null } = delegation ?? {};
  if (nameservers === null) return undefined;
  const [first] = nameservers;
  return first === undefined ? words.pointsNowhere : words.pointsElsewhere(first.slice(first.indexOf('.') + 1));
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 52,
    paddingRight: 10,
    borderBottomWidth: 1,
    borderBottomColor: palette.line,
  },
  chosen: { backgroundColor: palette.card },
  link: { flex: 1, flexDirection: 'row', alignItems: 'center', gap: 10, paddingVertical: 6, minHeight: 52 },
  words: { flex: 1, minWidth: 0 },
  name: { flex: 2.2, minWidth: 0 },
  column: { flex: 1 },
});
