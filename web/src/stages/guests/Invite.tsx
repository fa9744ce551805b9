import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api, ApiError, unwrap, type InvitationView } from '../../api/client';
import { wordMembers } from '../../parts/layoutWords';
import { ScenePicture } from '../../parts/ScenePicture';
import { PhotoOrder } from './PhotoOrder';
import { PictureRow } from './PictureRow';
import { wordsSaid, type WordsFor } from './words';

/** A guest's own leaf, opened by their private link, made for a phone: which photos they bring, and what they need. */
export function Invite() {
  const { secret = '' } = useParams();
  const queries = useQueryClient();
  const params = { path: { secret } };
  const key = ['invitation', secret];
  const view = useQuery({
    queryKey: key,
    queryFn: async () => unwrap(await api.GET('/api/invitations/{secret}', { params })),
    retry: false,
  });
  if (view.error)
    return (
      <main className="mx-auto max-w-xl p-6">
        <h1 className="text-[28px] leading-9">This link opens nothing</h1>
        <p className="mt-4">It may have been withdrawn, or the workshop is over. Ask your host for a new one.</p>
      </main>
    );
  if (!view.data) return <p className="p-6 text-soft">Opening…</p>;
  return (
    <Answer
      key={secret}
      secret={secret}
      view={view.data}
      onRead={() => queries.invalidateQueries({ queryKey: key })}
      onSaved={(next) => queries.setQueryData(key, next)}
    />
  );
}

interface Props {
  secret: string;
  view: InvitationView;
  onRead: () => Promise<unknown>;
  onSaved: (view: InvitationView) => void;
}

const day = (date: string) => new Date(`${date}T12:00`).toLocaleDateString([], { dateStyle: 'full' });
const clock = (time: string | null) => time?.slice(0, 5);

function Answer({ secret, view, onRead, onSaved }: Props) {
  const [photos, setPhotos] = useState<Record<string, string>>(view.photos);
  const [words, setWords] = useState<WordsFor>(view.words);
  const [needs, setNeeds] = useState(view.needs ?? '');
  const save = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.PUT('/api/invitations/{secret}', {
          params: { path: { secret } },
          body: { photos, needs, words: wordsSaid(words) },
          headers: { 'If-Match': `"${view.version}"` },
        }),
      ),
    onSuccess: onSaved,
  });
  const faults = save.error instanceof ApiError ? save.error.errors : {};
  const isTouched =
    needs !== (view.needs ?? '') ||
    JSON.stringify(wordsSaid(words)) !== JSON.stringify(wordsSaid(view.words)) ||
    view.layouts.some((l) => (photos[l.id] ?? '') !== (view.photos[l.id] ?? ''));
  const hours = view.starts ? `, ${clock(view.starts)}${view.ends ? ` to ${clock(view.ends)}` : ''}` : '';
  return (
    <main className="mx-auto max-w-xl px-5 py-6">
      <h1 className="text-[28px] leading-9">
        {view.workshop}, for {view.guest}
      </h1>
      <p className="pt-1">
        {day(view.date)}
        {hours}
        {view.place && <>; {view.place}</>}
      </p>
      <p className="pt-3">
        You will make <em>{view.kit}</em>. Say which photos you bring for each page, as well as you know: the papers in your bag
        are then cut to suit them.
      </p>
      {view.brings.length > 0 && <p className="pt-2">Please bring {view.brings.join('; ')}.</p>}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        {view.layouts.map((layout) => (
          <section key={layout.id} className="border-b border-line py-5" aria-label={layout.name}>
            <h2 className="text-xl">{layout.name}</h2>
            <ScenePicture scene={layout.picture} papers={view.papers} labels={false} className="mt-2 w-full" />
            <p className="pt-2 text-[15px] text-soft">
              As designed it holds {layout.openings.length} photos: {layout.openings.join(', ')}.
            </p>
            <label className="block pt-2 text-[15px]">
              Your photos, width first
              <input
                className="field mt-1 w-full"
                value={photos[layout.id] ?? ''}
                maxLength={1000}
                placeholder="2 of 4 x 6, 3 x 4 whole"
                aria-invalid={`photos.${layout.id}` in faults}
                onChange={(event) => setPhotos({ ...photos, [layout.id]: event.currentTarget.value })}
              />
            </label>
            {faults[`photos.${layout.id}`] && (
              <p role="alert" className="pt-1 text-[15px] text-rust">
                {faults[`photos.${layout.id}`]}
              </p>
            )}
            <PhotoOrder text={photos[layout.id] ?? ''} onChange={(line) => setPhotos({ ...photos, [layout.id]: line })} />
            <fieldset className="mt-4 text-[15px]">
              <legend>What is to be read there, if you know it</legend>
              <div className="grid grid-cols-2 gap-2 pt-1">
                {wordMembers.map(([member, name]) => (
                  <label key={member} className="block text-soft">
                    {name}
                    <input
                      className="field mt-0.5 w-full"
                      maxLength={120}
                      value={words[layout.id]?.[member] ?? ''}
                      onChange={(event) =>
                        setWords({ ...words, [layout.id]: { ...words[layout.id], [member]: event.currentTarget.value } })
                      }
                    />
                  </label>
                ))}
              </div>
            </fieldset>
            {faults[`words.${layout.id}`] && (
              <p role="alert" className="pt-1 text-[15px] text-rust">
                {faults[`words.${layout.id}`]}
              </p>
            )}
            <PictureRow
              large
              layout={layout.id}
              pictures={view.pictures}
              address={`/api/invitations/${secret}`}
              onChange={onRead}
            />
          </section>
        ))}
        {view.letters.map((says) => (
          <p key={says} role="status" className="pt-2 text-[15px] text-rust">
            {says}
          </p>
        ))}
        <p className="pt-3 text-[15px] text-soft">
          After a size you may write <em>whole</em> (nothing may be cropped), <em>once</em> (there is only one of it),{' '}
          <em>focal</em>, <em>bw</em>, <em>later</em> (not printed yet), <em>left</em> or <em>right</em> (where people look),{' '}
          <em>faces left</em> or <em>below</em> (where nothing is to be trimmed off), <em>border 1/4</em> (a white border, so
          wide). Of picture files only a small copy is kept, without place or time.
        </p>
        <label className="block pt-4 text-[15px]">
          What you need (large print, a left-handed trimmer, a seat by the window)
          <textarea
            className="field mt-1 w-full"
            rows={3}
            maxLength={1000}
            value={needs}
            onChange={(event) => setNeeds(event.currentTarget.value)}
          />
        </label>
        {save.error && (
          <p role="alert" className="pt-2 text-rust">
            Nothing was sent yet: {save.error.message}
          </p>
        )}
        <p className="flex items-baseline gap-4 pt-4 pb-10">
          <button type="submit" className="press-first shrink-0" disabled={save.isPending}>
            {save.isPending ? 'Sending…' : 'Send to your host'}
          </button>
          <span role="status" className="text-[15px] text-moss">
            {!isTouched && view.answeredAt && `Your host has it. You may change it until the workshop.`}
          </span>
        </p>
      </form>
    </main>
  );
}
