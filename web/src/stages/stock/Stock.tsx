import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Paper } from '../../api/client';
import { cutFrom, freePaperId, withPaper } from '../../parts/edits';
import { FindingNote } from '../../parts/FindingNote';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Swatch } from '../../parts/Swatch';
import { useKeys } from '../../parts/useKeys';
import { FromElsewhere } from './FromElsewhere';
import { OnHand, SharedWith } from './OnHand';
import { PartSheets } from './PartSheets';
import { PaperEditor } from './PaperEditor';
import { PaperPicture } from './PaperPicture';
import { RunLine } from './RunLine';
import { SolidsFor } from './SolidsFor';
import { Supplies } from './Supplies';

/** The papers of the kit: what they are, how many sheets there are, and how many the kit takes. */
export function Stock() {
  const { t } = useTranslation();
  const { kit, answer, change } = useKit();
  const [chosen, setChosen] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const [fresh, setFresh] = useState<string | null>(null);
  const papers = kit.papers ?? [];
  const paper = papers.find((p) => p.id === chosen) ?? papers[0];
  const counts = answer?.counts;
  const sheets = (id: string) => counts?.sheets.find((s) => s.paper === id);

  const add = () => {
    const side = inUnit(kit, '12', '305');
    const made: Paper = {
      id: freePaperId(kit, 'paper'),
      name: t('stock.newPaper'),
      size: { width: side, height: side },
      faceA: { colour: '#EFE8DF', print: 'solid', direction: 'free' },
    };
    change({ ...kit, papers: [...papers, made] });
    setChosen(made.id);
    setFresh(made.id);
    setOpen(true);
  };
  const [find, setFind] = useState('');
  const [elsewhere, setElsewhere] = useState(false);
  useKeys([
    { key: 'n', does: add },
    { key: 'o', does: () => setElsewhere(true) },
  ]);
  const isFound = (name: string, id: string) => `${name} ${id}`.toLowerCase().includes(find.trim().toLowerCase());

  const short = answer?.stockFindings ?? [];
  const kits = counts?.kits ?? kit.kits ?? 1;
  const summary =
    papers.length === 0
      ? t('stock.noPaper')
      : `${t('many.paper', { count: papers.length })}; ${short.length ? t('stock.short', { count: short.length }) : t('stock.enough')} ${t('stock.forKits', { count: kits })}`;
  const says = (
    <>
      <LeafHead
        aside={
          <>
            <button type="button" className="press" title="O" onClick={() => setElsewhere(true)}>
              {t('stock.fromAnotherKit')}
            </button>
            <button type="button" className="press-first" title="N" onClick={add}>
              {t('stock.newPaper')}
            </button>
          </>
        }
      >
        <h1 className="text-[28px] leading-8">{t('stock.stock')}</h1>
      </LeafHead>
      <p className={`px-6 text-[15px] ${short.length ? 'text-rust' : 'text-soft'}`}>{summary}</p>
      <RunLine />
      {elsewhere && <FromElsewhere onClose={() => setElsewhere(false)} />}
      {papers.length + (kit.parts ?? []).length > 6 && (
        <input
          type="search"
          aria-label={t('stock.findInTheStock')}
          placeholder={t('stock.findAPaperOr')}
          className="field mx-6 mt-2"
          value={find}
          onChange={(event) => setFind(event.currentTarget.value)}
        />
      )}
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {papers.length === 0 && <p className="mt-4 max-w-md">{t('stock.piecesAreCutFrom')}</p>}
        {papers.length > 0 && (
          <div className="flex border-b border-line pb-1 text-[13px] text-soft">
            <span className="flex-1 max-md:hidden">{t('stock.paper')}</span>
            <span className="w-24 max-md:flex-1 md:text-right">{t('stock.sheet')}</span>
            <span className="w-20 text-right">{t('stock.oneKit')}</span>
            <span className="w-20 text-right">
              {t('many.kit', { count: kits })}
              {(counts?.spareKits ?? 0) > 0 && ` + ${counts?.spareKits ?? 0}`}
            </span>
            <span className="w-24 pr-1 text-right">{t('stock.onHand')}</span>
          </div>
        )}
        <ul>
          {papers
            .filter((p) => isFound(p.name, p.id))
            .map((p) => {
              const count = sheets(p.id);
              const isOpen = open && p.id === paper?.id;
              return (
                <li key={p.id} className={`-mx-2 border-b border-line px-2 ${p.id === paper?.id ? 'bg-lit' : ''}`}>
                  <div className="flex min-h-10 items-center max-md:flex-wrap">
                    <button
                      type="button"
                      aria-expanded={isOpen}
                      className="flex min-w-0 flex-1 items-center gap-2 py-1 text-left max-md:basis-full"
                      onClick={() => {
                        setOpen(p.id !== paper?.id || !open);
                        setChosen(p.id);
                      }}
                    >
                      <Swatch paper={p} size={22} />
                      {p.faceB && <Swatch paper={p} face="B" size={22} />}
                      <span className="truncate">{p.name}</span>
                    </button>
                    <span className="w-24 text-[15px] text-soft max-md:flex-1 md:text-right">
                      {readable(p.size.width)} x {readable(p.size.height)}
                    </span>
                    <span className="w-20 text-right">{count?.perKit ?? 0}</span>
                    <span className={`w-20 text-right ${count?.missing ? 'font-semibold text-rust' : ''}`}>
                      {count?.total ?? 0}
                    </span>
                    <span className="w-24 text-right">
                      <OnHand id={p.id} label={t('stock.sheetsOfOnHand', { paper: p.name })} value={p.onHand ?? null} />
                    </span>
                  </div>
                  {short
                    .filter((f) => f.code === 'short-stock' && f.pieces[0] === p.id)
                    .map((f) => (
                      <div key={f.says} className="pb-2">
                        <FindingNote finding={f} />
                      </div>
                    ))}
                  <SharedWith id={p.id} isPaper />
                  {isOpen && (
                    <PaperEditor
                      fresh={fresh === p.id}
                      paper={p}
                      used={cutFrom(kit, p.id)}
                      onChange={(next) => change(withPaper(kit, p.id, next))}
                      onRemove={() => change({ ...kit, papers: papers.filter((q) => q.id !== p.id) })}
                    />
                  )}
                </li>
              );
            })}
        </ul>
        {papers.length > 0 && <SolidsFor />}
        <PartSheets find={isFound} />
        <Supplies find={isFound} />
      </div>
    </>
  );
  const shows = paper ? (
    <PaperPicture paper={paper} takes={sheets(paper.id)?.total ?? 0} kits={counts?.kits ?? 1} used={cutFrom(kit, paper.id)} />
  ) : (
    <p className="m-auto max-w-xs text-soft">{t('stock.theChosenPaperWill')}</p>
  );
  return <Fold says={says} shows={shows} showing={t('stock.thePaper')} />;
}
