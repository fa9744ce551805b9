import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type GuestView, type Kit } from '../../api/client';
import { readable } from '../../parts/length';
import { sizeOf } from '../../parts/sizeOf';

interface Props {
  slug: string;
  kit: Kit;
  guests: readonly GuestView[];
  /** Which workshop is looked at, as a query. */
  query: string;
}

const against = (count: number, designed: number) =>
  count === designed
    ? ''
    : count > designed
      ? `${count - designed} more than designed`
      : `${designed - count} fewer than designed`;

/** What the host has ready for the whole roster: sheets, pieces that differ, photos to print, pockets and cards. */
export function Totals({ slug, kit, guests, query }: Props) {
  const totals = useQuery({
    queryKey: ['totals', slug, guests, kit, query],
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET('/api/kits/{slug}/guests/totals', {
          params: { path: { slug }, query: { workshop: new URLSearchParams(query).get('workshop') ?? undefined } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  if (totals.error)
    return (
      <p role="alert" className="py-2 text-rust">
        {totals.error.message}
      </p>
    );
  if (!totals.data) return <p className="py-2 text-soft">Adding up…</p>;
  const { pieces, photos, sheets, pockets, cards, placeholders, changed, missing } = totals.data;
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  const differing = pieces.filter((p) => p.count !== p.asDesigned);
  return (
    <section aria-label="All guests together" className="border-b border-line pb-3 text-[15px]">
      <h2 className="pt-2 text-lg">
        {totals.data.guests === 1 ? 'The one guest' : `All ${totals.data.guests} guests together`}, {changed} otherwise than
        designed
      </h2>
      <div className="grid grid-cols-[7rem_1fr] gap-x-3 gap-y-1 pt-1">
        <span className="text-soft">Sheets</span>
        <ul>
          {sheets.map((s) => (
            <li key={s.paper}>
              {s.count} {nameOf(s.paper)} <span className="text-brass">{against(s.count, s.asDesigned)}</span>
            </li>
          ))}
        </ul>
        <span className="text-soft">Pieces</span>
        <ul>
          {differing.length === 0 && <li>as designed</li>}
          {differing.map((p) => (
            <li key={`${p.paper}${p.face}${p.size.width}${p.size.height}`}>
              {p.count} of {sizeOf(p.size)} {nameOf(p.paper)}, face {p.face}{' '}
              <span className="text-brass">{against(p.count, p.asDesigned)}</span>
            </li>
          ))}
        </ul>
        <span className="text-soft">Photos</span>
        <span>
          {photos
            .map((p) => `${p.count} of ${sizeOf(p.size)}${p.border ? `, white border ${readable(p.border)}` : ''}`)
            .join('; ')}
        </span>
        {missing.length > 0 && (
          <>
            <span className="text-soft">To bring</span>
            <span>
              {missing.map((m) => `paper for ${m.count} of ${sizeOf(m.size)} ${nameOf(m.paper)}, face ${m.face}`).join(', ')}: no
              bag has it
            </span>
          </>
        )}
        {placeholders.length > 0 && (
          <>
            <span className="text-soft">Placeholders</span>
            <span>{placeholders.map((p) => `${p.count} of ${sizeOf(p.size)}`).join(', ')}, for photos not printed yet</span>
          </>
        )}
        {pockets + cards > 0 && (
          <>
            <span className="text-soft">To buy</span>
            <span>
              {[pockets > 0 && `${pockets} hinged pockets`, cards > 0 && `${cards} cards to write on, cut from mat paper`]
                .filter(Boolean)
                .join(', ')}
            </span>
          </>
        )}
      </div>
      <p className="flex gap-2 pt-2">
        {changed > 0 && (
          <a className="press" href={`/api/kits/${slug}/guests/cards.pdf${query}`} download>
            Print all cards
          </a>
        )}
        <a className="press" href={`/api/kits/${slug}/guests/prints.pdf${query}`} download>
          Print photos together
        </a>
      </p>
    </section>
  );
}
