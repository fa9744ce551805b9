import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { locale } from '../../words/words';

/** The kit's sleeve: which layouts are used up, and which still come out of what is there. */
export function Sleeve({ slug, revision }: { slug: string; revision: number }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const sleeve = useQuery({
    queryKey: ['sleeve', slug, revision],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/kits/{slug}/sleeve', { params: { path: { slug } }, signal })),
  });
  const cross = useMutation({
    mutationFn: async ({ layout, crossed }: { layout: string; crossed: boolean }) =>
      unwrap(await api.PUT('/api/kits/{slug}/sleeve/{layout}', { params: { path: { slug, layout } }, body: { crossed } })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['sleeve', slug] }),
  });
  const layouts = sleeve.data ?? [];
  if (layouts.length === 0) return null;
  return (
    <section aria-label={t('sleeve.sleeve')} className="pb-5 text-[15px]">
      <h2 className="text-lg">{t('sleeve.sleeve')}</h2>
      <ul>
        {layouts.map((l) => (
          <li key={l.layout} className="flex items-baseline gap-3 border-b border-line py-1">
            <input
              type="checkbox"
              aria-label={t('sleeve.cross', { layout: `${l.layout} ${l.name}` })}
              className="accent-velvet"
              checked={l.crossedAt != null}
              onChange={(event) => cross.mutate({ layout: l.layout, crossed: event.currentTarget.checked })}
            />
            <span className={`min-w-0 flex-1 ${l.crossedAt ? 'text-soft line-through' : ''}`}>
              {l.layout} {l.name}
            </span>
            <span className="text-right text-soft">
              {l.crossedAt
                ? t('sleeve.crossed', { day: new Date(`${l.crossedAt}Z`).toLocaleDateString(locale(), { dateStyle: 'medium' }) })
                : !l.made
                  ? t('sleeve.never')
                  : l.made.isWhole
                    ? t('sleeve.whole')
                    : [
                        ...l.made.standIns.map((s) => s.says),
                        ...l.made.without.map((sheet) => t('sleeve.without', { sheet })),
                      ].join(', ')}
            </span>
          </li>
        ))}
      </ul>
      {cross.error && (
        <p role="alert" className="pt-1 text-rust">
          {cross.error.message}
        </p>
      )}
    </section>
  );
}
