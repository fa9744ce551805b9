import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap } from '../../api/client';
import type { components } from '../../api/schema';
import { ProposedPages } from '../../parts/ProposedPages';
import { exampleSizes } from '../../parts/examples';

export type LeftPage = components['schemas']['LeftPageView'];
export type LeftPapers = components['schemas']['LeftPagesAnswer']['papers'];

interface Props {
  /** The page that is shown, if it is one of these. */
  shown: LeftPage | null;
  onShow: (page: LeftPage, papers: LeftPapers) => void;
}

/** Pages out of sizes and of nothing but what lies in the studio. */
export function LeftPages({ shown, onShow }: Props) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const ask = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/compute/left-pages', { body: { text } })),
    onSuccess: (found) => {
      const first = found.pages[0];
      if (first) onShow(first, found.papers);
    },
  });
  const why = ask.error instanceof ApiError ? Object.values(ask.error.errors).join(' ') || ask.error.message : ask.error?.message;
  const pages = ask.data?.pages ?? [];
  const papers = ask.data?.papers ?? [];
  return (
    <section className="mt-6 text-[15px]">
      <h2 className="border-b border-line pb-1 font-serif text-lg">{t('still.pages')}</h2>
      <form
        className="flex items-baseline gap-3 py-2"
        onSubmit={(event) => {
          event.preventDefault();
          ask.mutate();
        }}
      >
        <input
          aria-label={t('still.pageSizes')}
          placeholder={exampleSizes[ask.data?.unit ?? 'in']}
          className="field min-w-0 flex-1"
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={text.trim() === '' || ask.isPending}>
          {t(ask.isPending ? 'sizes.laying' : 'sizes.propose')}
        </button>
      </form>
      {why && (
        <p role="alert" className="text-rust">
          {why}
        </p>
      )}
      {ask.data?.why && <p role="status">{ask.data.why}</p>}
      {pages.length > 0 && (
        <ProposedPages
          pages={pages}
          papers={papers}
          chosen={shown && pages.includes(shown) ? pages.indexOf(shown) : null}
          onChoose={(at) => pages[at] && onShow(pages[at], papers)}
        />
      )}
    </section>
  );
}
