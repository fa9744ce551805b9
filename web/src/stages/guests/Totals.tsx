import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type GuestView, type Kit } from '../../api/client';
import { readable } from '../../parts/length';
import { sizeOf } from '../../parts/sizeOf';

interface Props {
  slug: string;
  kit: Kit;
  guests: readonly GuestView[];
  /** Which workshop is looked at, as a query. */
  query: string;
}

/** What the host has ready for the whole roster: sheets, pieces that differ, photos to print, pockets and cards. */
export function Totals({ slug, kit, guests, query }: Props) {
  const { t } = useTranslation();
  const against = (count: number, designed: number) =>
    count === designed
      ? ''
      : count > designed
        ? t('totals.more', { count: count - designed })
        : t('totals.fewer', { count: designed - count });
  const totals = useQuery({
    queryKey: ['totals', slug, guests, kit, query],
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET('/api/kits/{slug}/guests/totals', {
          params: { path: { slug }, query: { workshop: new URLSearchParams(query).get('workshop') ?? undefined } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  if (totals.error)
    return (
      <p role="alert" className="py-2 text-rust">
        {totals.error.message}
      </p>
    );
  if (!totals.data) return <p className="py-2 text-soft">{t('totals.adding')}</p>;
  const { pieces, photos, sheets, pockets, cards, placeholders, changed, missing } = totals.data;
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  const differing = pieces.filter((p) => p.count !== p.asDesigned);
  return (
    <section aria-label={t('totals.all')} className="border-b border-line pb-3 text-[15px]">
      <h2 className="pt-2 text-lg">
        {t('totals.guests', { count: totals.data.guests })}, {t('totals.changed', { count: changed })}
      </h2>
      <div className="grid grid-cols-[7rem_1fr] gap-x-3 gap-y-1 pt-1">
        <span className="text-soft">{t('totals.sheets')}</span>
        <ul>
          {sheets.map((s) => (
            <li key={s.paper}>
              {s.count} {nameOf(s.paper)} <span className="text-brass">{against(s.count, s.asDesigned)}</span>
            </li>
          ))}
        </ul>
        <span className="text-soft">{t('totals.pieces')}</span>
        <ul>
          {differing.length === 0 && <li>{t('names.designed')}</li>}
          {differing.map((p) => (
            <li key={`${p.paper}${p.face}${p.size.width}${p.size.height}`}>
              {t('totals.piece', { count: p.count, size: sizeOf(p.size), paper: nameOf(p.paper), face: p.face })}{' '}
              <span className="text-brass">{against(p.count, p.asDesigned)}</span>
            </li>
          ))}
        </ul>
        <span className="text-soft">{t('totals.photos')}</span>
        <span>
          {photos
            .map(
              (p) =>
                t('totals.of', { count: p.count, size: sizeOf(p.size) }) +
                (p.border ? t('totals.border', { border: readable(p.border) }) : ''),
            )
            .join('; ')}
        </span>
        {missing.length > 0 && (
          <>
            <span className="text-soft">{t('totals.bring')}</span>
            <span>
              {missing
                .map((m) => t('totals.paperFor', { count: m.count, size: sizeOf(m.size), paper: nameOf(m.paper), face: m.face }))
                .join(', ')}
              {t('totals.noBag')}
            </span>
          </>
        )}
        {placeholders.length > 0 && (
          <>
            <span className="text-soft">{t('totals.placeholders')}</span>
            <span>
              {placeholders.map((p) => t('totals.of', { count: p.count, size: sizeOf(p.size) })).join(', ')}
              {t('totals.notPrinted')}
            </span>
          </>
        )}
        {pockets + cards > 0 && (
          <>
            <span className="text-soft">{t('totals.buy')}</span>
            <span>
              {[pockets > 0 && t('totals.pockets', { count: pockets }), cards > 0 && t('totals.cards', { count: cards })]
                .filter(Boolean)
                .join(', ')}
            </span>
          </>
        )}
      </div>
      <p className="flex gap-2 pt-2">
        {changed > 0 && (
          <a className="press" href={`/api/kits/${slug}/guests/cards.pdf${query}`} download>
            {t('totals.printCards')}
          </a>
        )}
        <a className="press" href={`/api/kits/${slug}/guests/prints.pdf${query}`} download>
          {t('totals.printPhotos')}
        </a>
      </p>
    </section>
  );
}
