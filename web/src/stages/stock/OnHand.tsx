import { useMutation } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { listOf } from '../../parts/listOf';
import { NumberField } from '../../parts/NumberField';
import { useCorrection } from '../../parts/useCorrection';

/** How many sheets or packs of a thing there are, put right where it stands: a movement of the ledger. */
export function OnHand({ id, label, value }: { id: string; label: string; value: number | null }) {
  const { t } = useTranslation();
  const correct = useCorrection();
  return (
    <>
      <NumberField
        label={label}
        value={value}
        none={t('onHand.none')}
        max={100_000}
        onChange={(onHand) => correct.mutate({ id, onHand })}
      />
      {correct.error && (
        <span role="alert" className="block text-[13px] text-rust">
          {correct.error.message}
        </span>
      )}
    </>
  );
}

/** So many of one name are offered at once. */
const MOST_ALIKE = 3;

/** To whom a thing of the studio is promised, and whether another of its things is the same. */
export function SharedWith({ id, isPaper }: { id: string; isPaper: boolean }) {
  const { t } = useTranslation();
  const { stock, taken, slug } = useKit();
  const thing = stock?.things.find((thing) => thing.isPaper === isPaper && thing.id === id);
  const join = useMutation({
    mutationFn: async (into: number) => {
      unwrap(
        await api.POST('/api/stock/things/{thing}/join', { params: { path: { thing: thing?.thing ?? 0 } }, body: { into } }),
      );
      return unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } } }));
    },
    onSuccess: taken,
  });
  if (!thing) return null;
  return (
    <>
      {thing.promised > 0 && (
        <p className={`text-[15px] leading-5 ${(thing.free ?? 0) < 0 ? 'text-rust' : 'text-soft'}`}>
          {thing.onHand === null ? t('onHand.asManyAsNeeded') : t('onHand.there', { n: thing.onHand })},{' '}
          {listOf(thing.promises.map((p) => t('onHand.promised', { n: p.count, kit: p.kit })))}
          {thing.free !== null && `, ${t('onHand.free', { n: Math.max(0, thing.free) })}`}.
        </p>
      )}
      {thing.alike.slice(0, MOST_ALIKE).map((other) => (
        <p key={other.thing} className="flex flex-wrap items-baseline gap-x-3 text-[15px] leading-5 text-soft">
          <span>
            {t('onHand.another', { thing: thing.name })}
            {other.onHand ? `, ${t('onHand.ofIt', { onHand: other.onHand })}` : ''}
            {other.usedBy.length > 0 && ` (${t('onHand.usedBy', { kits: listOf(other.usedBy) })})`}.
          </span>
          <button type="button" className="quiet" disabled={join.isPending} onClick={() => join.mutate(other.thing)}>
            {t('onHand.itIsTheSame')}
          </button>
        </p>
      ))}
      {thing.alike.length > MOST_ALIKE && (
        <p className="text-[15px] leading-5 text-soft">{t('onHand.andMoreOfThat', { n: thing.alike.length - MOST_ALIKE })}</p>
      )}
      {join.error && (
        <p role="alert" className="text-[15px] text-rust">
          {join.error.message}
        </p>
      )}
    </>
  );
}
