import { useNavigate } from 'react-router';
import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type BagView, type ScanAnswer } from '../../api/client';
import { useKeys } from '../../parts/useKeys';
import { CameraScan } from './CameraScan';

const packerKey = 'velvet-fold-packer';

const tones: Record<string, string> = { packed: 'text-moss', 'taken-out': 'text-ink' };

/** One bag: its scan line, what it lacks, what has to come out of it, and its record. */
export function Bag({ slug, view, onSeen }: { slug: string; view: BagView; onSeen: (view: BagView) => void }) {
  const { t } = useTranslation();
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
  const navigate = useNavigate();
  const take = (text: string) => {
    // The label of a bag opens that bag.
    const bag = /\/packing\/bags\/(\d+)$/.exec(text.trim())?.[1];
    if (bag) void navigate(`/kits/${slug}/packing/bags/${bag}`);
    else if (text.trim()) scan.mutate({ code: text.trim(), takeOut });
    setCode('');
  };
  const isClosed = Boolean(view.line.closedAt);
  const error = scan.error ?? close.error ?? open.error;
  const pages = [...new Set(view.items.map((i) => i.layout ?? ''))];
  return (
    <section aria-label={t('bag.bag', { number })} className="pt-3 text-[15px]">
      <h2 className="text-xl">
        {view.line.guest ?? t('bag.bag', { number })}
        <span className="font-sans text-[15px] text-soft">
          {' '}
          {t('bag.ofRevision', { packed: view.line.packed, wanted: view.line.wanted, revision: view.line.revision })}
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
            aria-label={t('bag.scanOrTypeA')}
            className="field w-64"
            placeholder={t('bag.scanOrTypeA2')}
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
            {t('bag.takeOut')}
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
          {t('bag.comesOut', {
            value: view.state.takeOut.map((t) => `${t.label}${t.count > 1 ? ` (${t.count})` : ''}`).join(', '),
          })}
        </p>
      )}
      {isClosed && view.state.missing.length > 0 && (
        <p className="text-rust">
          {t('bag.goesIn', { value: view.state.missing.map((m) => `${m.label} (${m.says})`).join(', ') })}
        </p>
      )}
      {pages.map((page) => {
        const items = view.items.filter((i) => (i.layout ?? '') === page);
        const left = items.filter((i) => view.state.missing.some((m) => m.label === i.label));
        return (
          <div key={page} className="border-b border-line py-1.5">
            <p className="flex justify-between">
              <span className="font-semibold">{page || t('bag.parts')}</span>
              <span className={left.length ? 'text-soft' : 'text-moss'}>
                {left.length ? t('bag.toGo', { length: left.length }) : t('bag.allIn')}
              </span>
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
            aria-label={t('bag.whyTheBagIs')}
            className="field w-64"
            placeholder={t('bag.whyALateChange')}
            maxLength={300}
            value={why}
            onChange={(event) => setWhy(event.currentTarget.value)}
          />
          <button type="submit" className="press" disabled={open.isPending || !why.trim()}>
            {t('bag.openItAgain')}
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
            aria-label={t('bag.whoPackedIt')}
            className="field w-36"
            placeholder={t('bag.packedBy')}
            maxLength={120}
            value={by}
            onChange={(event) => setBy(event.currentTarget.value)}
          />
          <input
            aria-label={t('bag.whatWentInInstead')}
            className="field w-56"
            placeholder={t('bag.whatWentInInstead2')}
            maxLength={1000}
            value={instead}
            onChange={(event) => setInstead(event.currentTarget.value)}
          />
          <button type="submit" className="press-first" disabled={close.isPending || !by.trim()}>
            {t('bag.closeTheBag')}
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
