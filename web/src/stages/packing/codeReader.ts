/** Reads the code that is held before a camera; null where none is seen. */
export type CodeReader = (video: HTMLVideoElement) => Promise<string | null>;

// What browsers that read codes by themselves offer; the standard types do not have it yet.
interface Detector {
  detect: (source: HTMLVideoElement) => Promise<{ rawValue: string }[]>;
}
type DetectorMaker = new (options: { formats: string[] }) => Detector;

const detector = () => (window as unknown as { BarcodeDetector?: DetectorMaker }).BarcodeDetector;

/** The browser's own reader, or a library where it has none; that one is loaded when it is first wanted. */
export async function codeReader(): Promise<CodeReader> {
  const Own = detector();
  if (Own) {
    const own = new Own({ formats: ['qr_code'] });
    return async (video) => (await own.detect(video).catch(() => []))[0]?.rawValue ?? null;
  }
  const { readCode } = await import('./readCode');
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  return (video) => {
    const { videoWidth: width, videoHeight: height } = video;
    if (!pen || width === 0 || height === 0) return Promise.resolve(null);
    [canvas.width, canvas.height] = [width, height];
    pen.drawImage(video, 0, 0);
    return Promise.resolve(readCode(pen.getImageData(0, 0, width, height)));
  };
}
