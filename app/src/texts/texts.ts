import type { Texts } from './en';
import { isolating } from './isolating';
import { spokenTexts } from './language';

/** What the app says, in the language that was loaded before this. */
export const texts: Texts = isolating(spokenTexts());
