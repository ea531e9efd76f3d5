import { en, type Texts } from './en';

export const es: Texts = en;
