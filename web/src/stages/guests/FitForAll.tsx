import { useTranslation } from 'react-i18next';
import { BestForAll } from './BestForAll';
import type { useBestForAll } from './useBestForAll';

/** The best fits for all who need one: asked for by a press, told as they come, then looked at. */
export function FitForAll({ all }: { all: ReturnType<typeof useBestForAll> }) {
  const { t } = useTranslation();
  return (
    <>
      {all.waiting > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 pb-2 text-[15px]" role="status">
          {all.isRunning ? (
            <>
              {t('guests.fitting', { done: all.progress.done, of: all.progress.of })}
              <button type="button" className="press" onClick={all.stop}>
                {t('guests.stop')}
              </button>
            </>
          ) : (
            <button type="button" className="press" onClick={all.start}>
              {t('guests.fitAll', { count: all.waiting })}
            </button>
          )}
        </p>
      )}
      {all.offers && <BestForAll offers={all.offers} isTaking={all.isTaking} onTake={all.take} onClose={all.close} />}
    </>
  );
}
