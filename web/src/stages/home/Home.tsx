import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { api, ApiError, unwrap, type KitOnShelf } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Fold, LeafHead } from '../../parts/Fold';
import { ScenePicture } from '../../parts/ScenePicture';
import { useKeys } from '../../parts/useKeys';
import { mayDesign, useMe } from '../../parts/useMe';
import { ChosenKit } from './ChosenKit';
import { counted, CountsDialog } from './CountsDialog';
import { FirstRun } from './FirstRun';
import { HomeFoot } from './HomeFoot';
import { NewKit } from './NewKit';
import { UploadFaults } from './UploadFaults';

const fetchKits = async () => unwrap(await api.GET('/api/kits'));

/** With more kits than these they are searched and put in order. */
const manyKits = 5;

/** The home leaf: kits with their real little spreads, the chosen one large. */
export function Home() {
  const { t } = useTranslation();
  const kits = useQuery({ queryKey: ['kits'], queryFn: fetchKits });
  const [chosen, setChosen] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const [find, setFind] = useState('');
  const [sort, setSort] = useState<'saved' | 'name'>('saved');
  const [away, setAway] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const refresh = () => void queries.invalidateQueries({ queryKey: ['kits'] });
  const me = useMe();
  const designs = mayDesign(me);
  const open = (slug: string) => void navigate(`/kits/${slug}/${designs ? 'pages' : 'packing'}`);

  const demo = useMutation({ mutationFn: async () => unwrap(await api.POST('/api/demo')), onSuccess: refresh });
  const remove = useMutation({
    mutationFn: async (kit: KitOnShelf) =>
      unwrap(
        await api.DELETE('/api/kits/{slug}', {
          params: { path: { slug: kit.slug } },
          headers: { 'If-Match': `"${kit.revision}"` },
        }),
      ),
    onSettled: refresh,
  });
  const put = useMutation({
    mutationFn: async (kit: KitOnShelf) =>
      unwrap(
        await api.PUT('/api/kits/{slug}/put-away', { params: { path: { slug: kit.slug } }, body: { putAway: !kit.putAway } }),
      ),
    onSettled: refresh,
  });
  const upload = useMutation({
    mutationFn: async ({ text, book }: { text: string; book: boolean }) => {
      return unwrap(
        await api.POST('/api/kits/file', {
          params: { query: { book } },
          body: text as never,
          bodySerializer: (body: unknown) => body as string,
          headers: { 'Content-Type': 'application/json' },
        }),
      );
    },
    onSuccess: (view) => open(view.slug),
  });
  const [counts, setCounts] = useState<string | null>(null);
  const readIn = (book: boolean) => {
    if (counts !== null) upload.mutate({ text: counts, book });
    setCounts(null);
  };
  useKeys([{ key: 'n', does: () => designs && setMaking(true) }]);

  if (kits.error) throw kits.error;
  if (!kits.data || !me) return <p className="p-12 text-soft">{t('home.opening')}</p>;
  const wanted = find.trim().toLowerCase();
  const putAway = kits.data.filter((k) => k.putAway).length;
  // With nothing left that is put away, the shelf is what is to be seen.
  const shows = away && putAway > 0;
  const found = kits.data
    .filter((k) => k.putAway === shows && k.name.toLowerCase().includes(wanted))
    .sort((a, b) => (sort === 'name' ? a.name.localeCompare(b.name) : b.savedAt.localeCompare(a.savedAt)));
  const kit = found.find((k) => k.slug === chosen) ?? found[0] ?? kits.data[0];
  const pick = () => file.current?.click();
  const dialogs = (
    <>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label={t('home.file')}
        className="hidden"
        onChange={(event) => {
          const [first] = event.currentTarget.files ?? [];
          if (first) void first.text().then((text) => (counted(text) ? setCounts(text) : upload.mutate({ text, book: false })));
          event.currentTarget.value = '';
        }}
      />
      <CountsDialog open={counts !== null} onAnswer={readIn} onClose={() => setCounts(null)} />
      <NewKit open={making} onClose={() => setMaking(false)} onMade={open} />
      {upload.error && (
        <UploadFaults
          error={upload.error instanceof ApiError ? upload.error : new ApiError(0, upload.error.message)}
          onClose={() => upload.reset()}
        />
      )}
    </>
  );
  if (!kit && !designs)
    return (
      <>
        <p className="p-12">{t('people.noKits')}</p>
        <HomeFoot me={me} />
      </>
    );
  if (!kit)
    return (
      <>
        <FirstRun
          busy={demo.isPending}
          trouble={demo.error?.message}
          onDemo={() => demo.mutate()}
          onNew={() => setMaking(true)}
          onFile={pick}
        />
        <HomeFoot me={me} />
        {dialogs}
      </>
    );
  const says = (
    <>
      <LeafHead
        aside={
          <>
            <Link to="/still" className="quiet">
              {t('home.still')}
            </Link>
            {designs && (
              <>
                <Link to="/outbox" className="quiet">
                  {t('home.outbox')}
                </Link>
                <button type="button" className="press" onClick={pick}>
                  {t('home.readIn')}
                </button>
                <button type="button" className="press-first" title="N" onClick={() => setMaking(true)}>
                  {t('home.newKit')}
                </button>
              </>
            )}
          </>
        }
      >
        <h1 className="text-[28px] leading-8">{t('home.kits')}</h1>
      </LeafHead>
      {(remove.error ?? put.error) && (
        <p role="alert" className="px-6 pt-2 text-[15px] text-rust">
          {(remove.error ?? put.error)?.message}
        </p>
      )}
      {putAway > 0 && (
        <p className="px-6 pt-2">
          <Choice
            label={t('home.which')}
            value={shows ? 'away' : 'shelf'}
            options={[
              { value: 'shelf', name: t('home.onShelf') },
              { value: 'away', name: t('home.away', { count: putAway }) },
            ]}
            onChange={(which) => setAway(which === 'away')}
          />
        </p>
      )}
      {kits.data.length > manyKits && (
        <p className="flex items-baseline gap-3 px-6 pt-2">
          <input
            type="search"
            aria-label={t('home.find')}
            placeholder={t('home.find')}
            className="field min-w-0 flex-1"
            value={find}
            onChange={(event) => setFind(event.currentTarget.value)}
          />
          <Choice
            label={t('home.order')}
            value={sort}
            options={[
              { value: 'saved', name: t('home.saved') },
              { value: 'name', name: t('home.name') },
            ]}
            onChange={setSort}
          />
        </p>
      )}
      {found.length === 0 && (
        <p className="px-6 pt-3 text-[15px] text-soft">{wanted ? t('home.none', { find: find.trim() }) : t('home.allAway')}</p>
      )}
      <ul className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {found.map((k) => (
          <li key={k.slug} className="border-b border-line">
            <button
              type="button"
              aria-pressed={k.slug === kit.slug}
              className={`-mx-2 flex w-[calc(100%+16px)] items-center gap-4 px-2 py-3 text-left ${k.slug === kit.slug ? 'bg-lit' : ''}`}
              onClick={() => (k.slug === kit.slug ? open(k.slug) : setChosen(k.slug))}
              onDoubleClick={() => open(k.slug)}
            >
              <span className="w-36 shrink-0">
                {k.picture && <ScenePicture scene={k.picture} papers={k.papers} labels={false} className="w-full" />}
              </span>
              <span className="min-w-0">
                <span className="block truncate font-serif text-xl">{k.name}</span>
                <span className="block text-[15px] text-soft">
                  {t('home.layouts', { count: k.layouts })}, {t('home.pieces', { count: k.pieces })},{' '}
                  {t('home.photos', { count: k.photos })}
                </span>
                {k.faults > 0 && <span className="block text-[15px] text-rust">{t('home.toMend', { count: k.faults })}</span>}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <HomeFoot me={me} />
    </>
  );
  return (
    <div className="h-dvh">
      <Fold
        says={says}
        shows={
          <ChosenKit
            kit={kit}
            onOpen={() => open(kit.slug)}
            onRemove={designs ? () => remove.mutate(kit) : null}
            onPutAway={designs ? () => put.mutate(kit) : null}
          />
        }
        showing={t('home.chosen')}
      />
      {dialogs}
    </div>
  );
}
