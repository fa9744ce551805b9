import type { TFunction } from 'i18next';

/** What a part on the trimmer's table is called: one that is still to be cut goes by a letter, *part a*. */
export const partName = (t: TFunction, part: string) => (/^[a-z]{1,2}$/.test(part) ? t('cutLines.part', { part }) : part);
