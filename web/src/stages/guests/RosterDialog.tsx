import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ApiError, unwrap, type Kit } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

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
  const [text, setText] = useState('');
  const layouts = (kit.layouts ?? []).map((l) => l.id);
  const add = useMutation({
    mutationFn: async () =>
      unwrap(await api.POST('/api/kits/{slug}/guests/roster', { params: { path: { slug } }, body: { text, workshop } })),
    onSuccess: (guests) => onAdded(guests.length),
  });
  const faults = add.error instanceof ApiError ? Object.values(add.error.errors) : [];
  return (
    <Dialog open title="Paste a roster" onClose={onClose}>
      <p>
        A table from a spreadsheet or a CSV file. The first row names the columns: <em>name</em>, then layouts. A cell says photos
        as a line does: 2 of 4 x 6, 3 x 4 once.
      </p>
      <textarea
        className="field mt-3 w-full font-sans text-[15px]"
        rows={8}
        aria-label="The roster as a table"
        placeholder={['name', ...layouts].join('\t') + '\nWren\t2 of 4 x 6\t3 x 4'}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      {add.error && (
        <div role="alert" className="mt-2 max-h-40 overflow-y-auto text-[15px] text-rust">
          <p>Nothing was added. {faults.length === 0 && add.error.message}</p>
          <ul>
            {faults.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </div>
      )}
      <p className="mt-4 flex gap-2">
        <button type="button" className="press-first" disabled={!text.trim() || add.isPending} onClick={() => add.mutate()}>
          Add these guests
        </button>
        <button type="button" className="press" onClick={onClose}>
          Close
        </button>
      </p>
    </Dialog>
  );
}
