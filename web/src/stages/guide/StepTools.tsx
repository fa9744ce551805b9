import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Step } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { canMove, withMove, withNote, withoutMove } from './wishes';

interface Props {
  step: Step;
  steps: readonly Step[];
}

/** What the designer does with a step: why it stands where it does, moving it, words of one's own. */
export function StepTools({ step, steps }: Props) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [writing, setWriting] = useState(false);
  const note = step.note;
  return (
    <div className="-mx-2 grid grid-cols-[2rem_1fr] gap-2 bg-lit px-2 pb-2 text-[15px]">
      <span />
      <div>
        {step.why && <p className="text-soft">{step.why}</p>}
        <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1 pt-1">
          <button
            type="button"
            className="press"
            title={t('stepTools.alt')}
            disabled={!canMove(steps, step, -1)}
            onClick={() => change(withMove(kit, steps, step, -1))}
          >
            {t('stepTools.earlier')}
          </button>
          <button
            type="button"
            className="press"
            title={t('stepTools.alt2')}
            disabled={!canMove(steps, step, 1)}
            onClick={() => change(withMove(kit, steps, step, 1))}
          >
            {t('stepTools.later')}
          </button>
          {step.isMoved && (
            <button type="button" className="quiet" onClick={() => change(withoutMove(kit, step))}>
              {t('stepTools.backWhereTheGuide')}
            </button>
          )}
          <button type="button" className="quiet" aria-expanded={writing} onClick={() => setWriting(!writing)}>
            {note ? t('stepTools.changeYourWords') : t('stepTools.addWordsOfYour')}
          </button>
        </p>
        {writing && (
          <form
            className="pt-2"
            onSubmit={(event) => {
              event.preventDefault();
              const form = new FormData(event.currentTarget);
              const words = form.get('words');
              change(withNote(kit, step, typeof words === 'string' ? words : '', form.get('instead') === 'on'));
              setWriting(false);
            }}
          >
            <textarea
              name="words"
              className="field w-full"
              rows={2}
              aria-label={t('stepTools.yourWordsAtStep', { number: step.number })}
              defaultValue={note?.words ?? ''}
              maxLength={2000}
              autoFocus
            />
            <p className="flex flex-wrap items-baseline gap-x-4 pt-1">
              <label className="flex items-center gap-1.5">
                <input type="checkbox" name="instead" className="accent-velvet" defaultChecked={note?.instead ?? false} />
                {t('stepTools.inPlaceOfThe')}
              </label>
              <button type="submit" className="press">
                {t('stepTools.keepTheseWords')}
              </button>
            </p>
          </form>
        )}
      </div>
    </div>
  );
}
