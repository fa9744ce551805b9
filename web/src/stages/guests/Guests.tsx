import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type SubmitEvent } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, unwrap, type GuestView, type OpeningChange } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { GuestPhotos } from './GuestPhotos';
import { GuestOpenings } from './GuestOpenings';
import { GuestPictures } from './GuestPictures';
import { RosterDialog } from './RosterDialog';
import { Totals } from './Totals';
import { useBestForAll } from './useBestForAll';

/** The guests of the kit: what is turned or left empty for each, and everything that follows from it. */
export function Guests() {
  const { kit, slug, answer } = useKit();
  const { guest: asked } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [pasting, setPasting] = useState(false);
  const [adding, setAdding] = useState(false);
  const [pressed, setPressed] = useState<{ guest: number; changes: OpeningChange[] } | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const params = { path: { slug } };
  const guests = useQuery({
    queryKey: ['guests', slug],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/guests', { params })),
  });
  const reread = () => queries.invalidateQueries({ queryKey: ['guests', slug] });
  const choose = (id: number | null) => void navigate(`/kits/${slug}/guests${id === null ? '' : `/${id}`}`);

  const add = useMutation({
    mutationFn: async (called: string) =>
      unwrap(await api.POST('/api/kits/{slug}/guests', { params, body: { name: called, changes: [] } })),
    onSuccess: async (guest) => {
      setName('');
      await reread();
      choose(guest.id);
    },
  });
  const save = useMutation({
    mutationKey: ['guest', slug],
    // One after the other, each over the version the one before it left: two quick presses are no race.
    scope: { id: 'guest' },
    mutationFn: async ({
      guest,
      changes,
      photos,
    }: {
      guest: GuestView;
      changes: OpeningChange[];
      photos?: GuestView['photos'];
    }) => {
      const now = queries.getQueryData<GuestView[]>(['guests', slug])?.find((g) => g.id === guest.id) ?? guest;
      return unwrap(
        await api.PUT('/api/kits/{slug}/guests/{id}', {
          params: { path: { slug, id: guest.id } },
          body: { name: guest.name, changes, photos: photos ?? null },
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
    mutationFn: async (id: number) =>
      unwrap(await api.DELETE('/api/kits/{slug}/guests/{id}', { params: { path: { slug, id } } })),
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
  const list = guests.data ?? [];
  const guest = list.find((g) => String(g.id) === asked) ?? list[0];
  const all = useBestForAll(slug, kit, list, reread);
  const openings = (kit.layouts ?? []).flatMap((layout) =>
    (layout.pieces ?? []).filter((p) => p.opening).map((piece) => ({ layout, piece })),
  );
  // What was just pressed stands at once, while it is being saved. A change to an opening that the designer has since removed no longer
  // speaks of anything.
  const changes = ((pressed && pressed.guest === guest?.id ? pressed.changes : guest?.changes) ?? []).filter((c) =>
    openings.some((o) => o.layout.id === c.layout && o.piece.id === c.piece),
  );

  const says = (
    <>
      <LeafHead>
        <h1 className="text-[28px] leading-8">Guests</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {list.length} {list.length === 1 ? 'guest' : 'guests'}, {list.filter((g) => g.changes.length > 0).length} with changes
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        <form
          className="flex items-center gap-2 pb-2"
          onSubmit={(event: SubmitEvent<HTMLFormElement>) => {
            event.preventDefault();
            if (name.trim()) add.mutate(name.trim());
          }}
        >
          <input
            ref={field}
            aria-label="Name of a new guest"
            className="field w-56"
            placeholder="Name of a guest"
            maxLength={120}
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
          />
          <button type="submit" className="press" disabled={add.isPending || !name.trim()}>
            Add
          </button>
          <button type="button" className="quiet" title="R" onClick={() => setPasting(true)}>
            paste a roster
          </button>
          {list.length > 0 && (
            <button type="button" className="quiet" title="A" aria-expanded={adding} onClick={() => setAdding(!adding)}>
              all together
            </button>
          )}
        </form>
        {[add.error, save.error, remove.error, all.error].map(
          (error, i) =>
            error && (
              <p key={i} role="alert" className="pb-2 text-[15px] text-rust">
                {error.message}
              </p>
            ),
        )}
        {all.waiting > 0 && (
          <p className="flex flex-wrap items-baseline gap-x-3 pb-2 text-[15px]" role="status">
            {all.isRunning ? (
              <>
                Fitting {all.done + 1} of {all.waiting}…
                <button type="button" className="press" onClick={all.stop}>
                  Stop here
                </button>
              </>
            ) : (
              <button type="button" className="press" onClick={all.start}>
                Take the best fit for {all.waiting === 1 ? 'the one guest who has' : `${all.waiting} guests who have`} none yet
              </button>
            )}
          </p>
        )}
        {all.left.length > 0 && <p className="pb-2 text-[15px] text-rust">No fit was found for {all.left.join(', ')}.</p>}
        {adding && <Totals slug={slug} kit={kit} guests={list} />}
        {list.length === 0 && guests.data && (
          <p className="mt-2 max-w-md">
            Nobody yet. Add a guest, then say which photo openings are turned for them or left empty; their pages, cuts, counts
            and steps follow.
          </p>
        )}
        <ul className="flex flex-wrap gap-x-4 gap-y-1 border-b border-line pb-3">
          {list.map((g) => (
            <li key={g.id}>
              <button
                type="button"
                aria-current={g.id === guest?.id ? 'true' : undefined}
                className={g.id === guest?.id ? 'font-semibold text-velvet' : 'text-ink hover:text-velvet'}
                onClick={() => choose(g.id)}
              >
                {g.name}
              </button>
              <span className="text-[13px] text-soft">
                {' '}
                {g.changes.length > 0
                  ? `${g.changes.length} changed`
                  : Object.values(g.photos).some(Boolean)
                    ? 'as designed'
                    : 'no photos yet'}
              </span>
            </li>
          ))}
        </ul>
        {guest && (
          <GuestPhotos
            key={guest.id}
            name={guest.name}
            photos={guest.photos}
            changes={changes}
            onPhotos={(photos) => save.mutate({ guest, changes, photos })}
            onTake={(layout, taken) => {
              const next = [...changes.filter((c) => c.layout !== layout), ...taken];
              setPressed({ guest: guest.id, changes: next });
              save.mutate({ guest, changes: next });
            }}
          />
        )}
        {guest && (
          <GuestOpenings
            guest={guest}
            openings={openings}
            changes={changes}
            onChange={(next) => {
              setPressed({ guest: guest.id, changes: next });
              save.mutate({ guest, changes: next });
            }}
            onRemove={() => remove.mutate(guest.id)}
          />
        )}
      </div>
    </>
  );
  return (
    <>
      <Fold says={says} shows={answer && guest && <GuestPictures guest={guest} changes={changes} />} showing="before and after" />
      {pasting && (
        <RosterDialog
          slug={slug}
          kit={kit}
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
