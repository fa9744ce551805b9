import { useId, type ReactNode } from 'react';
import type { Mark, Paper, Scene } from '../api/client';
import { toInches } from './length';
import { placeNumbers, type Spot } from './numberPlaces';
import { PaperDefs, unitsPerInch } from './PaperDefs';
import { useSceneDrag, type OnDrag } from './useSceneDrag';
import { SceneMark, type Look } from './SceneMark';
import { Rulers, rulerWidth } from './Rulers';

interface Props {
  scene: Scene;
  papers: readonly Paper[];
  /** The label that is lit. */
  lit?: string | null;
  /** The label that is chosen. */
  chosen?: string | null;
  onLit?: (label: string | null) => void;
  onChoose?: (label: string) => void;
  /** Marks drawn over the scene: dimension lines of what is chosen. */
  over?: readonly Mark[];
  /** Outlines of what is not there yet, moved by so many inches. */
  ghost?: { marks: readonly Mark[]; x: number; y: number };
  /** Told while a piece is dragged, in inches of the picture's scale, and when it is let go. */
  onDrag?: OnDrag;
  /** Which pieces are drawn; all where left out. */
  only?: ReadonlySet<string>;
  /** Pieces in strong colour, as the new ones of a step. */
  strong?: ReadonlySet<string>;
  /** The picture its pieces slide from when it appears. */
  slideFrom?: Scene;
  outline?: boolean;
  rulers?: 'in' | 'mm' | null;
  /** How high its text is, in inches of the picture's own scale; chosen for a screen where left out. */
  textHeight?: number;
  labels?: boolean;
  /** What can be pressed, laid over everything; the picture is then a group and no longer one image. */
  overlay?: ReactNode;
  className?: string;
  style?: React.CSSProperties;
}

/** The margin round a picture without rulers, in inches of its own scale. */
export const margin = 0.12;

// By how much the corner of each piece has moved from one picture to another, in drawing units.
const slidesBetween = (from: Scene, to: Scene) => {
  const corners = (scene: Scene) => {
    const found = new Map<string, { x: number; y: number }>();
    for (const mark of scene.marks)
      if (mark.mark === 'box' && mark.piece && !found.has(mark.piece))
        found.set(mark.piece, { x: toInches(mark.box.x) * unitsPerInch, y: toInches(mark.box.y) * unitsPerInch });
    return found;
  };
  const [before, after] = [corners(from), corners(to)];
  const moved = new Map<string, { x: number; y: number }>();
  for (const [piece, corner] of after) {
    const old = before.get(piece);
    if (old && (old.x !== corner.x || old.y !== corner.y)) moved.set(piece, { x: old.x - corner.x, y: old.y - corner.y });
  }
  return moved;
};

/** A scene from the server drawn to scale, with rulers along its edges and its words for who cannot see it. */
export function ScenePicture({
  scene,
  papers,
  lit,
  chosen,
  onLit,
  onChoose,
  over = [],
  ghost,
  onDrag,
  only,
  strong,
  slideFrom,
  outline = false,
  rulers = null,
  textHeight,
  labels = true,
  overlay,
  className,
  style,
}: Props) {
  const picture = useId();
  const width = toInches(scene.size.width) * unitsPerInch;
  const height = toInches(scene.size.height) * unitsPerInch;
  const text = textHeight ? textHeight * unitsPerInch : Math.max(width, height * 1.15) * 0.019;
  const edge = rulers ? rulerWidth(text) : margin * unitsPerInch;
  const rest = rulers ? edge * 0.6 : edge;
  const look: Look = { picture, text, outline, papers };
  const isStrong = (mark: Mark) => Boolean(mark.piece && strong?.has(mark.piece));
  const shown = scene.marks.filter(
    (mark) =>
      (labels || mark.mark !== 'text') &&
      (!only || !mark.piece || only.has(mark.piece)) &&
      (!strong || mark.mark !== 'text' || isStrong(mark)),
  );
  // Beside dimension lines, numbers and names look for their places together.
  const measures = over.filter((mark) => mark.mark === 'dimension');
  const places: ReadonlyMap<Mark, Spot | null> =
    measures.length > 0
      ? placeNumbers(
          measures,
          shown.filter((mark) => mark.mark === 'text'),
          text,
          { width, height },
        )
      : new Map();
  const placeOf = (mark: Mark) => (places.has(mark) ? { place: places.get(mark) ?? null } : {});
  const drag = useSceneDrag(onDrag);
  const slides = slideFrom && slidesBetween(slideFrom, scene);
  const draw = (mark: Mark, i: number) => {
    const slide = mark.piece ? slides?.get(mark.piece) : undefined;
    return slide ? (
      <g key={i} className="slides" style={{ '--from': `translate(${slide.x}px, ${slide.y}px)` } as React.CSSProperties}>
        {drawn(mark, i)}
      </g>
    ) : (
      drawn(mark, i)
    );
  };
  const drawn = (mark: Mark, i: number) => (
    <SceneMark
      key={i}
      mark={mark}
      look={look}
      lit={Boolean(mark.piece) && mark.piece === lit}
      chosen={Boolean(mark.piece) && mark.piece === chosen}
      strong={isStrong(mark)}
      onLit={onLit}
      onChoose={onChoose}
      {...placeOf(mark)}
    />
  );
  return (
    <svg
      role={overlay ? 'group' : 'img'}
      aria-label={scene.says}
      viewBox={`${-edge} ${-edge} ${width + edge + rest} ${height + edge + rest}`}
      className={className}
      style={style}
      onPointerLeave={() => onLit?.(null)}
      {...drag}
    >
      <PaperDefs picture={picture} papers={papers} />
      {rulers && <Rulers unit={rulers} width={width} height={height} text={text} />}
      {shown.filter((mark) => !isStrong(mark)).map(draw)}
      {strong && <rect width={width} height={height} fill="#fffefc" fillOpacity="0.62" style={{ pointerEvents: 'none' }} />}
      {shown.filter(isStrong).map(draw)}
      {ghost && <g transform={`translate(${ghost.x * unitsPerInch} ${ghost.y * unitsPerInch})`}>{ghost.marks.map(draw)}</g>}
      {over.map((mark, i) => (
        <SceneMark key={`over-${i}`} mark={mark} look={look} lit={false} chosen={false} strong={false} {...placeOf(mark)} />
      ))}
      {overlay}
    </svg>
  );
}
