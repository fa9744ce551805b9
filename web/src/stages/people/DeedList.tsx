import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { locale } from '../../words/words';

/** The record of who did what, newest first. */
export function DeedList() {
  const { t } = useTranslation();
  const deeds = useQuery({ queryKey: ['deeds'], queryFn: async () => unwrap(await api.GET('/api/people/deeds')), staleTime: 0 });
  if (deeds.error) throw deeds.error;
  const when = (at: string) => new Date(at).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });
  return (
    <>
      <LeafHead>
        <h2 className="text-[28px] leading-8">{t('people.deeds')}</h2>
      </LeafHead>
      <ol className="mt-2 min-h-0 flex-1 overflow-y-auto px-6 pb-6 text-[15px]">
        {deeds.data?.length === 0 && <li className="text-soft">{t('people.noDeeds')}</li>}
        {deeds.data?.map((d) => (
          <li key={d.id} className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-2">
            <span>
              <span className="font-semibold">{d.who}</span> {d.says}
              {d.on && `: ${d.on}`}
            </span>
            <span className="text-right text-soft">{when(d.lastAt)}</span>
            {d.times > 1 && <span className="text-soft">{t('people.times', { count: d.times })}</span>}
          </li>
        ))}
      </ol>
    </>
  );
}
