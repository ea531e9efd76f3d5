import Switch from '@rneui/themed/dist/Switch';
import { useId } from 'react';
import { View } from 'react-native';
import { Text } from './Text';
import { themed, thumb, usePalette } from './theme';

interface ToggleProps {
  readonly title: string;
  readonly detail: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
  readonly disabled?: boolean;
}

/** A switch with its name, and under it what the choice means. */
export function Toggle({ title, detail, value, onChange, disabled = false }: ToggleProps) {
  const styles = useStyles();
  const palette = usePalette();
  const id = useId();
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Text nativeID={`${id}-title`}>{title}</Text>
        <Text kind="small" colour="quiet" nativeID={`${id}-detail`}>
          {detail}
        </Text>
      </View>
      <View style={styles.target}>
        <Switch
          value={value}
          disabled={disabled}
          onValueChange={onChange}
          aria-labelledby={`${id}-title`}
          aria-describedby={`${id}-detail`}
          aria-label={title}
          trackColor={{ false: palette.quiet, true: palette.sage }}
          thumbColor={palette.card}
          {...{ activeThumbColor: palette.card }}
        />
      </View>
    </View>
  );
}

const useStyles = themed(() => ({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, paddingVertical: 8 },
  words: { flex: 1 },
  target: { minWidth: thumb, minHeight: thumb, alignItems: 'center', justifyContent: 'center' },
}));
