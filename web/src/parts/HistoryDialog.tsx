import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../api/client';
import { locale } from '../words/words';
import { ConfirmButton } from './ConfirmButton';
import { Dialog } from './Dialog';
import { useKit } from './kitContext';
import { lastPrinted } from './lastPrinted';
import { ScenePicture } from './ScenePicture';

const when = (time: string) => new Date(time).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'medium' });

/** Earlier revisions: what changed since one of them, in words and in a picture of both, and the way back to it. */
export function HistoryDialog({ onClose }: { onClose: () => void }) {
  const { t } = useTranslation();
  const { kit, slug, revision, change } = useKit();
  const [chosen, setChosen] = useState<number | null>(null);
  const path = { slug };
  const revisions = useQuery({
    // A list asked for before a save is answered is not the list after it.
    queryKey: ['revisions', slug, revision],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/revisions', { params: { path } })),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  // Since the guide was last printed, where it was: that is the guide in people's hands.
  const printed = lastPrinted(revisions.data ?? []);
  const number = chosen ?? printed?.number ?? revisions.data?.[1]?.number ?? null;
  const old = useQuery({
    queryKey: ['revision', slug, number],
    queryFn:
      number === null
        ? skipToken
        : async () => unwrap(await api.GET('/api/kits/{slug}/revisions/{number}', { params: { path: { slug, number } } })),
  });
  return (
    <Dialog open title={t('historyDialog.whatChanged')} onClose={onClose}>
      <label className="flex items-baseline gap-2">
        {t('historyDialog.since')}
        <select
          className="field min-w-0 flex-1"
          value={number ?? ''}
          onChange={(event) => setChosen(Number(event.currentTarget.value))}
        >
          {revisions.data?.map((r) => (
            <option key={r.number} value={r.number}>
              {t(r.printedAt ? 'historyDialog.revisionPrinted' : 'historyDialog.revision', {
                number: r.number,
                saved: when(r.savedAt),
                printed: r.printedAt ? when(r.printedAt) : '',
              })}
            </option>
          ))}
        </select>
      </label>
      {printed && number === printed.number && (
        <p className="mt-2 text-[15px] text-soft">{t('historyDialog.theGuideWasLast', { number: printed.number })}</p>
      )}
      {revisions.data?.length === 1 && <p className="mt-3 text-soft">{t('historyDialog.thisIsTheFirst')}</p>}
      {old.data && number !== null && <Compared before={old.data.kit} after={kit} />}
      <div className="mt-5 flex flex-wrap gap-3">
        {old.data && (
          <ConfirmButton
            asks={t('historyDialog.asks', { number: number ?? '' })}
            onConfirm={() => {
              change(old.data.kit);
              onClose();
            }}
          >
            {t('historyDialog.goBackToIt')}
          </ConfirmButton>
        )}
        <button type="button" className="press" onClick={onClose}>
          {t('historyDialog.close')}
        </button>
      </div>
    </Dialog>
  );
}

function Compared({ before, after }: { before: Kit; after: Kit }) {
  const { t } = useTranslation();
  const compared = useQuery({
    queryKey: ['compared', before, after],
    queryFn: async ({ signal }) => {
      const [words, then, now] = await Promise.all([
        api.POST('/api/compute/revisions', { body: { before, after }, signal }),
        api.POST('/api/compute/pages', { body: { kit: before }, signal }),
        api.POST('/api/compute/pages', { body: { kit: after }, signal }),
      ]);
      return { changes: unwrap(words).changes, then: unwrap(then).layouts, now: unwrap(now).layouts };
    },
    gcTime: 0,
  });
  if (!compared.data) return <p className="mt-3 text-soft">{t('historyDialog.comparing')}</p>;
  const { changes, then, now } = compared.data;
  const first = now.find((l) => changes.some((c) => c.about === l.id || c.about.startsWith(`${l.id}-`)));
  const was = then.find((l) => l.id === first?.id);
  const touched = new Set(changes.map((c) => c.about));
  return (
    <>
      <ul className="mt-3 max-h-48 overflow-y-auto">
        {changes.map((c, i) => (
          <li key={i} className="border-b border-line py-1 text-[15px]">
            {c.says}
          </li>
        ))}
        {changes.length === 0 && <li className="text-soft">{t('historyDialog.nothingItSaysThe')}</li>}
      </ul>
      {first && (
        <div className="mt-3 grid grid-cols-2 gap-3 text-[13px] text-soft">
          <figure>
            {was && (
              <ScenePicture scene={was.picture} papers={before.papers ?? []} strong={touched} labels={false} className="w-full" />
            )}
            <figcaption>{t('historyDialog.then', { id: first.id })}</figcaption>
          </figure>
          <figure>
            <ScenePicture scene={first.picture} papers={after.papers ?? []} strong={touched} labels={false} className="w-full" />
            <figcaption>{t('historyDialog.now', { id: first.id })}</figcaption>
          </figure>
        </div>
      )}
    </>
  );
}
