import { useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode, type TouchEvent } from 'react';
import { useTranslation } from 'react-i18next';

const thirds = [1 / 3, 1 / 2, 2 / 3];
const key = 'velvet-fold-crease';

const stored = () => {
  const value = Number(localStorage.getItem(key));
  return thirds.find((t) => Math.abs(t - value) < 0.01) ?? 1 / 2;
};

interface Props {
  says: ReactNode;
  shows: ReactNode;
  /** What the right leaf shows, for the button that turns to it on a narrow screen. */
  showing: string;
}

/**
 * One sheet folded once: the left leaf says, the right leaf shows. The crease can be moved and rests at the thirds or the middle.
 */
export function Fold({ says, shows, showing }: Props) {
  const { t } = useTranslation();
  const [share, setShare] = useState(stored);
  const [turned, setTurned] = useState(false);
  const sheet = useRef<HTMLDivElement>(null);
  const dragging = useRef(false);

  const rest = (at: number) => {
    const nearest = thirds.reduce((best, t) => (Math.abs(t - at) < Math.abs(best - at) ? t : best));
    localStorage.setItem(key, String(nearest));
    setShare(nearest);
  };
  const shareAt = (event: PointerEvent) => {
    const box = sheet.current?.getBoundingClientRect();
    return box ? Math.min(0.72, Math.max(0.28, (event.clientX - box.left) / box.width)) : share;
  };
  const onKey = (event: KeyboardEvent) => {
    const at = thirds.findIndex((t) => Math.abs(t - share) < 0.01);
    if (event.key === 'ArrowLeft') rest(thirds[Math.max(0, at - 1)] ?? share);
    if (event.key === 'ArrowRight') rest(thirds[Math.min(2, at + 1)] ?? share);
  };

  // On a narrow screen a swipe turns the leaf over, where the finger moves nothing of its own.
  const touched = useRef<{ x: number; y: number } | null>(null);
  const onTouchStart = (event: TouchEvent) => {
    const touch = event.touches.item(0);
    const isFree = !(event.target as Element).closest('input, textarea, select, [data-drags], [role="slider"]');
    touched.current = event.touches.length === 1 && isFree ? { x: touch.clientX, y: touch.clientY } : null;
  };
  const onTouchEnd = (event: TouchEvent) => {
    const touch = event.changedTouches.item(0);
    const from = touched.current;
    touched.current = null;
    if (!from || Math.abs(touch.clientX - from.x) < 80 || Math.abs(touch.clientY - from.y) > 40) return;
    setTurned(touch.clientX < from.x);
  };

  return (
    <div
      ref={sheet}
      onTouchStart={onTouchStart}
      onTouchEnd={onTouchEnd}
      className="flex h-full max-lg:flex-col print:block print:h-auto"
      style={{ '--share': `${share * 100}%` } as React.CSSProperties}
    >
      <div className="no-print border-b border-line px-6 py-2 lg:hidden">
        <button type="button" className="press" aria-pressed={turned} onClick={() => setTurned(!turned)}>
          {turned ? t('fold.back') : t('fold.over', { showing })}
        </button>
      </div>
      <section className={`flex min-h-0 min-w-0 flex-col max-lg:flex-1 lg:w-(--share) ${turned ? 'max-lg:hidden' : ''}`}>
        {says}
      </section>
      <div
        role="separator"
        aria-orientation="vertical"
        aria-label={t('fold.crease')}
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={33}
        aria-valuemax={67}
        tabIndex={0}
        className="no-print relative w-2.5 shrink-0 cursor-col-resize touch-none border-x border-line bg-[linear-gradient(to_right,var(--linen),transparent_45%,transparent_55%,var(--linen))] max-lg:hidden"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => dragging.current && setShare(shareAt(event))}
        onPointerUp={(event) => {
          dragging.current = false;
          rest(shareAt(event));
        }}
      />
      <section className={`flex min-h-0 min-w-0 flex-1 flex-col ${turned ? '' : 'max-lg:hidden'} print:hidden`}>{shows}</section>
    </div>
  );
}

/** The head of a leaf; both heads of a fold stand on one line. */
export function LeafHead({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <header className="flex min-h-14 shrink-0 items-end justify-between gap-x-4 gap-y-2 px-6 pt-5 max-md:flex-wrap">
      <div className="min-w-0 max-md:grow">{children}</div>
      {aside && <div className="flex shrink-0 items-center gap-2 max-md:shrink max-md:flex-wrap">{aside}</div>}
    </header>
  );
}
