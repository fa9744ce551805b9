import { useMutation } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type Layout } from '../../api/client';
import { exampleSizes } from '../../parts/examples';
import { useKit } from '../../parts/kitContext';
import { unbroken } from '../../parts/length';
import { ProposedPages } from '../../parts/ProposedPages';

interface Props {
  /** The page that the pieces lie on. */
  page: Layout['page'];
  /** The sizes that were said before. */
  said: string;
  onTake: (layout: Layout) => void;
}

/** Sizes of pieces, and pages that are proposed of them. */
export function OutOfSizes({ page, said, onTake }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const papers = kit.papers ?? [];
  const [text, setText] = useState(said);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [sheets, setSheets] = useState('');
  const [chosen, setChosen] = useState(0);
  const ask = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.POST('/api/compute/proposals', {
          body: {
            kit,
            text,
            page,
            papers: papers.filter((p) => !left.has(p.id)).map((p) => p.id),
            ...(sheets.trim() ? { sheets: Number(sheets) } : {}),
          },
        }),
      ),
    onMutate: () => setChosen(0),
  });
  const propose = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    ask.mutate();
  };
  const found = ask.data?.proposals ?? [];
  const open = found[chosen];
  const why = ask.error instanceof ApiError ? Object.values(ask.error.errors).join(' ') || ask.error.message : ask.error?.message;
  return (
    <div className="text-[15px]">
      <form onSubmit={propose} className="grid grid-cols-[7rem_1fr] items-baseline gap-y-3">
        <label htmlFor="sizes-text">{t('sizes.sizes')}</label>
        <input
          id="sizes-text"
          className="field"
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          placeholder={exampleSizes[kit.unit ?? 'in']}
        />
        <span>{t('sizes.papers')}</span>
        <span className="flex flex-wrap gap-x-4 gap-y-1">
          {papers.map((paper) => (
            <label key={paper.id} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="accent-velvet"
                checked={!left.has(paper.id)}
                onChange={(event) => {
                  const next = new Set(left);
                  if (event.currentTarget.checked) next.delete(paper.id);
                  else next.add(paper.id);
                  setLeft(next);
                }}
              />
              {paper.name}
            </label>
          ))}
        </span>
        <label htmlFor="sizes-sheets">{t('sizes.most')}</label>
        <span className="flex items-baseline gap-3">
          <input
            id="sizes-sheets"
            className="field w-20"
            type="number"
            min={1}
            max={50}
            value={sheets}
            onChange={(event) => setSheets(event.currentTarget.value)}
            placeholder={t('sizes.any')}
          />
          <button type="submit" className="press" disabled={ask.isPending}>
            {t(ask.isPending ? 'sizes.laying' : 'sizes.propose')}
          </button>
        </span>
      </form>
      {why && (
        <p role="alert" className="pt-3 text-rust">
          {why}
        </p>
      )}
      {ask.data?.why && (
        <p role="status" className="pt-3">
          {ask.data.why}
        </p>
      )}
      {open && (
        <>
          <ProposedPages pages={found} papers={papers} chosen={chosen} onChoose={setChosen} />
          <div className="grid grid-cols-[1fr_auto] gap-x-4 pt-2">
            <ul>
              {open.says.map((says) => (
                <li key={says}>{unbroken(says)}</li>
              ))}
              <li className="text-soft">
                {t('sizes.cutFrom', {
                  list: open.sheets
                    .map((s) => `${s.sheets} x ${papers.find((p) => p.id === s.paper)?.name ?? s.paper}`)
                    .join(', '),
                })}
              </li>
            </ul>
            <button type="button" className="press-first self-start" onClick={() => onTake(open.layout)}>
              {t('sizes.take')}
            </button>
          </div>
        </>
      )}
    </div>
  );
}
