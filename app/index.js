/* First of all Expo, which knows how modules are fetched; then the language, before anything that says something. */
import 'expo';
import { loadLanguage } from './src/texts/language';

void loadLanguage().then(() => require('expo-router/entry'));
