import { useRef, useState, type PointerEvent } from 'react';
import { useTranslation } from 'react-i18next';
import type { Paper, Piece } from '../../api/client';
import { FaceSheet } from '../../parts/FaceSheet';
import { useKit } from '../../parts/kitContext';
import { inUnit, stepsOf, toInches } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { unitsPerInch } from '../../parts/PaperDefs';

interface Props {
  label: string;
  piece: Piece;
  paper: Paper;
  onChange: (piece: Piece) => void;
}

type Place = NonNullable<Piece['cutFrom']>;

/** Where on its sheet a piece is cut from: dragged over the sheet, moved by the arrow keys, or typed. */
export function SheetPlaceEditor({ label, piece, paper, onChange }: Props) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const place = piece.cutFrom;
  const set = (next: Place | null) => onChange({ ...piece, cutFrom: next });
  if (!place)
    return (
      <>
        <span className="text-soft">{t('sheetPlaceEditor.from')}</span>
        <span>
          <button type="button" className="press" onClick={() => set({ x: inUnit(kit, '0', '0'), y: inUnit(kit, '0', '0') })}>
            {t('sheetPlaceEditor.cutFromAPlace')}
          </button>
        </span>
      </>
    );
  const size = answer?.cutList.find((c) => c.label === label)?.size ?? piece.size;
  return (
    <>
      <span className="self-start text-soft">{t('sheetPlaceEditor.from')}</span>
      <span className="flex flex-wrap items-start gap-4">
        <PlaceOnSheet label={label} piece={piece} paper={paper} place={place} size={size} onPlace={set} />
        <span className="flex flex-col items-start gap-1.5">
          <span className="flex items-baseline gap-1.5">
            <Measure
              align="left"
              label={t('sheetPlaceEditor.fromTheLeftOf', { label })}
              value={place.x}
              onChange={(x) => set({ ...place, x })}
            />
            {t('sheetPlaceEditor.fromTheLeftOf2')}
          </span>
          <span className="flex items-baseline gap-1.5">
            <Measure
              align="left"
              label={t('sheetPlaceEditor.fromTheTopOf', { label })}
              value={place.y}
              onChange={(y) => set({ ...place, y })}
            />
            {t('sheetPlaceEditor.fromTheTop')}
          </span>
          <OptionalMeasure
            label={t('sheetPlaceEditor.againEverySoFar', { label })}
            value={place.everyAcross ?? null}
            first={size.width}
            offer={t('sheetPlaceEditor.againAcross')}
            before={t('sheetPlaceEditor.everyAcross')}
            none={t('sheetPlaceEditor.once')}
            onChange={(everyAcross) => set({ ...place, everyAcross: everyAcross ?? null })}
          />
          <OptionalMeasure
            label={t('sheetPlaceEditor.againEverySoFar2', { label })}
            value={place.everyDown ?? null}
            first={size.height}
            offer={t('sheetPlaceEditor.againDown')}
            before={t('sheetPlaceEditor.everyDown')}
            none={t('sheetPlaceEditor.once')}
            onChange={(everyDown) => set({ ...place, everyDown: everyDown ?? null })}
          />
          <button type="button" className="quiet" onClick={() => set(null)}>
            {t('sheetPlaceEditor.cutFromAnywhere')}
          </button>
        </span>
      </span>
    </>
  );
}

interface OnSheetProps {
  label: string;
  piece: Piece;
  paper: Paper;
  place: Place;
  size: Piece['size'];
  onPlace: (place: Place) => void;
}

function PlaceOnSheet({ label, piece, paper, place, size, onPlace }: OnSheetProps) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const ruler = toInches(kit.ruler);
  // While it is dragged it goes with the pointer; it is set down on the ruler's steps.
  const [by, setBy] = useState<{ x: number; y: number } | null>(null);
  const from = useRef<{ x: number; y: number } | null>(null);
  const strip = paper.tearStrip?.extra ? paper.tearStrip : null;
  const more = (edges: string[]) => (strip && edges.includes(strip.edge) ? toInches(strip.width) : 0);
  const [w, h] = [toInches(size.width), toInches(size.height)];
  const most = {
    x: toInches(paper.size.width) + more(['left', 'right']) - w,
    y: toInches(paper.size.height) + more(['top', 'bottom']) - h,
  };
  const within = (value: number, last: number) => Math.max(0, Math.min(last, value));
  const steps = (inches: number) => stepsOf(kit.ruler, Math.round(inches / ruler));
  const [x, y] = [toInches(place.x), toInches(place.y)];
  const at = by ? { x: within(x + by.x, most.x), y: within(y + by.y, most.y) } : { x, y };
  const to = (nextX: number, nextY: number) =>
    onPlace({ ...place, x: steps(within(nextX, most.x)), y: steps(within(nextY, most.y)) });
  const inches = (event: PointerEvent<SVGRectElement>) => {
    const scale = (event.currentTarget.ownerSVGElement?.getScreenCTM()?.a ?? 1) * unitsPerInch;
    return from.current ? { x: (event.clientX - from.current.x) / scale, y: (event.clientY - from.current.y) / scale } : null;
  };
  const keys: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  const copies = (first: number, every: string | null | undefined, last: number) => {
    const step = every ? toInches(every) : 0;
    if (step < 0.2) return [first];
    const start = first - Math.floor(first / step) * step;
    return Array.from(
      { length: Math.min(40, Math.floor(Math.max(0, last - start) / step + 1e-6) + 1) },
      (_, n) => start + n * step,
    );
  };
  return (
    <FaceSheet
      paper={paper}
      face={piece.face ?? 'A'}
      label={t('sheetPlaceEditor.theSheetIsCut', { label })}
      className="max-w-44 min-w-36 touch-none"
    >
      {copies(x, place.everyAcross, most.x).flatMap((cx) =>
        copies(y, place.everyDown, most.y).map((cy) => (
          <rect
            key={`${cx} ${cy}`}
            x={cx * unitsPerInch}
            y={cy * unitsPerInch}
            width={w * unitsPerInch}
            height={h * unitsPerInch}
            fill="none"
            stroke="#5b2240"
            strokeDasharray="5 4"
            vectorEffect="non-scaling-stroke"
          />
        )),
      )}
      <rect
        tabIndex={0}
        role="button"
        aria-label={t('sheetPlaceEditor.placeOfOnIts', { label })}
        x={at.x * unitsPerInch}
        y={at.y * unitsPerInch}
        width={w * unitsPerInch}
        height={h * unitsPerInch}
        fill="#5b2240"
        fillOpacity="0.18"
        stroke="#5b2240"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
        className="cursor-move"
        onKeyDown={(event) => {
          const way = keys[event.key];
          if (!way) return;
          event.preventDefault();
          event.stopPropagation();
          const far = event.shiftKey ? Math.max(1, Math.round((kit.unit === 'mm' ? 5 / 25.4 : 0.25) / ruler)) : 1;
          to(x + way[0] * far * ruler, y + way[1] * far * ruler);
        }}
        onPointerDown={(event) => {
          from.current = { x: event.clientX, y: event.clientY };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => setBy(inches(event))}
        onPointerUp={(event) => {
          const moved = inches(event);
          from.current = null;
          setBy(null);
          if (moved && Math.hypot(moved.x, moved.y) > ruler / 2) to(x + moved.x, y + moved.y);
        }}
        onPointerCancel={() => {
          from.current = null;
          setBy(null);
        }}
      />
    </FaceSheet>
  );
}
