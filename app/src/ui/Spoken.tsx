import { useEffect, useState } from 'react';
import { Text } from './Text';
import { themed } from './theme';

/** So long what changes must rest before it is read out: who listens is not talked over. */
const restMs = 700;

/** Read out when it has changed and rests; nothing is seen of it. */
export function Spoken({ children }: { readonly children: string }) {
  const styles = useStyles();
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSaid(children), restMs);
    return () => clearTimeout(timer);
  }, [children]);
  return (
    <Text role="status" aria-live="polite" style={styles.hidden}>
      {said}
    </Text>
  );
}

const useStyles = themed(() => ({
  hidden: { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 },
}));
