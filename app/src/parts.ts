import { createTheme } from '@rneui/themed/dist/config';
import { Circle } from 'react-native-svg';
import { Places } from './features/shell/Places';
import { Shell } from './features/shell/Shell';
import { TallySheet } from './shop/tally/TallySheet';
import { WithTally } from './shop/tally/WithTally';
import { texts } from './texts/texts';
import { Action } from './ui/Action';
import { Awning } from './ui/Awning';
import { Field } from './ui/Field';
import { Text } from './ui/Text';
import { TiendaTheme } from './ui/theme';

/**
 * What pages are drawn with. A module starts when something of it is first used: used here one after the other, with time
 * for the browser in between, they do not all start within the first drawing, in which there is none.
 */
export const parts: readonly (() => unknown)[] = [
  () => createTheme,
  () => TiendaTheme,
  () => texts,
  () => Text,
  () => Circle,
  () => Awning,
  () => Action,
  () => Field,
  () => TallySheet,
  () => WithTally,
  () => Places,
  () => Shell,
];
