import { useMutation } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, unwrap, type GuestView, type StoredWorkshop } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { TextField } from '../../parts/TextField';

interface Props {
  slug: string;
  guest: GuestView;
  workshops: readonly StoredWorkshop[];
  onSay: (said: { email?: string; needs?: string; workshop?: string }) => void;
  onInvited: () => Promise<unknown>;
}

const when = (date: string) => new Date(date).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });

/** Where a guest sits, how they are reached, what they need, and how it stands with their private link. */
export function GuestSeat({ slug, guest, workshops, onSay, onInvited }: Props) {
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
      aria-label={`${guest.name}’s seat`}
      className="grid grid-cols-[5.5rem_1fr] items-baseline gap-x-3 border-b border-line py-2 text-[15px]"
    >
      <span className="text-soft">Sits at</span>
      <span className="-ml-1">
        <Choice
          label={`The workshop of ${guest.name}`}
          value={guest.workshop ?? ''}
          options={[{ value: '', name: 'no workshop yet' }, ...workshops.map((w) => ({ value: w.slug, name: w.name }))]}
          onChange={(workshop) => onSay({ workshop })}
        />
      </span>
      <span className="text-soft">Mail</span>
      <TextField
        optional
        label={`${guest.name}’s mail address`}
        value={guest.email ?? ''}
        placeholder="address@example.org"
        className="-ml-1"
        onChange={(email) => onSay({ email })}
      />
      <span className="text-soft">Needs</span>
      <TextField
        optional
        label={`What ${guest.name} needs`}
        value={guest.needs ?? ''}
        placeholder="nothing said"
        className="-ml-1"
        onChange={(needs) => onSay({ needs })}
      />
      <span className="text-soft">Own link</span>
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span>
            {guest.answeredAt
              ? `answered ${when(guest.answeredAt)}`
              : mailedAt
                ? `mailed ${when(mailedAt)}`
                : madeAt
                  ? `made ${when(madeAt)}`
                  : 'none yet'}
          </span>
          <button type="button" className="quiet" disabled={invite.isPending} onClick={() => invite.mutate(true)}>
            {madeAt ? 'mail a new one' : 'mail it'}
          </button>
          <button type="button" className="quiet" disabled={invite.isPending} onClick={() => invite.mutate(false)}>
            {madeAt ? 'show a new one' : 'show it'}
          </button>
          {madeAt && (
            <button type="button" className="quiet" disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
              withdraw
            </button>
          )}
          {invite.data?.mailed && (
            <Link className="quiet" to="/outbox">
              see the outbox
            </Link>
          )}
        </p>
        {invite.data && (
          <p className="wrap-anywhere text-brass" role="status">
            {invite.data.address}
            {!invite.data.mailed && ' (copy it now; it is shown once)'}
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
