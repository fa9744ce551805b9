import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, unwrap } from '../../api/client';
import { useOtherPerson } from '../../parts/useMe';

/** Goes out, here or in every browser; what the bench kept on this device for a table without a network goes with it. */
export function useSignOut() {
  const navigate = useNavigate();
  const other = useOtherPerson();
  const gone = async () => {
    if ('caches' in window) for (const name of await caches.keys()) await caches.delete(name);
    other();
    void navigate('/sign-in', { replace: true });
  };
  const signOut = useMutation({ mutationFn: async () => unwrap(await api.POST('/api/me/sign-out')), onSuccess: gone });
  const everywhere = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/me/sign-out/everywhere')),
    onSuccess: gone,
  });
  return { signOut, everywhere };
}
