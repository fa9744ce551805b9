import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useParams } from 'react-router';
import { useKit } from '../../parts/kitContext';
import { NewLayout } from './NewLayout';
import { PageLeaves } from './PageLeaves';

/** The pages: pieces in words and numbers on the left, to scale on the right. */
export function Pages() {
  const { t } = useTranslation();
  const { kit, slug, answer } = useKit();
  const { layout: asked } = useParams();
  const [adding, setAdding] = useState(false);
  const [sizes, setSizes] = useState<string | null>(null);
  const navigate = useNavigate();
  const layouts = kit.layouts ?? [];
  const layout = layouts.find((l) => l.id === asked) ?? layouts[0];
  const computed = answer?.layouts.find((l) => l.id === layout?.id);

  const dialog = (
    <NewLayout
      key={sizes ?? ''}
      open={adding}
      sizes={sizes && layout ? { text: sizes, page: layout.page } : null}
      onClose={() => {
        setAdding(false);
        setSizes(null);
      }}
      onMade={(id) => void navigate(`/kits/${slug}/pages/${id}`)}
    />
  );
  if (!layout)
    return (
      <div className="max-w-xl p-12">
        <h1 className="text-3xl">{t('pages.none')}</h1>
        <p className="mt-4">{t('pages.noneIs')}</p>
        <button type="button" className="press-first mt-6" onClick={() => setAdding(true)}>
          {t('pages.first')}
        </button>
        {dialog}
      </div>
    );
  return (
    <>
      <PageLeaves
        key={layout.id}
        layoutId={layout.id}
        computed={computed}
        onAddLayout={(said) => {
          setSizes(said ?? null);
          setAdding(true);
        }}
      />
      {dialog}
    </>
  );
}
