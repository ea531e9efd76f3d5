import { memo, useId } from 'react';
import { StyleSheet, View } from 'react-native';
import { NativeChoice } from './NativeChoice';
import { palette } from './palette';
import { Text } from './Text';
import { thumb } from './theme';
import { useSteady } from './useSteady';

interface ToggleProps {
  readonly title: string;
  /** What those who listen are told instead of the title, where the title says too little by itself. */
  readonly label?: string;
  readonly detail: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
  readonly disabled?: boolean;
}

/** A switch with its name, and under it what the choice means; the browser's own checkbox in Tienda's shape. */
export function Toggle({ onChange, ...rest }: ToggleProps) {
  return <Switch {...rest} onChange={useSteady(onChange)} />;
}

/** Drawn again only when it says something else. */
const Switch = memo(function Switch({ title, label = title, detail, value, onChange, disabled = false }: ToggleProps) {
  const id = useId();
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Text>{title}</Text>
        <Text kind="small" colour="quiet" nativeID={`${id}-detail`}>
          {detail}
        </Text>
      </View>
      <NativeChoice
        type="checkbox"
        role="switch"
        label={label}
        describedBy={`${id}-detail`}
        checked={value}
        disabled={disabled}
        onChange={onChange}
      >
        <View style={styles.target}>
          <View style={[styles.track, value && styles.trackOn, disabled && styles.disabled]}>
            <View style={[styles.knob, value && styles.knobOn]} />
          </View>
        </View>
      </NativeChoice>
    </View>
  );
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, paddingVertical: 8 },
  words: { flex: 1 },
  target: { minWidth: 48, minHeight: thumb, alignItems: 'center', justifyContent: 'center' },
  track: {
    width: 46,
    height: 26,
    borderRadius: 13,
    borderWidth: 2,
    borderColor: palette.quiet,
    backgroundColor: palette.card,
    padding: 2,
  },
  trackOn: { backgroundColor: palette.sage, borderColor: palette.sage, alignItems: 'flex-end' },
  disabled: { opacity: 0.55 },
  knob: { width: 18, height: 18, borderRadius: 9, backgroundColor: palette.quiet },
  knobOn: { backgroundColor: palette.card },
});
