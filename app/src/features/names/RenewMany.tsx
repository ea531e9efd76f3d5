import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { everyTerm } from '@tienda/core/pricing/yearRail';
import { usePutManyInBasket } from '../../api/basket';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { ChipChoice } from '../../ui/ChipChoice';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { heldLine } from './heldLine';

const words = texts.names;

interface RenewManyProps {
  readonly chosen: readonly ShownName[];
  readonly onLeave: () => void;
}

/** Keeping many names at once: said before it is done, paid for by way of the basket. */
export function RenewMany({ chosen, onLeave }: RenewManyProps) {
  const put = usePutManyInBasket();
  const [years, setYears] = useState(0);
  const lines = chosen.flatMap((name) => heldLine(name, years) ?? []);
  const restored = lines.filter(({ action }) => action === 'restore').length;
  return (
    <View role="status">
      <Text kind="small">{words.willRenew(lines.length - restored, restored, chosen.length - lines.length)}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14, rowGap: 6 }}>
        <ChipChoice
          label={words.yearsEach}
          value={String(years)}
          options={[
            { value: '0', title: words.shortestEach },
            ...everyTerm.slice(1, -1).map((count) => ({ value: String(count), title: words.mostEach(count) })),
          ]}
          onChange={(value) => setYears(Number(value))}
        />
        <Action
          title={words.putMany}
          busy={put.isPending}
          disabled={lines.length === 0}
          onPress={() => put.mutate(lines, { onSuccess: () => router.navigate('/basket') })}
        />
        <Action kind="link" title={words.leaveIt} onPress={onLeave} />
      </View>
      {put.isError ? <Failure fault={put.error} /> : null}
    </View>
  );
}
