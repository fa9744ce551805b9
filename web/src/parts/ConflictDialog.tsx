import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit, type KitView } from '../api/client';
import { locale } from '../words/words';
import { Dialog } from './Dialog';
import { differences, mergedKit, unasked, type Side, type Unit } from './saving/mergeKits';

interface Props {
  /** What both versions began as. */
  base: Kit;
  mine: Kit;
  theirs: KitView;
  onKeepMine: () => void;
  onTakeTheirs: (view: KitView) => void;
  onSettle: (kit: Kit) => void;
}

const changesOf = async (before: Kit, after: Kit, signal: AbortSignal) =>
  unwrap(await api.POST('/api/compute/revisions', { body: { before, after }, signal })).changes;

/** The choice when somebody else saved the kit first: of each thing in which the two differ, whose is kept. What is not chosen stays
 * among the revisions. */
export function ConflictDialog({ base, mine, theirs, onKeepMine, onTakeTheirs, onSettle }: Props) {
  const { t } = useTranslation();
  const { revision } = theirs;
  const units = useMemo(() => differences({ base, mine, theirs: theirs.kit }), [base, mine, theirs.kit]);
  const [chosen, setChosen] = useState<Record<string, Side>>({});
  const sideOf = (unit: Unit) => chosen[unit.key] ?? unasked(unit);
  const said = useQuery({
    queryKey: ['conflict', base, mine, theirs.kit],
    queryFn: async ({ signal }) => ({
      mine: await changesOf(base, mine, signal),
      theirs: await changesOf(base, theirs.kit, signal),
    }),
  });
  const saysOf = (unit: Unit, side: Side) => {
    if (unit.by !== 'both' && unit.by !== side) return t('saving.conflict.asBefore');
    const says = said.data?.[side].filter((c) => c.about === unit.about).map((c) => c.says) ?? [];
    return says.length > 0 ? says.join(' ') : t('saving.conflict.other', { about: unit.about });
  };
  const when = new Date(theirs.savedAt).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' });
  return (
    <Dialog open wide title={t('saving.conflict.title')} onClose={() => undefined}>
      <p>
        {t('saving.conflict.theirs', { revision, when })} {t('saving.conflict.stays', { revision })}
      </p>
      <ul className="mt-4 max-h-[45vh] overflow-y-auto border-t border-line">
        {units.map((unit) => (
          <li key={unit.key} className="border-b border-line py-2">
            <fieldset className="grid grid-cols-[5rem_1fr_1fr] items-baseline gap-x-4 max-md:grid-cols-1">
              <legend className="sr-only">{unit.about}</legend>
              <span aria-hidden className="font-semibold">
                {unit.about}
              </span>
              {(['mine', 'theirs'] as const).map((side) => (
                <label key={side} className="flex items-baseline gap-2 text-[15px]">
                  <input
                    type="radio"
                    className="accent-velvet"
                    name={unit.key}
                    checked={sideOf(unit) === side}
                    onChange={() => setChosen({ ...chosen, [unit.key]: side })}
                  />
                  <span>
                    <span className="text-soft">{t(`saving.conflict.${side === 'mine' ? 'isMine' : 'isTheirs'}`)}</span>{' '}
                    {saysOf(unit, side)}
                  </span>
                </label>
              ))}
            </fieldset>
          </li>
        ))}
      </ul>
      <div className="mt-6 flex flex-wrap gap-3">
        <button
          type="button"
          className="press-first"
          onClick={() => onSettle(mergedKit({ base, mine, theirs: theirs.kit }, sideOf))}
        >
          {t('saving.conflict.settle')}
        </button>
        <button type="button" className="press" onClick={onKeepMine}>
          {t('saving.conflict.keepMine')}
        </button>
        <button type="button" className="press" onClick={() => onTakeTheirs(theirs)}>
          {t('saving.conflict.takeTheirs')}
        </button>
      </div>
    </Dialog>
  );
}
