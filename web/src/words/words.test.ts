import { expect, test } from 'vitest';
import de from './de.json';
import en from './en.json';

type Words = { [key: string]: string | Words };

const sentences = (words: Words, at = ''): [string, string][] =>
  Object.entries(words).flatMap(([key, value]) =>
    typeof value === 'string' ? [[at + key, value] as [string, string]] : sentences(value, `${at}${key}.`),
  );

const blanks = (text: string) => [...text.matchAll(/\{\{\w+\}\}/g)].map(([blank]) => blank).sort();

test('both languages have the same sentences with the same blanks', () => {
  const [english, german] = [sentences(en), sentences(de)];
  expect(german.map(([key]) => key)).toEqual(english.map(([key]) => key));
  expect(german.map(([key, text]) => [key, blanks(text)])).toEqual(english.map(([key, text]) => [key, blanks(text)]));
});

test('every number has its words', () => {
  const keys = new Set(sentences(en).map(([key]) => key));
  for (const key of keys) if (key.endsWith('_one')) expect(keys).toContain(key.replace(/_one$/, '_other'));
});
