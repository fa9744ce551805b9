import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api, unwrap } from '../../api/client';

/** What is printed: the saved kit, computed afresh. */
export function usePrintKit() {
  const { slug = '' } = useParams();
  return useQuery({
    queryKey: ['print', slug],
    queryFn: async ({ signal }) => {
      const view = unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } }, signal }));
      return { slug, kit: view.kit, answer: unwrap(await api.POST('/api/compute/kit', { body: { kit: view.kit }, signal })) };
    },
    gcTime: 0,
  });
}
