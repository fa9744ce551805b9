import { useMutation, useQuery } from '@tanstack/react-query';
import { Fragment, useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Layout } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';
import { FromKit } from './FromKit';
import { OutOfSizes } from './OutOfSizes';

interface Props {
  open: boolean;
  /** Sizes that were said already, and the page they are to lie on. */
  sizes?: { text: string; page: Layout['page'] } | null;
  onClose: () => void;
  onMade: (id: string) => void;
}

const layoutKinds = ['single', 'spread'] as const;
const pageSides = ['width', 'height'] as const;
const lengths = { in: '8 1/2', mm: '200 mm' };

/** Asks for a new layout's name, kind and page size. */
export function NewLayout({ open, sizes: said, onClose, onMade }: Props) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<NonNullable<Layout['kind']>>('spread');
  const [size, setSize] = useState(0);
  // The page that sizes are laid on; none while they are not asked for.
  const [page, setPage] = useState<Layout['page'] | null>(said?.page ?? null);
  const [brings, setBrings] = useState(false);
  const [own, setOwn] = useState({ width: '', height: '' });
  const sizes = useQuery({ queryKey: ['sizes'], queryFn: async () => unwrap(await api.GET('/api/sizes')), staleTime: Infinity });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    measure.mutate(undefined, { onSuccess: (page) => add(page) });
  };
  // A size of one's own is read by the server, which says what is wrong with it.
  const measure = useMutation({
    mutationFn: async (): Promise<Layout['page']> => {
      const known = sizes.data?.sizes[size]?.size;
      if (known) return known;
      const read = async (text: string) =>
        unwrap(await api.POST('/api/compute/length', { body: { text, unit: kit.unit ?? 'in', ruler: kit.ruler } })).exact;
      return { width: await read(own.width), height: await read(own.height) };
    },
  });
  const add = (page: Layout['page'], proposed?: Layout) => {
    const taken = new Set((kit.layouts ?? []).map((l) => l.id));
    let n = 1;
    while (taken.has(`L${n}`)) n++;
    const id = `L${n}`;
    const layout: Layout = proposed
      ? { ...proposed, id, name: name.trim() || proposed.name }
      : { id, name: name.trim() || t('newLayout.called', { n }), kind, page, pieces: [] };
    change({ ...kit, layouts: [...(kit.layouts ?? []), layout] });
    close();
    onMade(id);
  };
  const close = () => {
    setName('');
    setPage(null);
    setBrings(false);
    onClose();
  };
  return (
    <Dialog
      open={open}
      title={t(page ? 'newLayout.sizesTitle' : brings ? 'newLayout.fromTitle' : 'newLayout.title')}
      wide={page !== null || brings}
      onClose={close}
    >
      {page ? (
        <OutOfSizes page={page} said={said?.text ?? ''} onTake={(layout) => add(page, layout)} />
      ) : brings ? (
        <FromKit
          onTake={(next, layout) => {
            change(next);
            close();
            onMade(layout);
          }}
        />
      ) : (
        <form onSubmit={make} className="grid grid-cols-[7rem_1fr] items-center gap-y-3">
          <label htmlFor="layout-name">{t('newLayout.name')}</label>
          <input
            id="layout-name"
            className="field"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            maxLength={120}
            autoFocus
            placeholder={t('newLayout.example')}
          />
          <span>{t('newLayout.pages')}</span>
          <span className="flex gap-5">
            {layoutKinds.map((k) => (
              <label key={k} className="flex items-center gap-1.5">
                <input type="radio" name="kind" className="accent-velvet" checked={kind === k} onChange={() => setKind(k)} />
                {t(`newLayout.${k}`)}
              </label>
            ))}
          </span>
          <label htmlFor="layout-size">{t('newLayout.size')}</label>
          <select id="layout-size" className="field" value={size} onChange={(e) => setSize(Number(e.currentTarget.value))}>
            {sizes.data?.sizes.map((s, i) => (
              <option key={s.name} value={i}>
                {s.name}
              </option>
            ))}
            <option value={-1}>{t('newLayout.own')}</option>
          </select>
          {size === -1 && (
            <>
              <span />
              <span className="flex items-baseline gap-2">
                {pageSides.map((side, i) => (
                  <Fragment key={side}>
                    {i > 0 && 'x'}
                    <input
                      aria-label={t(`newLayout.${side}`)}
                      className="field w-24"
                      required
                      placeholder={lengths[kit.unit ?? 'in']}
                      value={own[side]}
                      onChange={(e) => setOwn({ ...own, [side]: e.currentTarget.value })}
                    />
                  </Fragment>
                ))}
              </span>
            </>
          )}
          {measure.error && (
            <p role="alert" className="col-span-2 text-[15px] text-rust">
              {measure.error.message}
            </p>
          )}

          <span className="col-span-2 flex flex-wrap gap-2 pt-2 *:whitespace-nowrap">
            <button type="submit" className="press-first">
              {t('newLayout.make')}
            </button>
            {kind === 'single' && (kit.papers ?? []).length > 0 && (
              <button type="button" className="press" onClick={() => measure.mutate(undefined, { onSuccess: setPage })}>
                {t('newLayout.outOfSizes')}
              </button>
            )}
            <button type="button" className="press" onClick={() => setBrings(true)}>
              {t('newLayout.fromKit')}
            </button>
            <button type="button" className="press" onClick={close}>
              {t('newLayout.notNow')}
            </button>
          </span>
        </form>
      )}
    </Dialog>
  );
}
