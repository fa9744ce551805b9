import { useTranslation } from 'react-i18next';
import type { CountsAnswer } from '../../api/client';
import { useTable } from './useTable';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { MoneyField } from '../../parts/MoneyField';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';

const defaults = { currency: 'EUR', secondsPerCut: 20, minutesPerBag: 6, marginPercent: 0 };

/** What the run costs, figure by figure; each opens into what it is made of. */
export function Cost({ counts }: { counts: CountsAnswer }) {
  const { t } = useTranslation();
  const { kit, slug, change } = useKit();
  const { cost } = counts;
  const cut = useTable(slug).data?.times.find((t) => t.kind === 'cut');
  const costs = { ...defaults, ...kit.costs };
  const set = (more: Partial<typeof costs & { hour: string | null }>) => change({ ...kit, costs: { ...costs, ...more } });
  return (
    <>
      <div className="text-[15px]">
        {cost.lines.map((line) => (
          <details key={line.what} className="border-b border-line py-1">
            <summary className="flex cursor-pointer items-baseline gap-4">
              <span className="flex-1">{line.what}</span>
              {line.waste && <span className="text-[13px] text-soft">{t('cost.ofItWaste', { waste: line.waste })}</span>}
              <span className="w-24 text-right">{line.amount}</span>
            </summary>
            {line.made.map((says) => (
              <p key={says} className="pl-4 text-soft">
                {says}
              </p>
            ))}
          </details>
        ))}
        {cost.lines.length === 0 && <p>{t('cost.noPriceIsKnown')}</p>}
        <p className="flex justify-between pt-2 font-semibold">
          {t('cost.theRun')}
          <span>
            {cost.total} {cost.currency}
          </span>
        </p>
        <p className="flex justify-between">
          {t('cost.aKitTheTotal', { kits: counts.kits })} <span>{cost.perKit}</span>
        </p>
        <p className="flex justify-between font-semibold text-velvet">
          {t('cost.priceOfAKit', { marginPercent: cost.marginPercent })} <span>{cost.price}</span>
        </p>
        {cost.unpriced.length > 0 && (
          <p className="pt-2 text-rust">{t('cost.withoutAPriceYet', { value: cost.unpriced.join(', ') })}</p>
        )}
      </div>
      <div className="mt-5 grid grid-cols-[12rem_1fr] items-baseline gap-y-1 text-[15px]">
        <span className="text-soft">{t('cost.currency')}</span>
        <TextField
          label={t('cost.currency')}
          value={costs.currency}
          className="w-16"
          onChange={(currency) => /^[A-Za-z]{3}$/.test(currency) && set({ currency: currency.toUpperCase() })}
        />
        <span className="text-soft">{t('cost.anHourOfWork')}</span>
        <MoneyField
          label={t('cost.whatAnHourOf')}
          value={kit.costs?.hour ?? null}
          className="w-24"
          onChange={(hour) => set({ hour })}
        />
        <span className="text-soft">{t('cost.secondsACut')}</span>
        <NumberField
          align="left"
          label={t('cost.secondsACutTakes')}
          value={costs.secondsPerCut}
          max={3600}
          onChange={(n) => n !== null && set({ secondsPerCut: n })}
        />
        {cut && (
          <>
            <span />
            <span className="text-soft">
              {t('cost.timed', { count: cut.times, seconds: Math.round(cut.seconds) })}{' '}
              {Math.round(cut.seconds) !== costs.secondsPerCut && (
                <button type="button" className="quiet" onClick={() => set({ secondsPerCut: Math.round(cut.seconds) })}>
                  {t('cost.takeThat')}
                </button>
              )}
            </span>
          </>
        )}
        <span className="text-soft">{t('cost.minutesABag')}</span>
        <NumberField
          align="left"
          label={t('cost.minutesABagTakes')}
          value={costs.minutesPerBag}
          max={600}
          onChange={(n) => n !== null && set({ minutesPerBag: n })}
        />
        <span className="text-soft">{t('cost.addedForThePrice')}</span>
        <NumberField
          align="left"
          label={t('cost.marginInHundredths')}
          value={costs.marginPercent}
          max={1000}
          onChange={(n) => n !== null && set({ marginPercent: n })}
        />
      </div>
      <p className="pt-4">
        <a className="press" href={`/api/kits/${slug}/tables/costs.csv`} download>
          {t('cost.saveAsATable')}
        </a>
      </p>
    </>
  );
}

/** The lines as shares of the whole, one under the other. */
export function CostPicture({ counts }: { counts: CountsAnswer }) {
  const { t } = useTranslation();
  const { lines, currency } = counts.cost;
  const most = Math.max(0.01, ...lines.map((l) => Number(l.amount)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">{t('cost.whereTheMoneyGoes', { currency })}</p>
      </LeafHead>
      <ul className="min-h-0 flex-1 overflow-y-auto p-6 pt-2" tabIndex={0} aria-label={t('cost.whereTheMoneyGoes', { currency })}>
        {lines.map((line) => (
          <li key={line.what} className="py-2 text-[15px]">
            <p className="flex justify-between">
              {line.what} <span className="text-soft">{line.amount}</span>
            </p>
            <div className="relative mt-1 h-4 bg-linen" aria-hidden>
              <div
                className="absolute inset-y-0 left-0 bg-velvet/60"
                style={{ width: `${(100 * Number(line.amount)) / most}%` }}
              />
              {line.waste && (
                <div
                  className="absolute inset-y-0 left-0 bg-rust/70"
                  style={{ width: `${(100 * Number(line.waste)) / most}%` }}
                />
              )}
            </div>
          </li>
        ))}
        {lines.some((l) => l.waste) && <li className="pt-2 text-[13px] text-soft">{t('cost.theDarkerPartIs')}</li>}
      </ul>
    </>
  );
}
