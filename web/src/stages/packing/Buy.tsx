import { useTranslation } from 'react-i18next';
import type { CountsAnswer, SpareOf } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { MoneyField } from '../../parts/MoneyField';
import { NumberField } from '../../parts/NumberField';
import { useReach } from '../cuts/Reach';
import { Booking, Bought } from './Bookings';

const spareNames: readonly SpareOf[] = ['pieces', 'stickers', 'die-cuts', 'letters', 'loose', 'by-length'];

/**
 * What the stock gives, what is bought for the run with its packs and prices, spares, and what is booked when the run is cut or
 * packed.
 */
export function Buy({ counts }: { counts: CountsAnswer }) {
  const { t } = useTranslation();
  const { kit, slug, change } = useKit();
  const reach = useReach(kit, counts.kitsPossible !== null);
  const nameOf = (id: string | null) => [...(kit.papers ?? []), ...(kit.parts ?? [])].find((x) => x.id === id)?.name ?? id;
  const setPack = (isPaper: boolean, id: string, pack: { of: number; price?: string | null }) =>
    change(
      isPaper
        ? { ...kit, papers: (kit.papers ?? []).map((p) => (p.id === id ? { ...p, pack } : p)) }
        : { ...kit, parts: (kit.parts ?? []).map((p) => (p.id === id ? { ...p, pack } : p)) },
    );
  const kits = reach?.kits ?? counts.kitsPossible;
  const first = nameOf(reach?.first ?? counts.first);
  return (
    <>
      <p className="text-[15px]">
        {counts.kitsPossible === null ? t('buy.nothingOnHandIs') : t('buy.gives', { count: kits, first })}
      </p>
      <table className="mt-3 w-full text-[15px]">
        <thead>
          <tr className="border-b border-line text-left text-[13px] text-soft">
            <th className="font-normal">{t('buy.forTheRun')}</th>
            <th className="text-right font-normal">{t('buy.needed')}</th>
            <th className="pl-4 text-right font-normal">{t('buy.onHand')}</th>
            <th className="text-right font-normal">{t('buy.packOf')}</th>
            <th className="text-right font-normal">{t('buy.price')}</th>
            <th className="pl-4 text-right font-normal">{t('buy.packs')}</th>
            <th className="pl-4 text-right font-normal">{t('buy.left')}</th>
          </tr>
        </thead>
        <tbody>
          {counts.shopping.map((s) => {
            const pack = [...(kit.papers ?? []), ...(kit.parts ?? [])].find((x) => x.id === s.item)?.pack;
            return (
              <tr key={s.item} className="border-b border-line">
                <td className="py-1">{s.name}</td>
                <td className="text-right">
                  {s.needed}
                  {s.spare > 0 && <span className="text-[13px] text-soft"> {t('buy.spare', { spare: s.spare })}</span>}
                </td>
                <td className={`pl-4 text-right ${s.missing > 0 && s.onHand !== null ? 'text-rust' : ''}`}>{s.onHand ?? '–'}</td>
                <td className="text-right">
                  <NumberField
                    label={t('buy.packSizeOf', { name: s.name })}
                    value={pack?.of ?? null}
                    none="1"
                    min={1}
                    max={10_000}
                    onChange={(of) => setPack(s.isPaper, s.item, { of: of ?? 1, price: pack?.price ?? null })}
                  />
                </td>
                <td className="text-right">
                  <MoneyField
                    label={t('buy.priceOfAPack', { name: s.name })}
                    value={pack?.price ?? null}
                    className="w-16 text-right"
                    onChange={(price) => setPack(s.isPaper, s.item, { of: pack?.of ?? 1, price })}
                  />
                </td>
                <td className={`text-right font-semibold ${s.packs > 0 ? 'text-velvet' : ''}`}>{s.packs}</td>
                <td className="text-right text-soft">{s.leftAfter}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {counts.whyFewer && <p className="pt-3 text-[15px] text-soft">{counts.whyFewer}</p>}
      {counts.supplies.length > 0 && (
        <section aria-label={t('buy.suppliesToHave')} className="pt-5 text-[15px]">
          <h2 className="text-lg">{t('buy.supplies')}</h2>
          {counts.supplies.map((place) => (
            <div key={place.source ?? ''} className="border-b border-line py-1">
              <h3 className="text-[13px] text-soft">{place.source ?? t('buy.anywhere')}</h3>
              <ul>
                {place.supplies.map((s) => (
                  <li key={s.name} className="flex justify-between gap-4">
                    <span>
                      {s.name}
                      {s.number && <span className="text-[13px] text-soft"> {t('buy.no', { number: s.number })}</span>}
                      {s.gone && (
                        <span className="text-rust"> {s.take ? t('buy.goneTake', { take: s.take }) : t('buy.gone')}</span>
                      )}
                    </span>
                    <span className="text-brass">{s.count ?? s.amount}</span>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      )}
      <h2 className="pt-5 text-lg">{t('buy.spares')}</h2>
      <ul className="grid grid-cols-2 gap-x-6 text-[15px]">
        {spareNames.map((of) => {
          const name = t(`buy.of.${of}`);
          const rule = kit.spares?.find((s) => s.of === of);
          return (
            <li key={of} className="flex items-baseline justify-between">
              {name}
              <span>
                <NumberField
                  label={t('buy.sparesOfInHundredths', { name })}
                  value={rule?.percent ?? null}
                  none={t('buy.none')}
                  max={100}
                  onChange={(percent) =>
                    change({
                      ...kit,
                      spares: [...(kit.spares ?? []).filter((s) => s.of !== of), ...(percent ? [{ of, percent }] : [])],
                    })
                  }
                />
                {rule?.percent ? ' %' : ''}
                {rule?.count ? t('buy.whateverTheRun', { number: rule.count }) : ''}
              </span>
            </li>
          );
        })}
      </ul>
      <Booking kits={counts.kits} />
      <Bought counts={counts} />
      <p className="flex gap-2 pt-4">
        <a className="press" href={`/api/kits/${slug}/tables/shopping.csv`} download>
          {t('buy.saveTheList')}
        </a>
        {counts.supplies.length > 0 && (
          <a className="press" href={`/api/kits/${slug}/tables/supplies.csv`} download>
            {t('buy.saveTheSupplies')}
          </a>
        )}
        <a className="press" href={`/api/kits/${slug}/tables/stock.csv`} download>
          {t('buy.saveTheStock')}
        </a>
      </p>
    </>
  );
}

/** Needed against on hand, a bar each. */
export function BuyPicture({ counts }: { counts: CountsAnswer }) {
  const { t } = useTranslation();
  const most = Math.max(1, ...counts.shopping.map((s) => Math.max(s.needed, (s.onHand ?? 0) + s.packs * s.packOf)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">{t('buy.neededOnHandAnd')}</p>
      </LeafHead>
      <ul className="min-h-0 flex-1 overflow-y-auto p-6 pt-2" tabIndex={0} aria-label={t('buy.neededOnHandAnd')}>
        {counts.shopping.map((s) => {
          const bought = s.packs * s.packOf;
          const share = (n: number) => `${(100 * n) / most}%`;
          return (
            <li key={s.item} className="py-2 text-[15px]">
              <p className="flex justify-between">
                {s.name}
                <span className="text-soft">
                  {t(bought > 0 ? 'buy.neededBought' : 'buy.neededOnly', { needed: s.needed, onHand: s.onHand ?? 0, bought })}
                </span>
              </p>
              <div className="relative mt-1 h-4 bg-linen" aria-hidden>
                <div className="absolute inset-y-0 left-0 bg-moss/50" style={{ width: share(s.onHand ?? 0) }} />
                <div
                  className="absolute inset-y-0 border border-velvet bg-lit"
                  style={{ left: share(s.onHand ?? 0), width: share(bought) }}
                />
                <div className="absolute inset-y-[-3px] w-0.5 bg-ink" style={{ left: share(s.needed) }} />
              </div>
            </li>
          );
        })}
      </ul>
    </>
  );
}
