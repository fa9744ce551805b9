import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type GuestView, type Kit, type StandingView } from '../../api/client';

/** How it stands with each guest's photos, by the guest's id. */
export function useStanding(slug: string, kit: Kit, guests: readonly GuestView[], workshop: string | undefined) {
  const standing = useQuery({
    queryKey: ['standing', slug, kit, guests, workshop],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/kits/{slug}/guests/standing', { params: { path: { slug }, query: { workshop } }, signal })),
    placeholderData: (before) => before,
    gcTime: 5_000,
  });
  return new Map<number, StandingView>(standing.data?.map((s) => [s.id, s]));
}
