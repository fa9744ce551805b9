import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';

/** Solids of the whole studio that go with the prints of this kit: one light ground, one dark for mats, one accent. */
export function SolidsFor() {
  const { t } = useTranslation();
  const { slug, revision } = useKit();
  const [open, setOpen] = useState(false);
  const solids = useQuery({
    queryKey: ['solids', slug, revision],
    queryFn: open
      ? async ({ signal }) => unwrap(await api.GET('/api/stock/solids', { params: { query: { kit: slug } }, signal }))
      : skipToken,
  });
  return (
    <div className="mt-4">
      <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {t('solidsFor.solidsOfTheStudio')}
      </button>
      {open && solids.error && (
        <p role="alert" className="text-rust">
          {solids.error.message}
        </p>
      )}
      {open && solids.data && (
        <ul className="pt-2">
          {solids.data.map((solid) => (
            <li key={solid.role} className="flex items-baseline gap-3 border-t border-line py-1.5">
              <span
                className="mt-1 size-4 shrink-0 self-start border border-line"
                style={{ background: solid.colour }}
                aria-hidden
              />
              <span className="w-16 shrink-0 text-soft">{t(`solidsFor.role.${solid.role}`)}</span>
              <span className="flex-1">
                {solid.says}{' '}
                {solid.slug !== slug && <span className="text-soft">{t('solidsFor.itLiesIn', { kit: solid.kit })}</span>}
              </span>
            </li>
          ))}
          {solids.data.length === 0 && <li>{t('solidsFor.noSolidPaperOf')}</li>}
        </ul>
      )}
    </div>
  );
}
