import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import { View } from 'react-native';
import { useAskHolderAgain, useHolderChecks } from '../../api/holderChecks';
import { useSession } from '../../api/session';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { InboxLink } from '../entrance/InboxLink';

const words = texts.holderCheck;

/** What holders have still to confirm, until when, and what happens otherwise. */
export function HolderChecks() {
  const checks = useHolderChecks();
  return checks.data?.filter(({ confirmed }) => !confirmed).map((check) => <Open key={check.email} check={check} />);
}

function Open({ check: { email, confirmBy, suspended } }: { readonly check: ShownHolderCheck }) {
  const again = useAskHolderAgain();
  const demo = useSession().data?.demo ?? false;
  return (
    <View>
      <Notice
        kind={suspended ? 'problem' : 'notice'}
        action={
          again.isSuccess ? undefined : (
            <Action kind="link" title={words.again} busy={again.isPending} onPress={() => again.mutate(email)} />
          )
        }
      >
        {`${suspended ? words.late(email) : words.due(email, dateText(confirmBy))}${again.isSuccess ? ` ${words.sent}` : ''}`}
      </Notice>
      {again.isError ? <Failure fault={again.error} /> : null}
      {demo ? <InboxLink to={email} /> : null}
    </View>
  );
}
