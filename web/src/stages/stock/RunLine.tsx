import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { useBooking } from '../../parts/useBooking';

const kitsOf = (n: number) => (n === 1 ? '1 kit' : `${n} kits`);

/**
 * The run of this kit: confirmed, it has its sheets and parts promised, so that no other kit plans with them; a draft promises
 * nothing.
 */
export function RunLine() {
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
  if (!stock || stock.things.every((t) => t.onHand === null)) return null;
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
          <span className="text-soft">The run of {kitsOf(kits)} is a draft: nothing is promised to it.</span>
        ) : run.isCurrent ? (
          <span className="text-moss">{kitsOf(run.kits)} confirmed; what they take is promised to this kit.</span>
        ) : (
          <span className="text-brass">
            {kitsOf(run.kits)} were confirmed, and the kit has changed since revision {run.revision}.
          </span>
        )}
        {!run?.isCurrent && (
          <button type="button" className="press" disabled={busy} onClick={() => press(confirm)}>
            {run ? `Confirm ${kitsOf(kits)} anew` : 'Confirm the run'}
          </button>
        )}
        {run && (
          <button type="button" className="quiet" disabled={busy} onClick={() => press(release)}>
            Let it go
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
