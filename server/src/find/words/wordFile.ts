import { readFile } from 'node:fs/promises';
import type { Words } from '@tienda/core/ideas/words';
import { grouped } from '@tienda/core/text/grouped';

interface WordFileContent {
  /** The most frequent first. */
  readonly words: readonly string[];
  readonly synonyms: Readonly<Record<string, readonly string[]>>;
  readonly homophones: Readonly<Record<string, readonly string[]>>;
  readonly offensive: readonly string[];
}

/** An offensive word of this length is found inside others too; shorter ones only by themselves. */
const tellingLength = 5;

/** Words from the file that the build makes; read when first needed. */
export class WordFile {
  private reading: Promise<Words> | undefined;

  constructor(private readonly file: string) {}

  words(): Promise<Words> {
    this.reading ??= readFile(this.file, 'utf8').then((text) => {
      const content: WordFileContent = JSON.parse(text);
      return readWords(content);
    });
    return this.reading;
  }
}

/** As many letters as the shortest of the words that are found inside others has: by them those are looked up. */
const beginning = (word: string, at = 0): string => word.slice(at, at + tellingLength);

/** Words by the lists of a file. */
function readWords(content: WordFileContent): Words {
  const lowest = Math.log(content.words.length + 2);
  const commonness = new Map(content.words.map((word, rank) => [word, 1 - Math.log(rank + 2) / lowest]));
  const synonyms = new Map(Object.entries(content.synonyms));
  const homophones = new Map(Object.entries(content.homophones));
  const offensive = new Set(content.offensive);
  const telling = grouped(
    content.offensive.filter(({ length }) => length >= tellingLength),
    beginning,
  );
  const tells = (word: string, at: number) =>
    telling.get(beginning(word, at))?.some((listed) => word.startsWith(listed, at)) ?? false;
  return {
    commonness: (word) => commonness.get(word) ?? 0,
    synonyms: (word) => synonyms.get(word) ?? [],
    homophones: (word) => homophones.get(word) ?? [],
    isOffensive: (word) => {
      if (offensive.has(word)) return true;
      for (let at = 0; at + tellingLength <= word.length; at += 1) if (tells(word, at)) return true;
      return false;
    },
  };
}
