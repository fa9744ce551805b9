import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../../api/client';
import type { Form, Sheet } from './forms';

interface Props {
  kit: Kit;
  since: Kit | null;
  form: Form;
  sheet: Sheet;
}

/** The guide's pages exactly as they come out of the printer. */
export function PrintedPages({ kit, since, form, sheet }: Props) {
  const { t } = useTranslation();
  const pages = useQuery({
    queryKey: ['guide-pages', kit, since, form, sheet],
    queryFn: async ({ signal }) =>
      unwrap(await api.POST('/api/compute/guide/pages', { body: { kit, since, form, paper: sheet }, signal })),
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  if (pages.error)
    return (
      <p role="alert" className="p-6 text-rust">
        {pages.error.message}
      </p>
    );
  if (!pages.data) return <p className="p-6 text-soft">{t('printedPages.settingThePages')}</p>;
  return (
    <div
      className="printed min-h-0 flex-1 overflow-y-auto px-6 pb-6"
      role="region"
      aria-label={t('printedPages.thePrintedPages')}
      tabIndex={0}
    >
      {pages.data.pages.map((page, i) => (
        <figure key={i} className="mb-4">
          {/* The server's own drawing: every text in it is escaped there. */}
          <div className="bg-[#fff] shadow-[0_2px_12px_rgb(0_0_0/0.12)]" dangerouslySetInnerHTML={{ __html: page.svg }} />
          <figcaption className="pt-1 text-[13px] text-soft">
            {t('printedPages.pageOf', { i: i + 1, pages: pages.data.pages.length })}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
