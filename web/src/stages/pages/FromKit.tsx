import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../../api/client';
import { useKit } from '../../parts/kitContext';

interface Props {
  onTake: (kit: Kit, layout: string) => void;
}

const ofPage = ['whole', 'some'] as const;
const ofSpread = ['whole', 'left', 'right', 'some'] as const;

/** A layout of another kit of the studio, and what stands here for its papers. */
export function FromKit({ onTake }: Props) {
  const { t } = useTranslation();
  const { kit, slug } = useKit();
  const [other, setOther] = useState('');
  const [layout, setLayout] = useState('');
  const [part, setPart] = useState<'whole' | 'left' | 'right' | 'some'>('whole');
  const [some, setSome] = useState<readonly string[]>([]);
  const [onto, setOnto] = useState('');
  const [papers, setPapers] = useState<Record<string, string>>({});
  const shelf = useQuery({ queryKey: ['kits'], queryFn: async () => unwrap(await api.GET('/api/kits')) });
  const kits = (shelf.data ?? []).filter((k) => k.slug !== slug);
  const from = useQuery({
    queryKey: ['kit', other, 'whole'],
    queryFn: other ? async () => unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug: other } } })).kit : skipToken,
  });
  const layouts = from.data?.layouts ?? [];
  const id = layouts.some((l) => l.id === layout) ? layout : (layouts[0]?.id ?? '');
  const chosen = layouts.find((l) => l.id === id);
  const isSpread = chosen?.kind === 'spread';
  const what = !isSpread && (part === 'left' || part === 'right') ? 'whole' : part;
  const pieces = (chosen?.pieces ?? []).filter((p) => some.includes(p.id)).map((p) => p.id);
  const comes = {
    page: what === 'left' || what === 'right' ? what : undefined,
    pieces: what === 'some' ? pieces : undefined,
    onto: onto || undefined,
  };
  const brought = useQuery({
    queryKey: ['brought', kit, from.data, id, papers, comes],
    queryFn:
      from.data && id && !(what === 'some' && pieces.length === 0)
        ? async ({ signal }: { signal: AbortSignal }) =>
            unwrap(
              await api.POST('/api/compute/brought', { body: { kit, from: from.data, layout: id, papers, ...comes }, signal }),
            )
        : skipToken,
    placeholderData: (before) => before,
  });
  const fault = shelf.error ?? from.error ?? brought.error;
  const nameOf = (of: Kit | undefined, paper: string) => of?.papers?.find((p) => p.id === paper)?.name ?? paper;
  return (
    <div className="text-[15px]">
      {shelf.data && kits.length === 0 && <p>{t('fromKit.none')}</p>}
      {kits.length > 0 && (
        <div className="grid grid-cols-[7rem_1fr] items-center gap-y-3">
          <label htmlFor="bring-kit">{t('fromKit.kit')}</label>
          <select
            id="bring-kit"
            className="field"
            value={other}
            onChange={(event) => {
              setOther(event.currentTarget.value);
              setPapers({});
            }}
          >
            <option value="">{t('fromKit.choose')}</option>
            {kits.map((k) => (
              <option key={k.slug} value={k.slug}>
                {k.name}
              </option>
            ))}
          </select>
          {layouts.length > 0 && (
            <>
              <label htmlFor="bring-layout">{t('fromKit.layout')}</label>
              <select
                id="bring-layout"
                className="field"
                value={id}
                onChange={(event) => {
                  setLayout(event.currentTarget.value);
                  setSome([]);
                  setPapers({});
                }}
              >
                {layouts.map((l) => (
                  <option key={l.id} value={l.id}>
                    {l.id} {l.name}
                  </option>
                ))}
              </select>
              <label htmlFor="bring-part">{t('fromKit.what')}</label>
              <select
                id="bring-part"
                className="field"
                value={what}
                onChange={(event) => setPart(event.currentTarget.value as typeof part)}
              >
                {(isSpread ? ofSpread : ofPage).map((p) => (
                  <option key={p} value={p}>
                    {t(`fromKit.${p}`)}
                  </option>
                ))}
              </select>
              {what === 'some' && (
                <fieldset className="col-span-2 flex flex-wrap gap-x-4 gap-y-1">
                  <legend className="sr-only">{t('fromKit.pieces')}</legend>
                  {(chosen?.pieces ?? []).map((p) => (
                    <label key={p.id} className="flex items-center gap-1.5">
                      <input
                        type="checkbox"
                        className="accent-velvet"
                        checked={some.includes(p.id)}
                        onChange={(event) =>
                          setSome(event.currentTarget.checked ? [...some, p.id] : some.filter((s) => s !== p.id))
                        }
                      />
                      {p.id} {p.name ?? t(`kind.${p.kind}`)}
                    </label>
                  ))}
                </fieldset>
              )}
              {(kit.layouts ?? []).length > 0 && (
                <>
                  <label htmlFor="bring-onto">{t('fromKit.onto')}</label>
                  <select id="bring-onto" className="field" value={onto} onChange={(event) => setOnto(event.currentTarget.value)}>
                    <option value="">{t('fromKit.own')}</option>
                    {(kit.layouts ?? []).map((l) => (
                      <option key={l.id} value={l.id}>
                        {l.id} {l.name}
                      </option>
                    ))}
                  </select>
                </>
              )}
            </>
          )}
        </div>
      )}
      {from.data && layouts.length === 0 && <p className="pt-3">{t('fromKit.noLayout')}</p>}
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
                <th className="font-normal">{t('fromKit.there')}</th>
                <th className="font-normal">{t('fromKit.here')}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {brought.data.papers.map((paper) => (
                <tr key={paper.from} className="border-t border-line">
                  <td className="py-1.5 pr-4">{nameOf(from.data, paper.from)}</td>
                  <td className="py-1.5 pr-4">
                    <select
                      aria-label={t('fromKit.standsFor', { paper: nameOf(from.data, paper.from) })}
                      className="field w-full"
                      value={paper.added ? '' : paper.to}
                      onChange={(event) => setPapers({ ...papers, [paper.from]: event.currentTarget.value })}
                    >
                      {(kit.papers ?? []).map((p) => (
                        <option key={p.id} value={p.id}>
                          {p.name}
                        </option>
                      ))}
                      <option value="">{t('fromKit.along')}</option>
                    </select>
                  </td>
                  <td className="py-1.5 text-soft">{paper.says}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="pt-4">
            {/* What is still shown while another choice is read is not what is taken. */}
            <button
              type="button"
              className="press-first"
              disabled={brought.isPlaceholderData}
              onClick={() => onTake(brought.data.kit, brought.data.layout)}
            >
              {t('fromKit.take')}
            </button>
          </p>
        </>
      )}
    </div>
  );
}
