import type { Kit } from '../api/client';

const vulgar: Record<string, string> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/8': '⅛', '3/8': '⅜', '5/8': '⅝', '7/8': '⅞' };
const raised = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const lowered = '₀₁₂₃₄₅₆₇₈₉';

/** A length as the server writes it ("3 1/2 in", "89 mm") as inches, for drawing only. */
export function toInches(text: string): number {
  const match = /^(-?)(?:(\d+(?:\.\d+)?)(?: |$))?(?:(\d+)\/(\d+) )?(in|mm)$/.exec(text);
  if (!match) throw new Error(`Not a length as the server writes it: ${text}`);
  const [, sign, whole, top, bottom, unit] = match;
  const value = Number(whole ?? 0) + (top ? Number(top) / Number(bottom) : 0);
  return (sign ? -1 : 1) * (unit === 'mm' ? value / 25.4 : value);
}

/** The same length with real fractions, as a person reads it: "3½", "8 ¹¹⁄₁₆", "89 mm". */
export function readable(text: string): string {
  const match = /^(-?)(\d+)?(?: ?(\d+)\/(\d+))? in$/.exec(text);
  if (!match) return text.replace(/^-/, '−').replace(/ in$/, '');
  const [, sign, whole = '', top, bottom] = match;
  if (!top || !bottom) return (sign ? '−' : '') + whole;
  const one = vulgar[`${top}/${bottom}`];
  const fraction = one ?? (whole && ' ') + shift(top, raised) + '⁄' + shift(bottom, lowered);
  return (sign ? '−' : '') + whole + fraction;
}

/** A sentence of the server whose sizes stay on one line: 4 x 3, 4¼ x 6¼. */
export const unbroken = (says: string): string =>
  says.replace(/(?<=[\d\u2080-\u2089½¼¾⅛⅜⅝⅞m]) x (?=\d|[½¼¾⅛⅜⅝⅞⁰¹²³⁴-⁹])/g, '\u00a0x\u00a0');

const shift = (digits: string, into: string) => digits.replace(/\d/g, (d) => into.charAt(Number(d)));

/** A length's text in the kit's unit, for a default. */
export const inUnit = (kit: Kit, inches: string, millimetres: string) =>
  kit.unit === 'mm' ? `${millimetres} mm` : `${inches} in`;

/** So many steps of a ruler as the server reads a length: 55 steps of 1/16 in are "3 7/16 in". */
export function stepsOf(ruler: string, count: number): string {
  const inch = /^(?:(\d+) ?)?(?:(\d+)\/(\d+) )?in$/.exec(ruler);
  if (!inch) return `${Number((Number.parseFloat(ruler) * count).toFixed(4))} mm`;
  const bottom = Number(inch[3] ?? 1);
  const step = Number(inch[1] ?? 0) * bottom + Number(inch[2] ?? 0);
  const [whole, rest] = [Math.floor((step * count) / bottom), (step * count) % bottom];
  if (rest === 0) return `${whole} in`;
  const shared = divisor(rest, bottom);
  return `${whole > 0 ? `${whole} ` : ''}${rest / shared}/${bottom / shared} in`;
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
