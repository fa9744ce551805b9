import type { Kit, KitAnswer, Step } from '../../api/client';
import { sceneOf } from './stepScene';
import { SpokenOf } from './SpokenOf';
import { ScenePicture } from '../../parts/ScenePicture';

interface Props {
  kit: Kit;
  answer: KitAnswer;
  step: Step;
}

/** What a step looks like: the sheet it cuts, or the page so far with the new piece in strong colour and its dimension lines. */
export function StepPicture({ kit, answer, step }: Props) {
  const { scene, ...marks } = sceneOf(answer, step) ?? {};
  return (
    <>
      <div className="flex min-h-0 flex-1 flex-col items-center justify-center gap-6 p-6 pt-2">
        {scene ? (
          <ScenePicture
            scene={scene}
            papers={kit.papers ?? []}
            rulers={kit.unit ?? 'in'}
            {...marks}
            className="max-h-full min-h-0 w-full"
          />
        ) : null}
        {!scene && <SpokenOf kit={kit} answer={answer} step={step} />}
      </div>
    </>
  );
}
