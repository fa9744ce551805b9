import type { components } from '../../api/schema';

export type Form = NonNullable<components['schemas']['GuideForm']>;
export type Sheet = NonNullable<components['schemas']['PrintPaper']>;

/** The forms a guide is printed in, as they are offered. */
export const forms: readonly { value: Form; name: string }[] = [
  { value: 'sheets', name: 'one sheet a layout' },
  { value: 'guide', name: 'the guide' },
  { value: 'large', name: 'in large print' },
  { value: 'wordless', name: 'without words' },
  { value: 'card', name: 'as a card, cutting at the back' },
  { value: 'booklet', name: 'as a booklet to fold' },
  { value: 'templates', name: 'templates at true size' },
];
