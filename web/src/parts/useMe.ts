import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { forgetMe, whoAmI, type Me } from '../api/me';

const rank = { helper: 0, designer: 1, owner: 2 } as const;

export const mayDesign = (me: Me | undefined) => !!me?.role && rank[me.role] >= rank.designer;
export const mayOwn = (me: Me | undefined) => me?.role === 'owner';

/** Who is signed in, or that nobody signs in here. */
export const useMe = () => useQuery({ queryKey: ['me'], queryFn: whoAmI, staleTime: Infinity }).data;

/** After somebody came in or went out: nothing of what was asked before is shown to them. */
export function useOtherPerson() {
  const queries = useQueryClient();
  return useCallback(() => {
    forgetMe();
    queries.clear();
  }, [queries]);
}
