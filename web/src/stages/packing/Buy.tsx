import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type CountsAnswer, type SpareOf } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { MoneyField } from '../../parts/MoneyField';
import { NumberField } from '../../parts/NumberField';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { useReach } from '../cuts/Reach';

const spareNames: readonly (readonly [SpareOf, string])[] = [
  ['pieces', 'cut pieces'],
  ['stickers', 'sticker sheets'],
  ['die-cuts', 'die-cut sheets'],
  ['letters', 'letters'],
  ['loose', 'loose parts'],
  ['by-length', 'twine and ribbon'],
];

/** What the stock gives, what is bought for the run with its packs and prices, spares, and what is booked when the run is cut or packed. */
export function Buy({ counts }: { counts: CountsAnswer }) {
  const { kit, slug, change } = useKit();
  const reach = useReach(kit, counts.kitsPossible !== null);
  const together =
    reach?.kits != null && reach.kits > (counts.kitsPossible ?? 0) ? { kits: reach.kits, first: reach.first } : null;
  const nameOf = (id: string | null) => [...(kit.papers ?? []), ...(kit.parts ?? [])].find((x) => x.id === id)?.name ?? id;
  const setPack = (isPaper: boolean, id: string, pack: { of: number; price?: string | null }) =>
    change(
      isPaper
        ? { ...kit, papers: (kit.papers ?? []).map((p) => (p.id === id ? { ...p, pack } : p)) }
        : { ...kit, parts: (kit.parts ?? []).map((p) => (p.id === id ? { ...p, pack } : p)) },
    );
  return (
    <>
      <p className="text-[15px]">
        {counts.kitsPossible === null
          ? 'Nothing on hand is counted, so nothing runs out.'
          : `What is on hand gives ${counts.kitsPossible} kits; ${nameOf(counts.first)} runs out first.`}
        {together && (
          <span className="block text-soft">
            Cut all together, with sheets shared between kits, it gives {together.kits}
            {together.first !== counts.first && `; then ${nameOf(together.first)} runs out first`}.
          </span>
        )}
      </p>
      <table className="mt-3 w-full text-[15px]">
        <thead>
          <tr className="border-b border-line text-left text-[13px] text-soft">
            <th className="font-normal">For the run</th>
            <th className="text-right font-normal">needed</th>
            <th className="text-right font-normal">on hand</th>
            <th className="text-right font-normal">pack of</th>
            <th className="text-right font-normal">price</th>
            <th className="pl-4 text-right font-normal">packs</th>
            <th className="pl-4 text-right font-normal">left</th>
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
                  {s.spare > 0 && <span className="text-[13px] text-soft"> ({s.spare} spare)</span>}
                </td>
                <td className={`text-right ${s.missing > 0 && s.onHand !== null ? 'text-rust' : ''}`}>{s.onHand ?? '–'}</td>
                <td className="text-right">
                  <NumberField
                    label={`Pack size of ${s.name}`}
                    value={pack?.of ?? null}
                    none="1"
                    min={1}
                    max={10_000}
                    onChange={(of) => setPack(s.isPaper, s.item, { of: of ?? 1, price: pack?.price ?? null })}
                  />
                </td>
                <td className="text-right">
                  <MoneyField
                    label={`Price of a pack of ${s.name}`}
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
      <h2 className="pt-5 text-lg">Spares</h2>
      <ul className="grid grid-cols-2 gap-x-6 text-[15px]">
        {spareNames.map(([of, name]) => {
          const rule = kit.spares?.find((s) => s.of === of);
          return (
            <li key={of} className="flex items-baseline justify-between">
              {name}
              <span>
                <NumberField
                  label={`Spares of ${name} in hundredths`}
                  value={rule?.percent ?? null}
                  none="none"
                  max={100}
                  onChange={(percent) =>
                    change({
                      ...kit,
                      spares: [...(kit.spares ?? []).filter((s) => s.of !== of), ...(percent ? [{ of, percent }] : [])],
                    })
                  }
                />
                {rule?.percent ? ' %' : ''}
                {rule?.count ? `${rule.count} whatever the run` : ''}
              </span>
            </li>
          );
        })}
      </ul>
      <Booking kits={counts.kits} />
      <Bought counts={counts} />
      <p className="flex gap-2 pt-4">
        <a className="press" href={`/api/kits/${slug}/tables/shopping.csv`} download>
          Save the list
        </a>
        <a className="press" href={`/api/kits/${slug}/tables/stock.csv`} download>
          Save the stock
        </a>
      </p>
    </>
  );
}

function Booking({ kits }: { kits: number }) {
  const { slug, revision, isSaved, taken } = useKit();
  const [count, setCount] = useState<number | null>(null);
  const queries = useQueryClient();
  const book = useMutation({
    mutationFn: async (what: 'cut' | 'packed') =>
      unwrap(
        await api.POST('/api/kits/{slug}/stock/batch', {
          params: { path: { slug } },
          body: { what, kits: count ?? kits },
          headers: { 'If-Match': `"${revision}"` },
        }),
      ),
    onSuccess: (view) => {
      taken(view);
      void queries.invalidateQueries({ queryKey: ['ledger'] });
    },
  });
  return (
    <section className="pt-5 text-[15px]" aria-label="Booking">
      <h2 className="text-lg">When it is done</h2>
      <p className="flex flex-wrap items-baseline gap-x-2">
        <NumberField label="Kits that are done" value={count ?? kits} min={1} max={10_000} align="left" onChange={setCount} />
        kits are
        <button type="button" className="press" disabled={!isSaved || book.isPending} onClick={() => book.mutate('cut')}>
          cut: book the sheets out
        </button>
        <button type="button" className="press" disabled={!isSaved || book.isPending} onClick={() => book.mutate('packed')}>
          packed: book the parts out
        </button>
      </p>
      <p className="text-[13px] text-soft">Offcuts of 2 in and more come back into stock. The ledger keeps every movement.</p>
      {book.error && (
        <p role="alert" className="text-rust">
          {book.error.message}
        </p>
      )}
      {book.isSuccess && (
        <p role="status" className="text-moss">
          Booked. The ledger has it.
        </p>
      )}
    </section>
  );
}

/** What was bought: all of the list, or its table as it comes back from the shop. */
function Bought({ counts }: { counts: CountsAnswer }) {
  const { slug, revision, isSaved, taken } = useKit();
  const queries = useQueryClient();
  const listed = counts.shopping.filter((s) => s.packs > 0);
  const book = useMutation({
    mutationFn: async (text: string) =>
      unwrap(
        await api.POST('/api/kits/{slug}/stock/bought', {
          params: { path: { slug } },
          body: { text },
          headers: { 'If-Match': `"${revision}"` },
        }),
      ),
    onSuccess: (view) => {
      taken(view);
      void queries.invalidateQueries({ queryKey: ['ledger'] });
    },
  });
  const packs = listed.reduce((sum, s) => sum + s.packs, 0);
  return (
    <section className="pt-5 text-[15px]" aria-label="Bought">
      <h2 className="text-lg">When it is bought</h2>
      <p className="flex flex-wrap items-baseline gap-x-3">
        {packs > 0 && (
          <button
            type="button"
            className="press"
            disabled={!isSaved || book.isPending}
            onClick={() => book.mutate(['Id,Packs', ...listed.map((s) => `${s.item},${s.packs}`)].join('\n'))}
          >
            book in {packs === 1 ? 'the pack' : `all ${packs} packs`} of the list
          </button>
        )}
        <TableInput label="The list as it comes back" disabled={!isSaved || book.isPending} onText={(text) => book.mutate(text)}>
          read the list back in
        </TableInput>
      </p>
      <p className="text-[13px] text-soft">The table needs Name and Bought, in packs; what is left out was not bought.</p>
      {book.error && (
        <p role="alert" className="text-rust">
          Nothing was booked. {tableFaults(book.error)}
        </p>
      )}
      {book.isSuccess && (
        <p role="status" className="text-moss">
          Booked in. The ledger has it.
        </p>
      )}
    </section>
  );
}

/** Needed against on hand, a bar each. */
export function BuyPicture({ counts }: { counts: CountsAnswer }) {
  const most = Math.max(1, ...counts.shopping.map((s) => Math.max(s.needed, (s.onHand ?? 0) + s.packs * s.packOf)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">Needed, on hand, and bought</p>
      </LeafHead>
      <ul className="min-h-0 flex-1 overflow-y-auto p-6 pt-2">
        {counts.shopping.map((s) => {
          const bought = s.packs * s.packOf;
          const share = (n: number) => `${(100 * n) / most}%`;
          return (
            <li key={s.item} className="py-2 text-[15px]">
              <p className="flex justify-between">
                {s.name}
                <span className="text-soft">
                  {s.needed} needed, {s.onHand ?? 0} on hand{bought > 0 && `, ${bought} bought`}
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
