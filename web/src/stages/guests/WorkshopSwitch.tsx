import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { StoredWorkshop } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKeys } from '../../parts/useKeys';
import { locale } from '../../words/words';
import { WorkshopDialog } from './WorkshopDialog';

interface Props {
  slug: string;
  workshops: readonly StoredWorkshop[];
  workshop: StoredWorkshop | null;
  /** The revision of the kit that was handed out there. */
  revision: number | null;
  onChange: (slug: string | null) => void;
}

const day = (date: string) => new Date(`${date}T12:00`).toLocaleDateString(locale(), { day: 'numeric', month: 'short' });

/** Which workshop is looked at, and where one is made or changed. */
export function WorkshopSwitch({ slug, workshops, workshop, revision, onChange }: Props) {
  const { t } = useTranslation();
  const [dialog, setDialog] = useState<'new' | 'change' | null>(null);
  useKeys([{ key: 'w', does: () => setDialog(workshop ? 'change' : 'new') }]);
  const options = [
    { value: '', name: t('guests.ofKit') },
    ...workshops.map((w) => ({ value: w.slug, name: `${w.name}, ${day(w.date)}` })),
    { value: '+', name: t('guests.newWorkshop') },
  ];
  return (
    <span className="flex items-baseline gap-2">
      {revision !== null && <span className="text-[13px] text-soft">{t('guests.revision', { revision })}</span>}
      <Choice
        label={t('guests.workshop')}
        value={workshop?.slug ?? ''}
        options={options}
        onChange={(next) => (next === '+' ? setDialog('new') : onChange(next || null))}
      />
      {workshop && (
        <button type="button" className="quiet" title="W" onClick={() => setDialog('change')}>
          {t('guests.change')}
        </button>
      )}
      {dialog && (
        <WorkshopDialog
          key={`${dialog} ${workshop?.version ?? 0} ${revision ?? ''}`}
          workshop={dialog === 'change' ? workshop : null}
          slug={slug}
          onClose={() => setDialog(null)}
          onSaved={(saved) => {
            setDialog(null);
            onChange(saved);
          }}
        />
      )}
    </span>
  );
}
