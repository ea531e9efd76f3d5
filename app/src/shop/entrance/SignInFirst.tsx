import { View } from 'react-native';
import { Text } from '../../ui/Text';
import { AccountForms } from './AccountForms';

/** Places that belong to an account, for someone who is not signed in. */
export function SignInFirst({ why }: { readonly why: string }) {
  return (
    <View style={{ gap: 10 }}>
      <Text colour="quiet">{why}</Text>
      <AccountForms first="existing" />
    </View>
  );
}
