import { keepPreviousData, skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { NumberField } from '../../parts/NumberField';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { useKeys } from '../../parts/useKeys';

const sizeOf = (size: { width: string; height: string } | null) =>
  size ? `${readable(size.width)} x ${readable(size.height)}` : '';
const offcutOf = (b: { size: { width: string; height: string } | null; itemId: string }) =>
  b.size && { ...b.size, paper: b.itemId };
const when = (at: string) => new Date(`${at}Z`).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });

/** Paper that lies there. */
interface Rectangle {
  width: string;
  height: string;
  paper: string;
}

/** Every movement of the stock, what all of them add up to, and what can be made from what is left. */
export function Ledger() {
  const { slug, kit, revision } = useKit();
  const [find, setFind] = useState('');
  const [all, setAll] = useState(false);
  const [older, setOlder] = useState<number | null>(null);
  const [making, setMaking] = useState<Rectangle | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const ledger = useQuery({
    queryKey: ['ledger', all ? '' : slug, find, older, revision],
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET('/api/ledger', {
          params: { query: { kit: all ? undefined : slug, find: find || undefined, before: older ?? undefined } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const sums = useQuery({
    queryKey: ['ledger', 'sums', all ? '' : slug, revision],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/ledger', { params: { query: { kit: all ? undefined : slug } }, signal })).balances,
    placeholderData: keepPreviousData,
  });
  useKeys([{ key: '/', does: () => search.current?.focus() }]);
  if (ledger.error) throw ledger.error;
  const movements = ledger.data?.movements ?? [];
  const says = (
    <>
      <LeafHead
        aside={
          <button type="button" className="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? `only ${kit.name}` : 'all kits of the studio'}
          </button>
        }
      >
        <h1 className="text-[28px] leading-8">Ledger</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        Every movement of the stock, the newest first. Nothing is ever taken out of it.
      </p>
      <div className="px-6 pt-3">
        <input
          ref={search}
          type="search"
          aria-label="Find in the ledger"
          className="field w-full"
          placeholder="find a paper, a part or a reason"
          value={find}
          onChange={(event) => {
            setOlder(null);
            setFind(event.currentTarget.value);
          }}
        />
      </div>
      <div className="mt-2 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {ledger.data && movements.length === 0 && (
          <p className="pt-2 text-[15px]">
            {find
              ? 'Nothing like that has moved.'
              : 'Nothing has moved yet. Say under Stock what is on hand; from then on every change of it is kept here.'}
          </p>
        )}
        <ul className="text-[15px]">
          {movements.map((m) => (
            <li key={m.id} className="grid grid-cols-[3.5rem_1fr_auto] items-baseline gap-x-3 border-b border-line py-1">
              <span className={`text-right font-semibold ${m.count < 0 ? 'text-rust' : 'text-moss'}`}>
                {m.count > 0 ? `+${m.count}` : `−${-m.count}`}
              </span>
              <span>
                {m.name}
                <span className="text-brass">
                  {m.size ? ` ${sizeOf(m.size)}` : m.item === 'sheets' ? (Math.abs(m.count) === 1 ? ' sheet' : ' sheets') : ''}
                </span>
                <span className="block text-[13px] leading-4 text-soft">
                  {m.reason}
                  {all && `, ${m.kit}`}
                </span>
              </span>
              <span className="text-[13px] text-soft">{when(m.at)}</span>
            </li>
          ))}
        </ul>
        <p className="flex gap-2 pt-3">
          {movements.length === 200 && (
            <button type="button" className="press" onClick={() => setOlder(movements.at(-1)?.id ?? null)}>
              Older
            </button>
          )}
          {older !== null && (
            <button type="button" className="press" onClick={() => setOlder(null)}>
              The newest
            </button>
          )}
        </p>
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">What is on hand: what all movements add up to</p>
      </LeafHead>
      <div className="min-h-0 flex-1 overflow-y-auto p-6 pt-2 text-[15px]">
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-x-6">
          {(sums.data ?? []).map((b) => (
            <li
              key={`${b.kit}${b.item}${b.itemId}${sizeOf(b.size)}`}
              className="flex items-baseline justify-between border-b border-line py-1"
            >
              <span className="min-w-0 truncate" title={b.name}>
                {b.name}{' '}
                {b.size && (
                  <button
                    type="button"
                    className="quiet text-brass"
                    title="What can I make from this?"
                    onClick={() => setMaking(offcutOf(b))}
                  >
                    {sizeOf(b.size)}
                  </button>
                )}
              </span>
              <span className={b.onHand < 0 ? 'text-rust' : ''}>
                {b.onHand}
                <span className="text-[13px] text-soft"> {b.onHand === 1 ? b.item.slice(0, -1) : b.item}</span>
              </span>
            </li>
          ))}
        </ul>
        <Correction />
        <MakesOf key={making ? sizeOf(making) + making.paper : ''} from={making} />
      </div>
    </>
  );
  return <Fold says={says} shows={shows} showing="what is on hand" />;
}

/** A count put right, with the reason, or many at once from a table. */
function Correction() {
  const { slug, kit, revision, isSaved, taken } = useKit();
  const queries = useQueryClient();
  const items = [...(kit.papers ?? []), ...(kit.parts ?? [])];
  const [id, setId] = useState<string | null>(null);
  const [onHand, setOnHand] = useState<number | null>(null);
  const [reason, setReason] = useState('');
  const chosen = items.find((i) => i.id === id);
  const correct = useMutation({
    mutationFn: async (text: string | null) =>
      unwrap(
        await api.POST('/api/kits/{slug}/stock/corrections', {
          params: { path: { slug } },
          body:
            text === null ? { reason, id, onHand: onHand ?? chosen?.onHand ?? 0 } : { reason: reason || 'from a table', text },
          headers: { 'If-Match': `"${revision}"` },
        }),
      ),
    onSuccess: (view) => {
      taken(view);
      setOnHand(null);
      setReason('');
      void queries.invalidateQueries({ queryKey: ['ledger'] });
    },
  });
  return (
    <section className="pt-6" aria-label="Put a count right">
      <h2 className="text-lg">Put a count right</h2>
      <form
        className="flex flex-wrap items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          correct.mutate(null);
        }}
      >
        <Choice
          label="What was counted"
          value={id}
          none="choose"
          optional
          options={items.map((i) => ({ value: i.id, name: i.name }))}
          onChange={setId}
        />
        there are
        <NumberField
          label="How many there are"
          value={onHand ?? chosen?.onHand ?? null}
          none="0"
          max={100_000}
          onChange={setOnHand}
        />
        because
        <input
          aria-label="Why the count differs"
          className="field w-48"
          placeholder="two were damp"
          maxLength={180}
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={!chosen || !reason.trim() || !isSaved || correct.isPending}>
          Book it
        </button>
        <TableInput label="Stock table" disabled={!isSaved || correct.isPending} onText={(text) => correct.mutate(text)}>
          read a table in
        </TableInput>
      </form>
      {correct.error && (
        <p role="alert" className="text-rust">
          Nothing was booked. {tableFaults(correct.error)}
        </p>
      )}
    </section>
  );
}

/** What can be made from a rectangle of paper: pieces of all kits that come out of it; of an offcut on hand those of its paper. */
function MakesOf({ from }: { from: Rectangle | null }) {
  const { kit } = useKit();
  const [width, setWidth] = useState(from ? readable(from.width) : '');
  const [height, setHeight] = useState(from ? readable(from.height) : '');
  const [asked, setAsked] = useState(from);
  const paper = asked?.paper ? kit.papers?.find((p) => p.id === asked.paper)?.name : undefined;
  const makes = useQuery({
    queryKey: ['makes', asked],
    queryFn: asked
      ? async ({ signal }: { signal: AbortSignal }) =>
          unwrap(
            await api.GET('/api/stock/makes', { params: { query: { width: asked.width, height: asked.height, paper } }, signal }),
          )
      : skipToken,
  });
  return (
    <section className="pt-6" aria-label="What can be made">
      <h2 className="text-lg">What can I make from this?</h2>
      <form
        className="flex items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          setAsked({ width, height, paper: '' });
        }}
      >
        <input
          aria-label="Width of the paper"
          className="field w-24"
          placeholder="3 1/2"
          value={width}
          onChange={(event) => setWidth(event.currentTarget.value)}
        />
        x
        <input
          aria-label="Height of the paper"
          className="field w-24"
          placeholder="6"
          value={height}
          onChange={(event) => setHeight(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={!width.trim() || !height.trim()}>
          Look
        </button>
        {paper && <span className="text-soft">of {paper}</span>}
      </form>
      {makes.error && (
        <p role="alert" className="text-rust">
          {makes.error.message}
        </p>
      )}
      {makes.data?.length === 0 && <p className="text-soft">No piece of any kit comes out of that.</p>}
      <ul>
        {makes.data?.map((m) => (
          <li key={m.slug} className="py-1">
            <span className="font-semibold">{m.kit}</span>:{' '}
            {m.pieces
              .slice(0, 12)
              .map((p) => `${p.label} (${sizeOf(p.size)})`)
              .join(', ')}
            {m.pieces.length > 12 && ` and ${m.pieces.length - 12} more`}
          </li>
        ))}
      </ul>
    </section>
  );
}
