import { createRequire } from 'node:module';

const files = createRequire(import.meta.url);
const noto = (script: string, subset: string) =>
  files.resolve(`@fontsource/noto-sans-${script}/files/noto-sans-${script}-${subset}-400-normal.woff`);

/** The shop's own letters; whatever they lack is written in the first of the others that has it. */
export const own = {
  plain: files.resolve(
    '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  ),
  bold: files.resolve('@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
};

/** Fonts for the scripts that buyers write in, those of the most letters last. */
export const others = [
  files.resolve('@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf'),
  noto('hebrew', 'hebrew'),
  noto('arabic', 'arabic'),
  noto('armenian', 'armenian'),
  noto('georgian', 'georgian'),
  noto('bengali', 'bengali'),
  noto('tamil', 'tamil'),
  noto('thai', 'thai'),
  noto('kr', 'korean'),
  noto('sc', 'chinese-simplified'),
];
