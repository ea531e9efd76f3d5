import { View } from 'react-native';
import { Text } from '../Text';
import { themed } from '../theme';

interface HiddenTableProps {
  readonly title: string;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** The numbers of a chart for those who listen; nothing is seen of it. */
export function HiddenTable({ title, heads, rows }: HiddenTableProps) {
  const styles = useStyles();
  return (
    <View role="table" aria-label={title} style={styles.hidden}>
      <View role="row">
        {heads.map((head) => (
          <Text key={head} role="columnheader">
            {head}
          </Text>
        ))}
      </View>
      {rows.map((cells) => (
        <View role="row" key={cells[0]}>
          {cells.map((cell, index) => (
            <Text key={heads[index]} role={index === 0 ? 'rowheader' : 'cell'}>
              {cell}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

const useStyles = themed(() => ({
  hidden: { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 },
}));
