import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Kit } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';

type Wishes = NonNullable<Kit['guide']>;

/** How this kit's maker does it: laid dry or stuck at once, parts sorted or left on their sheets, and the like. */
export function Schools() {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [open, setOpen] = useState(false);
  const wishes: Wishes = kit.guide ?? {};
  const put = (next: Partial<Wishes>) => change({ ...kit, guide: { ...wishes, ...next } });
  return (
    <>
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        {t('schools.howItIsDone')}
      </button>
      <Dialog open={open} title={t('schools.howItIsDone2')} onClose={() => setOpen(false)}>
        <div className="grid grid-cols-[9rem_1fr] items-baseline gap-y-2">
          <span className="text-soft">{t('schools.laying')}</span>
          <Choice
            label={t('schools.howPagesAreLaid')}
            value={wishes.laying ?? 'dry-first'}
            options={[
              { value: 'dry-first', name: t('schools.allOutDryFirst') },
              { value: 'tack', name: t('schools.heldLightlyThenStuck') },
              { value: 'as-you-go', name: t('schools.stuckAsYouGo') },
            ]}
            onChange={(laying) => put({ laying })}
          />
          <span className="text-soft">{t('schools.readyMadeParts')}</span>
          <Choice
            label={t('schools.whereReadyMadeParts')}
            value={wishes.parts ?? 'sort'}
            options={[
              { value: 'sort', name: t('schools.sortedToTheirPages') },
              { value: 'on-sheets', name: t('schools.stayOnTheirSheets') },
            ]}
            onChange={(parts) => put({ parts })}
          />
          <span className="text-soft">{t('schools.whatHangsOver')}</span>
          <Choice
            label={t('schools.whenWhatHangsOver')}
            value={wishes.overhang ?? 'either'}
            options={[
              { value: 'either', name: t('schools.isTrimmedBeforeOr') },
              { value: 'before', name: t('schools.isTrimmedBeforeSticking') },
              { value: 'after', name: t('schools.isTrimmedAfterSticking') },
            ]}
            onChange={(overhang) => put({ overhang: overhang === 'either' ? null : overhang })}
          />
          <span className="text-soft">{t('schools.theDate')}</span>
          <Choice
            label={t('schools.whereTheDateIs')}
            value={wishes.date ?? 'either'}
            options={[
              { value: 'either', name: t('schools.onThePageOr') },
              { value: 'front', name: t('schools.onThePage') },
              { value: 'back', name: t('schools.onItsBack') },
            ]}
            onChange={(date) => put({ date: date === 'either' ? null : date })}
          />
        </div>
        <button type="button" className="press mt-6" onClick={() => setOpen(false)}>
          {t('schools.close')}
        </button>
      </Dialog>
    </>
  );
}
