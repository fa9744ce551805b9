import type { components } from '../../api/schema';

export type Form = NonNullable<components['schemas']['GuideForm']>;
export type Sheet = NonNullable<components['schemas']['PrintPaper']>;

/** The forms a guide is printed in, as they are offered. */
export const forms: readonly Form[] = ['sheets', 'guide', 'large', 'wordless', 'card', 'booklet', 'templates'];
