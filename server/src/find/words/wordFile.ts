import { readFile } from 'node:fs/promises';
import type { Words } from '@tienda/core/ideas/words';

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

/** Words by the lists of a file. */
function readWords(content: WordFileContent): Words {
  const rankOf = new Map(content.words.map((word, rank) => [word, rank]));
  const synonyms = new Map(Object.entries(content.synonyms));
  const homophones = new Map(Object.entries(content.homophones));
  const offensive = new Set(content.offensive);
  const telling = content.offensive.filter(({ length }) => length >= tellingLength);
  const lowest = Math.log(content.words.length + 2);
  return {
    commonness: (word) => {
      const rank = rankOf.get(word);
      return rank === undefined ? 0 : 1 - Math.log(rank + 2) / lowest;
    },
    synonyms: (word) => synonyms.get(word) ?? [],
    homophones: (word) => homophones.get(word) ?? [],
    isOffensive: (word) => offensive.has(word) || telling.some((listed) => word.includes(listed)),
  };
}
