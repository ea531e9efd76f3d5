import { useEffect } from 'react';

/** Acts before something leads away: whatever does is tapped or comes from Enter. */
export function useBeforeLeaving(act: () => void): void {
  useEffect(() => {
    const onKey = ({ key }: KeyboardEvent) => (key === 'Enter' ? act() : undefined);
    document.addEventListener('pointerdown', act, true);
    document.addEventListener('keydown', onKey, true);
    return () => {
      document.removeEventListener('pointerdown', act, true);
      document.removeEventListener('keydown', onKey, true);
    };
  }, [act]);
}
