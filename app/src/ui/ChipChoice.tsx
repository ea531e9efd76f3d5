import { createElement } from 'react';
import { palette } from './palette';
import { fonts } from './theme';
import { useLongList } from './useLongList';

interface ChipChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly title: string }[];
  readonly onChange: (value: string) => void;
  /** It says something other than usual. */
  readonly pressed?: boolean;
}

/** One of a list in the shape of a chip: the browser's own list opens from it. */
export function ChipChoice({ label, value, options, onChange, pressed = false }: ChipChoiceProps) {
  const { pine, card, line } = palette;
  const { shown, handlers } = useLongList(options, value);
  return createElement(
    'select',
    {
      'aria-label': label,
      ...handlers,
      value,
      onChange: (event: { target: { value: string } }) => onChange(event.target.value),
      style: {
        fontFamily: fonts.text,
        fontSize: 13,
        minHeight: 44,
        borderRadius: 22,
        border: `1px solid ${pressed ? pine : line}`,
        padding: '0 12px',
        color: pressed ? card : pine,
        backgroundColor: pressed ? pine : card,
        flexShrink: 0,
        maxWidth: '100%',
      },
    },
    shown.map((option) => createElement('option', { key: option.value, value: option.value }, option.title)),
  );
}
