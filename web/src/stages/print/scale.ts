import { toInches } from '../../parts/length';

/** The width a picture may have on both Letter and A4 with half-inch margins. */
const room = 7;

/** The smallest whole scale at which a width fits on the printed page: 1 : n. */
export const scaleOf = (width: string) => Math.max(1, Math.ceil(toInches(width) / room - 1e-9));

export const scaleWords = (n: number, unit: 'in' | 'mm') =>
  n === 1
    ? 'Scale 1 : 1'
    : unit === 'in'
      ? `Scale 1 : ${n}; 1 in on this paper is ${n} in`
      : `Scale 1 : ${n}; 10 mm on this paper are ${n * 10} mm`;
