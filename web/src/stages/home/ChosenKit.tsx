import { useTranslation } from 'react-i18next';
import type { KitOnShelf } from '../../api/client';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { LeafHead } from '../../parts/Fold';
import { useKeptPictures } from '../../parts/facePictures';
import { ScenePicture } from '../../parts/ScenePicture';
import { locale } from '../../words/words';
import { DueNext } from './DueNext';

interface Props {
  kit: KitOnShelf;
  onOpen: () => void;
  /** Null where the one who looks may not. */
  onRemove: (() => void) | null;
  onPutAway: (() => void) | null;
}

/** The kit that is chosen on the home leaf, large, and what can be done with it. */
export function ChosenKit({ kit, onOpen, onRemove, onPutAway }: Props) {
  const { t } = useTranslation();
  const pictures = useKeptPictures(kit.slug);
  const when = new Date(kit.savedAt).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });
  return (
    <>
      <LeafHead
        aside={
          <>
            {onRemove && (
              <ConfirmButton asks={t('home.removeAsks')} onConfirm={onRemove}>
                {t('home.remove')}
              </ConfirmButton>
            )}
            {onPutAway && !kit.unreadable && (
              <button type="button" className="press" onClick={onPutAway}>
                {t(kit.putAway ? 'home.takeOut' : 'home.putAway')}
              </button>
            )}
            <a className="press" href={`/api/kits/${kit.slug}/file`} download>
              {t('home.save')}
            </a>
            {(pictures.data ?? []).length > 0 && (
              <a className="press" href={`/api/kits/${kit.slug}/file?pictures=true`} download>
                {t('home.withPictures')}
              </a>
            )}
            {!kit.unreadable && (
              <button type="button" className="press-first" onClick={onOpen}>
                {t('home.open')}
              </button>
            )}
          </>
        }
      >
        <h2 className="text-[28px] leading-8">{kit.name}</h2>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">{t('home.revision', { revision: kit.revision, when })}</p>
      <div className="flex min-h-0 flex-1 items-center justify-center p-6">
        {kit.unreadable ? (
          <p role="alert" className="max-w-sm text-rust">
            {kit.unreadable}
          </p>
        ) : kit.picture ? (
          <ScenePicture scene={kit.picture} papers={kit.papers} className="max-h-full w-full" />
        ) : (
          <p className="max-w-sm text-soft">{t('home.noPage')}</p>
        )}
      </div>
      <DueNext />
    </>
  );
}
