import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import type { components } from '../../api/schema';
import { Fold, LeafHead } from '../../parts/Fold';
import { Drawn } from './Drawn';
import { ManyOfOne } from './ManyOfOne';
import { TitleToCut } from './TitleToCut';

type Sheet = components['schemas']['PlotSheet'];

const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;

/** A plotter that is not there: it draws a plot file on a virtual sheet, and says what it could not cut. */
export function Plotter() {
  const { t } = useTranslation();
  const [search] = useSearchParams();
  const slug = search.get('kit');
  const sheets = useQuery({
    queryKey: ['plots', slug],
    enabled: slug !== null,
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/plots', { params: { path: { slug: slug ?? '' } } })),
  });
  const [name, setName] = useState('');
  const draw = useMutation({
    mutationFn: async ({ file }: { file: string; name: string }) => unwrap(await api.POST('/api/plotter', { body: { file } })),
    onMutate: ({ name: called }) => setName(called),
  });
  const fetched = useMutation({
    mutationFn: async (sheet: Sheet) => {
      const answer = await fetch(`/api/kits/${slug}/plots/${sheet.paper}/${sheet.sheet}.svg`);
      if (!answer.ok) throw new Error(t('plotter.gone'));
      return answer.text();
    },
    onSuccess: (file, sheet) => draw.mutate({ file, name: `${sheet.name}, ${t('cuts.sheet', { pattern: sheet.sheet })}` }),
  });
  const plotted = draw.data;
  const countOf = (tool: 'blade' | 'pen' | 'fold') => plotted?.strokes.filter((s) => s.tool === tool).length ?? 0;
  const trouble = draw.error ?? fetched.error ?? sheets.error;
  const says = (
    <>
      <LeafHead
        aside={
          <Link to={slug ? `/kits/${slug}/cuts` : '/'} className="press">
            {slug ? t('plotter.cuts') : t('plotter.allKits')}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">{t('plotter.plotterSimulated')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">{t('plotter.itSeesNothingBut')}</p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6 text-[15px]">
        {sheets.data && (
          <section>
            <h2 className="pt-2 font-serif text-lg">{t('plotter.aSheetOfThis')}</h2>
            <ul>
              {sheets.data.sheets.map((sheet) => (
                <li
                  key={`${sheet.paper} ${sheet.sheet}`}
                  className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-line py-1.5"
                >
                  <button type="button" className="quiet text-left" onClick={() => fetched.mutate(sheet)}>
                    {sheet.name}, {t('cuts.sheet', { pattern: sheet.sheet })}
                    {sheet.times > 1 && `, ${t('paperCuts.times', { n: sheet.times })}`}
                  </button>
                  <span className="flex gap-3">
                    <a className="quiet" href={`/api/kits/${slug}/plots/${sheet.paper}/${sheet.sheet}.svg`} download>
                      {t('plotter.svg')}
                    </a>
                    <a className="quiet" href={`/api/kits/${slug}/plots/${sheet.paper}/${sheet.sheet}.gcode`} download>
                      {t('plotter.gCode')}
                    </a>
                  </span>
                  <span className="basis-full text-[13px] text-soft">{sheet.pieces.join(', ')}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <section>
          <h2 className="pt-4 font-serif text-lg">{t('plotter.aFile')}</h2>
          <p className="pb-1.5 text-soft">{t('plotter.svgWithLayersNamed')}</p>
          <label className="press inline-block cursor-pointer focus-within:outline-2">
            {t('plotter.openAPlotFile')}
            <input
              type="file"
              accept=".svg,.gcode,.nc,.txt"
              className="sr-only"
              onChange={(event) => {
                const file = event.currentTarget.files?.[0];
                if (file) void file.text().then((text) => draw.mutate({ file: text, name: file.name }));
              }}
            />
          </label>
        </section>
        <TitleToCut onFile={(file, called) => draw.mutate({ file, name: called })} />
        <ManyOfOne slug={slug} onFile={(file, called) => draw.mutate({ file, name: called })} />
        {trouble && (
          <p role="alert" className="pt-3 text-rust">
            {trouble.message}
          </p>
        )}
        {plotted && (
          <section role="status">
            <h2 className="pt-4 font-serif text-lg">{t('plotter.whatCameOfIt')}</h2>
            <p>
              {t('plotter.done', {
                name,
                cut: countOf('blade'),
                drawn: countOf('pen'),
                folded: countOf('fold'),
                time: clock(plotted.seconds),
              })}{' '}
              {plotted.reports.length === 0 && t('plotter.everythingCouldBeDone')}
            </p>
            <ul>
              {plotted.reports.map((r, i) => (
                <li key={i} className="text-rust">
                  {r.where > 0 && `${t('plotter.line', { where: r.where })} `}
                  {r.what || t('plotter.aLine')}{' '}
                  {t(`plotter.report.${r.code}` as 'plotter.report.unknown', { defaultValue: r.code })}.
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </>
  );
  return <Fold showing={t('plotter.theVirtualSheet')} says={says} shows={<Drawn key={name} plotted={plotted} name={name} />} />;
}
