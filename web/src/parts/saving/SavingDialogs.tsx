import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { locale } from '../../words/words';
import { Dialog } from '../Dialog';
import { draftOf, dropDraft, type Draft } from './drafts';
import type { KitSaver } from './kitSaver';
import { sameKit } from './sameKit';
import type { useSavedBefore } from './useSavedBefore';

/** Said where somebody wants to go on and what they typed cannot be saved. */
export function StuckDialog({ trouble, before }: { trouble: string | null; before: ReturnType<typeof useSavedBefore> }) {
  const { t } = useTranslation();
  return (
    <Dialog open={before.stuck} title={t('saving.stuck.title')} onClose={before.stay}>
      <p>
        {trouble ?? t('saving.stuck.conflict')} {t('saving.stuck.kept')}
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={before.stay}>
          {t('saving.stuck.stay')}
        </button>
        {before.go && (
          <button type="button" className="press" onClick={before.go}>
            {t('saving.stuck.go')}
          </button>
        )}
      </div>
    </Dialog>
  );
}

const when = (at: number) => new Date(at).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });

/** Offers an edit that was not saved when the kit was last left on this device. */
export function DraftDialog({ saver }: { saver: KitSaver }) {
  const { t } = useTranslation();
  const [draft, setDraft] = useState<Draft | null>(() => {
    const found = draftOf(saver.slug);
    return found && !sameKit(found.kit, saver.editing().saved) ? found : null;
  });
  if (!draft) return null;
  const { revision } = saver.editing();
  const end = () => setDraft(null);
  return (
    <Dialog open title={t('saving.draft.title')} onClose={() => undefined}>
      <p>
        {t('saving.draft.left', { when: when(draft.at) })}
        {draft.revision !== revision && ` ${t('saving.draft.since', { revision })}`}
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button
          type="button"
          className="press-first"
          onClick={() => {
            saver.change(draft.kit);
            end();
          }}
        >
          {t('saving.draft.take')}
        </button>
        <button
          type="button"
          className="press"
          onClick={() => {
            dropDraft(saver.slug);
            end();
          }}
        >
          {t('saving.draft.drop')}
        </button>
      </div>
    </Dialog>
  );
}
