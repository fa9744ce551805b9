import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Layout, type Paper, type Scene } from '../../api/client';
import type { components } from '../../api/schema';
import { Fold, LeafHead } from '../../parts/Fold';
import { readable, unbroken } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';
import { CardsOfASize } from './CardsOfASize';
import { LeftPages, type LeftPage, type LeftPapers } from './LeftPages';

type Still = components['schemas']['StillView'];

const keyOf = (one: Still) => `${one.slug} ${one.layout}`;

type Chosen = { layout: string } | { page: LeftPage; papers: LeftPapers };

/** What can still be made of scraps, spare sheets and parts that are promised to nobody. */
export function StillMade() {
  const { t } = useTranslation();
  const still = useQuery({
    queryKey: ['still'],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/stock/still', { signal })),
    gcTime: 0,
  });
  const [chosen, setChosen] = useState<Chosen | null>(null);
  if (still.error) throw still.error;
  const made = still.data?.made ?? [];
  const page = chosen && 'page' in chosen ? chosen : null;
  const one = page ? undefined : (made.find((m) => chosen && 'layout' in chosen && keyOf(m) === chosen.layout) ?? made[0]);
  const says = (
    <>
      <LeafHead
        aside={
          <Link to="/" className="press">
            {t('still.all')}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">{t('home.still')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {still.data
          ? `${t('still.looked', { count: still.data.looked })} ${t('still.come', { count: made.length })}`
          : t('still.looking')}
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        <ul>
          {made.map((m) => (
            <li key={keyOf(m)} className="border-b border-line">
              <button
                type="button"
                aria-pressed={m === one}
                className={`-mx-2 w-[calc(100%+16px)] px-2 py-2 text-left text-[15px] ${m === one ? 'bg-lit' : ''}`}
                onClick={() => setChosen({ layout: keyOf(m) })}
              >
                <span className="flex items-baseline justify-between gap-4">
                  <span className="truncate font-serif text-lg">{m.name}</span>
                  <span className="shrink-0 text-soft">{m.kit}</span>
                </span>
                <span className={`block ${m.isWhole ? 'text-moss' : ''}`}>
                  {m.isWhole
                    ? t('still.whole')
                    : [...m.standIns.map((s) => s.says), ...m.without.map((what) => t('still.without', { what }))].join('; ')}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {still.data && made.length === 0 && <p className="text-[15px]">{t('still.nothing')}</p>}
        <LeftPages shown={page?.page ?? null} onShow={(shown, papers) => setChosen({ page: shown, papers })} />
        <CardsOfASize />
      </div>
    </>
  );
  return (
    <div className="h-dvh">
      <Fold
        says={says}
        showing={t('still.showing')}
        shows={page ? <ShownPage key={page.page.layout.id} {...page} /> : one && <ShownLayout key={keyOf(one)} one={one} />}
      />
    </div>
  );
}

function ShownLayout({ one }: { one: Still }) {
  const kit = useQuery({
    queryKey: ['still', one.slug],
    queryFn: async ({ signal }) => {
      const view = unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug: one.slug } }, signal }));
      const pages = unwrap(await api.POST('/api/compute/pages', { body: { kit: view.kit }, signal }));
      return { kit: view.kit, layouts: pages.layouts };
    },
  });
  const at = kit.data?.kit.layouts?.findIndex((l) => l.id === one.layout) ?? -1;
  return (
    <Shown
      name={one.name}
      picture={kit.data?.layouts[at]?.picture}
      papers={kit.data?.kit.papers ?? []}
      takes={one.takes}
      made={{ slug: one.slug, layout: one.layout }}
    />
  );
}

function ShownPage({ page, papers }: { page: LeftPage; papers: LeftPapers }) {
  return (
    <Shown
      name={page.layout.name}
      says={page.says}
      picture={page.picture}
      papers={papers}
      takes={page.takes}
      made={{ page: page.layout }}
    />
  );
}

interface ShownProps {
  name: string;
  says?: readonly string[];
  picture: Scene | undefined;
  papers: readonly Paper[];
  takes: Still['takes'];
  /** What a kit is made of. */
  made: { slug: string; layout: string } | { page: Layout };
}

function Shown({ name, says = [], picture, papers, takes, made }: ShownProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/stock/still', { body: made })),
    onSuccess: (view) => void navigate(`/kits/${view.slug}/pages`),
  });
  return (
    <>
      <LeafHead
        aside={
          <button type="button" className="press-first" disabled={make.isPending} onClick={() => make.mutate()}>
            {t('still.make')}
          </button>
        }
      >
        <h2 className="truncate text-[28px] leading-8">{name}</h2>
      </LeafHead>
      {make.error && (
        <p role="alert" className="px-6 text-[15px] text-rust">
          {make.error.message}
        </p>
      )}
      <p className="px-6 text-[15px] text-soft">{t('still.promised')}</p>
      <div className="flex min-h-0 flex-1 items-center justify-center p-6">
        {picture && <ScenePicture scene={picture} papers={papers} className="max-h-full w-full" />}
      </div>
      {says.length > 0 && (
        <ul className="mx-6 mb-3 text-[15px]">
          {says.map((one) => (
            <li key={one}>{unbroken(one)}</li>
          ))}
        </ul>
      )}
      <table className="mx-6 mb-6 text-[15px]">
        <caption className="sr-only">{t('still.takes')}</caption>
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal">{t('still.takesOf')}</th>
            <th className="text-right font-normal">{t('still.sheets')}</th>
            <th className="pl-6 font-normal">{t('still.scraps')}</th>
          </tr>
        </thead>
        <tbody>
          {takes.map((take) => (
            <tr key={take.for} className="border-t border-line align-baseline">
              <td className="py-1">
                {take.name}
                {!take.isCounted && <span className="text-soft"> {t('still.granted')}</span>}
              </td>
              <td className="text-right">{take.sheets || '–'}</td>
              <td className="pl-6">
                {take.scraps
                  .map(({ size, count }) =>
                    t('still.scrap', { count, size: `${readable(size.width)} x ${readable(size.height)}` }),
                  )
                  .join(', ') || '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
