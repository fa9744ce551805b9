import { useState } from 'react';
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
      name: 'New paper',
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
  const papersSay = papers.length === 1 ? '1 paper' : `${papers.length} papers`;
  const lasts = short.length ? `${short.length} short` : 'enough of each';
  const summary = papers.length === 0 ? 'No paper yet' : `${papersSay}; ${lasts} for ${kits === 1 ? '1 kit' : `${kits} kits`}`;
  const says = (
    <>
      <LeafHead
        aside={
          <>
            <button type="button" className="press" title="O" onClick={() => setElsewhere(true)}>
              From another kit
            </button>
            <button type="button" className="press-first" title="N" onClick={add}>
              New paper
            </button>
          </>
        }
      >
        <h1 className="text-[28px] leading-8">Stock</h1>
      </LeafHead>
      <p className={`px-6 text-[15px] ${short.length ? 'text-rust' : 'text-soft'}`}>{summary}</p>
      <RunLine />
      {elsewhere && <FromElsewhere onClose={() => setElsewhere(false)} />}
      {papers.length + (kit.parts ?? []).length > 6 && (
        <input
          type="search"
          aria-label="Find in the stock"
          placeholder="Find a paper or a sheet of parts"
          className="field mx-6 mt-2"
          value={find}
          onChange={(event) => setFind(event.currentTarget.value)}
        />
      )}
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {papers.length === 0 && (
          <p className="mt-4 max-w-md">
            Pieces are cut from papers. Add the first: its name, the size of a sheet, what its faces look like, and how many
            sheets you have, if you could only get so many.
          </p>
        )}
        {papers.length > 0 && (
          <div className="flex border-b border-line pb-1 text-[13px] text-soft">
            <span className="flex-1">Paper</span>
            <span className="w-24 text-right">Sheet</span>
            <span className="w-20 text-right">One kit</span>
            <span className="w-20 text-right">
              {kits === 1 ? '1 kit' : `${kits} kits`}
              {(counts?.spareKits ?? 0) > 0 && ` + ${counts?.spareKits ?? 0}`}
            </span>
            <span className="w-24 pr-1 text-right">On hand</span>
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
                  <div className="flex min-h-10 items-center">
                    <button
                      type="button"
                      aria-expanded={isOpen}
                      className="flex min-w-0 flex-1 items-center gap-2 py-1 text-left"
                      onClick={() => {
                        setOpen(p.id !== paper?.id || !open);
                        setChosen(p.id);
                      }}
                    >
                      <Swatch paper={p} size={22} />
                      {p.faceB && <Swatch paper={p} face="B" size={22} />}
                      <span className="truncate">{p.name}</span>
                    </button>
                    <span className="w-24 text-right text-[15px] text-soft">
                      {readable(p.size.width)} x {readable(p.size.height)}
                    </span>
                    <span className="w-20 text-right">{count?.perKit ?? 0}</span>
                    <span className={`w-20 text-right ${count?.missing ? 'font-semibold text-rust' : ''}`}>
                      {count?.total ?? 0}
                    </span>
                    <span className="w-24 text-right">
                      <OnHand id={p.id} label={`Sheets of ${p.name} on hand`} value={p.onHand ?? null} />
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
    <p className="m-auto max-w-xs text-soft">The chosen paper will lie here, both faces up.</p>
  );
  return <Fold says={says} shows={shows} showing="the paper" />;
}
