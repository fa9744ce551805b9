/** How good a plan is, in words. */
export function proof({ sheetsUsed, lowerBound }: { sheetsUsed: number; lowerBound: number }): string {
  const over = sheetsUsed - lowerBound;
  if (over <= 0) return 'proved fewest';
  return over === 1 ? 'at most 1 sheet more than the least possible' : `at most ${over} sheets more than the least possible`;
}
