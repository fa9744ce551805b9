import { useTranslation } from 'react-i18next';
import type { Edge, LayoutAnswer } from '../../api/client';
import { toInches } from '../../parts/length';
import { unitsPerInch } from '../../parts/PaperDefs';

/** An edge of a piece, or of the page where no piece is named. */
export interface PickedEdge {
  edge: Edge;
  of: string | null;
}

interface Props {
  computed: LayoutAnswer;
  /** The piece that is to be measured from it. */
  piece: string;
  onPick: (picked: PickedEdge) => void;
}

interface Line extends PickedEdge {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

const edgesOf = (of: string | null, x: number, y: number, w: number, h: number): Line[] => [
  { of, edge: 'left', x1: x, y1: y, x2: x, y2: y + h },
  { of, edge: 'top', x1: x, y1: y, x2: x + w, y2: y },
  { of, edge: 'right', x1: x + w, y1: y, x2: x + w, y2: y + h },
  { of, edge: 'bottom', x1: x, y1: y + h, x2: x + w, y2: y + h },
];

/** The edges a piece can be measured from, laid over the picture to be pressed, the nearest first for the Tab key. */
export function EdgePicker({ computed, piece, onPick }: Props) {
  const { t } = useTranslation();
  const units = (length: string) => toInches(length) * unitsPerInch;
  const at = computed.pieces.find((p) => p.id === piece)?.placed?.box;
  if (!at) return null;
  const [cx, cy] = [units(at.x) + units(at.width) / 2, units(at.y) + units(at.height) / 2];
  const page = edgesOf(null, 0, 0, units(computed.picture.size.width), units(computed.picture.size.height));
  const others = computed.pieces.flatMap((p) =>
    p.id === piece || !p.placed
      ? []
      : edgesOf(p.id, units(p.placed.box.x), units(p.placed.box.y), units(p.placed.box.width), units(p.placed.box.height)),
  );
  const away = (l: Line) => Math.hypot((l.x1 + l.x2) / 2 - cx, (l.y1 + l.y2) / 2 - cy);
  const lines = [...page, ...others].sort((a, b) => away(a) - away(b));
  return (
    <g aria-label={t('edgePicker.edges')}>
      {lines.map((l) => (
        <line
          key={`${l.of ?? 'page'} ${l.edge}`}
          role="button"
          tabIndex={0}
          aria-label={t('edgePicker.from', {
            piece,
            edge: t(`edges.edge.${l.edge}`),
            of: l.of ?? t('edgePicker.page'),
          })}
          x1={l.x1}
          y1={l.y1}
          x2={l.x2}
          y2={l.y2}
          stroke="#5b2240"
          className="cursor-pointer opacity-0 outline-none hover:opacity-90 focus-visible:opacity-90"
          strokeWidth={7}
          strokeLinecap="round"
          vectorEffect="non-scaling-stroke"
          onClick={() => onPick(l)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return;
            event.preventDefault();
            onPick(l);
          }}
        />
      ))}
    </g>
  );
}
