import { useEffect, useRef, type ReactNode } from 'react';
import { ScrollView, StyleSheet } from 'react-native';

interface ChipStripProps {
  /** Tells which chip is pressed. */
  readonly at: string;
  readonly children: ReactNode;
}

/** Chips side by side that scroll where they are too many; the pressed one is in sight. */
export function ChipStrip({ at, children }: ChipStripProps) {
  const strip = useRef<ScrollView>(null);
  useEffect(() => {
    const scrolled: unknown = strip.current?.getScrollableNode();
    if (!(scrolled instanceof HTMLElement)) return;
    const chip = scrolled.querySelector('[aria-pressed="true"]')?.getBoundingClientRect();
    const edge = scrolled.getBoundingClientRect();
    if (chip && (chip.left < edge.left || chip.right > edge.right)) scrolled.scrollLeft += chip.left - edge.left;
  }, [at]);
  return (
    <ScrollView
      ref={strip}
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.chips}
      style={styles.strip}
    >
      {children}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0 },
  chips: { gap: 8, paddingVertical: 6, alignItems: 'center' },
});
