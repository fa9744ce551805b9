import { useTranslation } from 'react-i18next';
import type { Finding, Layout, LayoutAnswer } from '../../api/client';
import { mended, withLayer, withLayout, withoutPiece, withPiece } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { EyeLine } from './EyeLine';
import { ArrangementRows } from './ArrangementRows';
import type { Figure } from './ReturnsFigure';
import { ReturnsLine } from './ReturnsLine';
import { PieceRow } from './PieceRow';
import { WordsRow } from './WordsRow';

interface Props {
  layout: Layout;
  computed: LayoutAnswer | undefined;
  chosen: string | null;
  onChoose: (id: string | null) => void;
  to: string | null;
  onTo: (id: string) => void;
  onSwap: (id: string) => void;
  /** Lays it once more on the facing page, mirrored. */
  onFacing: (id: string) => void;
  /** The piece that was made last: its size is asked for first. */
  fresh: string | null;
  /** The pieces that what the eye says speaks of. */
  onShown: (labels: ReadonlySet<string> | null) => void;
  /** The triangle of a colour that is looked at. */
  onFigure: (figure: Figure | null) => void;
}

const sides = ['left', 'right', 'both'] as const;

/** The pieces of a layout, back to front, under the page they lie on. */
export function PieceList({ layout, computed, chosen, onChoose, to, onTo, onSwap, onFacing, fresh, onShown, onFigure }: Props) {
  const { t } = useTranslation();
  const { kit, change, lit, setLit } = useKit();
  const pieces = layout.pieces ?? [];
  const findings = (computed?.findings ?? []).filter((f) => f.gravity !== 'eye');
  const accept = (finding: Finding, note: string | null) =>
    change(
      withLayout(kit, layout.id, (l) => {
        const piece = finding.pieces[0] ?? '';
        const others = (l.accepted ?? []).filter((a) => a.code !== finding.code || a.piece !== piece);
        return { ...l, accepted: note === null ? others : [...others, { code: finding.code, piece, note }] };
      }),
    );
  return (
    <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-4">
      <EyeLine
        key={layout.id}
        layoutId={layout.id}
        computed={computed}
        onShown={onShown}
        onMend={(mend) => change(mended(kit, layout.id, mend))}
        onAccept={accept}
      />
      <ReturnsLine key={`${layout.id} returns`} layoutId={layout.id} computed={computed} onShown={onShown} onFigure={onFigure} />
      {pieces.length === 0 && <p className="mt-4 max-w-md">{t('pieces.empty')}</p>}
      {sides.map((side) => {
        const here = pieces.filter((p) => (p.side ?? 'left') === side);
        if (here.length === 0) return null;
        return (
          <section key={side} aria-label={t(layout.kind === 'spread' ? `pieces.side.${side}` : 'pieces.are')} className="mb-3">
            {layout.kind === 'spread' && (
              <h2 className="border-b border-line pb-1 text-[15px] text-soft">{t(`pieces.side.${side}`)}</h2>
            )}
            <ul>
              {here.map((p) => (
                <PieceRow
                  key={p.id}
                  layout={layout}
                  piece={p}
                  computed={computed?.pieces.find((c) => c.id === p.id)}
                  findings={findings.filter((f) => f.pieces[0] === p.id)}
                  open={p.id === chosen}
                  lit={lit === `${layout.id}-${p.id}`}
                  onLit={(on) => setLit(on ? `${layout.id}-${p.id}` : null)}
                  onOpen={(open) => onChoose(open ? p.id : null)}
                  onChange={(next) => {
                    if (next.id !== p.id) onChoose(next.id);
                    change(withPiece(kit, layout.id, p.id, next));
                  }}
                  onMend={(mend) => change(mended(kit, layout.id, mend))}
                  onAccept={accept}
                  to={to}
                  onTo={onTo}
                  onSwap={onSwap}
                  onFacing={onFacing}
                  fresh={p.id === fresh}
                  onMove={(by) => change(withLayer(kit, layout.id, p.id, by))}
                  onRemove={() => {
                    onChoose(null);
                    change(withoutPiece(kit, layout.id, p.id));
                  }}
                />
              ))}
            </ul>
          </section>
        );
      })}
      {pieces.length > 0 && (
        <WordsRow
          key={`words ${layout.id}`}
          layout={layout}
          onChange={(words) => change(withLayout(kit, layout.id, (l) => ({ ...l, words })))}
        />
      )}
      <ArrangementRows layout={layout} gaps={computed?.gaps ?? []} />
    </div>
  );
}
