import type { QueryClient } from '@tanstack/react-query';
import i18next from 'i18next';
import { initReactI18next } from 'react-i18next';
import de from './de.json';
import en from './en.json';

declare module 'i18next' {
  interface CustomTypeOptions {
    resources: { translation: typeof en };
  }
}

export type Language = 'en' | 'de';

const key = 'velvet-fold-language';

const kept = (): Language => (localStorage.getItem(key) === 'de' ? 'de' : 'en');

// The files are in the bundle, so that the words are there from the first picture on.
void i18next.use(initReactI18next).init({
  resources: { en: { translation: en }, de: { translation: de } },
  lng: kept(),
  fallbackLng: 'en',
  initAsync: false,
  interpolation: { escapeValue: false }, // React escapes.
});
document.documentElement.lang = i18next.language;

export const language = () => i18next.language as Language;

/** How dates and times are written: as the browser has it for that language (3/4 or 4/3 in English). */
export const locale = () => navigator.languages.find((l) => l.startsWith(language())) ?? language();

/** The other of the two; what the server says is asked for anew. */
export async function switchLanguage(queries: QueryClient) {
  const next = language() === 'en' ? 'de' : 'en';
  localStorage.setItem(key, next);
  await i18next.changeLanguage(next);
  document.documentElement.lang = next;
  // A first answer that is still on its way is in the other language, and would count as the newest: it is given up before.
  await queries.cancelQueries();
  await queries.invalidateQueries();
}
