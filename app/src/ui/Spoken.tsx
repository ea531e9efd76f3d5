import { useEffect, useState } from 'react';
import { HiddenText } from './HiddenText';

/** So long what changes must rest before it is read out: who listens is not talked over. */
const restMs = 700;

/** Read out when it has changed and rests; nothing is seen of it. */
export function Spoken({ children }: { readonly children: string }) {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSaid(children), restMs);
    return () => clearTimeout(timer);
  }, [children]);
  return (
    <HiddenText role="status" aria-live="polite">
      {said}
    </HiddenText>
  );
}
