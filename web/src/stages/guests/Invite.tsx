import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { Trans, useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type InvitationView } from '../../api/client';
import { locale } from '../../words/words';
import { wordMembers } from '../../parts/layoutWords';
import { ScenePicture } from '../../parts/ScenePicture';
import { PhotoOrder } from './PhotoOrder';
import { PictureRow } from './PictureRow';
import { wordsSaid, type WordsFor } from './words';

/** A guest's own leaf, opened by their private link, made for a phone: which photos they bring, and what they need. */
export function Invite() {
  const { t } = useTranslation();
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
        <h1 className="text-[28px] leading-9">{t('invite.thisLinkOpensNothing')}</h1>
        <p className="mt-4">{t('invite.itMayHaveBeen')}</p>
      </main>
    );
  if (!view.data) return <p className="p-6 text-soft">{t('invite.opening')}</p>;
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

const day = (date: string) => new Date(`${date}T12:00`).toLocaleDateString(locale(), { dateStyle: 'full' });
const clock = (time: string | null) => time?.slice(0, 5);

function Answer({ secret, view, onRead, onSaved }: Props) {
  const { t } = useTranslation();
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
      <h1 className="text-[28px] leading-9">{t('invite.for', { workshop: view.workshop, guest: view.guest })}</h1>
      <p className="pt-1">
        {day(view.date)}
        {hours}
        {view.place && <>; {view.place}</>}
      </p>
      <p className="pt-3">
        <Trans i18nKey="invite.make" values={{ kit: view.kit }} components={{ w: <em /> }} /> {t('invite.sayWhichPhotosYou')}
      </p>
      {view.brings.length > 0 && <p className="pt-2">{t('invite.pleaseBring', { value: view.brings.join('; ') })}</p>}
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
              {t('invite.asDesignedItHolds', { openings: layout.openings.length, value: layout.openings.join(', ') })}
            </p>
            <label className="block pt-2 text-[15px]">
              {t('invite.yourPhotosWidthFirst')}
              <input
                className="field mt-1 w-full"
                value={photos[layout.id] ?? ''}
                maxLength={1000}
                placeholder={t('invite.ofXXWhole')}
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
              <legend>{t('invite.whatIsToBe')}</legend>
              <div className="grid grid-cols-2 gap-2 pt-1">
                {wordMembers.map((member) => (
                  <label key={member} className="block text-soft">
                    {t(`layoutWords.${member}`)}
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
          <Trans i18nKey="invite.grammar" components={{ w: <em /> }} />
        </p>
        <label className="block pt-4 text-[15px]">
          {t('invite.whatYouNeedLarge')}
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
            {t('invite.nothingWasSentYet', { message: save.error.message })}
          </p>
        )}
        <p className="flex items-baseline gap-4 pt-4 pb-10">
          <button type="submit" className="press-first shrink-0" disabled={save.isPending}>
            {save.isPending ? t('invite.sending') : t('invite.sendToYourHost')}
          </button>
          <span role="status" className="text-[15px] text-moss">
            {!isTouched && view.answeredAt && t('invite.yourHostHasIt')}
          </span>
        </p>
      </form>
    </main>
  );
}
