import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, unwrap } from '../../api/client';
import type { components } from '../../api/schema';
import { Fold, LeafHead } from '../../parts/Fold';
import { Drawn } from './Drawn';
import { ManyOfOne } from './ManyOfOne';
import { TitleToCut } from './TitleToCut';

type Sheet = components['schemas']['PlotSheet'];

const reports: Record<string, string> = {
  unknown: 'not known here, and left',
  'off-sheet': 'runs off the sheet, and is not drawn',
  'open-cut': 'is cut and does not close: nothing comes free',
  'too-small': 'is too small to draw',
  'no-layer': 'stands in no layer named pen, fold or cut, and is not drawn',
};

const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;

/** A plotter that is not there: it draws a plot file on a virtual sheet, and says what it could not cut. */
export function Plotter() {
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
      if (!answer.ok) throw new Error('That sheet is not cut any more.');
      return answer.text();
    },
    onSuccess: (file, sheet) => draw.mutate({ file, name: `${sheet.name}, sheet ${sheet.sheet}` }),
  });
  const plotted = draw.data;
  const trouble = draw.error ?? fetched.error ?? sheets.error;
  const says = (
    <>
      <LeafHead
        aside={
          <Link to={slug ? `/kits/${slug}/cuts` : '/'} className="press">
            {slug ? 'Cuts' : 'All kits'}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">Plotter, simulated</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        It sees nothing but the file, as a machine would: outlines are cut with the blade, dashes drawn with the pen. A real blade
        is sharp: follow its maker’s notes.
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6 text-[15px]">
        {sheets.data && (
          <section>
            <h2 className="pt-2 font-serif text-lg">A sheet of this kit</h2>
            <ul>
              {sheets.data.sheets.map((sheet) => (
                <li
                  key={`${sheet.paper} ${sheet.sheet}`}
                  className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-line py-1.5"
                >
                  <button type="button" className="quiet text-left" onClick={() => fetched.mutate(sheet)}>
                    {sheet.name}, sheet {sheet.sheet}
                    {sheet.times > 1 ? `, ${sheet.times} times` : ''}
                  </button>
                  <span className="flex gap-3">
                    <a className="quiet" href={`/api/kits/${slug}/plots/${sheet.paper}/${sheet.sheet}.svg`} download>
                      SVG
                    </a>
                    <a className="quiet" href={`/api/kits/${slug}/plots/${sheet.paper}/${sheet.sheet}.gcode`} download>
                      G-code
                    </a>
                  </span>
                  <span className="basis-full text-[13px] text-soft">{sheet.pieces.join(', ')}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <section>
          <h2 className="pt-4 font-serif text-lg">A file</h2>
          <p className="pb-1.5 text-soft">SVG with layers named pen, fold and cut, or G-code in plain moves.</p>
          <label className="press inline-block cursor-pointer focus-within:outline-2">
            Open a plot file
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
            <h2 className="pt-4 font-serif text-lg">What came of it</h2>
            <p>
              {name}: {plotted.strokes.filter((s) => s.tool === 'blade').length} cut,{' '}
              {plotted.strokes.filter((s) => s.tool === 'pen').length} drawn,{' '}
              {plotted.strokes.filter((s) => s.tool === 'fold').length} folded, in {clock(plotted.seconds)}.{' '}
              {plotted.reports.length === 0 ? 'Everything could be done.' : ''}
            </p>
            <ul>
              {plotted.reports.map((r, i) => (
                <li key={i} className="text-rust">
                  {r.where > 0 ? `Line ${r.where}: ` : ''}
                  {r.what || 'a line'} {reports[r.code] ?? r.code}.
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </>
  );
  return <Fold showing="the virtual sheet" says={says} shows={<Drawn key={name} plotted={plotted} name={name} />} />;
}
