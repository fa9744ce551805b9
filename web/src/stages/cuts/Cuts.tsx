import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useTranslation } from 'react-i18next';
import type { PlanAnswer } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { sideUp, useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { ScenePicture } from '../../parts/ScenePicture';
import { useKeys } from '../../parts/useKeys';
import { cutOf, keptOrNot } from './keeping';
import { PaperCuts } from './PaperCuts';
import { proof } from './proof';
import { Reach, useReach } from './Reach';
import { SearchLine } from './SearchLine';
import { marksAfter, partInHand, StepThrough } from './StepThrough';
import { useBatch } from './useBatch';
import { useMarking } from './useMarking';

interface At {
  paper: string;
  pattern: number;
}

/** The cuts: sheets and their proof, the trimmer's settings in order, and the sheet they are made on. */
export function Cuts() {
  const { t } = useTranslation();
  const { kit, slug, answer, change, lit, setLit } = useKit();
  const [all, setAll] = useState(false);
  const mode = all ? 'batch' : 'each-kit';
  const [chosen, setChosen] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [at, setAt] = useState<At | null>(null);
  const navigate = useNavigate();
  const print = () => void navigate(`/kits/${slug}/print/cuts${all ? '?all' : ''}`);
  const [cut, setCut] = useState<number | null>(null);
  const batch = useBatch(kit, all);
  const plan: PlanAnswer | undefined = all ? batch.plan : answer?.eachKit;
  const marking = useMarking();
  const reach = useReach(kit, all);
  const papers = kit.papers ?? [];
  const sheets = plan?.plan.bySheet ?? [];
  const first = sheets[0];
  const here =
    at && sheets.some((s) => s.sheet === at.paper && at.pattern < s.patterns.length)
      ? at
      : first
        ? { paper: first.sheet, pattern: 0 }
        : null;
  const sheet = sheets.find((s) => s.sheet === here?.paper);
  const pattern = here ? sheet?.patterns[here.pattern] : undefined;
  const picture = plan?.pictures.find((p) => p.paper === here?.paper && p.pattern === here.pattern);
  const nameOf = (id: string) => papers.find((p) => p.id === id)?.name ?? id;
  const kits = Math.max(1, kit.kits ?? 1);
  const spare = answer?.counts.spareKits ?? 0;
  const cuts = pattern?.cuts.length ?? 0;
  // Beyond the last cut, the finished sheet with all its numbers is shown.
  const made = cut === null ? null : Math.min(cut, cuts);
  const step = (by: number) => cuts > 0 && setCut(Math.max(0, Math.min(cuts, (made ?? (by > 0 ? 0 : cuts)) + by)));
  const look = (next: At) => {
    setAt(next);
    setCut(null);
    setChosen(null);
  };
  useKeys([
    { key: 'p', does: print },
    { key: 'ArrowRight', does: () => step(1) },
    { key: 'ArrowLeft', does: () => step(-1) },
    { key: 's', does: () => pattern && !pattern.from && change(keptOrNot(kit, pattern, mode)) },
    {
      key: 'c',
      does: () =>
        pattern && !pattern.from && all && cutOf(pattern) < pattern.times && marking.mark(pattern, mode, cutOf(pattern) + 1),
    },
  ]);

  const says = (
    <>
      <LeafHead
        aside={
          <>
            <a
              className="press"
              href={`/api/kits/${slug}/cuts.csv${all ? `?kits=${kits + spare}` : ''}`}
              download
              title={t('cuts.everyCutAsA')}
            >
              {t('cuts.csv')}
            </a>
            <a
              className="press"
              href={`/api/kits/${slug}/cuts.svg${all ? `?kits=${kits + spare}` : ''}`}
              download
              title={t('cuts.theSheetsAtTrue')}
            >
              {t('cuts.svg')}
            </a>
            <Link className="press" to={`/plotter?kit=${slug}`} title={t('cuts.plotFilesAndA')}>
              {t('cuts.plotter')}
            </Link>
            <button type="button" className="press-first" title="P" onClick={print} disabled={!sheets.length}>
              {t('cuts.printTheCutSheet')}
            </button>
          </>
        }
      >
        <h1 className="text-[28px] leading-8">{t('cuts.cuts')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {plan
          ? t('cuts.sheetCutsSheetsCuts', { count: plan.plan.sheetsUsed, cuts: plan.plan.cuts, plan: proof(t, plan.plan) })
          : t('cuts.planning')}
      </p>
      <p className="px-6 text-[13px] text-soft">{t('cuts.fewestSheetsFirstThen')}</p>
      {all && reach && <Reach reach={reach} />}
      {plan && <SearchLine plan={plan.plan} mode={mode} />}
      {batch.error && (
        <p role="alert" className="px-6 text-[15px] text-rust">
          {batch.error.message}
        </p>
      )}
      {marking.error && (
        <p role="alert" className="px-6 text-[15px] text-rust">
          {marking.error.message}
        </p>
      )}
      <div
        className="flex flex-wrap items-baseline gap-x-4 px-6 pt-2 text-[15px]"
        role="radiogroup"
        aria-label={t('cuts.howItIsCut')}
      >
        <label className="flex items-center gap-1.5">
          <input type="radio" name="mode" className="accent-velvet" checked={!all} onChange={() => setAll(false)} />
          {t('cuts.oneKitAsA')}
        </label>
        <label className="flex items-center gap-1.5">
          <input type="radio" name="mode" className="accent-velvet" checked={all} onChange={() => setAll(true)} />
          {t('cuts.allKitsTogether')}
        </label>
        <NumberField
          align="left"
          label={t('cuts.numberOfKits')}
          value={kits}
          min={1}
          max={10_000}
          onChange={(n) => n !== null && change({ ...kit, kits: n })}
        />
        {spare > 0 && <span className="text-soft">{t('cuts.andSpare', { spare })}</span>}
      </div>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {plan && sheets.length === 0 && <p className="mt-4 max-w-md">{t('cuts.nothingToCutYet')}</p>}
        {told && (
          <p role="status" className="py-2 text-[15px]">
            {told}
          </p>
        )}
        {sheets.map((s) => (
          <PaperCuts
            key={s.sheet}
            sheet={s}
            mode={mode}
            at={here?.paper === s.sheet ? here.pattern : null}
            onAt={(i) => look({ paper: s.sheet, pattern: i })}
            made={made}
            onMade={setCut}
            chosen={here?.paper === s.sheet ? chosen : null}
            onChosen={setChosen}
            onTold={setTold}
            saving={all ? reach?.savings.find((r) => r.paper === s.sheet) : undefined}
          />
        ))}
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        {here && pattern && (
          <p className="text-[15px] text-soft">
            {nameOf(here.paper)}, {pattern.from ?? t('cuts.sheet', { pattern: here.pattern + 1 })}
            {pattern.times > 1 && t('cuts.cutTimesLikeThis', { times: pattern.times })}
            {sideUp(answer, here.paper)}
          </p>
        )}
      </LeafHead>
      <div className="flex min-h-0 flex-1 items-center justify-center p-6 pt-2">
        {picture && (
          <ScenePicture
            scene={
              made === null || !pattern
                ? picture.picture
                : { ...picture.picture, marks: marksAfter(picture.picture.marks, pattern, made) }
            }
            over={made === null || !pattern ? [] : partInHand(pattern, made)}
            papers={papers}
            rulers={kit.unit ?? 'in'}
            lit={lit}
            onLit={setLit}
            chosen={chosen}
            onChoose={(label) => setChosen(label === chosen ? null : label)}
            className="max-h-full w-full"
          />
        )}
      </div>
      {pattern && cuts > 0 && <StepThrough pattern={pattern} at={made ?? cuts} onAt={setCut} />}
    </>
  );
  return <Fold says={says} shows={shows} showing={t('cuts.theSheet')} />;
}
