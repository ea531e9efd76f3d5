import { Link } from 'expo-router';
import { useHandOvers } from '../../api/handOvers';
import { texts } from '../../texts/texts';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.handOvers;

/** Names that others want to hand over to this account: to be found at once. */
export function HandOverNotices() {
  const { offered = [] } = useHandOvers().data ?? {};
  return (
    <>
      {offered
        .filter(({ state }) => state.at === 'offered')
        .map(({ id, names, with: from }) => (
          <Notice
            key={id}
            kind="notice"
            action={
              <Link href="/names/hand-overs" style={{ paddingVertical: 10 }}>
                <Text colour="terracotta">{words.see}</Text>
              </Link>
            }
          >
            {words.from(from, names.length)}
          </Notice>
        ))}
    </>
  );
}
