import { en, type Texts } from './en';

/** What the app says. A second language is a second object of the same shape. */
export const texts: Texts = en;
