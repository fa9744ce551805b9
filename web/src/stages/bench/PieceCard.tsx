import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Kit, KitAnswer } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { shownSide } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';

interface Props {
  label: string | null;
  kit: Kit;
  answer: KitAnswer;
  /** What to do about it where it is spoiled or missing. */
  again: Record<string, string[]>;
  /** Tells the host; whether it has arrived. */
  onTell: (label: string, missing: boolean) => Promise<boolean>;
  onClose: () => void;
}

/** What a piece is: its size and paper, the sheet it is cut from, and where it lies on its page. */
export function PieceCard({ label, kit, answer, again, onTell, onClose }: Props) {
  const { t } = useTranslation();
  const [spoiled, setSpoiled] = useState<string | null>(null);
  const [arrived, setArrived] = useState<boolean | null>(null);
  const say = (missing: boolean) => {
    if (label === null) return;
    setSpoiled(label);
    setArrived(null);
    void onTell(label, missing).then(setArrived);
  };
  const cuts = answer.cutList.filter((c) => label && (c.label === label || `${c.layout}-${c.piece}` === label));
  const first = cuts[0]?.label ?? label;
  const sheet = answer.eachKit.plan.bySheet
    .flatMap((s) => s.patterns.map((p, i) => ({ paper: s.sheet, pattern: i, placements: p.placements })))
    .find((p) => p.placements.some((q) => q.labels.includes(first ?? '')));
  const cut = sheet && answer.eachKit.pictures.find((p) => p.paper === sheet.paper && p.pattern === sheet.pattern);
  const page = answer.layouts.find((l) => l.pieces.some((p) => p.label === label));
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  return (
    <Dialog open={label !== null} title={label ?? ''} onClose={onClose}>
      <ul>
        {cuts.map((c) => (
          <li key={c.label}>
            {c.label}: <strong>{`${readable(c.size.width)} x ${readable(c.size.height)}`}</strong>, {nameOf(c.paper)}
            {shownSide(answer, c.paper, c.face)}
            {c.by === 'host' && t('pieceCard.cutAlready')}
          </li>
        ))}
        {cuts.length === 0 && <li>{t('pieceCard.nothingIsCutFor')}</li>}
      </ul>
      <div className="mt-3 grid grid-cols-2 gap-4">
        {cut && <ScenePicture scene={cut.picture} papers={kit.papers ?? []} chosen={first} className="max-h-64 w-full" />}
        {page && (
          <ScenePicture
            scene={page.picture}
            papers={kit.papers ?? []}
            strong={new Set(label ? [label] : [])}
            className="max-h-64 w-full"
          />
        )}
      </div>
      {label !== null && spoiled !== label && (
        <>
          <button type="button" className="press mt-4 mr-3" onClick={() => say(false)}>
            {t('pieceCard.itIsSpoiled')}
          </button>
          <button type="button" className="press mt-4 mr-3" onClick={() => say(true)}>
            {t('pieceCard.itIsMissing')}
          </button>
        </>
      )}
      {label !== null && spoiled === label && (
        <>
          <Ways labels={[label, ...cuts.map((c) => c.label)]} again={again} />
          <p role="status" className="text-[15px] text-soft">
            {arrived === true && t('pieceCard.theHostSeesIt')}
            {arrived === false && t('pieceCard.theHostSeesIt2')}
          </p>
        </>
      )}
      <button type="button" className="press mt-4" onClick={onClose}>
        {t('pieceCard.close')}
      </button>
    </Dialog>
  );
}

// Of a piece that is cut in several parts, what to do for each of them.
function Ways({ labels, again }: { labels: readonly string[]; again: Record<string, string[]> }) {
  const { t } = useTranslation();
  const told = [...new Set(labels)].filter((label) => again[label]);
  return (
    <section className="mt-4 border-t border-line pt-3" aria-label={t('pieceCard.whatToDoAbout')} aria-live="polite">
      {told.length === 0 && <p>{t('pieceCard.nothingIsCutFor2')}</p>}
      {told.map((label) => (
        <div key={label} className="pb-2">
          {told.length > 1 && <p className="text-[15px] text-soft">{label}</p>}
          <ol className="list-decimal pl-6">
            {again[label]?.map((way) => (
              <li key={way}>{way}</li>
            ))}
          </ol>
        </div>
      ))}
    </section>
  );
}
