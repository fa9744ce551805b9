import type { Mark, Paper } from '../api/client';
import { toInches } from './length';
import { Cut, Dimension } from './SceneLines';
import type { Spot } from './numberPlaces';
import { patternId, unitsPerInch } from './PaperDefs';
import { holeOf, workedOutline, type PlainBox } from './edgePaths';

/** What all marks of one picture share. */
export interface Look {
  picture: string;
  /** The height of its text, in drawing units. */
  text: number;
  outline: boolean;
  papers: readonly Paper[];
}

interface Props {
  mark: Mark;
  look: Look;
  lit: boolean;
  chosen: boolean;
  strong: boolean;
  onLit?: (label: string | null) => void;
  onChoose?: (label: string) => void;
  /** Where its text stands among others; null where it finds no place, nothing where it stands alone. */
  place?: Spot | null;
}

type Box = Extract<Mark, { mark: 'box' }>['box'];

const units = (length: string) => toInches(length) * unitsPerInch;
const rect = (box: Box) => ({ x: units(box.x), y: units(box.y), width: units(box.width), height: units(box.height) });
const thin = { vectorEffect: 'non-scaling-stroke' as const };

/** One mark of a scene. */
export function SceneMark(props: Props) {
  const { mark, look } = props;
  switch (mark.mark) {
    case 'box':
      return <BoxShape {...props} mark={mark} />;
    case 'text':
      return props.place === null ? null : (
        <Words
          within={rect(mark.within)}
          text={mark.text}
          size={look.text}
          quiet={mark.role === 'offcut'}
          {...(props.place && { place: props.place })}
        />
      );
    case 'line':
      return <Cut mark={mark} text={look.text} />;
    case 'dimension':
      return <Dimension mark={mark} text={look.text} {...(props.place !== undefined && { place: props.place })} />;
  }
}

function BoxShape({ mark, look, lit, chosen, strong, onLit, onChoose }: Props & { mark: Extract<Mark, { mark: 'box' }> }) {
  const box = rect(mark.box);
  const label = mark.piece;
  const hand = label
    ? {
        onPointerEnter: () => onLit?.(label),
        onClick: () => onChoose?.(label),
        'data-piece': label,
        'data-lit': lit,
        style: onChoose ? { cursor: 'pointer' } : undefined,
      }
    : {};
  const edge = chosen || lit ? 'var(--velvet)' : '#6a5e62';
  const common = { ...box, ...thin, stroke: edge, strokeWidth: chosen || lit || strong ? 2 : 0.75 };
  switch (mark.role) {
    case 'page':
    case 'sheet':
      return <rect data-role={mark.role} {...box} {...thin} fill="#fffefc" stroke="#a5968e" strokeWidth={1} />;
    case 'offcut':
    case 'tear-strip':
      return (
        <rect
          {...box}
          {...thin}
          fill={mark.role === 'offcut' ? '#f4efe8' : '#e6d9c6'}
          stroke="#a5968e"
          strokeWidth={0.75}
          strokeDasharray="4 3"
        />
      );
    case 'ghost':
      return (
        <rect
          {...box}
          {...thin}
          fill="#5b2240"
          fillOpacity="0.14"
          stroke="#5b2240"
          strokeWidth={1.5}
          strokeDasharray="6 4"
          style={{ pointerEvents: 'none' }}
        />
      );
    case 'empty':
      return <rect {...common} {...hand} fill="#fffdf9" strokeDasharray="5 4" />;
    case 'photo':
      return (
        <g {...hand} transform={tilted(mark, box)}>
          <rect {...common} fill={look.outline ? '#fffdf9' : '#d3dadd'} />
          {!look.outline && <path d={hill(box)} fill="#a9b3a8" />}
        </g>
      );
    default: {
      const fill =
        mark.fill && !look.outline
          ? `url(#${patternId(look.picture, mark.fill.paper, mark.fill.face)})`
          : !look.outline && mark.colour
            ? mark.colour
            : '#fffdf9';
      const { x, y, width, height } = box;
      // A print that lies a quarter turned is drawn in a box turned back, so that its pattern turns with it.
      const turn = mark.fill?.turned && !mark.shape ? `rotate(90 ${x + width / 2} ${y + height / 2})` : undefined;
      const laid = turn ? { x: x + (width - height) / 2, y: y + (height - width) / 2, width: height, height: width } : box;
      // A motif is seen where it is cut from: its pattern begins as far left and up as it lies on the sheet.
      const shift = mark.printAt && { x: box.x - units(mark.printAt.x), y: box.y - units(mark.printAt.y) };
      return (
        <g {...hand} transform={tilted(mark, box)}>
          {shift && !mark.shape && !mark.edges && !mark.hole && !turn ? (
            <rect
              {...common}
              x={box.x - shift.x}
              y={box.y - shift.y}
              transform={`translate(${shift.x} ${shift.y})`}
              fill={fill}
            />
          ) : mark.shape || mark.edges || mark.hole ? (
            <path
              d={
                (mark.shape ? outlineOf(mark, box) : workedOutline(box, mark.edges ?? [])) +
                (mark.hole ? holeOf(rect(mark.hole)) : '')
              }
              {...thin}
              fill={fill}
              fillRule="evenodd"
              stroke={common.stroke}
              strokeWidth={common.strokeWidth}
            />
          ) : (
            <rect {...common} {...laid} transform={turn} fill={fill} />
          )}
          <Direction mark={mark} look={look} box={box} />
        </g>
      );
    }
  }
}

const tilted = (mark: Extract<Mark, { mark: 'box' }>, b: PlainBox) =>
  mark.tilt ? `rotate(${mark.tilt} ${b.x + b.width / 2} ${b.y + b.height / 2})` : undefined;

// The path of an outline within its box.
function outlineOf(mark: Extract<Mark, { mark: 'box' }>, { x, y, width: w, height: h }: PlainBox): string {
  if (mark.shape === 'template') return `M${(mark.points ?? []).map((p) => `${x + units(p.x)} ${y + units(p.y)}`).join('L')}Z`;
  if (mark.shape === 'hexagon')
    return `M${x + w / 2} ${y}L${x + w} ${y + h / 4}V${y + (h * 3) / 4}L${x + w / 2} ${y + h}L${x} ${y + (h * 3) / 4}V${y + h / 4}Z`;
  return `M${x} ${y + h / 2}a${w / 2} ${h / 2} 0 0 1 ${w} 0a${w / 2} ${h / 2} 0 0 1 ${-w} 0Z`;
}

const hill = (b: { x: number; y: number; width: number; height: number }) =>
  `M${b.x} ${b.y + b.height * 0.78}q${b.width * 0.3} ${-b.height * 0.28} ${b.width * 0.55} ${-b.height * 0.06}t${b.width * 0.45} ${-b.height * 0.1}V${b.y + b.height}H${b.x}Z`;

// An arrow in the corner of a one-way print, pointing where its top is.
function Direction({
  mark,
  look,
  box,
}: {
  mark: Extract<Mark, { mark: 'box' }>;
  look: Look;
  box: { x: number; y: number; width: number; height: number };
}) {
  const paper = look.papers.find((p) => p.id === mark.fill?.paper);
  const face = mark.fill?.face === 'B' ? paper?.faceB : paper?.faceA;
  const size = look.text * 0.9;
  if (face?.direction !== 'one-way' || box.width < size * 2 || box.height < size * 2) return null;
  const [x, y] = [box.x + box.width - size * 0.8, box.y + box.height - size * 0.4];
  return (
    <g transform={mark.fill?.turned ? `rotate(90 ${x} ${y - size * 0.4})` : undefined} aria-hidden>
      <path
        d={`M${x} ${y}v${-size}m${-size * 0.3} ${size * 0.35}l${size * 0.3} ${-size * 0.35}l${size * 0.3} ${size * 0.35}`}
        fill="none"
        stroke="#fff"
        strokeWidth={size * 0.3}
      />
      <path
        d={`M${x} ${y}v${-size}m${-size * 0.3} ${size * 0.35}l${size * 0.3} ${-size * 0.35}l${size * 0.3} ${size * 0.35}`}
        fill="none"
        stroke="#221a20"
        strokeWidth={size * 0.1}
      />
    </g>
  );
}

function Words({
  within,
  text,
  size,
  quiet,
  place,
}: {
  within: { x: number; y: number; width: number; height: number };
  text: string;
  size: number;
  quiet: boolean;
  place?: Spot;
}) {
  const height = Math.min(size, within.height * 0.8);
  const needed = text.length * height * 0.56;
  const upright = needed > within.width && within.height > needed;
  if (height < size * 0.55 || (needed > within.width && !upright)) return null;
  const { x, y } = place ?? { x: within.x + within.width / 2, y: within.y + within.height / 2 };
  return (
    <text
      x={x}
      y={y}
      dy="0.34em"
      textAnchor="middle"
      fontSize={upright ? Math.min(height, within.width * 0.8) : height}
      fontWeight={quiet ? 400 : 600}
      fill={quiet ? '#6a5e62' : '#221a20'}
      stroke="#fffdf9"
      strokeWidth={height * 0.22}
      strokeLinejoin="round"
      paintOrder="stroke"
      transform={upright ? `rotate(-90 ${x} ${y})` : undefined}
      style={{ pointerEvents: 'none' }}
    >
      {text}
    </text>
  );
}
