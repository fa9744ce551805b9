import type { Kit, KitView } from '../api/client';
import { Dialog } from './Dialog';

interface Props {
  mine: Kit;
  theirs: KitView;
  onKeepMine: () => void;
  onTakeTheirs: (view: KitView) => void;
}

const size = (kit: Kit) => (kit.layouts ?? []).reduce((n, l) => n + (l.pieces?.length ?? 0), 0);

/** The choice when somebody else saved the kit first. Whatever is chosen, the other stays among the revisions. */
export function ConflictDialog({ mine, theirs, onKeepMine, onTakeTheirs }: Props) {
  const when = new Date(theirs.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
  return (
    <Dialog open title="Somebody saved this kit before you" onClose={() => undefined}>
      <p>
        Revision {theirs.revision} was saved at {when} ({size(theirs.kit)} pieces). Yours, on this screen, has {size(mine)}{' '}
        pieces. Nothing has been overwritten. Whichever you choose, revision {theirs.revision} stays in the kit’s history.
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={onKeepMine}>
          Keep mine as the newest
        </button>
        <button type="button" className="press" onClick={() => onTakeTheirs(theirs)}>
          Take theirs, drop mine
        </button>
      </div>
    </Dialog>
  );
}
