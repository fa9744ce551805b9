import { BestForAll } from './BestForAll';
import type { useBestForAll } from './useBestForAll';

/** The best fits for all who need one: asked for by a press, told as they come, then looked at. */
export function FitForAll({ all }: { all: ReturnType<typeof useBestForAll> }) {
  return (
    <>
      {all.waiting > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 pb-2 text-[15px]" role="status">
          {all.isRunning ? (
            <>
              Fitting: {all.progress.done} of {all.progress.of}…
              <button type="button" className="press" onClick={all.stop}>
                Stop here
              </button>
            </>
          ) : (
            <button type="button" className="press" onClick={all.start}>
              Look at the best fit for {all.waiting === 1 ? 'the one guest who needs' : `${all.waiting} guests who need`} one
            </button>
          )}
        </p>
      )}
      {all.offers && <BestForAll offers={all.offers} isTaking={all.isTaking} onTake={all.take} onClose={all.close} />}
    </>
  );
}
