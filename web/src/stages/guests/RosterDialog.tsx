import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Trans, useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type Kit } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

// As the reader of tables knows them.
const nameColumn = 'name';
const exampleRow = '\nWren\t2 of 4 x 6\t3 x 4';

interface Props {
  slug: string;
  kit: Kit;

  /** The workshop they all sit at. */
  workshop: string | null;
  onClose: () => void;
  onAdded: (guests: number) => void;
}

/** A roster pasted from a spreadsheet, or the text of a CSV file: all of it or nothing, with every fault by row and column. */
export function RosterDialog({ slug, kit, workshop, onClose, onAdded }: Props) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const layouts = (kit.layouts ?? []).map((l) => l.id);
  const add = useMutation({
    mutationFn: async () =>
      unwrap(await api.POST('/api/kits/{slug}/guests/roster', { params: { path: { slug } }, body: { text, workshop } })),
    onSuccess: (guests) => onAdded(guests.length),
  });
  const faults = add.error instanceof ApiError ? Object.values(add.error.errors) : [];
  return (
    <Dialog open title={t('rosterDialog.pasteARoster')} onClose={onClose}>
      <p>
        <Trans i18nKey="rosterDialog.columns" values={{ layouts: layouts.join(', ') }} components={{ w: <em /> }} />
      </p>
      <textarea
        className="field mt-3 w-full font-sans text-[15px]"
        rows={8}
        aria-label={t('rosterDialog.theRosterAsA')}
        placeholder={[nameColumn, ...layouts].join('\t') + exampleRow}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      {add.error && (
        <div role="alert" className="mt-2 max-h-40 overflow-y-auto text-[15px] text-rust">
          <p>
            {t('rosterDialog.nothingWasAdded')} {faults.length === 0 && add.error.message}
          </p>
          <ul>
            {faults.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </div>
      )}
      <p className="mt-4 flex gap-2">
        <button type="button" className="press-first" disabled={!text.trim() || add.isPending} onClick={() => add.mutate()}>
          {t('rosterDialog.addTheseGuests')}
        </button>
        <button type="button" className="press" onClick={onClose}>
          {t('rosterDialog.close')}
        </button>
      </p>
    </Dialog>
  );
}
