import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import { useState } from 'react';
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
  const [isShown, setShown] = useState(false);
  const open = checks.data?.filter(({ confirmed }) => !confirmed) ?? [];
  const late = open.filter(({ suspended }) => suspended).length;
  if (open.length <= shownByThemselves) return open.map((check) => <Open key={check.email} check={check} />);
  return (
    <View>
      <Notice
        kind={late > 0 ? 'problem' : 'notice'}
        action={<Action kind="link" title={isShown ? words.hide : words.show} onPress={() => setShown(!isShown)} />}
      >
        {words.many(open.length, late)}
      </Notice>
      {isShown ? open.map((check) => <Open key={check.email} check={check} />) : null}
    </View>
  );
}

/** More are told in one sentence first. */
const shownByThemselves = 2;

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
