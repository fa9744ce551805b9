import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Paper } from '../../api/client';
import { useKit } from '../../parts/kitContext';

/** So many of the nearest are looked at. */
const shown = 5;

/** The papers of the whole studio nearest in colour to one of them. */
export function AlikePapers({ paper }: { paper: Paper }) {
  const { t } = useTranslation();
  const { slug } = useKit();
  const [open, setOpen] = useState(false);
  const alike = useQuery({
    queryKey: ['alike', slug, paper.id, paper.faceA.colour, paper.faceB?.colour],
    queryFn: open
      ? async ({ signal }) =>
          unwrap(await api.GET('/api/stock/alike', { params: { query: { kit: slug, paper: paper.id, face: 'A' } }, signal }))
      : skipToken,
  });
  return (
    <>
      <span className="text-soft">{t('alikePapers.nearIt')}</span>
      <span>
        <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('alikePapers.papersOfTheStudio')}
        </button>
        {open && alike.error && (
          <span role="alert" className="block text-rust">
            {alike.error.message}
          </span>
        )}
        {open && alike.data && (
          <ul className="pt-1">
            {alike.data.slice(0, shown).map((near) => (
              <li key={`${near.slug} ${near.paper} ${near.face}`} className="flex items-baseline gap-2">
                <span
                  className="size-3.5 shrink-0 self-center border border-line"
                  style={{ background: near.colour }}
                  aria-hidden
                />
                <span>{near.says}</span>
                <span className="text-soft">
                  {near.kit}
                  {near.onHand !== null && t('alikePapers.onHandFree', { onHand: near.onHand, free: near.free ?? 0 })}
                  {near.reaches !== null && t('alikePapers.enoughForKitIn', { count: near.reaches })}
                </span>
              </li>
            ))}
            {alike.data.length === 0 && <li>{t('alikePapers.thereIsNoOther')}</li>}
          </ul>
        )}
      </span>
    </>
  );
}
