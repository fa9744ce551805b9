import { useMutation, useQuery } from '@tanstack/react-query';
import { Fragment, useState, type SubmitEvent } from 'react';
import { api, unwrap, type Layout } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';

interface Props {
  open: boolean;
  onClose: () => void;
  onMade: (id: string) => void;
}

/** Asks for a new layout's name, kind and page size. */
export function NewLayout({ open, onClose, onMade }: Props) {
  const { kit, change } = useKit();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<NonNullable<Layout['kind']>>('spread');
  const [size, setSize] = useState(0);
  const [own, setOwn] = useState({ width: '', height: '' });
  const sizes = useQuery({ queryKey: ['sizes'], queryFn: async () => unwrap(await api.GET('/api/sizes')), staleTime: Infinity });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    measure.mutate(undefined, { onSuccess: add });
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
  const add = (page: Layout['page']) => {
    const taken = new Set((kit.layouts ?? []).map((l) => l.id));
    let n = 1;
    while (taken.has(`L${n}`)) n++;
    const id = `L${n}`;
    change({ ...kit, layouts: [...(kit.layouts ?? []), { id, name: name.trim() || `Layout ${n}`, kind, page, pieces: [] }] });
    setName('');
    onClose();
    onMade(id);
  };
  return (
    <Dialog open={open} title="A new layout" onClose={onClose}>
      <form onSubmit={make} className="grid grid-cols-[7rem_1fr] items-center gap-y-3">
        <label htmlFor="layout-name">Name</label>
        <input
          id="layout-name"
          className="field"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          maxLength={120}
          autoFocus
          placeholder="Up on the dune"
        />
        <span>Pages</span>
        <span className="flex gap-5">
          {(['single', 'spread'] as const).map((k) => (
            <label key={k} className="flex items-center gap-1.5">
              <input type="radio" name="kind" className="accent-velvet" checked={kind === k} onChange={() => setKind(k)} />
              {k === 'single' ? 'a single page' : 'a spread of two'}
            </label>
          ))}
        </span>
        <label htmlFor="layout-size">Page size</label>
        <select id="layout-size" className="field" value={size} onChange={(e) => setSize(Number(e.currentTarget.value))}>
          {sizes.data?.sizes.map((s, i) => (
            <option key={s.name} value={i}>
              {s.name}
            </option>
          ))}
          <option value={-1}>a size of your own</option>
        </select>
        {size === -1 && (
          <>
            <span />
            <span className="flex items-baseline gap-2">
              {(['width', 'height'] as const).map((side, i) => (
                <Fragment key={side}>
                  {i > 0 && 'x'}
                  <input
                    aria-label={side === 'width' ? 'Width of a page' : 'Height of a page'}
                    className="field w-24"
                    required
                    placeholder={kit.unit === 'mm' ? '200 mm' : '8 1/2'}
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
        <span />
        <span className="flex gap-3 pt-2">
          <button type="submit" className="press-first">
            Make it
          </button>
          <button type="button" className="press" onClick={onClose}>
            Not now
          </button>
        </span>
      </form>
    </Dialog>
  );
}
