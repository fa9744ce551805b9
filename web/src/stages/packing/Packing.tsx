import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';
import { useKeys } from '../../parts/useKeys';
import { allOf } from '../guests/words';
import { Bags } from './Bags';
import { Buy, BuyPicture } from './Buy';
import { Cost, CostPicture } from './Cost';
import { Labels } from './Labels';
import { PieceTable } from './PieceTable';
import { Tables, TablesPicture } from './Tables';

const views = ['counts', 'buy', 'cost', 'labels', 'bags', 'tables'] as const;

/** From layouts and guests to bags with nothing missing: counts, what to buy, what it costs, labels, the packing run. */
export function Packing() {
  const { t } = useTranslation();
  const { kit, slug, lit, setLit, answer } = useKit();
  const { view = 'counts' } = useParams();
  const navigate = useNavigate();
  const [roster, setRoster] = useState(false);
  const guests = useQuery({
    queryKey: ['guests', slug],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/guests', { params: { path: { slug } } })),
  });
  const isRoster = roster && (guests.data?.length ?? 0) > 0;
  const fits = isRoster ? guests.data?.map(allOf) : undefined;
  const counted = useQuery({
    queryKey: ['counts', kit, fits],
    queryFn: async ({ signal }) => unwrap(await api.POST('/api/compute/counts', { body: { kit, fits: fits ?? null }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 5_000,
  });
  useKeys(views.map((path, i) => ({ key: String(i + 1), does: () => void navigate(`/kits/${slug}/packing/${path}`) })));
  const head = (
    <>
      <LeafHead
        aside={
          <span className="flex flex-wrap gap-x-3" role="group" aria-label={t('packing.whatIsLookedAt')}>
            {views.map((path, i) => (
              <button
                key={path}
                type="button"
                title={String(i + 1)}
                aria-pressed={path === view}
                className={`p-1 text-[15px] ${path === view ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}`}
                onClick={() => void navigate(`/kits/${slug}/packing/${path}`)}
              >
                {t(`packing.views.${path}`)}
              </button>
            ))}
          </span>
        }
      >
        <h1 className="text-[28px] leading-8">{t('packing.packing')}</h1>
      </LeafHead>
      {counted.error && (
        <p role="alert" className="px-6 text-rust">
          {counted.error.message}
        </p>
      )}
    </>
  );
  if (view === 'bags') return <Bags head={head} />;
  if (view === 'labels') return <Labels head={head} />;
  const counts = counted.data;
  const says = (
    <>
      {head}
      {!counts && !counted.error && <p className="px-6 text-soft">{t('packing.counting')}</p>}
      {counts && (
        <>
          {view !== 'tables' && (
            <p className="px-6 text-[15px] text-soft">
              {t('many.kit', { count: counts.kits })}
              {counts.spareKits > 0 && ` ${t('cuts.andSpare', { spare: counts.spareKits })}`},{' '}
              {isRoster ? t('packing.oneForEachGuest') : t('packing.allAsDesigned')}
              {(guests.data?.length ?? 0) > 0 && (
                <button type="button" className="quiet ml-2" aria-pressed={isRoster} onClick={() => setRoster(!roster)}>
                  {isRoster ? t('packing.countEqualKits') : t('packing.countForTheGuests', { count: guests.data?.length ?? 0 })}
                </button>
              )}
            </p>
          )}
          <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
            {view === 'counts' && <PieceTable counts={counts} />}
            {view === 'buy' && <Buy counts={counts} />}
            {view === 'cost' && <Cost counts={counts} />}
            {view === 'tables' && <Tables />}
          </div>
        </>
      )}
    </>
  );
  const shows =
    view === 'buy' && counts ? (
      <BuyPicture counts={counts} />
    ) : view === 'tables' ? (
      <TablesPicture />
    ) : view === 'cost' && counts ? (
      <CostPicture counts={counts} />
    ) : (
      <>
        <LeafHead>
          <p className="text-[15px] text-soft">{t('packing.oneKitPageBy')}</p>
        </LeafHead>
        <div className="grid min-h-0 flex-1 auto-rows-fr gap-4 overflow-y-auto p-6 pt-2">
          {answer?.layouts.map((l) => (
            <ScenePicture
              key={l.id}
              scene={l.picture}
              papers={kit.papers ?? []}
              lit={lit}
              onLit={setLit}
              className="max-h-full min-h-0 w-full"
            />
          ))}
        </div>
      </>
    );
  return <Fold says={says} shows={shows} showing={t('packing.theKit')} />;
}
