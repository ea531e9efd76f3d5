import { router } from 'expo-router';
import type { ShownName } from '@tienda/core/names/shownName';
import { wellbeingOf } from '@tienda/core/names/wellbeing';
import { useToday } from '../../api/shopClock';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { usePutHeld } from './usePutHeld';

const words = texts.names.well;

/** Is all well? In one sentence, with what to do where it is not. */
export function WellbeingNotice({ name }: { readonly name: ShownName }) {
  const today = useToday();
  const put = usePutHeld(name);
  if (today === undefined) return null;
  const { expiresOn, autoRenew, locked, afterExpiry } = name;
  const wellbeing = wellbeingOf(name, today);
  switch (wellbeing.is) {
    case 'well':
      return (
        <Notice kind="good">
          {words.well(
            dateText(expiresOn),
            autoRenew ? words.renewsByItself : words.ends,
            locked ? words.locked : words.unlocked,
          )}
        </Notice>
      );
    case 'ending':
      return <Notice kind="notice">{words.ending(wellbeing.days)}</Notice>;
    case 'unpaid': {
      const { failed, nextTry } = wellbeing;
      const { orderId } = failed;
      const pay = () =>
        orderId
          ? router.navigate({ pathname: '/orders/[id]', params: { id: orderId } })
          : put.mutate(() => router.navigate('/checkout/review'));
      return (
        <>
          <Notice
            kind="problem"
            action={<Action kind="link" title={words.payAnotherWay} busy={put.isPending} onPress={pay} />}
          >
            {words.unpaid(dateText(failed.on), nextTry && dateText(nextTry))}
          </Notice>
          {put.isError ? <Failure fault={put.error} /> : null}
        </>
      );
    }
    case 'grace':
      return <Notice kind="problem">{words.grace(dateText(afterExpiry.redemptionFrom))}</Notice>;
    case 'redemption':
      return <Notice kind="problem">{words.redemption(dateText(afterExpiry.pendingDeleteFrom))}</Notice>;
    case 'suspended':
    case 'pendingDelete':
      return <Notice kind="problem">{words[wellbeing.is]}</Notice>;
  }
}
