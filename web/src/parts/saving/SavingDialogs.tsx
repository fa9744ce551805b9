import { useState } from 'react';
import { Dialog } from '../Dialog';
import { draftOf, dropDraft, type Draft } from './drafts';
import type { KitSaver } from './kitSaver';
import { sameKit } from './sameKit';
import type { useSavedBefore } from './useSavedBefore';

/** Said where somebody wants to go on and what they typed cannot be saved. */
export function StuckDialog({ trouble, before }: { trouble: string | null; before: ReturnType<typeof useSavedBefore> }) {
  return (
    <Dialog open={before.stuck} title="This is not saved yet" onClose={before.stay}>
      <p>
        {trouble ?? 'Somebody else saved the kit before you; choose first which to keep.'} What you typed is still here, and on
        this device: it is offered when you open the kit again.
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={before.stay}>
          Stay here
        </button>
        {before.go && (
          <button type="button" className="press" onClick={before.go}>
            Go all the same
          </button>
        )}
      </div>
    </Dialog>
  );
}

const when = (at: number) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });

/** Offers an edit that was not saved when the kit was last left on this device. */
export function DraftDialog({ saver }: { saver: KitSaver }) {
  const [draft, setDraft] = useState<Draft | null>(() => {
    const found = draftOf(saver.slug);
    return found && !sameKit(found.kit, saver.editing().saved) ? found : null;
  });
  if (!draft) return null;
  const { revision } = saver.editing();
  const end = () => setDraft(null);
  return (
    <Dialog open title="An edit was not saved" onClose={() => undefined}>
      <p>
        On {when(draft.at)} this kit was changed on this device, and left before that was saved.
        {draft.revision !== revision &&
          ` Since then revision ${revision} was saved elsewhere; it stays in the kit’s history whatever you choose.`}
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
          Take it up
        </button>
        <button
          type="button"
          className="press"
          onClick={() => {
            dropDraft(saver.slug);
            end();
          }}
        >
          Drop it
        </button>
      </div>
    </Dialog>
  );
}
