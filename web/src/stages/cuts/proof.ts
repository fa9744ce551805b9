import type { TFunction } from 'i18next';

/** How good a plan is, in words. */
export function proof(t: TFunction, { sheetsUsed, lowerBound }: { sheetsUsed: number; lowerBound: number }): string {
  const over = sheetsUsed - lowerBound;
  return over <= 0 ? t('planProof.fewest') : t('planProof.over', { count: over });
}
