interface Stamp {
  number: number;
  printedAt?: string | null;
}

/** The revision the guide was last printed from, by the time it was printed. */
export const lastPrinted = <T extends Stamp>(revisions: readonly T[]): T | undefined =>
  revisions.filter((r) => r.printedAt).sort((a, b) => (b.printedAt ?? '').localeCompare(a.printedAt ?? ''))[0];
