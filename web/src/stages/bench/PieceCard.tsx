import type { Kit, KitAnswer } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { shownSide } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';

interface Props {
  label: string | null;
  kit: Kit;
  answer: KitAnswer;
  onClose: () => void;
}

/** What a piece is: its size and paper, the sheet it is cut from, and where it lies on its page. */
export function PieceCard({ label, kit, answer, onClose }: Props) {
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
            {c.by === 'host' && ', cut already'}
          </li>
        ))}
        {cuts.length === 0 && <li>Nothing is cut for it.</li>}
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
      <button type="button" className="press mt-4" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}
