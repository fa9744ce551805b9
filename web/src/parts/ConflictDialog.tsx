import { useTranslation } from 'react-i18next';
import type { Kit, KitView } from '../api/client';
import { locale } from '../words/words';
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
  const { t } = useTranslation();
  const { revision } = theirs;
  const when = new Date(theirs.savedAt).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' });
  return (
    <Dialog open title={t('saving.conflict.title')} onClose={() => undefined}>
      <p>
        {t('saving.conflict.theirs', { revision, when, count: size(theirs.kit) })}{' '}
        {t('saving.conflict.mine', { count: size(mine) })} {t('saving.conflict.stays', { revision })}
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={onKeepMine}>
          {t('saving.conflict.keepMine')}
        </button>
        <button type="button" className="press" onClick={() => onTakeTheirs(theirs)}>
          {t('saving.conflict.takeTheirs')}
        </button>
      </div>
    </Dialog>
  );
}
