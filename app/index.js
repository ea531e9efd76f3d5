/* The language is fetched before anything that says something. */
import { loadLanguage } from './src/texts/language';

void loadLanguage().then(() => require('expo-router/entry'));
