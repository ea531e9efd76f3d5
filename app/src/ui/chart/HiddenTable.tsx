import { View } from 'react-native';
import { outOfSight } from '../HiddenText';
import { Text } from '../Text';

interface HiddenTableProps {
  readonly title: string;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** The numbers of a chart for those who listen; nothing is seen of it. */
export function HiddenTable({ title, heads, rows }: HiddenTableProps) {
  return (
    <View role="table" aria-label={title} style={outOfSight}>
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
