import { useMutation } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type GuestView, type StoredWorkshop } from '../../api/client';
import { locale } from '../../words/words';
import { Choice } from '../../parts/Choice';
import { TextField } from '../../parts/TextField';

interface Props {
  slug: string;
  guest: GuestView;
  workshops: readonly StoredWorkshop[];
  onSay: (said: { email?: string; needs?: string; workshop?: string }) => void;
  onInvited: () => Promise<unknown>;
}

const when = (date: string) => new Date(date).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });

/** Where a guest sits, how they are reached, what they need, and how it stands with their private link. */
export function GuestSeat({ slug, guest, workshops, onSay, onInvited }: Props) {
  const { t } = useTranslation();
  const params = { path: { slug, id: guest.id } };
  const invite = useMutation({
    mutationFn: async (mail: boolean) =>
      unwrap(
        await api.POST('/api/kits/{slug}/guests/{id}/invitation', {
          params,
          body: { mail, address: window.location.origin },
        }),
      ),
    onSettled: onInvited,
  });
  const withdraw = useMutation({
    mutationFn: async () => unwrap(await api.DELETE('/api/kits/{slug}/guests/{id}/invitation', { params })),
    onSuccess: () => invite.reset(),
    onSettled: onInvited,
  });
  const { madeAt, mailedAt } = guest.invitation;
  const error = invite.error ?? withdraw.error;
  return (
    <section
      aria-label={t('guestSeat.sSeat', { guest: guest.name })}
      className="grid grid-cols-[5.5rem_1fr] items-baseline gap-x-3 border-b border-line py-2 text-[15px]"
    >
      <span className="text-soft">{t('guestSeat.sitsAt')}</span>
      <span className="-ml-1">
        <Choice
          label={t('guestSeat.theWorkshopOf', { guest: guest.name })}
          value={guest.workshop ?? ''}
          options={[
            { value: '', name: t('guestSeat.noWorkshopYet') },
            ...workshops.map((w) => ({ value: w.slug, name: w.name })),
          ]}
          onChange={(workshop) => onSay({ workshop })}
        />
      </span>
      <span className="text-soft">{t('guestSeat.mail')}</span>
      <TextField
        optional
        label={t('guestSeat.sMailAddress', { guest: guest.name })}
        value={guest.email ?? ''}
        placeholder={t('guestSeat.addressExampleOrg')}
        className="-ml-1"
        onChange={(email) => onSay({ email })}
      />
      <span className="text-soft">{t('guestSeat.needs')}</span>
      <TextField
        optional
        label={t('guestSeat.whatNeeds', { guest: guest.name })}
        value={guest.needs ?? ''}
        placeholder={t('guestSeat.nothingSaid')}
        className="-ml-1"
        onChange={(needs) => onSay({ needs })}
      />
      <span className="text-soft">{t('guestSeat.ownLink')}</span>
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span>
            {guest.answeredAt
              ? t('guestSeat.answered', { answeredAt: when(guest.answeredAt) })
              : mailedAt
                ? t('guestSeat.mailed', { mailedAt: when(mailedAt) })
                : madeAt
                  ? t('guestSeat.made', { madeAt: when(madeAt) })
                  : t('guestSeat.noneYet')}
          </span>
          <button type="button" className="quiet" disabled={invite.isPending} onClick={() => invite.mutate(true)}>
            {madeAt ? t('guestSeat.mailANewOne') : t('guestSeat.mailIt')}
          </button>
          <button type="button" className="quiet" disabled={invite.isPending} onClick={() => invite.mutate(false)}>
            {madeAt ? t('guestSeat.showANewOne') : t('guestSeat.showIt')}
          </button>
          {madeAt && (
            <button type="button" className="quiet" disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
              {t('guestSeat.withdraw')}
            </button>
          )}
          {invite.data?.mailed && (
            <Link className="quiet" to="/outbox">
              {t('guestSeat.seeTheOutbox')}
            </Link>
          )}
        </p>
        {invite.data && (
          <p className="wrap-anywhere text-brass" role="status">
            {invite.data.address}
            {!invite.data.mailed && t('guestSeat.copyItNowIt')}
          </p>
        )}
        {invite.data?.trouble && (
          <p role="alert" className="text-rust">
            {invite.data.trouble}
          </p>
        )}
        {error && (
          <p role="alert" className="text-rust">
            {error.message}
          </p>
        )}
      </div>
    </section>
  );
}
