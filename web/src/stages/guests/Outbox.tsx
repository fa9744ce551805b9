import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { locale } from '../../words/words';
import { Fold, LeafHead } from '../../parts/Fold';

/** The post that has left: every message as it was written, whether a mail server takes it or the folder stands in for one. */
export function Outbox() {
  const { t } = useTranslation();
  const { id } = useParams();
  const navigate = useNavigate();
  const outbox = useQuery({ queryKey: ['outbox'], queryFn: async () => unwrap(await api.GET('/api/outbox')) });
  if (outbox.error) throw outbox.error;
  if (!outbox.data) return <p className="p-12 text-soft">{t('outbox.lookingIntoTheOutbox')}</p>;
  const { mail, leaves } = outbox.data;
  const chosen = mail.find((m) => m.id === id) ?? mail[0];
  const says = (
    <>
      <LeafHead
        aside={
          <Link to="/" className="press">
            {t('outbox.allKits')}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">{t('outbox.outbox')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {t('many.message', { count: mail.length })}. {leaves ? t('outbox.eachAlsoGoesTo') : t('outbox.noMailServerIs')}
      </p>
      <ul className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {mail.length === 0 && <li>{t('outbox.nothingHasBeenSent')}</li>}
        {mail.map((m) => (
          <li key={m.id} className="border-b border-line">
            <button
              type="button"
              aria-current={m === chosen ? 'true' : undefined}
              className={`grid w-full grid-cols-[1fr_auto] gap-x-4 py-2 text-left text-[15px] hover:text-velvet ${m === chosen ? 'text-velvet' : ''}`}
              onClick={() => void navigate(`/outbox/${m.id}`)}
            >
              <span className="truncate font-semibold">{m.subject}</span>
              <span className="text-soft">
                {new Date(m.date).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' })}
              </span>
              <span className="truncate text-soft">{m.to}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
  return (
    <Fold
      says={says}
      showing={t('outbox.theMessage')}
      shows={
        chosen && (
          <>
            <LeafHead
              aside={
                <a className="press" href={`/api/outbox/${chosen.id}.eml`} download>
                  {t('outbox.saveAsAFile')}
                </a>
              }
            >
              <h2 className="truncate text-xl leading-8">{chosen.subject}</h2>
            </LeafHead>
            <p className="px-6 text-[15px] text-soft">{t('outbox.to', { to: chosen.to })}</p>
            <p className="min-h-0 flex-1 overflow-y-auto p-6 wrap-anywhere whitespace-pre-wrap">{chosen.text}</p>
          </>
        )
      }
    />
  );
}
