import { readable } from './length';

/** A size as it is read; nothing where there is none. */
export const sizeOf = (size: { width: string; height: string } | null | undefined) =>
  size ? `${readable(size.width)} x ${readable(size.height)}` : '';
