import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type StoredWorkshop } from '../../api/client';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { Dialog } from '../../parts/Dialog';

interface Props {
  /** The workshop to change; none to make one. */
  workshop: StoredWorkshop | null;
  slug: string;
  onClose: () => void;
  onSaved: (slug: string | null) => void;
}

/** A workshop: its name, day, hours and place, the kits that are made there, and which revision of each was handed out. */
export function WorkshopDialog({ workshop, slug, onClose, onSaved }: Props) {
  const { t } = useTranslation();
  const [entry, setEntry] = useState({
    name: workshop?.name ?? '',
    date: workshop?.date ?? '',
    starts: workshop?.starts?.slice(0, 5) ?? '',
    ends: workshop?.ends?.slice(0, 5) ?? '',
    place: workshop?.place ?? '',
    kits: workshop?.kits.map((k) => k.slug) ?? [slug],
  });
  const shelf = useQuery({ queryKey: ['kits'], queryFn: async () => unwrap(await api.GET('/api/kits')) });
  const save = useMutation({
    mutationFn: async () => {
      const body = {
        ...entry,
        starts: entry.starts ? `${entry.starts}:00` : null,
        ends: entry.ends ? `${entry.ends}:00` : null,
        place: entry.place || null,
      };
      return unwrap(
        workshop
          ? await api.PUT('/api/workshops/{slug}', {
              params: { path: { slug: workshop.slug } },
              body,
              headers: { 'If-Match': `"${workshop.version}"` },
            })
          : await api.POST('/api/workshops', { body }),
      );
    },
    onSuccess: (saved) => onSaved(saved.slug),
  });
  const remove = useMutation({
    mutationFn: async () => {
      if (workshop)
        unwrap(
          await api.DELETE('/api/workshops/{slug}', {
            params: { path: { slug: workshop.slug } },
            headers: { 'If-Match': `"${workshop.version}"` },
          }),
        );
    },
    onSuccess: () => onSaved(null),
  });
  const handOut = useMutation({
    mutationFn: async ({ kit, out }: { kit: string; out: boolean }) => {
      const params = { path: { slug: workshop?.slug ?? '', kit } };
      const headers = { 'If-Match': `"${workshop?.version ?? 0}"` };
      unwrap(
        out
          ? await api.PUT('/api/workshops/{slug}/kits/{kit}/handed-out', { params, headers })
          : await api.DELETE('/api/workshops/{slug}/kits/{kit}/handed-out', { params, headers }),
      );
    },
    onSuccess: () => onSaved(workshop?.slug ?? null),
  });
  const error = save.error ?? remove.error ?? handOut.error;
  const fault = (name: string) => (error instanceof ApiError ? error.errors[name] : undefined);
  const said = fault('ends') ?? fault('name') ?? error?.message;
  const set = (more: Partial<typeof entry>) => setEntry({ ...entry, ...more });
  return (
    <Dialog open title={workshop ? workshop.name : t('workshopDialog.aNewWorkshop')} onClose={onClose}>
      <form
        className="grid grid-cols-[5rem_1fr] items-baseline gap-x-3 gap-y-2 text-[15px]"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <label htmlFor="workshop-name">{t('workshopDialog.name')}</label>
        <input
          id="workshop-name"
          className="field"
          required
          maxLength={120}
          value={entry.name}
          onChange={(e) => set({ name: e.currentTarget.value })}
        />
        <label htmlFor="workshop-date">{t('workshopDialog.day')}</label>
        <input
          id="workshop-date"
          type="date"
          className="field"
          required
          value={entry.date}
          onChange={(e) => set({ date: e.currentTarget.value })}
        />
        <span>{t('workshopDialog.hours')}</span>
        <span className="flex items-baseline gap-2">
          <input
            type="time"
            aria-label={t('workshopDialog.begins')}
            className="field"
            value={entry.starts}
            onChange={(e) => set({ starts: e.currentTarget.value })}
          />
          {t('workshopDialog.to')}
          <input
            type="time"
            aria-label={t('workshopDialog.ends')}
            className="field"
            value={entry.ends}
            onChange={(e) => set({ ends: e.currentTarget.value })}
          />
        </span>
        <label htmlFor="workshop-place">{t('workshopDialog.place')}</label>
        <input
          id="workshop-place"
          className="field"
          maxLength={200}
          value={entry.place}
          onChange={(e) => set({ place: e.currentTarget.value })}
        />
        <span>{t('workshopDialog.kits')}</span>
        <ul>
          {(shelf.data ?? []).map((kit) => {
            const made = workshop?.kits.find((k) => k.slug === kit.slug);
            return (
              <li key={kit.slug} className="flex flex-wrap items-baseline gap-x-3">
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    className="accent-velvet"
                    checked={entry.kits.includes(kit.slug)}
                    onChange={(e) =>
                      set({
                        kits: e.currentTarget.checked ? [...entry.kits, kit.slug] : entry.kits.filter((k) => k !== kit.slug),
                      })
                    }
                  />
                  {kit.name}
                </label>
                {made && (
                  <>
                    <span className="text-soft">
                      {made.revision
                        ? t('workshopDialog.revisionIsHandedOut', { revision: made.revision })
                        : t('workshopDialog.newestRevision', { newest: made.newest })}
                    </span>
                    <button
                      type="button"
                      className="quiet"
                      disabled={handOut.isPending}
                      onClick={() => handOut.mutate({ kit: kit.slug, out: !made.revision })}
                    >
                      {made.revision ? t('workshopDialog.followTheNewestAgain') : t('workshopDialog.handItOutAs')}
                    </button>
                  </>
                )}
              </li>
            );
          })}
        </ul>
        {error && (
          <p role="alert" className="col-span-2 text-rust">
            {said}
          </p>
        )}
        <p className="col-span-2 flex gap-2 pt-3">
          <button type="submit" className="press-first" disabled={save.isPending}>
            {workshop ? t('workshopDialog.save') : t('workshopDialog.makeIt')}
          </button>
          <button type="button" className="press" onClick={onClose}>
            {t('workshopDialog.close')}
          </button>
          {workshop && (
            <span className="ml-auto">
              <ConfirmButton asks={t('workshopDialog.asks')} onConfirm={() => remove.mutate()}>
                {t('workshopDialog.remove')}
              </ConfirmButton>
            </span>
          )}
        </p>
      </form>
    </Dialog>
  );
}
