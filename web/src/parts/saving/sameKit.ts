import type { Kit } from '../../api/client';
import { withoutCounts } from '../stock';

// What is left out and what is nothing say the same, and so does what the server fills in where a list is left out.
const plain = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(plain);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .map(([k, v]) => [k, plain(v)] as const)
      .filter(([, v]) => v !== null && v !== undefined && v !== false && v !== 0 && !(Array.isArray(v) && v.length === 0))
      .sort(([a], [b]) => a.localeCompare(b)),
  );
};

/** Whether two parts of a document say the same. */
export const alike = (a: unknown, b: unknown): boolean => JSON.stringify(plain(a)) === JSON.stringify(plain(b));

/** Whether two documents say the same, whatever stock is counted beside them. */
export const sameKit = (a: Kit, b: Kit): boolean => alike(withoutCounts(a), withoutCounts(b));
