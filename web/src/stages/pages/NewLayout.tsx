import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
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
  const sizes = useQuery({ queryKey: ['sizes'], queryFn: async () => unwrap(await api.GET('/api/sizes')), staleTime: Infinity });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    const page = sizes.data?.sizes[size]?.size;
    if (!page) return;
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
        </select>
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
