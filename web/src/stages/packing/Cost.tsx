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
              {line.waste && <span className="text-[13px] text-soft">of it {line.waste} waste</span>}
              <span className="w-24 text-right">{line.amount}</span>
            </summary>
            {line.made.map((says) => (
              <p key={says} className="pl-4 text-soft">
                {says}
              </p>
            ))}
          </details>
        ))}
        {cost.lines.length === 0 && (
          <p>No price is known yet. Under To buy say what a pack holds and costs, and here what an hour of work costs.</p>
        )}
        <p className="flex justify-between pt-2 font-semibold">
          The run
          <span>
            {cost.total} {cost.currency}
          </span>
        </p>
        <p className="flex justify-between">
          A kit, the total shared by {counts.kits}, rounded up <span>{cost.perKit}</span>
        </p>
        <p className="flex justify-between font-semibold text-velvet">
          Price of a kit, with {cost.marginPercent} % on top <span>{cost.price}</span>
        </p>
        {cost.unpriced.length > 0 && (
          <p className="pt-2 text-rust">
            Without a price yet, so that the truth is dearer: {cost.unpriced.join(', ')}. Prices are said under To buy.
          </p>
        )}
      </div>
      <div className="mt-5 grid grid-cols-[12rem_1fr] items-baseline gap-y-1 text-[15px]">
        <span className="text-soft">Currency</span>
        <TextField
          label="Currency"
          value={costs.currency}
          className="w-16"
          onChange={(currency) => /^[A-Za-z]{3}$/.test(currency) && set({ currency: currency.toUpperCase() })}
        />
        <span className="text-soft">An hour of work</span>
        <MoneyField
          label="What an hour of work costs"
          value={kit.costs?.hour ?? null}
          className="w-24"
          onChange={(hour) => set({ hour })}
        />
        <span className="text-soft">Seconds a cut</span>
        <NumberField
          align="left"
          label="Seconds a cut takes"
          value={costs.secondsPerCut}
          max={3600}
          onChange={(n) => n !== null && set({ secondsPerCut: n })}
        />
        {cut && (
          <>
            <span />
            <span className="text-soft">
              timed at the tables: {Math.round(cut.seconds)} s a cut ({cut.times === 1 ? 'once' : `${cut.times} times`}){' '}
              {Math.round(cut.seconds) !== costs.secondsPerCut && (
                <button type="button" className="quiet" onClick={() => set({ secondsPerCut: Math.round(cut.seconds) })}>
                  take that
                </button>
              )}
            </span>
          </>
        )}
        <span className="text-soft">Minutes a bag</span>
        <NumberField
          align="left"
          label="Minutes a bag takes"
          value={costs.minutesPerBag}
          max={600}
          onChange={(n) => n !== null && set({ minutesPerBag: n })}
        />
        <span className="text-soft">Added for the price, %</span>
        <NumberField
          align="left"
          label="Margin in hundredths"
          value={costs.marginPercent}
          max={1000}
          onChange={(n) => n !== null && set({ marginPercent: n })}
        />
      </div>
      <p className="pt-4">
        <a className="press" href={`/api/kits/${slug}/tables/costs.csv`} download>
          Save as a table
        </a>
      </p>
    </>
  );
}

/** The lines as shares of the whole, one under the other. */
export function CostPicture({ counts }: { counts: CountsAnswer }) {
  const { lines, currency } = counts.cost;
  const most = Math.max(0.01, ...lines.map((l) => Number(l.amount)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">Where the money goes, in {currency}</p>
      </LeafHead>
      <ul className="min-h-0 flex-1 overflow-y-auto p-6 pt-2">
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
        {lines.some((l) => l.waste) && (
          <li className="pt-2 text-[13px] text-soft">The darker part is paper that ends in no piece.</li>
        )}
      </ul>
    </>
  );
}
