import { router } from 'expo-router';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Instead } from './Instead';

export function NotFoundScreen() {
  return (
    <Instead {...texts.notFound}>
      <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
    </Instead>
  );
}
