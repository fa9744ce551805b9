import { BinaryBitmap, DecodeHintType, HybridBinarizer, QRCodeReader, RGBLuminanceSource } from '@zxing/library';

const reader = new QRCodeReader();
const hints = new Map<DecodeHintType, boolean>([[DecodeHintType.TRY_HARDER, true]]);

/** The text of the code in a picture; null where there is none that can be read. */
export function readCode({ data, width, height }: Pick<ImageData, 'data' | 'width' | 'height'>): string | null {
  const grey = new Uint8ClampedArray(width * height);
  // Green counts twice, as the library itself weighs colours.
  for (let i = 0; i < grey.length; i++) grey[i] = ((data[4 * i] ?? 0) + 2 * (data[4 * i + 1] ?? 0) + (data[4 * i + 2] ?? 0)) / 4;
  try {
    return reader.decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height))), hints).getText();
  } catch {
    // It says so where there is no code, and where there is half of one.
    return null;
  }
}
