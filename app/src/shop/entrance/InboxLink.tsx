import { Link } from 'expo-router';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';

/** The way to the demo's mailbox, in a tab of its own so that nothing typed is lost. */
export function InboxLink({ to }: { readonly to: string }) {
  return (
    <Link href={{ pathname: '/inbox', params: { to } }} target="_blank" style={{ paddingVertical: 12 }}>
      <Text kind="strong" colour="terracotta" style={{ textDecorationLine: 'underline' }}>
        {texts.inboxLink}
      </Text>
    </Link>
  );
}
