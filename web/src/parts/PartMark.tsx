import type { Kit } from '../api/client';

/** The colour of a ready-made part, where it is known. */
export function PartMark({ kit, sheet, part }: { kit: Kit; sheet: string; part: string | null | undefined }) {
  const colour = kit.parts?.find((s) => s.id === sheet)?.parts?.find((p) => p.id === part)?.colour;
  return colour ? (
    <span aria-hidden className="size-[18px] shrink-0 rounded-[2px] border border-line" style={{ backgroundColor: colour }} />
  ) : null;
}
