import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { Me } from '../../api/me';
import { mayDesign, mayOwn } from '../../parts/useMe';
import { useSignOut } from '../people/useSignOut';

/** What belongs to the whole studio, and to whoever is signed in. */
export function HomeFoot({ me }: { me: Me }) {
  const { t } = useTranslation();
  const { signOut } = useSignOut();
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 border-t border-line px-6 py-3 text-[15px]">
      {mayOwn(me) && (
        <a href="/api/studio/backup.zip" download className="quiet">
          {t('home.backup')}
        </a>
      )}
      {mayDesign(me) && (
        <a href="/api/studio/kits.zip" download className="quiet">
          {t('home.files')}
        </a>
      )}
      {mayDesign(me) && (
        <Link to="/privacy" className="quiet">
          {t('people.guestsKept')}
        </Link>
      )}
      {me.signsIn && mayOwn(me) && (
        <Link to="/people" className="quiet">
          {t('people.people')}
        </Link>
      )}
      {me.name && (
        <>
          <Link to="/me" className="quiet">
            {t('people.mine')}
          </Link>
          <button type="button" className="quiet" onClick={() => signOut.mutate()}>
            {t('people.signOut')}
          </button>
        </>
      )}
    </p>
  );
}
