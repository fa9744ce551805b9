import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';
import { unbroken } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';
import type { BestFit } from './useBestForAll';

interface Props {
  offers: readonly BestFit[];
  isTaking: boolean;
  onTake: (chosen: readonly BestFit[]) => void;
  onClose: () => void;
}

/** Under this a fit is looked at by eye before it is taken. */
const byEye = 80;

const keyOf = (offer: BestFit) => `${offer.guest.id} ${offer.layout}`;

const scoreOf = (offer: BestFit) => offer.view?.fit.score ?? Number.NEGATIVE_INFINITY;

/** The best fit for everybody at the table, those that need an eye first; the others are chosen already. */
export function BestForAll({ offers, isTaking, onTake, onClose }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(offers.filter((o) => scoreOf(o) >= byEye).map(keyOf)));
  const sorted = [...offers].sort((a, b) => scoreOf(a) - scoreOf(b));
  const low = offers.filter((o) => o.view && scoreOf(o) < byEye).length;
  const turn = (key: string) =>
    setChosen((was) => (was.has(key) ? new Set([...was].filter((k) => k !== key)) : new Set([...was, key])));
  return (
    <Dialog open title={t('best.title')} onClose={onClose}>
      <p className="text-[15px] text-soft">
        {low === 0 ? t('best.allGood', { limit: byEye }) : t('best.low', { count: low, limit: byEye })}
      </p>
      <ul className="mt-2 max-h-[50vh] overflow-y-auto">
        {sorted.map((offer) => (
          <li key={keyOf(offer)} className="border-b border-line py-2 text-[15px]">
            {offer.view ? (
              <label className="grid cursor-pointer grid-cols-[1.25rem_7rem_1fr] items-start gap-x-3">
                <input
                  type="checkbox"
                  className="mt-1 accent-velvet"
                  checked={chosen.has(keyOf(offer))}
                  onChange={() => turn(keyOf(offer))}
                />
                <ScenePicture
                  scene={offer.view.picture}
                  papers={kit.papers ?? []}
                  labels={false}
                  {...(offer.view.changed.length > 0 ? { strong: new Set(offer.view.changed) } : {})}
                  className="h-16 w-full"
                />
                <span>
                  <span className="font-semibold">
                    {offer.guest.name}, {offer.layout}
                  </span>{' '}
                  <span className={`font-semibold ${offer.view.fit.score < byEye ? 'text-rust' : 'text-brass'}`}>
                    {Math.round(offer.view.fit.score)}
                  </span>
                  <br />
                  <span className="text-soft">{unbroken(offer.view.says)}</span>
                </span>
              </label>
            ) : (
              <span className="text-rust">{t('best.none', { guest: offer.guest.name, layout: offer.layout })}</span>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-4 flex justify-end gap-3">
        <button type="button" className="press" onClick={onClose}>
          {t('best.notNow')}
        </button>
        <button
          type="button"
          className="press-first"
          disabled={chosen.size === 0 || isTaking}
          onClick={() => onTake(offers.filter((o) => o.view && chosen.has(keyOf(o))))}
        >
          {t('best.take', { count: chosen.size })}
        </button>
      </p>
    </Dialog>
  );
}
