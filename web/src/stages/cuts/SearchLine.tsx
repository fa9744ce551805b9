import { useTranslation } from 'react-i18next';
import type { PlanAnswer } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import type { Mode } from './keeping';
import { useSearch } from './useSearch';

/** A longer search where the plan is not proved: how it goes, and that what it finds is kept with the kit. */
export function SearchLine({ plan, mode }: { plan: PlanAnswer['plan']; mode: Mode }) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const search = useSearch(kit, mode, (better) => {
    if (!better.length) return;
    const others = (kit.chosenPlans ?? []).filter(
      (c) => !better.some((b) => b.paper === c.paper && b.kits === c.kits && (b.mode ?? 'each-kit') === (c.mode ?? 'each-kit')),
    );
    change({ ...kit, chosenPlans: [...others, ...better] });
  });
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  const chosen = plan.bySheet.filter((s) => s.isChosen).map((s) => s.sheet);
  const last = Object.entries(search.progress).at(-1);
  return (
    <div className="px-6 text-[15px] text-soft">
      {chosen.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span>{t('searchLine.thePlanYouChose', { value: chosen.map(nameOf).join(', ') })}</span>
          <button
            type="button"
            className="quiet"
            onClick={() => change({ ...kit, chosenPlans: (kit.chosenPlans ?? []).filter((c) => !chosen.includes(c.paper)) })}
          >
            {t('searchLine.letItGo')}
          </button>
        </p>
      )}
      {search.isRunning ? (
        <p role="status" className="flex items-baseline gap-3">
          <span className="min-w-0 flex-1 truncate">
            {last
              ? t('searchLine.soFar', { paper: nameOf(last[0]), sheets: last[1].sheets, least: last[1].lowerBound })
              : t('searchLine.searching')}
          </span>
          <button type="button" className="press" onClick={search.stop}>
            {t('searchLine.stopKeepTheBest')}
          </button>
        </p>
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-3">
          {!plan.proved && (
            <button type="button" className="quiet" onClick={search.start}>
              {t('searchLine.searchLongerForA')}
            </button>
          )}
          {search.found === 0 && <span role="status">{t('searchLine.theLongerSearchFound')}</span>}
          {search.error && (
            <span role="alert" className="text-rust">
              {search.error.message}
            </span>
          )}
        </p>
      )}
    </div>
  );
}
