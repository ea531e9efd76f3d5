import { router } from 'expo-router';
import { ScrollView, StyleSheet } from 'react-native';
import { defaultHorizon } from '@tienda/core/pricing/keepCost';
import { everyTerm } from '@tienda/core/pricing/yearRail';
import { texts } from '../../texts/texts';
import { Chip } from '../../ui/Chip';
import { ChipChoice } from '../../ui/ChipChoice';
import { filterCount, sorts, type FindChoices } from '../../shop/name/findChoices';

const words = texts.find;

interface ChipsProps {
  readonly choices: FindChoices;
  /** The only extension shown, as people read it. */
  readonly only: string | undefined;
  /** Names held side by side. */
  readonly lineup: number;
  readonly filtersShown: boolean;
  readonly onFilters: () => void;
  readonly onChange: (change: Partial<FindChoices>) => void;
}

const horizons = everyTerm.map(String);

/** What is shown and how: years to keep, the order, only what is free, filters, the way back to all extensions. */
export function Chips({ choices, only, lineup, filtersShown, onFilters, onChange }: ChipsProps) {
  const { horizon, sort, status } = choices;
  const filters = filterCount(choices);
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.row}
      style={styles.strip}
    >
      {only === undefined ? null : (
        <Chip title={words.onlyOff(only)} pressed onPress={() => onChange({ only: undefined })} />
      )}
      <ChipChoice
        label={words.keepLabel}
        value={String(horizon)}
        options={horizons.map((years) => ({ value: years, title: words.keepShort(Number(years)) }))}
        pressed={horizon !== defaultHorizon}
        onChange={(years) => onChange({ horizon: Number(years) })}
      />
      <ChipChoice
        label={words.sortLabel}
        value={sort}
        options={sorts.map((value) => ({ value, title: words.sorts[value] }))}
        pressed={sort !== 'relevance'}
        onChange={(value) => onChange({ sort: sorts.find((known) => known === value) ?? 'relevance' })}
      />
      <Chip
        title={words.onlyAvailable}
        pressed={status === 'open'}
        onPress={() => onChange({ status: status === 'open' ? undefined : 'open' })}
      />
      <Chip title={words.filters(filters)} pressed={filtersShown} expanded={filtersShown} onPress={onFilters} />
      {lineup > 0 ? (
        <Chip title={words.lineup(lineup)} pressed={false} onPress={() => router.navigate('/lineup')} />
      ) : null}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0, flexShrink: 1 },
  row: { gap: 8, paddingVertical: 6, alignItems: 'center' },
});
