import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Kit } from '../../api/client';
import { useKit } from '../../parts/kitContext';

interface Props {
  onTake: (kit: Kit, layout: string) => void;
}

/** A layout of another kit of the studio, and what stands here for its papers. */
export function FromKit({ onTake }: Props) {
  const { kit, slug } = useKit();
  const [other, setOther] = useState('');
  const [layout, setLayout] = useState('');
  const [papers, setPapers] = useState<Record<string, string>>({});
  const shelf = useQuery({ queryKey: ['kits'], queryFn: async () => unwrap(await api.GET('/api/kits')) });
  const kits = (shelf.data ?? []).filter((k) => k.slug !== slug);
  const from = useQuery({
    queryKey: ['kit', other, 'whole'],
    queryFn: other ? async () => unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug: other } } })).kit : skipToken,
  });
  const layouts = from.data?.layouts ?? [];
  const id = layouts.some((l) => l.id === layout) ? layout : (layouts[0]?.id ?? '');
  const brought = useQuery({
    queryKey: ['brought', kit, from.data, id, papers],
    queryFn:
      from.data && id
        ? async ({ signal }: { signal: AbortSignal }) =>
            unwrap(await api.POST('/api/compute/brought', { body: { kit, from: from.data, layout: id, papers }, signal }))
        : skipToken,
    placeholderData: (before) => before,
  });
  const fault = shelf.error ?? from.error ?? brought.error;
  const nameOf = (of: Kit | undefined, paper: string) => of?.papers?.find((p) => p.id === paper)?.name ?? paper;
  return (
    <div className="text-[15px]">
      {shelf.data && kits.length === 0 && <p>There is no other kit in the studio yet.</p>}
      {kits.length > 0 && (
        <div className="grid grid-cols-[7rem_1fr] items-center gap-y-3">
          <label htmlFor="bring-kit">Kit</label>
          <select
            id="bring-kit"
            className="field"
            value={other}
            onChange={(event) => {
              setOther(event.currentTarget.value);
              setPapers({});
            }}
          >
            <option value="">choose one</option>
            {kits.map((k) => (
              <option key={k.slug} value={k.slug}>
                {k.name}
              </option>
            ))}
          </select>
          {layouts.length > 0 && (
            <>
              <label htmlFor="bring-layout">Layout</label>
              <select
                id="bring-layout"
                className="field"
                value={id}
                onChange={(event) => {
                  setLayout(event.currentTarget.value);
                  setPapers({});
                }}
              >
                {layouts.map((l) => (
                  <option key={l.id} value={l.id}>
                    {l.id} {l.name}
                  </option>
                ))}
              </select>
            </>
          )}
        </div>
      )}
      {from.data && layouts.length === 0 && <p className="pt-3">That kit has no layout yet.</p>}
      {fault && (
        <p role="alert" className="pt-3 text-rust">
          {fault.message}
        </p>
      )}
      {brought.data && (
        <>
          <table className="mt-4 w-full">
            <thead className="text-left text-soft">
              <tr>
                <th className="font-normal">Paper there</th>
                <th className="font-normal">Here</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {brought.data.papers.map((paper) => (
                <tr key={paper.from} className="border-t border-line">
                  <td className="py-1.5 pr-4">{nameOf(from.data, paper.from)}</td>
                  <td className="py-1.5 pr-4">
                    <select
                      aria-label={`What stands for ${nameOf(from.data, paper.from)}`}
                      className="field w-full"
                      value={paper.added ? '' : paper.to}
                      onChange={(event) => setPapers({ ...papers, [paper.from]: event.currentTarget.value })}
                    >
                      {(kit.papers ?? []).map((p) => (
                        <option key={p.id} value={p.id}>
                          {p.name}
                        </option>
                      ))}
                      <option value="">it comes along</option>
                    </select>
                  </td>
                  <td className="py-1.5 text-soft">{paper.says}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="pt-4">
            <button type="button" className="press-first" onClick={() => onTake(brought.data.kit, brought.data.layout)}>
              Take it
            </button>
          </p>
        </>
      )}
    </div>
  );
}
