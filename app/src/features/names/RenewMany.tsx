import { router } from 'expo-router';
import { View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { usePutManyInBasket } from '../../api/basket';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
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
  const lines = chosen.flatMap((name) => heldLine(name) ?? []);
  const restored = lines.filter(({ action }) => action === 'restore').length;
  return (
    <View role="status">
      <Text kind="small">{words.willRenew(lines.length - restored, restored, chosen.length - lines.length)}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 }}>
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
