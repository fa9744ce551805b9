import { useTranslation } from 'react-i18next';
import type { Layout, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { leaningOn } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { ofFace, paperFace, paperFaces } from '../../parts/paperFaces';
import { Pick } from '../../parts/Pick';
import { TextField } from '../../parts/TextField';
import { cutBy } from './cutBy';
import { MatEditor } from './MatEditor';
import { PartChoice } from './PartChoice';
import { DrawnRow } from './DrawnRow';
import { SheetPlaceEditor } from './SheetPlaceEditor';
import { WetRow } from './WetRow';
import { ShapeEditor } from './ShapeEditor';
import { RuleEditor } from './RuleEditor';

interface Props {
  layout: Layout;
  piece: Piece;
  onChange: (piece: Piece) => void;
  onMove: (by: number) => void;
  /** The piece that is measured to, and what choosing one does. */
  to: string | null;
  onTo: (id: string) => void;
  onSwap: (id: string) => void;
  /** Lays it once more on the facing page, mirrored. */
  onFacing: () => void;
  onRemove: () => void;
}

const sides = ['left', 'right', 'both'] as const;
const keys = { back: 'Alt + ↑', front: 'Alt + ↓' };

/** Everything about one piece: what it is, its paper, its place, its mats, its layer. */
export function PieceEditor({ layout, piece, onChange, onMove, to, onTo, onSwap, onFacing, onRemove }: Props) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const papers = kit.papers ?? [];
  const paper = papers.find((p) => p.id === piece.paper);
  const directed = paper && (piece.face === 'B' ? paper.faceB : paper.faceA)?.direction !== 'free';
  const leaning = leaningOn(layout, piece.id);
  const label = `${layout.id}-${piece.id}`;
  const room = answer?.layouts.flatMap((l) => l.pieces).find((p) => p.label === label)?.writing;
  const others = (layout.pieces ?? [])
    .filter((p) => p.id !== piece.id)
    .map((p) => ({ value: p.id, name: p.name ? `${p.id} ${p.name}` : p.id }));
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 pl-9 text-[15px]">
      <span className="text-soft">{t('piece.called')}</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <TextField
          label={t('piece.labelOf', { label })}
          value={piece.id}
          onChange={(id) => onChange({ ...piece, id })}
          className="w-20 font-semibold"
        />
        <TextField
          label={t('piece.nameOf', { label })}
          value={piece.name ?? ''}
          optional
          placeholder={t(`kind.${piece.kind}`)}
          onChange={(name) => onChange({ ...piece, name: name || undefined })}
          className="w-44"
        />
      </span>
      {layout.kind === 'spread' && (
        <>
          <span className="text-soft">{t('piece.page')}</span>
          <span>
            <Choice
              label={t('piece.pageOf', { label })}
              value={piece.side ?? 'left'}
              options={sides.map((value) => ({ value, name: t(`piece.on.${value}`) }))}
              onChange={(side) => onChange({ ...piece, side })}
            />
          </span>
        </>
      )}
      {piece.kind === 'photo' ? (
        <MatEditor label={label} piece={piece} onChange={onChange} />
      ) : piece.kind === 'drawn' ? (
        <DrawnRow label={label} piece={piece} onChange={onChange} />
      ) : (
        <>
          <PartChoice label={label} piece={piece} onChange={onChange} />
          {!piece.part && (
            <>
              <span className="text-soft">{t('piece.paper')}</span>
              <span className="flex flex-wrap items-baseline gap-3">
                <Pick
                  label={t('piece.paperOf', { label })}
                  value={piece.paper ? paperFace(piece.paper, piece.face) : null}
                  none={t(papers.length ? 'piece.choosePaper' : 'piece.noPaper')}
                  options={paperFaces(kit, answer)}
                  onChange={(chosen) => onChange({ ...piece, cutFrom: undefined, ...ofFace(chosen) })}
                />
                {directed && (
                  <label className="flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="accent-velvet"
                      checked={piece.printTurned ?? false}
                      onChange={(event) => onChange({ ...piece, printTurned: event.currentTarget.checked })}
                    />
                    {t('piece.printTurned')}
                  </label>
                )}
              </span>
            </>
          )}
        </>
      )}
      {paper && !piece.part && piece.kind !== 'photo' && piece.kind !== 'drawn' && piece.kind !== 'printed' && (
        <SheetPlaceEditor label={label} piece={piece} paper={paper} onChange={onChange} />
      )}
      {!piece.part && (piece.paper || (piece.opening?.mats?.length ?? 0) > 0) && (
        <>
          <span className="text-soft">{t('piece.cutBy')}</span>
          <span>
            <Choice
              label={t('piece.whoCuts', { label })}
              value={piece.cutBy ?? 'either'}
              options={cutBy.map((value) => ({ value, name: t(`piece.by.${value}`) }))}
              onChange={(by) => onChange({ ...piece, cutBy: by })}
            />
          </span>
        </>
      )}
      {room && (
        <>
          <span className="text-soft">{t('piece.write')}</span>
          <span className="pl-1">{room.says}</span>
        </>
      )}
      <WetRow label={label} piece={piece} onChange={onChange} />
      {piece.kind !== 'drawn' && <ShapeEditor label={label} piece={piece} onChange={onChange} />}
      {!piece.extra && (
        <>
          <RuleEditor axis="across" layout={layout} piece={piece} onChange={(across) => onChange({ ...piece, across })} />
          <RuleEditor axis="down" layout={layout} piece={piece} onChange={(down) => onChange({ ...piece, down })} />
        </>
      )}
      {piece.kind !== 'photo' && (
        <>
          <span className="text-soft">{t('piece.whom')}</span>
          <span>
            <Choice
              label={t('piece.whomOf', { label })}
              value={piece.extra ? (piece.insteadOf ?? 'extra') : 'all'}
              options={[
                { value: 'all', name: t('piece.all') },
                { value: 'extra', name: t('piece.extra') },
                ...others
                  .filter((o) => !layout.pieces?.find((p) => p.id === o.value)?.extra)
                  .map((o) => ({ value: o.value, name: t('piece.insteadOf', { name: o.name }) })),
              ]}
              onChange={(whom) =>
                onChange({
                  ...piece,
                  extra: whom !== 'all',
                  insteadOf: whom === 'all' || whom === 'extra' ? null : whom,
                })
              }
            />
          </span>
        </>
      )}
      {!piece.extra && (
        <>
          <span className="text-soft">{t('piece.exact')}</span>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-velvet"
              checked={piece.roughly ?? false}
              onChange={(event) => onChange({ ...piece, roughly: event.currentTarget.checked })}
            />
            {t('piece.roughly')}
          </label>
        </>
      )}
      {others.length > 0 && (
        <>
          <span className="text-soft">{t('piece.measureTo')}</span>
          <span className="flex flex-wrap items-baseline gap-3">
            <Choice
              optional
              label={t('piece.measureToOf', { label })}
              value={to}
              none={t('piece.another')}
              options={others}
              onChange={onTo}
            />
            {to && (
              <button type="button" className="quiet" onClick={() => onSwap(to)}>
                {t('piece.swap', { piece: piece.id, other: to })}
              </button>
            )}
          </span>
        </>
      )}
      <span className="text-soft">{t('piece.layer')}</span>
      <span className="flex flex-wrap gap-2">
        <button type="button" className="press" title={keys.back} onClick={() => onMove(-1)}>
          {t('piece.back')}
        </button>
        <button type="button" className="press" title={keys.front} onClick={() => onMove(1)}>
          {t('piece.front')}
        </button>
        {layout.kind === 'spread' && piece.side !== 'both' && (
          <button type="button" className="press" onClick={onFacing}>
            {t('piece.facing')}
          </button>
        )}
        <button
          type="button"
          className="press ml-auto"
          title={leaning.length ? t('piece.leaning', { list: leaning.join(', ') }) : t('piece.delete')}
          onClick={onRemove}
        >
          {leaning.length ? t('piece.removeLeaning', { list: leaning.join(', ') }) : t('piece.remove')}
        </button>
      </span>
    </div>
  );
}
