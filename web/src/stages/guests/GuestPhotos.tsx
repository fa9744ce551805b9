import { Radio, RadioGroup } from '@headlessui/react';
import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type Fit, type GuestView, type Kit, type Layout, type OpeningChange } from '../../api/client';
import { TextField } from '../../parts/TextField';
import { useKit } from '../../parts/kitContext';
import { unbroken } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';
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
  /** Looks at an offer beside the page as designed, before it is taken. */
  onLook: (layout: string, changes: readonly OpeningChange[]) => void;
}

/** What photos a guest brings for each layout, and the best ways to make them fit, with their reasons. */
export function GuestPhotos({ guest, changes, onPhotos, onPictures, onTake, onLook }: Props) {
  const { t } = useTranslation();
  const { kit, slug } = useKit();
  const { name, photos } = guest;
  const layouts = (kit.layouts ?? []).filter((l) => l.pieces?.some((p) => p.kind === 'photo'));
  return (
    <section aria-label={t('guestPhotos.sPhotosAndFits', { name })}>
      {layouts.map((layout) => (
        <div key={layout.id} className="border-b border-line py-2">
          <p className="flex items-baseline gap-3 text-[15px]">
            <span className="shrink-0 font-semibold">{layout.id}</span>
            <TextField
              optional
              label={t('guestPhotos.sPhotosFor', { name, id: layout.id })}
              value={photos[layout.id] ?? ''}
              placeholder={t('guestPhotos.theirPhotosOfX')}
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
            onLook={(next) => onLook(layout.id, next)}
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
  onLook: (changes: readonly OpeningChange[]) => void;
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

// What is done and what it loses, a line each, with what it takes off the score; what only follows comes last.
const Reasons = ({ fit, none }: { fit: Fit; none: string }) =>
  fit.reasons.length === 0 ? (
    <p>{none}</p>
  ) : (
    <ul>
      {[...fit.reasons]
        .sort((a, b) => b.points - a.points)
        .map((r) => (
          <li key={r.says} className={r.points > 0 ? 'pl-3 -indent-3' : 'pl-3 -indent-3 text-soft'}>
            {unbroken(r.says)}
            {r.points > 0 && <span className="pl-1.5 text-[13px] text-soft">−{r.points}</span>}
          </li>
        ))}
    </ul>
  );

function Fits({ kit, layout, text, taken, onTake, onLook }: FitsProps) {
  const { t } = useTranslation();
  const [chosen, setChosen] = useState<string | null>(null);
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
  if (!fits.data) return <p className="pt-1 text-[15px] text-soft">{t('guestPhotos.lookingForFits')}</p>;
  const { fits: found, why, isExact, most, asItStands } = fits.data;
  const own = signature(taken);
  const offers = found.map((offer) => ({ ...offer, key: signature(offer.fit.changes) }));
  const stands = asItStands && !offers.some((o) => o.key === own) ? asItStands : null;
  const open = offers.find((o) => o.key === chosen) ?? offers.find((o) => o.key === own) ?? offers[0];
  return (
    <div className="pt-1 text-[15px] leading-5">
      {found.length === 0 && <p className="text-rust">{why}</p>}
      {found[0] && <p className="pb-1">{unbroken(found[0].says)}</p>}
      <RadioGroup
        aria-label={t('guestPhotos.waysToMakeFit', { id: layout.id })}
        className="flex flex-wrap gap-3"
        value={open?.key ?? null}
        onChange={(key) => {
          const offer = offers.find((o) => o.key === key);
          if (!offer) return;
          setChosen(offer.key);
          onLook(offer.fit.changes);
        }}
      >
        {offers.map((offer, i) => (
          <Radio
            key={offer.key}
            value={offer.key}
            onClick={() => onLook(offer.fit.changes)}
            aria-label={t('guestPhotos.wayOf', { i: i + 1, says: offer.says, score: Math.round(offer.fit.score) })}
            className="w-40 cursor-pointer border-b-2 border-transparent pb-1 hover:border-line data-checked:border-velvet"
          >
            <ScenePicture
              scene={offer.picture}
              papers={kit.papers ?? []}
              labels={false}
              {...(offer.changed.length > 0 ? { strong: new Set(offer.changed) } : {})}
              className="h-20 w-full"
            />
            <span className="flex items-baseline justify-between gap-2 px-1">
              <span className="font-semibold text-brass">{Math.round(offer.fit.score)}</span>
              <span className={`text-[13px] ${offer.key === own ? 'text-moss' : 'text-soft'}`}>
                {offer.key === own
                  ? t('guestPhotos.taken')
                  : offer.fit.changes.length === 0
                    ? t('guestPhotos.asDesigned')
                    : changesIn(offer.fit.changes.length)}
              </span>
            </span>
          </Radio>
        ))}
      </RadioGroup>
      {open && (
        <div className="grid grid-cols-[1fr_auto] items-start gap-x-3 pt-1">
          <Reasons fit={open.fit} none={t('guestPhotos.noneLong')} />
          {open.key !== own && (
            <button
              type="button"
              className="press"
              onClick={() => {
                setChosen(null);
                onTake(open.fit.changes);
              }}
            >
              {t('guestPhotos.takeIt')}
            </button>
          )}
        </div>
      )}
      {stands && (
        <div className="grid grid-cols-[1fr_auto] items-start gap-x-3 border-t border-line pt-1">
          <Reasons fit={stands} none={t('guestPhotos.none')} />
          <span className="text-soft">
            {t('guestPhotos.asItStands')}{' '}
            <span className={`font-semibold ${stands.score < 0 ? 'text-rust' : 'text-brass'}`}>{Math.round(stands.score)}</span>
          </span>
        </div>
      )}
      {found.length > 0 && (
        <p className="text-[13px] text-soft">
          {isExact ? t('guestPhotos.noBetterFitIs') : t('guestPhotos.theBestFoundNothing', { most })} {t('guestPhotos.hundred')}
        </p>
      )}
    </div>
  );
}

const changesIn = (n: number) => (n === 1 ? '1 change' : `${n} changes`);
