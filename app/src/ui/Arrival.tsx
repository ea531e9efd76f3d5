import { useEffect, useRef, type ReactNode } from 'react';
import { View } from 'react-native';

interface ArrivalProps {
  /** This is what one came for, and what is above it is there. */
  readonly here: boolean;
  readonly children: ReactNode;
}

/** A part of a screen that a link may lead to: brought into sight, and where the keys go on from. */
export function Arrival({ here, children }: ArrivalProps) {
  const place = useRef<View>(null);
  useEffect(() => {
    const element = place.current as unknown as HTMLElement | null;
    if (!here || !element) return;
    element.scrollIntoView({ block: 'start' });
    element.focus({ preventScroll: true });
  }, [here]);
  return (
    <View ref={place} tabIndex={-1}>
      {children}
    </View>
  );
}
