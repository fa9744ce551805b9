import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, unwrap, type GuestView, type OpeningChange, type StoredWorkshop } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { FitForAll } from './FitForAll';
import { GuestPhotos } from './GuestPhotos';
import { GuestNames } from './GuestNames';
import { GuestOpenings } from './GuestOpenings';
import { hasAnswered } from './guestPhotos';
import { GuestPictures } from './GuestPictures';
import { GuestSeat } from './GuestSeat';
import { NewGuest } from './NewGuest';
import { RosterDialog } from './RosterDialog';
import { Totals } from './Totals';
import { WantedPhotos } from './WantedPhotos';
import { useBestForAll } from './useBestForAll';
import { useStanding } from './useStanding';

interface Props {
  workshop: StoredWorkshop | null;
  workshops: readonly StoredWorkshop[];
  /** Where another workshop is chosen. */
  switching: ReactNode;
}

type Said = Partial<Pick<GuestView, 'photos' | 'words'>> & { email?: string; needs?: string; workshop?: string };

/** The roster: who comes, how it stands with their photos, and the chosen guest's own leaf. */
export function Roster({ workshop, workshops, switching }: Props) {
  const { t } = useTranslation();
  const { kit, slug, answer } = useKit();
  const [search] = useSearchParams();
  const { guest: asked } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [pasting, setPasting] = useState(false);
  const [adding, setAdding] = useState(false);
  const [pressed, setPressed] = useState<{ guest: number; changes: OpeningChange[] } | null>(null);
  // An offer that is looked at, not yet taken.
  const [looked, setLooked] = useState<{ guest: number; layout: string; changes: OpeningChange[] } | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const params = { path: { slug } };
  const guests = useQuery({
    queryKey: ['guests', slug],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/guests', { params })),
  });
  const reread = () => queries.invalidateQueries({ queryKey: ['guests', slug] });
  const choose = (id: number | null) =>
    void navigate({ pathname: `/kits/${slug}/guests${id === null ? '' : `/${id}`}`, search: search.toString() });

  const add = useMutation({
    mutationFn: async (called: string) =>
      unwrap(
        await api.POST('/api/kits/{slug}/guests', {
          params,
          body: { name: called, changes: [], workshop: workshop?.slug ?? null },
        }),
      ),
    onSuccess: async (guest) => {
      await reread();
      choose(guest.id);
    },
  });
  const save = useMutation({
    mutationKey: ['guest', slug],
    // One after the other, each over the version the one before it left: two quick presses are no race.
    scope: { id: 'guest' },
    mutationFn: async ({ guest, changes, said = {} }: { guest: GuestView; changes: OpeningChange[]; said?: Said }) => {
      const now = queries.getQueryData<GuestView[]>(['guests', slug])?.find((g) => g.id === guest.id) ?? guest;
      return unwrap(
        await api.PUT('/api/kits/{slug}/guests/{id}', {
          params: { path: { slug, id: guest.id } },
          body: { name: guest.name, changes, ...said },
          headers: { 'If-Match': `"${now.version}"` },
        }),
      );
    },
    onSettled: async () => {
      await reread();
      if (queries.isMutating({ mutationKey: ['guest', slug] }) <= 1) setPressed(null);
    },
  });
  const remove = useMutation({
    mutationFn: async ({ id, version }: GuestView) =>
      unwrap(
        await api.DELETE('/api/kits/{slug}/guests/{id}', {
          params: { path: { slug, id } },
          headers: { 'If-Match': `"${version}"` },
        }),
      ),
    onSuccess: async () => {
      choose(null);
      await reread();
    },
  });
  useKeys([
    { key: 'n', does: () => field.current?.focus() },
    { key: 'r', does: () => setPasting(true) },
    { key: 'a', does: () => setAdding((shown) => !shown) },
    { key: 'p', does: () => guest && void window.open(`/api/kits/${slug}/guide.pdf?guest=${guest.id}`, '_blank') },
  ]);

  if (guests.error) throw guests.error;
  const list = (guests.data ?? []).filter((g) => !workshop || g.workshop === workshop.slug);
  const guest = list.find((g) => String(g.id) === asked) ?? list[0];
  const standing = useStanding(slug, kit, list, workshop?.slug);
  const all = useBestForAll(slug, kit, list, standing, reread);
  const openings = (kit.layouts ?? []).flatMap((layout) =>
    (layout.pieces ?? []).filter((p) => p.opening).map((piece) => ({ layout, piece })),
  );
  // What was just pressed stands at once, while it is being saved.
  const changes = (pressed && pressed.guest === guest?.id ? pressed.changes : guest?.changes) ?? [];
  const change = (next: OpeningChange[]) => {
    if (!guest) return;
    setPressed({ guest: guest.id, changes: next });
    setLooked(null);
    save.mutate({ guest, changes: next });
  };
  const answered = list.filter(hasAnswered).length;
  const needing = list.filter((g) => standing.get(g.id)?.stands === 'needs-a-fit').length;
  const query = workshop ? `?workshop=${workshop.slug}` : '';

  const says = (
    <>
      <LeafHead aside={switching}>
        <h1 className="text-[28px] leading-8">{t('stages.guests')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {t('guests.guests', { count: list.length })},{' '}
        {t('guests.withChanges', { count: list.filter((g) => g.changes.length > 0).length })},{' '}
        {t('guests.notHeard', { count: list.length - answered })}
        {needing > 0 && `, ${t('guests.needing', { count: needing })}`}
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        <NewGuest
          field={field}
          busy={add.isPending}
          onAdd={(name, taken) => add.mutate(name, { onSuccess: taken })}
          onPaste={() => setPasting(true)}
          adding={list.length > 0 ? adding : null}
          onAdding={setAdding}
        />
        {[add.error, save.error, remove.error, all.error].map(
          (error, i) =>
            error && (
              <p key={i} role="alert" className="pb-2 text-[15px] text-rust">
                {error.message}
              </p>
            ),
        )}
        <FitForAll all={all} />
        {adding && <Totals slug={slug} kit={kit} guests={list} query={query} />}
        {list.length === 0 && guests.data && <p className="mt-2 max-w-md">{t('guests.nobody')}</p>}
        <GuestNames guests={list} standing={standing} chosen={guest?.id ?? null} onChoose={choose} />
        {guest && (
          <>
            <GuestSeat
              key={`seat ${guest.id}`}
              slug={slug}
              guest={guest}
              workshops={workshops}
              onSay={(said) => save.mutate({ guest, changes, said })}
              onInvited={reread}
            />
            <GuestPhotos
              key={`photos ${guest.id}`}
              guest={guest}
              changes={changes}
              onPhotos={(photos) => save.mutate({ guest, changes, said: { photos } })}
              onPictures={reread}
              onTake={(layout, taken) => change([...changes.filter((c) => c.layout !== layout), ...taken])}
              onLook={(layout, offer) => setLooked({ guest: guest.id, layout, changes: [...offer] })}
            />
            <GuestOpenings
              guest={guest}
              query={workshop ? `&workshop=${workshop.slug}` : ''}
              openings={openings}
              changes={changes}
              onChange={change}
              onWords={(words) => save.mutate({ guest, changes, said: { words } })}
              onRemove={() => remove.mutate(guest)}
            />
          </>
        )}
      </div>
    </>
  );
  return (
    <>
      <Fold
        says={says}
        shows={
          answer && guest ? (
            <GuestPictures
              guest={guest}
              changes={
                looked?.guest === guest.id ? [...changes.filter((c) => c.layout !== looked.layout), ...looked.changes] : changes
              }
              looked={looked?.guest === guest.id ? looked.layout : null}
              onMoved={(layout, next) => change([...changes.filter((c) => c.layout !== layout), ...next])}
            />
          ) : (
            <WantedPhotos openings={openings} />
          )
        }
        showing={guest ? t('guests.beforeAfter') : t('guests.photosAsked')}
      />
      {pasting && (
        <RosterDialog
          slug={slug}
          kit={kit}
          workshop={workshop?.slug ?? null}
          onClose={() => setPasting(false)}
          onAdded={() => {
            setPasting(false);
            void reread();
          }}
        />
      )}
    </>
  );
}
