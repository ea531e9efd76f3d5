import { router } from 'expo-router';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Empty } from '../../ui/Empty';
import { Screen } from '../../ui/Screen';

export function NotFoundScreen() {
  const { title, detail } = texts.notFound;
  return (
    <Screen title={title}>
      <Empty title={title} detail={detail}>
        <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
      </Empty>
    </Screen>
  );
}
