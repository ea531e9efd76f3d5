import { View } from 'react-native';
import { useCloseAccount } from '../../api/security';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { ProofForm } from '../../shop/entrance/ProofForm';

const words = texts.security;

/** Says what goes and what stays, and asks for the password before it does it. */
export function CloseAccount() {
  const close = useCloseAccount();
  return (
    <View>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.closingDetail}
      </Text>
      <ProofForm
        title={words.closeNow}
        busy={close.isPending}
        fault={close.error}
        onProof={(password) => close.mutate(password)}
      />
    </View>
  );
}
