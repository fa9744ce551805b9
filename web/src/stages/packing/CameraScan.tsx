import { useEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { codeReader } from './codeReader';

// Browsers show a camera to pages from this device or by https alone.
const canSee = () => 'mediaDevices' in navigator;

/** The device's camera as a scanner; where there is none nothing is shown, and the scan line does it all. */
export function CameraScan({ onCode }: { onCode: (code: string) => void }) {
  const { t } = useTranslation();
  const [isOn, setOn] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ code: '', at: 0 });
  // Told through this, so that the camera is not opened anew whenever what stands around it changes.
  const tell = useRef(onCode);
  useEffect(() => {
    tell.current = onCode;
  }, [onCode]);
  useEffect(() => {
    if (!isOn) return;
    const reader = codeReader();
    let stream: MediaStream | null = null;
    let timer = 0;
    let isOver = false;
    const look = async () => {
      const found = video.current && (await (await reader)(video.current));
      // A label held still is scanned once.
      if (found && (found !== told.current.code || Date.now() - told.current.at > 3_000)) {
        told.current = { code: found, at: Date.now() };
        tell.current(found);
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
  }, [isOn, t]);
  if (!canSee()) return null;
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
