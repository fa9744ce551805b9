import { useTranslation } from 'react-i18next';
import type { Finding, Layout, Piece, PieceAnswer } from '../../api/client';
import { FindingNote } from '../../parts/FindingNote';
import { useKit } from '../../parts/kitContext';
import { Measure } from '../../parts/Measure';
import { PartMark } from '../../parts/PartMark';
import { Swatch } from '../../parts/Swatch';
import { PieceEditor } from './PieceEditor';

interface Props {
  layout: Layout;
  piece: Piece;
  computed: PieceAnswer | undefined;
  findings: readonly Finding[];
  open: boolean;
  lit: boolean;
  onLit: (on: boolean) => void;
  onOpen: (open: boolean) => void;
  onChange: (piece: Piece) => void;
  onMend: (mend: NonNullable<Finding['mend']>) => void;
  onAccept: (finding: Finding, note: string | null) => void;
  onMove: (by: number) => void;
  to: string | null;
  onTo: (id: string) => void;
  onSwap: (id: string) => void;
  /** Lays it once more on the facing page, mirrored. */
  onFacing: (id: string) => void;
  /** Whether it was just made: its size is asked for first. */
  fresh: boolean;
  onRemove: () => void;
}

/** One piece: its label, size, paper and place in a line; all of it when opened. */
export function PieceRow({
  layout,
  piece,
  computed,
  findings,
  open,
  lit,
  onLit,
  onOpen,
  onChange,
  onMend,
  onAccept,
  onMove,
  to,
  onTo,
  onSwap,
  onFacing,
  fresh,
  onRemove,
}: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const mat = piece.opening?.mats?.at(-1);
  const paper = (kit.papers ?? []).find((p) => p.id === (piece.kind === 'photo' ? mat?.paper : piece.paper));
  const face = (piece.kind === 'photo' ? mat?.face : piece.face) ?? 'A';
  const part = piece.kind === 'photo' ? mat?.card : piece.part;
  const label = `${layout.id}-${piece.id}`;
  const size = (side: 'width' | 'height') => (
    <Measure
      label={t(`pieces.${side}`, { label })}
      value={piece.size[side]}
      align={side === 'width' ? 'right' : 'left'}
      onChange={(value) => onChange({ ...piece, size: { ...piece.size, [side]: value } })}
      {...(side === 'width' && {
        asked: fresh,
        onSides: (width: string, height: string) => onChange({ ...piece, size: { width, height } }),
      })}
    />
  );
  return (
    <li
      data-lit={lit}
      className={`border-b border-line ${open || lit ? 'bg-lit' : ''} -mx-2 px-2`}
      onPointerEnter={() => onLit(true)}
      onPointerLeave={() => onLit(false)}
      onFocus={() => onLit(true)}
    >
      <div className="flex min-h-9 items-center gap-2 max-md:flex-wrap max-md:gap-y-0 max-md:py-1">
        <button
          type="button"
          aria-expanded={open}
          aria-label={`${piece.id}, ${piece.name ?? t(`kind.${piece.kind}`)}`}
          data-row
          className="flex w-36 shrink-0 items-baseline gap-2 text-left max-md:items-center pointer-coarse:items-center"
          onClick={() => onOpen(!open)}
          onKeyDown={(event) => {
            if (event.altKey || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return;
            event.preventDefault();
            const rows = [...document.querySelectorAll<HTMLElement>('[data-row]')];
            rows[rows.indexOf(event.currentTarget) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
          }}
        >
          <span className="w-7 shrink-0 font-semibold">{piece.id}</span>
          <span className="min-w-0 text-[15px] leading-5 text-soft">{piece.name ?? t(`kind.${piece.kind}`)}</span>
        </button>
        <span className="flex shrink-0 items-center text-brass">
          {size('width')}
          <span className="text-soft">x</span>
          {size('height')}
        </span>
        <span className="flex min-w-0 flex-1 items-center gap-2 text-[15px] max-md:basis-full max-md:pl-9">
          {paper && <Swatch paper={paper} face={face} />}
          {part && <PartMark kit={kit} sheet={part.sheet} part={part.part} />}
          <span className="md:truncate" title={computed?.place}>
            {computed?.place}
          </span>
        </span>
      </div>
      {findings.map((finding, i) => (
        <div key={i} className="pb-1.5 pl-9">
          <FindingNote finding={finding} onMend={onMend} onAccept={onAccept} />
        </div>
      ))}
      {open && (
        <PieceEditor
          layout={layout}
          piece={piece}
          onChange={onChange}
          onMove={onMove}
          to={to}
          onTo={onTo}
          onSwap={onSwap}
          onFacing={() => onFacing(piece.id)}
          onRemove={onRemove}
        />
      )}
    </li>
  );
}
