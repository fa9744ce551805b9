import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';

const kinds = ['pieces', 'sleeves', 'bags'] as const;

/** Labels on sheets as a label printer would print them: the right leaf stands in for it. */
export function Labels({ head }: { head: ReactNode }) {
  const { t } = useTranslation();
  const { slug, kit, revision } = useKit();
  const [of, setOf] = useState<(typeof kinds)[number]>('pieces');
  const [sheet, setSheet] = useState('0');
  const [skip, setSkip] = useState(0);
  const [custom, setCustom] = useState('');
  const [asDots, setAsDots] = useState<boolean | null>(null);
  const own = sheet === 'own';
  const asked = {
    of,
    skip,
    address: window.location.origin,
    ...(own ? { custom } : { sheet: Number(sheet) }),
  };
  const labels = useQuery({
    queryKey: ['labels', slug, kit, asked],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/kits/{slug}/labels', { params: { path: { slug }, query: asked }, signal })),
    enabled: !own || custom !== '',
    placeholderData: keepPreviousData,
    gcTime: 5_000,
  });
  const sizes = labels.data?.sheets ?? [];
  const query = new URLSearchParams(Object.entries(asked).map(([k, v]) => [k, String(v)])).toString();
  // Labels on a roll go to a label printer, which burns dots; sheets go to any other.
  const dots = asDots ?? (labels.data !== undefined && labels.data.count === labels.data.labels && labels.data.count > 1);
  const says = (
    <>
      {head}
      <div className="grid grid-cols-[8rem_1fr] items-baseline gap-y-2 px-6 pt-2 text-[15px]">
        <span className="text-soft">{t('labels.labelsFor')}</span>
        <span>
          <Choice
            label={t('labels.whatTheLabelsAre')}
            value={of}
            options={kinds.map((value) => ({ value, name: t(`labels.of.${value}`) }))}
            onChange={setOf}
          />
        </span>
        <span className="text-soft">{t('labels.onSheetsOf')}</span>
        <span>
          <Choice
            label={t('labels.theLabelSheet')}
            value={sheet}
            options={[
              ...sizes.map((name, i) => ({ value: String(i), name })),
              { value: 'own', name: t('labels.measuresOfYourOwn') },
            ]}
            onChange={setSheet}
          />
        </span>
        {own && (
          <>
            <span className="text-soft">{t('labels.measures')}</span>
            <span>
              <TextField
                label={t('labels.tenMeasuresOfThe')}
                value={custom}
                className="field w-full"
                placeholder="8 1/2, 11, 4, 2, 2, 5, 5/32, 1/2, 4 3/16, 2"
                onChange={setCustom}
              />
              <span className="block text-[13px] leading-5 text-soft">{t('labels.pageWidthAndHeight')}</span>
            </span>
          </>
        )}
        <span className="text-soft">{t('labels.usedUp')}</span>
        <span>
          <NumberField
            align="left"
            label={t('labels.labelsThatAreUsed')}
            value={skip}
            max={1000}
            onChange={(n) => n !== null && setSkip(n)}
          />
          {t('labels.labelsOfTheFirst')}
        </span>
      </div>
      {labels.error && (
        <p role="alert" className="px-6 pt-3 text-[15px] text-rust">
          {labels.error.message}
        </p>
      )}
      {labels.data && (
        <p className="px-6 pt-4 text-[15px]" role="status">
          {labels.data.labels === 0 && of === 'bags'
            ? t('labels.noBagsAreOut')
            : t('labels.labelsEachCodeOpens', { labels: labels.data.labels })}
        </p>
      )}
      {labels.data && labels.data.labels > 0 && (
        <p className="px-6 pt-3">
          <a className="press-first" href={`/api/kits/${slug}/labels.pdf?${query}`} download>
            {t('labels.printTheLabels')}
          </a>
        </p>
      )}
    </>
  );
  const shows = (
    <>
      <LeafHead
        aside={
          labels.data && (
            <button type="button" className="quiet" aria-pressed={dots} onClick={() => setAsDots(!dots)}>
              {dots ? t('labels.showThemDrawn') : t('labels.showALabelPrinter')}
            </button>
          )
        }
      >
        <p className="text-[15px] text-soft">{dots ? t('labels.asALabelPrinter') : t('labels.asTheyComeOut')}</p>
      </LeafHead>
      <div
        tabIndex={0}
        role="region"
        aria-label={t('labels.theLabels')}
        className={`min-h-0 flex-1 overflow-y-auto p-6 pt-2 ${dots ? 'flex flex-wrap content-start gap-4' : 'space-y-4'}`}
      >
        {dots
          ? Array.from({ length: labels.data?.count ?? 0 }, (_, i) => (
              <img
                key={i}
                className="block border border-line"
                loading="lazy"
                alt={t('labels.labelDotByDot', { i: i + 1 })}
                width={(labels.data?.pages[0]?.width ?? 0) * 1.4}
                height={(labels.data?.pages[0]?.height ?? 0) * 1.4}
                src={`/api/kits/${slug}/labels/${i + 1}.png?${query}&seen=${revision}`}
              />
            ))
          : labels.data?.pages.map((page, i) => (
              <div
                key={i}
                className="printed border border-line bg-[#fff]"
                style={{ maxWidth: page.width }}
                dangerouslySetInnerHTML={{ __html: page.svg }}
              />
            ))}
        {!dots && labels.data && labels.data.count > labels.data.pages.length && (
          <p className="text-[15px] text-soft">
            {t('labels.theFirstOfSheets', { pages: labels.data.pages.length, number: labels.data.count })}
          </p>
        )}
      </div>
    </>
  );
  return <Fold says={says} shows={shows} showing={t('labels.theLabels')} />;
}
