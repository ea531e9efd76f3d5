/** UTS #46 and its tables, which are large: apart from what asks them, so that an app can fetch them when it needs them. */
export { toASCII, toUnicode } from 'tr46';
