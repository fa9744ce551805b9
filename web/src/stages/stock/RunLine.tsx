import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { useBooking } from '../../parts/useBooking';

/**
 * The run of this kit: confirmed, it has its sheets and parts promised, so that no other kit plans with them; a draft promises
 * nothing.
 */
export function RunLine() {
  const { t } = useTranslation();
  const { kit, slug, stock } = useKit();
  const kits = Math.max(1, kit.kits ?? 1);
  const path = { slug };
  const confirm = useBooking(async (_: null, key, revision) =>
    unwrap(
      await api.POST('/api/kits/{slug}/stock/run', {
        params: { path },
        body: { kits, key },
        headers: { 'If-Match': `"${revision}"` },
      }),
    ),
  );
  const release = useBooking(async (_: null, _key, revision) =>
    unwrap(await api.DELETE('/api/kits/{slug}/stock/run', { params: { path }, headers: { 'If-Match': `"${revision}"` } })),
  );
  if (!stock || stock.things.every((thing) => thing.onHand === null)) return null;
  const { run } = stock;
  const busy = confirm.isPending || release.isPending;
  const error = confirm.error ?? release.error;
  const press = (does: typeof confirm) => {
    does.again();
    does.book(null);
  };
  return (
    <div className="px-6 text-[15px]">
      <p className="flex flex-wrap items-baseline gap-x-3">
        {!run ? (
          <span className="text-soft">{t('run.draft', { count: kits })}</span>
        ) : run.isCurrent ? (
          <span className="text-moss">{t('run.confirmed', { count: run.kits })}</span>
        ) : (
          <span className="text-brass">{t('run.changed', { count: run.kits, revision: run.revision })}</span>
        )}
        {!run?.isCurrent && (
          <button type="button" className="press" disabled={busy} onClick={() => press(confirm)}>
            {run ? t('run.anew', { count: kits }) : t('run.confirm')}
          </button>
        )}
        {run && (
          <button type="button" className="quiet" disabled={busy} onClick={() => press(release)}>
            {t('run.release')}
          </button>
        )}
      </p>
      {error && (
        <p role="alert" className="text-rust">
          {error.message}
        </p>
      )}
    </div>
  );
}
