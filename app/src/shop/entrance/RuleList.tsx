import { View } from 'react-native';
import { passwordRules } from '@tienda/core/accounts/passwordRules';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';

const words = texts.checkout.account;

/** The rules for passwords, each marked once what is typed meets it. */
export function RuleList({ password, email }: { readonly password: string; readonly email: string }) {
  return (
    <View style={{ marginBottom: 12 }}>
      {passwordRules(password, email).map(({ code, met }) => (
        <Text key={code} kind="small" colour={met ? 'sage' : 'quiet'}>
          {met ? '✓' : '·'} {words.rules[code]}
          {met ? `, ${words.met}` : ''}
        </Text>
      ))}
    </View>
  );
}
