import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { DelegationChange } from '@tienda/core/dns/delegation';
import { readTypedDelegation, type TypedDelegation } from '@tienda/core/dns/typedDelegation';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { NameserversForm } from './NameserversForm';

const words = texts.names;

interface PointManyProps {
  readonly typed: TypedDelegation;
  readonly onType: (typed: TypedDelegation) => void;
  readonly onChoose: (to: DelegationChange) => void;
  readonly onLeave: () => void;
}

/** To which nameservers many names are to be delegated: chosen first, with what it comes to said before it is done. */
export function PointMany({ typed, onType, onChoose, onLeave }: PointManyProps) {
  const [isTold, setTold] = useState(false);
  // A nameserver may be below one of the names: that is found out name by name.
  const { delegation, problems } = readTypedDelegation('', typed);
  const choose = () => {
    setTold(true);
    if (problems.length === 0) onChoose({ nameservers: delegation.nameservers });
  };
  return (
    <ScrollView style={styles.whole}>
      <NameserversForm typed={typed} problems={isTold ? problems : []} onType={onType} />
      <View style={styles.actions}>
        <Action title={words.choosePointing} onPress={choose} />
        <Action kind="link" title={words.leaveIt} onPress={onLeave} />
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  whole: { maxHeight: 380 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 },
});
