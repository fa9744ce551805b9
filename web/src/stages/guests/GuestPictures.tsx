import { useState } from 'react';
import type { GuestView, OpeningChange } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';
import { useGuestAnswer } from './useGuestAnswer';

/** The designer's page and the guest's, one under the other. */
export function GuestPictures({ guest, changes }: { guest: GuestView; changes: OpeningChange[] }) {
  const { kit, answer, lit, setLit } = useKit();
  const [asked, setAsked] = useState<string | null>(null);
  const adapted = useGuestAnswer(kit, changes).data?.answer;
  const ids = (kit.layouts ?? []).map((l) => l.id);
  const touched = ids.filter((id) => changes.some((c) => c.layout === id));
  const id = asked && ids.includes(asked) ? asked : (touched[0] ?? ids[0]);
  const before = answer?.layouts.find((l) => l.id === id)?.picture;
  const after = adapted?.layouts.find((l) => l.id === id)?.picture;
  const common = { papers: kit.papers ?? [], lit, onLit: setLit, className: 'min-h-0 max-h-full w-full flex-1' };
  return (
    <>
      <LeafHead
        aside={ids.map((l) => (
          <button
            key={l}
            type="button"
            aria-pressed={l === id}
            className={
              l === id
                ? 'min-w-6 p-1 text-[15px] font-semibold text-velvet'
                : 'min-w-6 p-1 text-[15px] text-soft hover:text-velvet'
            }
            onClick={() => setAsked(l)}
          >
            {l}
          </button>
        ))}
      >
        <p className="text-[15px] text-soft">As designed, and as {guest.name} makes it</p>
      </LeafHead>
      <div className="flex min-h-0 flex-1 flex-col items-center gap-2 p-6 pt-2">
        {before && <ScenePicture scene={before} {...common} />}
        <p className="text-[15px] font-semibold">{guest.name}</p>
        {after && <ScenePicture key={JSON.stringify(changes)} scene={after} {...common} slideFrom={before} />}
      </div>
    </>
  );
}
