import { useTranslation } from 'react-i18next';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ApiError, unwrap, type PlanAnswer } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { withPiece } from '../../parts/edits';
import { shownSide, useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { cutBy } from '../pages/cutBy';
import { pieceOf, withLaid, type Mode, type Pattern } from './keeping';

interface Props {
  /** As it lies on the sheet: L1-B2, or two that lie into each other. */
  label: string;
  pattern: Pattern;
  sheet: PlanAnswer['plan']['bySheet'][number];
  mode: Mode;
  /** Told in words where it lies now. */
  onMoved: (says: string) => void;
}

/** A chosen piece: who cuts it, where it is on its page, and moving it to another sheet by hand. */
export function PieceHand({ label, pattern, sheet, mode, onMoved }: Props) {
  const { t } = useTranslation();
  const { kit, answer, slug, change, setLit } = useKit();
  const [fault, setFault] = useState<string | null>(null);
  const placed = pattern.placements.find((p) => p.piece === label);
  const found = pieceOf(kit, label);
  const others = sheet.patterns
    .map((p, i) => ({ value: String(i), name: t('cuts.sheet', { pattern: i + 1 }), pattern: p }))
    .filter((o) => o.pattern !== pattern && !o.pattern.from);
  const lay = useMutation({
    mutationFn: async (to: string) => {
      const target = sheet.patterns[Number(to)] ?? null;
      const there = target?.placements.map((p) => p.piece) ?? [];
      const body = { kit, mode, paper: sheet.sheet, there, piece: label };
      return { to, target, laid: unwrap(await api.POST('/api/compute/cuts/lay', { body })) };
    },
    onSuccess: ({ to, target, laid }) => {
      change(withLaid(kit, mode, pattern, label, target, laid));
      const where = target ? t('cuts.sheet', { pattern: Number(to) + 1 }) : t('pieceHand.own');
      const gone = [...new Set(laid.noRoom)];
      onMoved(
        t('pieceHand.lies', { label, where }) +
          (gone.length ? ` ${t('pieceHand.gone', { count: gone.length, pieces: gone.join(', ') })}` : ''),
      );
    },
    onError: (error) => setFault(error instanceof ApiError ? (error.errors.piece ?? error.message) : error.message),
  });
  return (
    <div
      className="-mx-2 mt-2 border-t border-line bg-lit px-2 py-2 text-[15px]"
      role="group"
      aria-label={t('pieceHand.thePiece', { label })}
    >
      {placed && (
        <p>
          <strong>{label}</strong>{' '}
          <span className="text-soft">
            {readable(placed.box.width)} x {readable(placed.box.height)}
            {shownSide(answer, sheet.sheet, placed.face)},{' '}
            {placed.offAt ? t('pieceHand.freeAfterCut', { offAt: placed.offAt }) : t('pieceHand.theWholeSheet')}
          </span>
        </p>
      )}
      {placed && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-1">
          {found && (
            <Link
              className="quiet"
              to={`/kits/${slug}/pages/${found.layout}`}
              onClick={() => setLit(`${found.layout}-${found.piece.id}`)}
            >
              {t('pieceHand.seeItOnIts')}
            </Link>
          )}
          {!pattern.from && (
            <span className="flex items-baseline gap-1.5">
              <span className="text-soft">{t('pieceHand.moveTo')}</span>
              <Choice
                optional
                label={t('pieceHand.sheetFor', { label })}
                value={null}
                none={t('pieceHand.another')}
                options={[...others.map(({ value, name }) => ({ value, name })), { value: 'own', name: t('pieceHand.own') }]}
                onChange={(to) => lay.mutate(to)}
              />
            </span>
          )}
          {found && (
            <span className="flex items-baseline gap-1.5">
              <span className="text-soft">{t('pieceHand.cutBy')}</span>
              <Choice
                label={t('pieceHand.whoCuts', { label })}
                value={found.piece.cutBy ?? 'either'}
                options={cutBy.map((value) => ({ value, name: t(`piece.by.${value}`) }))}
                onChange={(by) => change(withPiece(kit, found.layout, found.piece.id, { ...found.piece, cutBy: by }))}
              />
            </span>
          )}
        </p>
      )}
      <p role="status" className="pt-1">
        {lay.isPending ? t('pieceHand.layingItThere') : fault}
      </p>
    </div>
  );
}
