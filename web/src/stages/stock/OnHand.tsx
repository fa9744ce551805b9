import { useMutation } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { useCorrection } from '../../parts/useCorrection';

/** How many sheets or packs of a thing there are, put right where it stands: a movement of the ledger. */
export function OnHand({ id, label, value }: { id: string; label: string; value: number | null }) {
  const correct = useCorrection();
  return (
    <>
      <NumberField
        label={label}
        value={value}
        none="as needed"
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

const list = (names: readonly string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** So many of one name are offered at once. */
const MOST_ALIKE = 3;

/** To whom a thing of the studio is promised, and whether another of its things is the same. */
export function SharedWith({ id, isPaper }: { id: string; isPaper: boolean }) {
  const { stock, taken, slug } = useKit();
  const thing = stock?.things.find((t) => t.isPaper === isPaper && t.id === id);
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
          {thing.onHand ?? 'As many as needed'} on hand, {list(thing.promises.map((p) => `${p.count} promised to ${p.kit}`))}
          {thing.free !== null && `, ${Math.max(0, thing.free)} free for this kit`}.
        </p>
      )}
      {thing.alike.slice(0, MOST_ALIKE).map((other) => (
        <p key={other.thing} className="flex flex-wrap items-baseline gap-x-3 text-[15px] leading-5 text-soft">
          <span>
            Another {thing.name} lies in the studio{other.onHand ? `, ${other.onHand} of it` : ''}
            {other.usedBy.length > 0 && ` (used by ${list(other.usedBy)})`}.
          </span>
          <button type="button" className="quiet" disabled={join.isPending} onClick={() => join.mutate(other.thing)}>
            It is the same: join them
          </button>
        </p>
      ))}
      {thing.alike.length > MOST_ALIKE && (
        <p className="text-[15px] leading-5 text-soft">And {thing.alike.length - MOST_ALIKE} more of that name.</p>
      )}
      {join.error && (
        <p role="alert" className="text-[15px] text-rust">
          {join.error.message}
        </p>
      )}
    </>
  );
}
