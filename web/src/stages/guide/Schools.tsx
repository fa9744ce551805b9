import { useState } from 'react';
import type { Kit } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Dialog } from '../../parts/Dialog';
import { useKit } from '../../parts/kitContext';

type Wishes = NonNullable<Kit['guide']>;

/** How this kit's maker does it: laid dry or stuck at once, parts sorted or left on their sheets, and the like. */
export function Schools() {
  const { kit, change } = useKit();
  const [open, setOpen] = useState(false);
  const wishes: Wishes = kit.guide ?? {};
  const put = (next: Partial<Wishes>) => change({ ...kit, guide: { ...wishes, ...next } });
  return (
    <>
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        how it is done here
      </button>
      <Dialog open={open} title="How it is done here" onClose={() => setOpen(false)}>
        <div className="grid grid-cols-[9rem_1fr] items-baseline gap-y-2">
          <span className="text-soft">Laying</span>
          <Choice
            label="How pages are laid"
            value={wishes.laying ?? 'dry-first'}
            options={[
              { value: 'dry-first', name: 'all out dry first, then stick' },
              { value: 'tack', name: 'held lightly, then stuck' },
              { value: 'as-you-go', name: 'stuck as you go' },
            ]}
            onChange={(laying) => put({ laying })}
          />
          <span className="text-soft">Ready-made parts</span>
          <Choice
            label="Where ready-made parts wait"
            value={wishes.parts ?? 'sort'}
            options={[
              { value: 'sort', name: 'sorted to their pages at the start' },
              { value: 'on-sheets', name: 'stay on their sheets' },
            ]}
            onChange={(parts) => put({ parts })}
          />
          <span className="text-soft">What hangs over</span>
          <Choice
            label="When what hangs over is trimmed"
            value={wishes.overhang ?? 'either'}
            options={[
              { value: 'either', name: 'is trimmed, before or after' },
              { value: 'before', name: 'is trimmed before sticking' },
              { value: 'after', name: 'is trimmed after sticking' },
            ]}
            onChange={(overhang) => put({ overhang: overhang === 'either' ? null : overhang })}
          />
          <span className="text-soft">The date</span>
          <Choice
            label="Where the date is written"
            value={wishes.date ?? 'either'}
            options={[
              { value: 'either', name: 'on the page or its back' },
              { value: 'front', name: 'on the page' },
              { value: 'back', name: 'on its back' },
            ]}
            onChange={(date) => put({ date: date === 'either' ? null : date })}
          />
        </div>
        <button type="button" className="press mt-6" onClick={() => setOpen(false)}>
          Close
        </button>
      </Dialog>
    </>
  );
}
