import { skipToken, useQuery } from '@tanstack/react-query';
import { api, ApiError, unwrap, type Fit, type GuestView, type Kit, type Layout, type OpeningChange } from '../../api/client';
import { TextField } from '../../parts/TextField';
import { useKit } from '../../parts/kitContext';
import { unbroken } from '../../parts/length';
import { photoText } from './guestPhotos';
import { PictureRow } from './PictureRow';

interface Props {
  guest: GuestView;
  changes: readonly OpeningChange[];
  onPhotos: (photos: Record<string, string>) => void;
  /** Told when picture files have come or gone. */
  onPictures: () => Promise<unknown>;
  /** Takes a fit: its changes in place of those the layout had. */
  onTake: (layout: string, changes: readonly OpeningChange[]) => void;
}

/** What photos a guest brings for each layout, and the best ways to make them fit, with their reasons. */
export function GuestPhotos({ guest, changes, onPhotos, onPictures, onTake }: Props) {
  const { kit, slug } = useKit();
  const { name, photos } = guest;
  const layouts = (kit.layouts ?? []).filter((l) => l.pieces?.some((p) => p.kind === 'photo'));
  return (
    <section aria-label={`${name}’s photos and fits`}>
      {layouts.map((layout) => (
        <div key={layout.id} className="border-b border-line py-2">
          <p className="flex items-baseline gap-3 text-[15px]">
            <span className="shrink-0 font-semibold">{layout.id}</span>
            <TextField
              optional
              label={`${name}’s photos for ${layout.id}`}
              value={photos[layout.id] ?? ''}
              placeholder="their photos: 2 of 4 x 6, 3 x 4 once"
              className="min-w-0 flex-1"
              onChange={(text) => onPhotos({ ...photos, [layout.id]: text })}
            />
          </p>
          <PictureRow
            layout={layout.id}
            pictures={guest.pictures}
            address={`/api/kits/${slug}/guests/${guest.id}`}
            onChange={onPictures}
          />
          <Fits
            kit={kit}
            layout={layout}
            text={photoText(guest, layout.id)}
            taken={changes.filter((c) => c.layout === layout.id)}
            onTake={(next) => onTake(layout.id, next)}
          />
        </div>
      ))}
    </section>
  );
}

interface FitsProps {
  kit: Kit;
  layout: Layout;
  text: string;
  taken: readonly OpeningChange[];
  onTake: (changes: readonly OpeningChange[]) => void;
}

// The same changes, whatever order their members stand in.
const signature = (changes: readonly OpeningChange[]) =>
  changes
    .map((c) =>
      [c.piece, c.move, c.rows, c.columns, c.with, c.size?.width, c.size?.height, c.at?.across, c.at?.down]
        .map((v) => v ?? '')
        .join('/'),
    )
    .sort()
    .join(' ');

// What is done and what it loses, a line each, with what it takes off the score.
const Reasons = ({ fit, none }: { fit: Fit; none: string }) =>
  fit.reasons.length === 0 ? (
    <span>{none}</span>
  ) : (
    <ul>
      {fit.reasons.map((r) => (
        <li key={r.says} className="pl-3 -indent-3">
          {unbroken(r.says)}
          {r.points > 0 && <span className="pl-1.5 text-[13px] text-soft">−{r.points}</span>}
        </li>
      ))}
    </ul>
  );

function Fits({ kit, layout, text, taken, onTake }: FitsProps) {
  const fits = useQuery({
    queryKey: ['fits', kit, layout.id, text, taken],
    queryFn: text.trim()
      ? async ({ signal }: { signal: AbortSignal }) =>
          unwrap(await api.POST('/api/compute/fits', { body: { kit, layout: layout.id, text, changes: [...taken] }, signal }))
      : skipToken,
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  if (!text.trim()) return null;
  if (fits.error)
    return (
      <p role="alert" className="pt-1 text-[15px] text-rust">
        {fits.error instanceof ApiError ? (fits.error.errors.text ?? fits.error.message) : fits.error.message}
      </p>
    );
  if (!fits.data) return <p className="pt-1 text-[15px] text-soft">Looking for fits…</p>;
  const { fits: found, why, isExact, asItStands } = fits.data;
  const stands = asItStands && !found.some(({ fit }) => signature(fit.changes) === signature(taken)) ? asItStands : null;
  return (
    <ol className="pt-1">
      {stands && (
        <li className="grid grid-cols-[2.5rem_1fr_auto] items-baseline gap-x-3 py-1 text-[15px] leading-5">
          <span className={`text-right font-semibold ${stands.score < 0 ? 'text-rust' : 'text-brass'}`}>
            {Math.round(stands.score)}
          </span>
          <Reasons fit={stands} none="As designed." />
          <span className="text-soft">as it stands</span>
        </li>
      )}
      {found.length === 0 && <li className="text-[15px] text-rust">{why}</li>}
      {found.map(({ fit }, i) => {
        const isTaken = signature(fit.changes) === signature(taken);
        return (
          <li key={i} className="grid grid-cols-[2.5rem_1fr_auto] items-baseline gap-x-3 py-1 text-[15px] leading-5">
            <span className="text-right font-semibold text-brass">{Math.round(fit.score)}</span>
            <Reasons fit={fit} none="As designed: every photo has its opening." />
            {isTaken ? (
              <span className="text-moss">taken</span>
            ) : (
              <button type="button" className="press" onClick={() => onTake(fit.changes)}>
                Take it
              </button>
            )}
          </li>
        );
      })}
      <li className="text-[13px] text-soft">
        {isExact ? 'No better fit is possible with these moves.' : 'The best found.'} 100 is the page as designed.
      </li>
    </ol>
  );
}
