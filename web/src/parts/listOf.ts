import { language } from '../words/words';

/** Names as they are listed in the chosen language: a, b and c. */
export const listOf = (names: readonly string[]) =>
  new Intl.ListFormat(language() === 'de' ? 'de' : 'en-GB', { type: 'conjunction' }).format(names);
