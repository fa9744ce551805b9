import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Layout } from '../../api/client';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';

interface Props {
  layout: Layout;
  onClose: () => void;
}

type Deed = { do: 'keep' | 'choose' | 'drop'; with: string; keptAs?: string };

/** Arrangements of a layout side by side: the one that it has, and those that are kept; one is chosen. All of it can be undone. */
export function Variants({ layout, onClose }: Props) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [name, setName] = useState('');
  const kept = layout.variants ?? [];
  const compared = useQuery({
    queryKey: ['variants', kit, layout.id],
    queryFn: async ({ signal }) => unwrap(await api.POST('/api/compute/variants', { body: { kit, layout: layout.id }, signal })),
    placeholderData: (before) => before,
  });
  const work = useMutation({
    mutationFn: async (deed: Deed) =>
      unwrap(await api.POST('/api/compute/layouts', { body: { kit, layout: layout.id, ...deed } })),
    onSuccess: (answer) => change(answer.kit),
  });
  const free = (wish: string) => {
    const taken = new Set(kept.map((v) => v.name));
    let [found, n] = [wish, 1];
    while (taken.has(found)) found = `${wish} ${++n}`;
    return found;
  };
  const keep = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    work.mutate({ do: 'keep', with: name.trim() || free(t('pages.variantFirst')) }, { onSuccess: () => setName('') });
  };
  const trouble = compared.error ?? work.error;
  return (
    <Dialog open wide title={t('pages.variantsOf', { layout: layout.name })} onClose={onClose}>
      <form onSubmit={keep} className="flex flex-wrap items-baseline gap-3 text-[15px]">
        <input
          className="field w-56"
          aria-label={t('pages.variantName')}
          placeholder={free(t('pages.variantFirst'))}
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <button className="press" disabled={work.isPending}>
          {t('pages.variantKeep')}
        </button>
      </form>
      {trouble && (
        <p role="alert" className="pt-3 text-[15px] text-rust">
          {trouble.message}
        </p>
      )}
      {kept.length === 0 && <p className="max-w-xl pt-4 text-[15px] text-soft">{t('pages.variantNone')}</p>}
      <ul className="mt-4 grid grid-cols-1 gap-6 sm:grid-cols-2">
        {(compared.data ?? []).map((one) => {
          const called = one.name ?? t('pages.variantNow');
          const eye = one.page.findings.filter((f) => f.gravity === 'eye' && f.accepted == null).length;
          return (
            <li key={one.name ?? ''} className="flex flex-col gap-2">
              <h3 className="text-lg leading-6">{called}</h3>
              <ScenePicture scene={one.page.picture} papers={kit.papers ?? []} className="w-full" />
              <p className="text-[15px] leading-5 text-soft">
                {[
                  one.page.summary,
                  t('pages.variantSheets', { count: one.sheets }),
                  eye > 0 && t('pages.variantEye', { count: eye }),
                  one.name != null &&
                    (one.moved.length === 0
                      ? t('pages.variantSame')
                      : t('pages.variantMoved', { list: one.moved.map((l) => l.slice(layout.id.length + 1)).join(', ') })),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </p>
              {one.name && (
                <p className="mt-auto flex gap-4 text-[15px]">
                  <button
                    type="button"
                    className="press"
                    aria-label={`${t('pages.variantTake')}: ${called}`}
                    disabled={work.isPending}
                    onClick={() => work.mutate({ do: 'choose', with: called, keptAs: free(t('pages.variantFirst')) })}
                  >
                    {t('pages.variantTake')}
                  </button>
                  <ConfirmButton
                    asks={t('pages.variantDropAsks', { name: called })}
                    onConfirm={() => work.mutate({ do: 'drop', with: called })}
                  >
                    {t('pages.variantDrop')}
                  </ConfirmButton>
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </Dialog>
  );
}
