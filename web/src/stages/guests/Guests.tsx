import { skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useSearchParams } from 'react-router';
import { api, unwrap } from '../../api/client';
import { KitContext, useKit } from '../../parts/kitContext';
import { Roster } from './Roster';
import { WorkshopSwitch } from './WorkshopSwitch';

/** The guests of the kit at one workshop or all, over the revision that was handed out there. */
export function Guests() {
  const { t } = useTranslation();
  const atHand = useKit();
  const { slug } = atHand;
  const [search, setSearch] = useSearchParams();
  const queries = useQueryClient();
  const workshops = useQuery({
    queryKey: ['workshops'],
    queryFn: async () => unwrap(await api.GET('/api/workshops')),
  });
  const here = (workshops.data ?? []).filter((w) => w.kits.some((k) => k.slug === slug));
  const workshop = here.find((w) => w.slug === search.get('workshop')) ?? null;
  const revision = workshop?.kits.find((k) => k.slug === slug)?.revision ?? null;
  const handedOut = useQuery({
    queryKey: ['revision', slug, revision],
    queryFn:
      revision === null
        ? skipToken
        : async () => {
            const { kit } = unwrap(
              await api.GET('/api/kits/{slug}/revisions/{number}', { params: { path: { slug, number: revision } } }),
            );
            return { kit, answer: unwrap(await api.POST('/api/compute/kit', { body: { kit } })) };
          },
    staleTime: Infinity,
  });
  if (workshops.error) throw workshops.error;
  if (handedOut.error) throw handedOut.error;
  // A workshop that was just made is not among them yet: nobody is added to no workshop meanwhile.
  const isComing = search.get('workshop') !== null && workshop === null && workshops.isFetching;
  if (!workshops.data || isComing) return <p className="p-12 text-soft">{t('guests.looking')}</p>;
  const switching = (
    <WorkshopSwitch
      slug={slug}
      workshops={here}
      workshop={workshop}
      revision={revision}
      onChange={(next) => {
        setSearch(next ? { workshop: next } : {}, { replace: true });
        void queries.invalidateQueries({ queryKey: ['workshops'] });
      }}
    />
  );
  // Until the revision that was handed out is there, the kit at hand stands in: what is being typed stays.
  return (
    <KitContext value={handedOut.data && revision !== null ? { ...atHand, ...handedOut.data } : atHand}>
      <Roster workshop={workshop} workshops={here} switching={switching} />
    </KitContext>
  );
}
