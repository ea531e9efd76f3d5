/* First of all what fetches modules; then the language, before anything that says something. */
import '@expo/metro-runtime';
import { loadLanguage } from './src/texts/language';

void loadLanguage().then(() => require('expo-router/entry'));
