import { createElement, type ChangeEvent, type CSSProperties, type ReactNode } from 'react';
import { useHeld } from './useHeld';

interface NativeChoiceProps {
  readonly type: 'checkbox' | 'radio';
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean, withShift: boolean) => void;
  /** It was held by touch; it does not change by that. */
  readonly onHeld?: (() => void) | undefined;
  /** What is seen of it. */
  readonly children: ReactNode;
  /** A checkbox that works at once. */
  readonly role?: 'switch';
  /** Radio buttons of one name are one choice. */
  readonly name?: string;
  readonly disabled?: boolean;
  readonly describedBy?: string;
  readonly style?: CSSProperties;
}

const whole: CSSProperties = { display: 'flex', flexDirection: 'column', position: 'relative' };
const unseen: CSSProperties = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  margin: 0,
  opacity: 0,
  zIndex: 1,
  cursor: 'pointer',
};

/**
 * The browser's own checkbox or radio button, unseen above what is drawn for it: so space, arrows, forms and those
 * who listen know it. `base.css` draws the focus around the whole.
 */
export function NativeChoice(props: NativeChoiceProps) {
  const { type, label, checked, onChange, children, role, name, disabled, describedBy, style, onHeld } = props;
  const held = useHeld(onHeld);
  const input = createElement('input', {
    type,
    role,
    name,
    checked,
    disabled,
    ...held,
    'aria-label': label,
    'aria-describedby': describedBy,
    onChange: ({ target, nativeEvent }: ChangeEvent<HTMLInputElement>) =>
      disabled ? undefined : onChange(target.checked, 'shiftKey' in nativeEvent && nativeEvent.shiftKey === true),
    style: unseen,
  });
  return createElement('label', { className: 'choice', style: { ...whole, ...style } }, input, children);
}
