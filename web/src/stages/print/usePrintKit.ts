import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { api, unwrap, type Difference, type Kit, type KitAnswer } from '../../api/client';

interface ToPrint {
  slug: string;
  kit: Kit;
  answer: KitAnswer;
  revision: number;
  /** The guest it is printed for, with what differs; null for the designer's own. */
  guest: { name: string; differences: readonly Difference[] } | null;
}

async function prepare(slug: string, guestId: string | null, signal: AbortSignal): Promise<ToPrint> {
  const params = { path: { slug } };
  const view = unwrap(await api.GET('/api/kits/{slug}', { params, signal }));
  if (guestId === null) {
    const answer = unwrap(await api.POST('/api/compute/kit', { body: { kit: view.kit }, signal }));
    return { slug, kit: view.kit, answer, revision: view.revision, guest: null };
  }
  const guests = unwrap(await api.GET('/api/kits/{slug}/guests', { params, signal }));
  const guest = guests.find((g) => String(g.id) === guestId);
  if (!guest) throw new Error('The guest is no longer on the list.');
  const known = guest.changes.filter((c) =>
    view.kit.layouts?.find((l) => l.id === c.layout)?.pieces?.some((p) => p.id === c.piece && p.opening),
  );
  const adapted = unwrap(await api.POST('/api/compute/guest', { body: { kit: view.kit, changes: known }, signal }));
  return {
    slug,
    kit: adapted.kit,
    answer: adapted.answer,
    revision: view.revision,
    guest: { name: guest.name, differences: adapted.differences },
  };
}

/** What is printed: the saved kit, or a guest's, computed afresh. */
export function usePrintKit() {
  const { slug = '' } = useParams();
  const [search] = useSearchParams();
  const guestId = search.get('guest');
  return useQuery({ queryKey: ['print', slug, guestId], queryFn: ({ signal }) => prepare(slug, guestId, signal), gcTime: 0 });
}
