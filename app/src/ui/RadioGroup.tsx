import { createContext, useContext, useId, type ReactNode } from 'react';
import { View, type StyleProp, type ViewStyle } from 'react-native';

const GroupName = createContext('');

interface RadioGroupProps {
  readonly label: string;
  readonly children: ReactNode;
  readonly style?: StyleProp<ViewStyle>;
}

/** Radio buttons of which one is chosen: arrow keys move among them, Tab leaves them. */
export function RadioGroup({ label, children, style }: RadioGroupProps) {
  return (
    <GroupName value={useId()}>
      <View role="radiogroup" aria-label={label} style={style}>
        {children}
      </View>
    </GroupName>
  );
}

/** The name that the radio buttons of a group share. */
export function useGroupName(): string {
  return useContext(GroupName);
}
