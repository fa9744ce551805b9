import { useEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';

// What browsers that read codes by themselves offer; the standard types do not have it yet.
interface Detector {
  detect: (source: HTMLVideoElement) => Promise<{ rawValue: string }[]>;
}
type DetectorMaker = new (options: { formats: string[] }) => Detector;

const maker = () => (window as unknown as { BarcodeDetector?: DetectorMaker }).BarcodeDetector;

/** The device's camera as a scanner, where the browser reads codes; elsewhere nothing is shown, and the scan line does it all. */
export function CameraScan({ onCode }: { onCode: (code: string) => void }) {
  const { t } = useTranslation();
  const [isOn, setOn] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ code: '', at: 0 });
  const Detector = maker();
  useEffect(() => {
    if (!isOn || !Detector) return;
    const detector = new Detector({ formats: ['qr_code'] });
    let stream: MediaStream | null = null;
    let timer = 0;
    let isOver = false;
    const look = async () => {
      const [found] = video.current ? await detector.detect(video.current).catch(() => []) : [];
      // A label held still is scanned once.
      if (found && (found.rawValue !== told.current.code || Date.now() - told.current.at > 3_000)) {
        told.current = { code: found.rawValue, at: Date.now() };
        onCode(found.rawValue);
      }
      if (!isOver) timer = window.setTimeout(() => void look(), 200);
    };
    navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } }).then(
      (opened) => {
        stream = opened;
        if (isOver || !video.current) {
          opened.getTracks().forEach((track) => track.stop());
          return;
        }
        video.current.srcObject = opened;
        void video.current.play().then(look);
      },
      () => {
        setTrouble(t('cameraScan.trouble'));
        setOn(false);
      },
    );
    return () => {
      isOver = true;
      window.clearTimeout(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, [isOn, Detector, onCode, t]);
  if (!Detector) return null;
  return (
    <>
      <button type="button" className="quiet" aria-pressed={isOn} onClick={() => setOn(!isOn)}>
        {isOn ? t('cameraScan.cameraOff') : t('cameraScan.camera')}
      </button>
      {trouble && <span className="text-rust">{trouble}</span>}
      {isOn && <video ref={video} muted playsInline className="w-full max-w-xs border border-line" />}
    </>
  );
}
