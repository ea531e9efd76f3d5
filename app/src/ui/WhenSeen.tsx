import { useEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';

/** How far below the screen something is made ready. */
const margin = '300px';

interface WhenSeenProps {
  readonly children: ReactNode;
  /** Room kept free until then, so that nothing moves. */
  readonly minHeight: number;
}

/** Makes its content only when it is about to come into sight; from then on it stays. */
export function WhenSeen({ children, minHeight }: WhenSeenProps) {
  const place = useRef<View>(null);
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    const element = place.current as unknown as Element | null;
    if (isSeen || !element) return undefined;
    if (!('IntersectionObserver' in globalThis)) return setSeen(true);
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: margin },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [isSeen]);
  return isSeen ? children : <View ref={place} style={{ minHeight }} />;
}
