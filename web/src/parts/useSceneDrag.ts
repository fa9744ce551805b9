import { useRef, type PointerEvent } from 'react';
import { unitsPerInch } from './PaperDefs';

/** A piece that is held: how far from where it lies, in inches; how far is near, in inches; and whether it is let go. */
export type OnDrag = (label: string, x: number, y: number, near: number, done: boolean) => void;

/** How far a pointer must go, in screen pixels, before a press is a drag. */
const threshold = 4;

/** How far a hand is off, in screen pixels, of what it means to hit. */
const near = 7;

/** Pointer handlers for a picture whose pieces can be dragged; empty where they cannot. */
export function useSceneDrag(onDrag: OnDrag | undefined) {
  const held = useRef<{ label: string; x: number; y: number; moving: boolean } | null>(null);
  if (!onDrag) return {};
  const inches = (event: PointerEvent<SVGSVGElement>, start: { x: number; y: number }) => {
    const scale = (event.currentTarget.getScreenCTM()?.a ?? 1) * unitsPerInch;
    // Held with Alt, nothing draws it.
    return [(event.clientX - start.x) / scale, (event.clientY - start.y) / scale, event.altKey ? 0 : near / scale] as const;
  };
  return {
    'data-drags': true,
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      const label = event.target instanceof Element ? event.target.closest<SVGElement>('[data-piece]')?.dataset.piece : undefined;
      if (label && event.button === 0) held.current = { label, x: event.clientX, y: event.clientY, moving: false };
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const drag = held.current;
      if (!drag) return;
      if (!drag.moving && Math.hypot(event.clientX - drag.x, event.clientY - drag.y) < threshold) return;
      if (!drag.moving) event.currentTarget.setPointerCapture(event.pointerId);
      drag.moving = true;
      onDrag(drag.label, ...inches(event, drag), false);
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const drag = held.current;
      held.current = null;
      if (drag?.moving) onDrag(drag.label, ...inches(event, drag), true);
    },
    onPointerCancel: () => {
      const drag = held.current;
      held.current = null;
      if (drag?.moving) onDrag(drag.label, 0, 0, 0, true);
    },
  };
}
