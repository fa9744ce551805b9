import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useTranslation } from 'react-i18next';
import { useKeys } from '../../parts/useKeys';

type Sheet = 'letter' | 'a4';

const stored = (): Sheet => (localStorage.getItem('velvet-fold-sheet') === 'a4' ? 'a4' : 'letter');

interface Props {
  title: string;
  back: string;
  children: ReactNode;
}

const sheets: readonly Sheet[] = ['letter', 'a4'];

const pageOf: Record<Sheet, string> = {
  letter: '@page { size: letter; margin: 0.5in; }',
  a4: '@page { size: A4; margin: 0.5in; }',
};

/** The printed pages as they will come out, with the choice of sheet and the way back. The bar itself is not printed. */
export function PrintFrame({ title, back, children }: Props) {
  const { t } = useTranslation();
  const [sheet, setSheet] = useState<Sheet>(stored);
  const navigate = useNavigate();
  const choose = (next: Sheet) => {
    localStorage.setItem('velvet-fold-sheet', next);
    setSheet(next);
  };
  const print = () => window.print();
  useKeys([
    { key: 'Escape', does: () => void navigate(back) },
    { key: 'p', does: print },
  ]);
  return (
    <div className="min-h-dvh bg-linen print:bg-[#fff]">
      <style>{pageOf[sheet]}</style>
      <header className="no-print sticky top-0 z-10 flex flex-wrap items-center gap-4 border-b border-line bg-chalk px-6 py-3">
        <button type="button" className="press" title={t('printFrame.esc')} onClick={() => void navigate(back)}>
          {t('printFrame.back')}
        </button>
        <h1 className="text-xl">{title}</h1>
        <span
          className="ml-auto flex items-center gap-4 text-[15px]"
          role="radiogroup"
          aria-label={t('printFrame.paperInThePrinter')}
        >
          {sheets.map((s) => (
            <label key={s} className="flex items-center gap-1.5">
              <input type="radio" name="sheet" className="accent-velvet" checked={sheet === s} onChange={() => choose(s)} />
              {t(`printFrame.${s}`)}
            </label>
          ))}
        </span>
        <button type="button" className="press-first" title="P" onClick={print}>
          {t('printFrame.print')}
        </button>
      </header>
      <article
        className="mx-auto my-6 bg-[#fff] p-[0.5in] text-[#221a20] shadow-[0_4px_24px_rgb(0_0_0/0.12)] print:m-0 print:w-auto print:p-0 print:shadow-none"
        style={{ width: sheet === 'a4' ? '210mm' : '8.5in' }}
      >
        {children}
      </article>
    </div>
  );
}
