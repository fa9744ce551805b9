import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Kit } from '../../api/client';
import type { components } from '../../api/schema';
import { Fold, LeafHead } from '../../parts/Fold';
import { readable } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';
import { CardsOfASize } from './CardsOfASize';

type Still = components['schemas']['StillView'];

const keyOf = (one: Still) => `${one.slug} ${one.layout}`;

const many = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

/** What can still be made of scraps, spare sheets and parts that are promised to nobody. */
export function StillMade() {
  const still = useQuery({
    queryKey: ['still'],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/stock/still', { signal })),
    gcTime: 0,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  if (still.error) throw still.error;
  const made = still.data?.made ?? [];
  const one = made.find((m) => keyOf(m) === chosen) ?? made[0];
  const says = (
    <>
      <LeafHead
        aside={
          <Link to="/" className="press">
            All kits
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">What can still be made</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {still.data
          ? `${many(still.data.looked, 'layout')} looked at; ${made.length} come out of what lies in the studio and is promised to nobody.`
          : 'Looking through sheets and scraps…'}
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        <ul>
          {made.map((m) => (
            <li key={keyOf(m)} className="border-b border-line">
              <button
                type="button"
                aria-pressed={m === one}
                className={`-mx-2 w-[calc(100%+16px)] px-2 py-2 text-left text-[15px] ${m === one ? 'bg-lit' : ''}`}
                onClick={() => setChosen(keyOf(m))}
              >
                <span className="flex items-baseline justify-between gap-4">
                  <span className="truncate font-serif text-lg">{m.name}</span>
                  <span className="shrink-0 text-soft">{m.kit}</span>
                </span>
                <span className={`block ${m.isWhole ? 'text-moss' : ''}`}>
                  {m.isWhole
                    ? 'as it is designed'
                    : [...m.standIns.map((s) => s.says), ...m.without.map((w) => `without ${w}`)].join('; ')}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {still.data && made.length === 0 && (
          <p className="text-[15px]">
            Nothing comes out of what is there: count sheets and scraps under Stock, or release a run that is not made.
          </p>
        )}
        <CardsOfASize />
      </div>
    </>
  );
  return (
    <div className="h-dvh">
      <Fold says={says} showing="the layout" shows={one && <Shown key={keyOf(one)} one={one} />} />
    </div>
  );
}

function Shown({ one }: { one: Still }) {
  const navigate = useNavigate();
  const kit = useQuery({
    queryKey: ['still', one.slug],
    queryFn: async ({ signal }) => {
      const view = unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug: one.slug } }, signal }));
      const pages = unwrap(await api.POST('/api/compute/pages', { body: { kit: view.kit }, signal }));
      return { kit: view.kit, layouts: pages.layouts };
    },
  });
  const make = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/stock/still', { body: { slug: one.slug, layout: one.layout } })),
    onSuccess: (view) => void navigate(`/kits/${view.slug}/pages`),
  });
  const at = kit.data?.kit.layouts?.findIndex((l) => l.id === one.layout) ?? -1;
  const picture = kit.data?.layouts[at]?.picture;
  return (
    <>
      <LeafHead
        aside={
          <button type="button" className="press-first" disabled={make.isPending} onClick={() => make.mutate()}>
            Make a kit of it
          </button>
        }
      >
        <h2 className="truncate text-[28px] leading-8">{one.name}</h2>
      </LeafHead>
      {make.error && (
        <p role="alert" className="px-6 text-[15px] text-rust">
          {make.error.message}
        </p>
      )}
      <p className="px-6 text-[15px] text-soft">
        The new kit has this one layout; what it takes is promised to it, so that nobody else plans with it.
      </p>
      <div className="flex min-h-0 flex-1 items-center justify-center p-6">
        {picture && kit.data && <ScenePicture scene={picture} papers={papersOf(kit.data.kit)} className="max-h-full w-full" />}
      </div>
      <table className="mx-6 mb-6 text-[15px]">
        <caption className="sr-only">What it takes</caption>
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal">It takes of</th>
            <th className="text-right font-normal">sheets</th>
            <th className="pl-6 font-normal">scraps</th>
          </tr>
        </thead>
        <tbody>
          {one.takes.map((t) => (
            <tr key={t.for} className="border-t border-line align-baseline">
              <td className="py-1">
                {t.name}
                {!t.isCounted && <span className="text-soft"> (not counted: taken for granted)</span>}
              </td>
              <td className="text-right">{t.sheets || '–'}</td>
              <td className="pl-6">{t.scraps.map(scrap).join(', ') || '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

const papersOf = (kit: Kit) => kit.papers ?? [];

const scrap = ({ size, count }: Still['takes'][number]['scraps'][number]) =>
  `${count > 1 ? `${count} of ` : ''}${readable(size.width)} x ${readable(size.height)}`;
