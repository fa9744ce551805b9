import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, unwrap, type BagLine, type BagView, type ScanAnswer } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { ScenePicture } from '../../parts/ScenePicture';
import { useKeys } from '../../parts/useKeys';
import { CameraScan } from './CameraScan';

const packerKey = 'velvet-fold-packer';

const stateOf = (bag: BagLine) =>
  bag.needsALook
    ? 'has changed since it was closed'
    : bag.closedAt
      ? `closed by ${bag.closedBy ?? ''}`
      : bag.packed === 0
        ? 'empty'
        : `${bag.packed} of ${bag.wanted}`;

/** The packing run: bags, the scan line, what a bag lacks, and its record. What was scanned is kept at once. */
export function Bags({ head }: { head: ReactNode }) {
  const { slug, kit, answer } = useKit();
  const { bag: asked } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [more, setMore] = useState(1);
  const params = { path: { slug } };
  const bags = useQuery({
    queryKey: ['bags', slug],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/bags', { params })),
  });
  const putOut = useMutation({
    mutationFn: async (body: { guests: boolean; more: number }) =>
      unwrap(await api.POST('/api/kits/{slug}/bags', { params, body })),
    onSuccess: (lines) => queries.setQueryData(['bags', slug], lines),
  });
  const list = bags.data ?? [];
  const number = list.find((b) => String(b.number) === asked)?.number ?? list.find((b) => !b.closedAt)?.number ?? list[0]?.number;
  const bag = useQuery({
    queryKey: ['bag', slug, number],
    queryFn: async () =>
      unwrap(await api.GET('/api/kits/{slug}/bags/{number}', { params: { path: { slug, number: number ?? 0 } } })),
    enabled: number !== undefined,
  });
  const seen = (view: BagView) => {
    queries.setQueryData(['bag', slug, view.line.number], view);
    queries.setQueryData<BagLine[]>(['bags', slug], (lines) =>
      lines?.map((l) => (l.number === view.line.number ? view.line : l)),
    );
  };
  if (bags.error) throw bags.error;
  const packed = new Set(Object.keys(bag.data?.packed ?? {}).map((label) => label.split(' ')[0] ?? ''));
  const says = (
    <>
      {head}
      <div className="min-h-0 flex-1 overflow-y-auto px-6 pb-4">
        <p className="flex flex-wrap items-baseline gap-x-2 text-[15px]">
          {list.length === 0 && bags.data && 'No bags are out yet. '}
          <button
            type="button"
            className="press"
            disabled={putOut.isPending}
            onClick={() => putOut.mutate({ guests: true, more: 0 })}
          >
            Put out a bag for every guest
          </button>
          or
          <NumberField label="How many more bags" value={more} min={1} max={500} onChange={(n) => n !== null && setMore(n)} />
          <button
            type="button"
            className="press"
            disabled={putOut.isPending}
            onClick={() => putOut.mutate({ guests: false, more })}
          >
            more
          </button>
        </p>
        {putOut.error && (
          <p role="alert" className="text-[15px] text-rust">
            {putOut.error.message}
          </p>
        )}
        <ul className="flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-y-auto border-b border-line py-3">
          {list.map((b) => (
            <li key={b.number} className="whitespace-nowrap">
              <button
                type="button"
                aria-current={b.number === number ? 'true' : undefined}
                className={b.number === number ? 'font-semibold text-velvet' : 'hover:text-velvet'}
                onClick={() => void navigate(`/kits/${slug}/packing/bags/${b.number}`)}
              >
                {b.guest ?? `Bag ${b.number}`}
              </button>
              <span className={`text-[13px] ${b.needsALook ? 'text-rust' : b.closedAt ? 'text-moss' : 'text-soft'}`}>
                {' '}
                {stateOf(b)}
              </span>
            </li>
          ))}
        </ul>
        {bag.data && <Bag key={number} slug={slug} view={bag.data} onSeen={seen} />}
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">
          {bag.data
            ? `Bag ${bag.data.line.number}${bag.data.line.guest ? `, ${bag.data.line.guest}` : ''}: what is in it is dark`
            : 'The bag'}
        </p>
      </LeafHead>
      <div className="grid min-h-0 flex-1 auto-rows-fr gap-4 overflow-y-auto p-6 pt-2">
        {answer?.layouts.map((l) => (
          <ScenePicture
            key={l.id}
            scene={l.picture}
            papers={kit.papers ?? []}
            strong={packed}
            className="max-h-full min-h-0 w-full"
          />
        ))}
      </div>
    </>
  );
  return <Fold says={says} shows={shows} showing="the bag" />;
}

const tones: Record<string, string> = { packed: 'text-moss', 'taken-out': 'text-ink' };

function Bag({ slug, view, onSeen }: { slug: string; view: BagView; onSeen: (view: BagView) => void }) {
  const line = useRef<HTMLInputElement>(null);
  const [code, setCode] = useState('');
  const [takeOut, setTakeOut] = useState(false);
  const [last, setLast] = useState<ScanAnswer | null>(null);
  const [by, setBy] = useState(() => localStorage.getItem(packerKey) ?? '');
  const [instead, setInstead] = useState('');
  const [why, setWhy] = useState('');
  const { number } = view.line;
  const params = { path: { slug, number } };
  const scan = useMutation({
    // One after the other: a scanner is quicker than an answer.
    scope: { id: 'scan' },
    mutationFn: async (body: { code: string; takeOut: boolean }) =>
      unwrap(await api.POST('/api/kits/{slug}/bags/{number}/scans', { params, body })),
    onSuccess: (answer) => {
      setLast(answer);
      onSeen(answer.bag);
    },
  });
  const close = useMutation({
    mutationFn: async () =>
      unwrap(await api.POST('/api/kits/{slug}/bags/{number}/closing', { params, body: { by, substitutions: instead || null } })),
    onSuccess: (next) => {
      localStorage.setItem(packerKey, by);
      setLast(null);
      onSeen(next);
    },
  });
  const open = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/kits/{slug}/bags/{number}/opening', { params, body: { why } })),
    onSuccess: onSeen,
  });
  useKeys([{ key: '/', does: () => line.current?.focus() }]);
  const take = (text: string) => {
    if (text.trim()) scan.mutate({ code: text.trim(), takeOut });
    setCode('');
  };
  const isClosed = Boolean(view.line.closedAt);
  const error = scan.error ?? close.error ?? open.error;
  const pages = [...new Set(view.items.map((i) => i.layout ?? ''))];
  return (
    <section aria-label={`Bag ${number}`} className="pt-3 text-[15px]">
      <h2 className="text-xl">
        {view.line.guest ?? `Bag ${number}`}
        <span className="font-sans text-[15px] text-soft">
          {' '}
          {view.line.packed} of {view.line.wanted}, revision {view.line.revision}
        </span>
      </h2>
      {!isClosed && (
        <form
          className="flex flex-wrap items-baseline gap-2 pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            take(code);
          }}
        >
          <input
            ref={line}
            autoFocus
            aria-label="Scan or type a label"
            className="field w-64"
            placeholder="scan or type a label: L1-B2"
            value={code}
            onChange={(event) => setCode(event.currentTarget.value)}
          />
          <label className="flex items-baseline gap-1.5">
            <input
              type="checkbox"
              className="accent-velvet"
              checked={takeOut}
              onChange={(event) => setTakeOut(event.currentTarget.checked)}
            />
            take out
          </label>
          <CameraScan onCode={take} />
        </form>
      )}
      <p role="status" className={`min-h-6 pt-1 font-semibold ${last ? (tones[last.outcome] ?? 'text-rust') : ''}`}>
        {last?.says}
      </p>
      {error && (
        <p role="alert" className="text-rust">
          {error.message}
        </p>
      )}
      {view.state.takeOut.length > 0 && (
        <p className="text-rust">
          Comes out: {view.state.takeOut.map((t) => `${t.label}${t.count > 1 ? ` (${t.count})` : ''}`).join(', ')}
        </p>
      )}
      {isClosed && view.state.missing.length > 0 && (
        <p className="text-rust">Goes in: {view.state.missing.map((m) => `${m.label} (${m.says})`).join(', ')}</p>
      )}
      {pages.map((page) => {
        const items = view.items.filter((i) => (i.layout ?? '') === page);
        const left = items.filter((i) => view.state.missing.some((m) => m.label === i.label));
        return (
          <div key={page} className="border-b border-line py-1.5">
            <p className="flex justify-between">
              <span className="font-semibold">{page || 'Parts'}</span>
              <span className={left.length ? 'text-soft' : 'text-moss'}>{left.length ? `${left.length} to go` : 'all in'}</span>
            </p>
            <ul className="columns-2 gap-x-6">
              {left.map((i) => (
                <li key={i.label} className="break-inside-avoid">
                  <button
                    type="button"
                    className="w-full truncate text-left hover:text-velvet"
                    title={`${i.stack}: ${i.says}`}
                    disabled={isClosed}
                    onClick={() => scan.mutate({ code: i.label, takeOut: false })}
                  >
                    {i.label} <span className="text-soft">{i.count > 1 ? `${i.count} x ${i.says}` : i.says}</span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        );
      })}
      {isClosed ? (
        <form
          className="flex flex-wrap items-baseline gap-2 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            open.mutate();
          }}
        >
          <input
            aria-label="Why the bag is opened"
            className="field w-64"
            placeholder="why: a late change of photos"
            maxLength={300}
            value={why}
            onChange={(event) => setWhy(event.currentTarget.value)}
          />
          <button type="submit" className="press" disabled={open.isPending || !why.trim()}>
            Open it again
          </button>
        </form>
      ) : (
        <form
          className="flex flex-wrap items-baseline gap-2 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            close.mutate();
          }}
        >
          <input
            aria-label="Who packed it"
            className="field w-36"
            placeholder="packed by"
            maxLength={120}
            value={by}
            onChange={(event) => setBy(event.currentTarget.value)}
          />
          <input
            aria-label="What went in instead"
            className="field w-56"
            placeholder="what went in instead, if anything"
            maxLength={1000}
            value={instead}
            onChange={(event) => setInstead(event.currentTarget.value)}
          />
          <button type="submit" className="press-first" disabled={close.isPending || !by.trim()}>
            Close the bag
          </button>
        </form>
      )}
      {view.record.length > 0 && (
        <ul className="pt-3 text-[13px] text-soft">
          {view.record.map((entry) => (
            <li key={entry}>{entry}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
