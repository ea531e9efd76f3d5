import { Pressable, ScrollView } from 'react-native';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { themed } from '../../ui/theme';
import type { RowChoices } from './rows';
import { horizons } from './useFindParams';

const words = texts.find;

interface ChipsProps {
  readonly choices: RowChoices;
  readonly onChange: (change: Partial<RowChoices>) => void;
}

/** What is shown and how: years to keep, only what is free, in which order. */
export function Chips({ choices, onChange }: ChipsProps) {
  const styles = useStyles();
  const { horizon, onlyAvailable, byKeepCost } = choices;
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.row}
      style={styles.strip}
    >
      <Text kind="small" colour="quiet">
        {words.keepLabel}
      </Text>
      {horizons.map((years) => (
        <Chip
          key={years}
          title={words.horizon(years)}
          label={words.keepShort(years)}
          pressed={years === horizon}
          onPress={() => onChange({ horizon: years })}
        />
      ))}
      <Chip
        title={words.onlyAvailable}
        pressed={onlyAvailable}
        onPress={() => onChange({ onlyAvailable: !onlyAvailable })}
      />
      <Chip title={words.sortKeep} pressed={byKeepCost} onPress={() => onChange({ byKeepCost: !byKeepCost })} />
    </ScrollView>
  );
}

interface ChipProps {
  readonly title: string;
  readonly label?: string;
  readonly pressed: boolean;
  readonly onPress: () => void;
}

function Chip({ title, label, pressed, onPress }: ChipProps) {
  const styles = useStyles();
  return (
    <Pressable
      role="button"
      aria-pressed={pressed}
      aria-label={label ?? title}
      onPress={onPress}
      style={[styles.chip, pressed && styles.pressed]}
    >
      <Text kind="small" colour={pressed ? 'card' : 'pine'}>
        {title}
      </Text>
    </Pressable>
  );
}

const useStyles = themed((palette) => ({
  strip: { flexGrow: 0, flexShrink: 1 },
  row: { gap: 8, paddingVertical: 8, alignItems: 'center' },
  chip: {
    minHeight: 44,
    justifyContent: 'center',
    paddingHorizontal: 13,
    borderRadius: 22,
    borderWidth: 1,
    borderColor: palette.line,
    backgroundColor: palette.card,
  },
  pressed: { backgroundColor: palette.pine, borderColor: palette.pine },
}));
