import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { StepList } from './StepList';
import { StepPicture } from './StepPicture';

/** The guide: the steps in words on the left, the chosen step's picture on the right. */
export function GuideStage() {
  const { kit, slug, answer } = useKit();
  const [chosen, setChosen] = useState(1);
  const navigate = useNavigate();
  const print = () => void navigate(`/kits/${slug}/print/guide`);
  const steps = answer?.steps ?? [];
  const step = steps.find((s) => s.number === chosen) ?? steps[0];
  const go = (by: number) => setChosen((n) => Math.min(steps.length, Math.max(1, n + by)));
  useKeys([
    { key: 'p', does: print },
    { key: 'ArrowDown', does: () => go(1) },
    { key: 'ArrowUp', does: () => go(-1) },
  ]);
  const cutting = steps.filter((s) => s.half === 'cutting').length;
  const says = (
    <>
      <LeafHead
        aside={
          <button type="button" className="press-first" title="P" onClick={print} disabled={!steps.length}>
            Print the guide
          </button>
        }
      >
        <h1 className="text-[28px] leading-8">Guide</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {steps.length} steps: {cutting} of cutting, {steps.length - cutting} of assembly
      </p>
      <div className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {answer && steps.length === 0 && (
          <p className="mt-4 max-w-md">
            The guide writes itself as soon as a page has pieces: what to cut, then what to lay where, back layer first.
          </p>
        )}
        <StepList steps={steps} layouts={kit.layouts ?? []} chosen={step?.number ?? null} onChoose={setChosen} />
      </div>
    </>
  );
  return (
    <Fold
      says={says}
      shows={answer && step && <StepPicture kit={kit} answer={answer} step={step} />}
      showing="the step’s picture"
    />
  );
}
