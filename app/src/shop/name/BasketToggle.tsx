import Check from 'lucide-react-native/icons/check';
import Plus from 'lucide-react-native/icons/plus';
import { texts } from '../../texts/texts';
import { IconButton } from '../../ui/IconButton';
import { palette } from '../../ui/palette';
import { Picture } from '../../ui/Picture';
import { canBasket, unicodeOf, type Row } from './rows';

const words = texts.find;

interface BasketToggleProps {
  readonly row: Row;
  readonly inBasket: boolean;
  readonly onToggle: () => void;
}

/** In or out of the basket with one tap; nothing where the registry has not said that the name is free. */
export function BasketToggle({ row, inBasket, onToggle }: BasketToggleProps) {
  const { terracotta, onSage } = palette;
  if (!canBasket(row)) return null;
  const name = unicodeOf(row);
  return (
    <IconButton
      label={inBasket ? words.remove(name) : words.add(name)}
      pressed={inBasket}
      look={inBasket ? 'done' : 'framed'}
      onPress={onToggle}
    >
      <Picture>
        {inBasket ? <Check size={22} color={onSage} aria-hidden /> : <Plus size={22} color={terracotta} aria-hidden />}
      </Picture>
    </IconButton>
  );
}
