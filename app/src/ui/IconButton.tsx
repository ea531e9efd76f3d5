import type { ReactNode } from 'react';
import { Pressable, StyleSheet } from 'react-native';
import { palette } from './palette';
import { thumb } from './theme';

interface IconButtonProps {
  readonly label: string;
  readonly onPress: () => void;
  readonly children: ReactNode;
  /** `done` shows that it was pressed and can be pressed back. */
  readonly look?: 'framed' | 'done' | 'bare';
  readonly pressed?: boolean;
}

/** A button with a picture on it, and words for those who listen. */
export function IconButton({ label, onPress, children, look = 'framed', pressed }: IconButtonProps) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-pressed={pressed}
      onPress={onPress}
      style={[styles.base, look === 'framed' && styles.framed, look === 'done' && styles.done]}
    >
      {children}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  base: { width: thumb, height: thumb, borderRadius: 8, alignItems: 'center', justifyContent: 'center' },
  framed: { borderWidth: 1, borderColor: palette.terracotta, backgroundColor: palette.card },
  done: { backgroundColor: palette.sage },
});
