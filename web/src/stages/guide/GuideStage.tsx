import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { AtHand } from './AtHand';
import { forms, type Form, type Sheet } from './forms';
import { PrintedPages } from './PrintedPages';
import { ProofLine } from './ProofLine';
import { Schools } from './Schools';
import { StepList } from './StepList';
import { StepPicture } from './StepPicture';
import { StepTools } from './StepTools';
import { usePrinted } from './usePrinted';
import { canMove, withMove } from './wishes';

type View = 'step' | 'at-hand' | Form;

/** The guide: the steps in words on the left, the chosen step's picture or the printed pages on the right. */
export function GuideStage() {
  const { t } = useTranslation();
  const { kit, slug, answer, change, saveNow } = useKit();
  // By what it does, so that a step that is moved stays chosen.
  const [chosen, setChosen] = useState<string | null>(null);
  const [view, setView] = useState<View>('step');
  const [sheet, setSheet] = useState<Sheet>(kit.unit === 'mm' ? 'a4' : 'letter');
  const navigate = useNavigate();
  const queries = useQueryClient();
  const printed = usePrinted(slug);
  const steps = answer?.steps ?? [];
  const wrong = (kit.layouts ?? [])
    .filter((l) => answer?.layouts.find((a) => a.id === l.id)?.findings.some((f) => f.gravity === 'fault'))
    .map((l) => l.name);
  const step = steps.find((s) => s.key === chosen) ?? steps[0];
  const choose = (number: number) => setChosen(steps.find((s) => s.number === number)?.key ?? null);
  const go = (by: number) => step && choose(Math.min(steps.length, Math.max(1, step.number + by)));
  const changed = useQuery({
    queryKey: ['guide-changed', kit, printed?.number],
    queryFn: async ({ signal }) =>
      unwrap(await api.POST('/api/compute/guide', { body: { kit, since: printed?.kit ?? null }, signal })).changed,
    enabled: printed !== null,
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  const marked = new Set(printed ? changed.data : []);
  const form = view === 'step' || view === 'at-hand' ? 'sheets' : view;
  const pdf = `/api/kits/${slug}/guide.pdf?form=${form}&paper=${sheet}`;
  const print = async () => {
    // What is on the screen is saved first, and what is marked as printed is just what is on the paper.
    const number = await saveNow();
    if (number === null) return;
    window.open(`${pdf}&revision=${number}`, '_blank');
    await api.PUT('/api/kits/{slug}/revisions/{number}/printed', { params: { path: { slug, number } } });
    await queries.invalidateQueries({ queryKey: ['printed', slug] });
  };
  const move = (by: -1 | 1) => {
    if (!step || !canMove(steps, step, by)) return;
    setChosen(step.key);
    change(withMove(kit, steps, step, by));
  };
  useKeys([
    { key: 'p', does: () => void print() },
    { key: 'f', does: () => void navigate(`/kits/${slug}/bench`) },
    { key: 'ArrowDown', does: () => go(1) },
    { key: 'ArrowUp', does: () => go(-1) },
    { key: 'ArrowDown', alt: true, does: () => move(1) },
    { key: 'ArrowUp', alt: true, does: () => move(-1) },
  ]);
  const cutting = steps.filter((s) => s.half === 'cutting').length;
  const says = (
    <>
      <LeafHead
        aside={
          <>
            <Link className="press" to={`/kits/${slug}/bench`} title="F">
              {t('guideStage.followItAtThe')}
            </Link>
            <button type="button" className="press-first" title="P" onClick={() => void print()} disabled={!steps.length}>
              {t('guideStage.print')}
            </button>
          </>
        }
      >
        <h1 className="text-[28px] leading-8">{t('guideStage.guide')}</h1>
      </LeafHead>
      <p className="flex flex-wrap items-baseline gap-x-3 px-6 text-[15px] text-soft">
        <span>{t('guideStage.stepsOfCuttingOf', { length: steps.length, cutting, length2: steps.length - cutting })}</span>
        <Choice
          label={t('guideStage.languageOfTheGuide')}
          value={kit.guide?.language ?? 'en'}
          options={[
            { value: 'en', name: t('guideStage.inEnglish') },
            { value: 'de', name: t('guideStage.inGerman') },
          ]}
          onChange={(language) => change({ ...kit, guide: { ...kit.guide, language } })}
        />
        <Schools />
        {marked.size > 0 && (
          <span className="text-brass">{t('guideStage.changed', { count: marked.size, number: printed?.number })}</span>
        )}
      </p>
      {answer && steps.length > 0 && <ProofLine proof={answer.proof} wrong={wrong} onStep={choose} />}
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {answer && steps.length === 0 && <p className="mt-4 max-w-md">{t('guideStage.theGuideWritesItself')}</p>}
        <StepList
          steps={steps}
          layouts={kit.layouts ?? []}
          chosen={step?.number ?? null}
          onChoose={choose}
          changed={marked}
          faulty={new Set(answer?.proof.faults.flatMap((f) => f.step ?? []))}
          tools={step && <StepTools key={step.key} step={step} steps={steps} />}
        />
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        <span className="flex flex-wrap items-baseline gap-x-3 text-[15px]">
          <Choice
            label={t('guideStage.whatIsShown')}
            value={view}
            options={[
              { value: 'step', name: step ? t('guideStage.step', { number: step.number }) : t('guideStage.theStep') },
              { value: 'at-hand', name: t('guideStage.whatToHaveAt') },
              ...forms.map((value) => ({ value, name: t(`guideForms.${value}`) })),
            ]}
            onChange={setView}
          />
          {view !== 'step' && view !== 'at-hand' && (
            <>
              <Choice
                label={t('guideStage.paperInThePrinter')}
                value={sheet}
                options={[
                  { value: 'letter', name: t('guideStage.usLetter') },
                  { value: 'a4', name: 'A4' },
                ]}
                onChange={setSheet}
              />
              <a className="quiet" href={pdf} download>
                {t('guideStage.pdf')}
              </a>
              <a className="quiet" href={`/api/kits/${slug}/guide.html`} download>
                {t('guideStage.html')}
              </a>
            </>
          )}
        </span>
      </LeafHead>
      {view === 'step' && answer && step && <StepPicture kit={kit} answer={answer} step={step} />}
      {view === 'at-hand' && answer && <AtHand materials={answer.materials} />}
      {view !== 'step' && view !== 'at-hand' && answer && (
        <PrintedPages kit={kit} since={printed?.kit ?? null} form={view} sheet={sheet} />
      )}
    </>
  );
  return <Fold says={says} shows={shows} showing={t('guideStage.theStepSPicture')} />;
}
