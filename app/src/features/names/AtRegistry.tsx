import type { Difference } from '@tienda/core/names/atRegistry';
import type { ShownName } from '@tienda/core/names/shownName';
import { useRegistryLook } from '../../api/names';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.names.atRegistry;

/** What its registry has of a name just now: the same as this page, or what differs. */
export function AtRegistry({ name: { name, changing } }: { readonly name: ShownName }) {
  const look = useRegistryLook(name);
  const { differences = [] } = look.data ?? {};
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.title}
      </Text>
      {look.isError ? <Failure fault={look.error} retry={() => void look.refetch()} /> : null}
      {look.isLoading ? <Loading /> : null}
      {look.data && differences.length === 0 ? <Text kind="small">{words.same}</Text> : null}
      {differences.length > 0 ? (
        <Notice kind={changing ? 'notice' : 'problem'}>
          {[...differences.map(differenceWords), changing ? words.changing : words.told].join(' ')}
        </Notice>
      ) : null}
    </Card>
  );
}

function differenceWords(difference: Difference): string {
  switch (difference.what) {
    case 'expiresOn':
      return words.expiresOn(dateText(difference.there), dateText(difference.here));
    case 'locked':
      return difference.there ? words.locked : words.unlocked;
    case 'suspended':
      return difference.there ? words.suspended : words.inService;
    case 'nameservers':
      return difference.there.length > 0 ? words.nameservers(difference.there.join(', ')) : words.noNameservers;
    case 'hosts':
    case 'ds':
      return words[difference.what](difference.there.join('; '));
    case 'notHere':
    case 'holder':
      return words[difference.what];
  }
}
